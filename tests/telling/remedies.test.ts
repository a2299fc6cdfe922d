import { expect, test } from 'vitest';
import {
  type BookFile,
  bookFileSchema,
  type ChannelId,
  channelIds,
  patched,
  patchWith,
  readBookFile,
} from '../../src/core/book/index.ts';
import {
  type Clause,
  type Note,
  type Remedy,
  remedyEdits,
  type ToldSite,
  toldAt,
} from '../../src/core/channels/index.ts';
import { opened } from '../books/opened.ts';
import { smallBook } from '../books/small.ts';
import { worldOf } from '../reading/books.ts';
import { seedFrom, times } from '../trials.ts';
import { tellableWorldOf, twoOffersWorldOf } from './books.ts';

/** Every service said at every channel, as far as it has words for them. */
const said = (file: BookFile): BookFile =>
  bookFileSchema.parse({
    ...file,
    channels: {
      'lerrin-shop': { speeds: { slow: 'slow', fast: 'fast', third: 'third', fetch: 'fetch', post: 'post' } },
      harrowmere: { speeds: { slow: 'STANDARD', fast: 'EXPRESS', post: 'STANDARD' } },
      findlark: { speeds: { slow: 'standard', fast: 'swift' }, target: 'all' },
    },
  });

/** What every channel is told of a book, in each of its currencies. */
const toldIn = (file: BookFile, ids: readonly ChannelId[] = channelIds): ToldSite[] =>
  ids.flatMap((id) => toldAt(id, file, (market) => opened(file, market)));

const offers = (note: Note | undefined, remedy: Remedy): boolean =>
  note !== undefined &&
  note.fidelity.is !== 'exact' &&
  note.fidelity.remedies.some((one) => JSON.stringify(one) === JSON.stringify(remedy));
const sameClause = (a: Clause, b: Clause) => JSON.stringify(a) === JSON.stringify(b);

/** A book whose one offer asks, in one place, what goods offers of a marketplace cannot ask. */
const asking = smallBook();
if (asking.offers[0])
  asking.offers[0] = {
    ...asking.offers[0],
    zones: ['home'],
    asks: [{ over: 'value', value: '10.00', test: 'before', also: {}, goods: null }],
  };

/** A book with a code that one channel alone is to know. */
const elsewhere = smallBook();
if (elsewhere.offers[0]) elsewhere.offers[0] = { ...elsewhere.offers[0], channels: ['findlark'] };

/** A book with a threshold after discounts, and an offer for some customers alone. */
const forSome = smallBook();
const free = forSome.templates[0]?.lanes.home?.post?.freeFrom;
if (free) free.test = 'after';
if (forSome.offers[0]) {
  forSome.segments = [{ id: 'clubs', name: 'Clubs' }];
  forSome.offers.push({ ...forSome.offers[0], id: 'clubs', number: 2, code: null, segments: ['clubs'] });
  forSome.numbered = 2;
}

/** A book of whose two offers either one acts on a line, on goods that are partly the same. */
const { book: byLine } = twoOffersWorldOf('line', 'parcels', 'dear');

/** How often a remedy is pressed for what a sort of clause of one book loses. */
const mostOfASort = 3;

test(
  'a remedy that is one press leaves a sound book, in which it is not to be offered again',
  () => {
    const pressed = new Set<string>();
    const from = seedFrom(300);
    for (let seed = from; seed < from + times(6); seed += 1)
      for (const written of [worldOf(seed).book, tellableWorldOf(seed).book, asking, elsewhere, forSome, byLine]) {
        const file = said(written);
        // Where clauses of a sort lose the same a remedy is much the same in every lane.
        const often = new Map<string, number>();
        for (const { dialect, book, rendition } of toldIn(file))
          for (const { clause, fidelity } of rendition.notes)
            for (const remedy of fidelity.is === 'exact' ? [] : fidelity.remedies) {
              const edits = remedyEdits(book.body, { clause, channel: dialect.id, market: book.market.body }, remedy);
              const losses = fidelity.is === 'exact' ? [] : fidelity.losses.map(({ is }) => is);
              const sort = JSON.stringify([dialect.id, dialect.currency, clause.about, losses, remedy]);
              const before = often.get(sort) ?? 0;
              if (!edits || before === mostOfASort) continue;
              often.set(sort, before + 1);
              pressed.add(typeof remedy === 'string' ? remedy : remedy.is);
              const told = `book ${seed}, ${dialect.id}: ${JSON.stringify({ clause, remedy })}`;
              const mended = readBookFile(patched(file, patchWith(file, null, edits)));
              if (!mended.ok) throw new Error(`${told} ${JSON.stringify(mended.problems)}`);
              const after = toldIn(mended.value, [dialect.id]).find((one) => one.dialect.currency === dialect.currency);
              const note = after?.rendition.notes.find((one) => sameClause(one.clause, clause));
              expect(offers(note, remedy), told).toBe(false);
            }
      }
    expect([...pressed].sort()).toEqual([
      'all shown',
      'any goods',
      'converted by',
      'each group pays',
      'either or of the order',
      'every market',
      'every place',
      'everybody',
      'free from the basket',
      'meant at',
      'no fallback',
      'no least value',
      'raised',
      'set',
      'steps before discounts',
      'tested before discounts',
      'the channel left out',
      'the dearest group pays',
    ]);
  },
  times(600_000),
);
