// npm run trial:bounds: how wide bounds are beside the widest that is found. Seeded; --books N --baskets N --from SEED.
import { parseArgs } from 'node:util';
import { asOf, itemFor } from '../src/core/book/index.ts';
import { type Dialect, dialectOf, type Note, settingsOf } from '../src/core/channels/index.ts';
import { gram, type Mass, minor } from '../src/core/exact/index.ts';
import { placeOf } from '../src/core/places/index.ts';
import { seeded } from '../src/core/plan/index.ts';
import { charges, type Question, soldIn } from '../src/core/quote/index.ts';
import { opened } from '../tests/books/opened.ts';
import type { World } from '../tests/reading/books.ts';
import { marketOffersWorldOf, tellableWorldOf } from '../tests/telling/books.ts';
import { feedWorldOf } from '../tests/telling/feed-world.ts';
import { smallBookOf } from '../tests/telling/small-books.ts';
import { touching } from '../tests/telling/touching.ts';
import { weighed } from '../tests/telling/weighed.ts';
import { boundOf, type Found, isClose, widestRates } from '../tests/telling/widest.ts';

/**
 * A bound is the most by which a basket may differ. Baskets are aimed at each clause: of its own goods and places, light
 * and heavy, cheap and dear, at edges and beside them, and only those count in which nothing else is inexact. Rates are
 * looked at in books of rates alone, every count of every item; thresholds, mixing, fees and offers in small books too,
 * where those count as well in which offers meet that a loss names. What is found is never wider than the bound, which the
 * tests hold; here it is asked how much narrower.
 */
const { values: options } = parseArgs({
  options: {
    books: { type: 'string', default: '40' },
    baskets: { type: 'string', default: '100000' },
    from: { type: 'string', default: '1' },
  },
});
const [books, baskets, from] = [Number(options.books), Number(options.baskets), Number(options.from)];
const at = Date.parse('2026-11-24T09:10:00Z');

const lossesOf = ({ clause, fidelity }: Note): string =>
  `${clause.about}: ${fidelity.is === 'exact' ? '' : [...new Set(fidelity.losses.map((loss) => loss.is))].join(', ')}`;

function aimed(dialect: Dialect, world: World, seed: number): Found[] {
  const { book: file, goods, ask } = opened(world.book, 'home');
  const book = asOf(file, at);
  const { rules, notes } = dialect.render(book, goods);
  const { speeds } = settingsOf(world.book, dialect);
  const found = new Map(
    notes
      .filter((note) => note.fidelity.is === 'bounded' && note.clause.about !== 'rate')
      .map((note): [Note, Found] => [note, { note, rounding: 0, widest: 0, asked: 0 }]),
  );
  const random = seeded(seed);
  const under = (n: number) => Math.floor(random() * n);
  const pick = <T>(list: readonly T[]): T => list[under(list.length)] as T;
  const edges = book.templates.flatMap(({ lanes }) =>
    [...lanes.values()].flatMap((row) =>
      [...row.values()].flatMap(({ freeFrom }) => (freeFrom?.over === 'value' ? [freeFrom.value] : [])),
    ),
  );
  const measures = {
    value: () => minor(pick([1, 500, ...edges, ...edges.map((edge) => edge - 1), under(100_000)]) || 1),
    mass: () => (pick([gram, 500 * gram, 501 * gram, 2500 * gram, 2501 * gram, under(30_000) * gram]) || gram) as Mass,
  };
  const places = ['IE', 'GB', 'FR', 'DE', 'NZ', 'ES', 'PT'].flatMap((country) => {
    const place = placeOf({ country });
    return place.ok ? [place.value] : [];
  });
  const intended = new Float64Array(2 * book.services.length);
  for (let i = 0; i < baskets / books; i += 1) {
    const { lines, codes } = world.basket();
    const asked = ask({ lines, place: 'IE', codes: chanced(random, 0.5) ? (codes ?? []) : [], moment: at });
    // Entries of single items are told by the item's own figures, and parcels of some by their masses: those stay.
    const figures = (item: Question['lines'][number]['item']) => ({
      price: dialect.id === 'findlark' ? item.price : measures.value(),
      mass: dialect.id === 'lerrin-shop' ? measures.mass() : item.mass,
    });
    // As many of one item as may be are what most bounds are reached by.
    const some = chanced(random, 0.3)
      ? [{ item: pick(goods), units: pick([1, 20]) }]
      : asked.lines.slice(0, pick([1, 1, 2, 4])).map(({ item }) => ({ item, units: pick([1, 1, 2, 5, 20]) }));
    const question: Question = {
      ...asked,
      place: pick(places),
      lines: some.map(({ item, units }) => ({
        item: { ...itemFor(item, dialect.id, at), varies: null, ...figures(item) },
        units,
      })),
      shopper: { ...asked.shopper, channel: dialect.id },
    };
    if (question.lines.reduce((sum, { units }) => sum + units, 0) > 20) continue;
    const offered = charges(book, question, intended) === 'services';
    const told = rules.charges(soldIn(question), at);
    for (const [s, { id }] of book.services.entries()) {
      const word = speeds[id];
      const [only, ...others] = touching(book, notes, question, id);
      const one = only && found.get(only);
      const choice = told.find(({ speed }) => speed === word);
      if (!word || !one || others.length > 0 || !choice || !offered || (intended[2 * s] ?? -1) < 0) continue;
      const meant = (intended[2 * s] ?? 0) - (intended[2 * s + 1] ?? 0);
      one.asked += 1;
      one.widest = Math.max(one.widest, Math.abs(choice.charge - choice.discount - meant));
    }
  }
  return [...found.values()];
}
const chanced = (random: () => number, share: number): boolean => random() < share;

for (const [id, worldOf] of [
  ['lerrin-shop', tellableWorldOf],
  ['findlark', feedWorldOf],
  ['harrowmere', marketOffersWorldOf],
] as const) {
  const rows = new Map<string, { bounds: number; asked: number; close: number; wide: string[] }>();
  for (let seed = from; seed < from + books; seed += 1)
    for (const one of [
      ...widestRates(dialectOf(id), worldOf(seed)),
      ...aimed(dialectOf(id), worldOf(seed), seed),
      ...weighed(dialectOf(id), smallBookOf(dialectOf(id), seed), baskets / books, seed).found,
    ]) {
      const { note, widest, asked } = one;
      const row = rows.get(lossesOf(note)) ?? { bounds: 0, asked: 0, close: 0, wide: [] };
      rows.set(lossesOf(note), row);
      row.bounds += 1;
      if (asked === 0) continue;
      row.asked += 1;
      if (isClose(one)) row.close += 1;
      else row.wide.push(`book ${seed} ${JSON.stringify(note.clause)}: ${boundOf(note)}, found ${widest} in ${asked}`);
    }
  console.log(
    `\n${dialectOf(id).name}: ${books} books, about ${baskets.toLocaleString('en')} baskets, from seed ${from}`,
  );
  console.log(`${'what is lost'.padEnd(70)} bounds  alone  close`);
  for (const [loss, { bounds, asked, close, wide }] of [...rows].sort((a, b) => b[1].bounds - a[1].bounds)) {
    console.log(
      `${loss.slice(0, 70).padEnd(70)} ${String(bounds).padStart(6)} ${String(asked).padStart(6)} ${String(close).padStart(6)}`,
    );
    for (const one of wide.slice(0, 2)) console.log(`    ${one}`);
  }
}
