import { expect, test } from 'vitest';
import {
  asOf,
  type BookFile,
  type BookInput,
  type Market,
  patched,
  patchWith,
  readBookFile,
  starterBook,
} from '../../src/core/book/index.ts';
import {
  adoptionRows,
  begunFrom,
  type ChannelFile,
  countedAt,
  filesOf,
  type NotAdopted,
  type Taking,
  type ToldSite,
  toldAt,
} from '../../src/core/channels/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { seeded } from '../../src/core/plan/index.ts';
import { starterNames } from '../../src/words/index.ts';
import { opened } from '../books/opened.ts';
import { smallBook } from '../books/small.ts';
import { seedFrom, times } from '../trials.ts';
import { marketOffersWorldOf, offerlessWorldOf, tellableWorldOf } from './books.ts';
import { plain, plansChanged } from './changed-plans.ts';

const at = Date.parse('2026-11-24T09:10:00Z');
/** What Harrowmere is told of a book, site by site. */
function toldOf(file: BookFile): { sites: readonly ToldSite[]; files: ChannelFile[] } {
  const { goods: _, ...body } = file;
  const sites = toldAt('harrowmere', body, (market) => {
    const { book, goods } = opened(file, market);
    return { book: asOf(book, at), goods };
  });
  return { sites, files: sites.flatMap(({ rendition }) => filesOf(rendition.rules)) };
}

const edited = (file: BookFile, edits: Parameters<typeof patchWith>[2]): BookFile =>
  unwrap(readBookFile(patched(file, patchWith(file, null, edits))));

const { goods: _, ...bare } = {
  ...starterBook({ country: 'IE', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' }, starterNames),
  goods: [],
};

const none = { ok: false, problems: [] } as const;
/** What is lost and does not show in a file. */
const besideTheFile: readonly NotAdopted['is'][] = ['no names', 'no days', 'exchange', 'frees its goods alone'];

test.each([
  ['euros', bare, 'GBP'],
  ['pounds', { ...bare, markets: [{ ...(bare.markets[0] as Market), currency: 'GBP' }] }, 'EUR'],
])(
  'a book in %s begun from both sites of Harrowmere tells each the same file byte for byte',
  (_name, empty, beside) => {
    const counts = { same: 0, lossy: 0, stated: 0 };
    const from = seedFrom(71_000);
    for (let seed = from; seed < from + times(12); seed += 1)
      for (const worldOf of [offerlessWorldOf, tellableWorldOf, marketOffersWorldOf]) {
        const { files: live } = toldOf(worldOf(seed).book);
        if (live.length < 2) throw new Error(`book ${seed} is told in one currency alone`);
        const begun = unwrap(begunFrom(empty, 'harrowmere', live) ?? none);
        expect(begun.besides).toEqual([beside]);
        const file = edited({ ...empty, goods: [] }, begun.edits);
        if (begun.lost.some(({ is }) => !besideTheFile.includes(is))) {
          counts.lossy += 1;
          continue;
        }
        counts.same += 1;
        counts.stated += JSON.stringify(file.templates).split(`"also":{"${beside}"`).length - 1;
        expect(toldOf(file).files, `book ${seed} of ${worldOf.name}`).toEqual(live);
      }
    // A lane that is offered in one currency alone is the exception.
    expect(counts.lossy).toBeLessThan(counts.same / 2);
    expect(counts.same).toBeGreaterThan(times(18));
    expect(counts.stated).toBeGreaterThan(times(180));
  },
);

test('what somebody changed in pounds is told, and taken it is so in pounds, and nothing else in euros', () => {
  const found = new Set<string>();
  const from = seedFrom(74_000);
  for (let seed = from; seed < from + times(40); seed += 1) {
    const random = seeded(seed * 7 + 1);
    const pick = <T>(list: readonly T[]): T | undefined => list[Math.floor(random() * list.length)];
    // Every other book's offers are those of Harrowmere in pounds alone.
    const { offers, ...world } = plain(tellableWorldOf(seed).book);
    const held = { markets: ['britain'], channels: ['harrowmere'] };
    const before: BookFile = { ...world, offers: seed % 2 === 0 ? offers.map((one) => ({ ...one, ...held })) : offers };
    const first = toldOf(before);
    const told = siteIn(first, 'GBP');
    const own = unwrap(told.dialect.adopt?.(first.files) ?? none);
    const live = filesOf(told.rendition.rules).map((file) => plansChanged(file, pick));
    const there = unwrap(told.dialect.adopt?.(live) ?? none);
    if (there.lost.some(({ is }) => !besideTheFile.includes(is))) continue;
    const rowsOf = (file: BookFile, at: ReturnType<typeof toldOf>) => {
      const { dialect, rendition, book } = siteIn(at, 'GBP');
      const here = unwrap(dialect.adopt?.(at.files) ?? none);
      const market = book.market.body;
      return adoptionRows({ book: file, dialect, market, isTurned: false, told: rendition, here, there });
    };
    const rows = rowsOf(before, first);
    const where = `book ${seed}: ${JSON.stringify(rows)}`;
    expect(rows.length > 0 || JSON.stringify(there.book) === JSON.stringify(own.book), where).toBe(true);
    let made = before;
    let left = rows;
    for (let act = 0; act < 2; act += 1) {
      made = edited(
        made,
        left.flatMap((row) => row.edits ?? []),
      );
      left = rowsOf(made, toldOf(made));
    }
    expect(
      left.filter((row) => row.edits !== null),
      where,
    ).toEqual([]);
    const euros = (file: BookFile) => filesOf(siteIn(toldOf(file), 'EUR').rendition.rules);
    expect(euros(made), where).toEqual(euros(before));
    for (const { what, state, edits } of rows) if (edits) found.add(`${what} ${state}`);
  }
  expect([...found].sort()).toEqual(['lane different', 'offer different', 'offer gone', 'offer new']);
});

const siteIn = ({ sites }: ReturnType<typeof toldOf>, currency: string): ToldSite =>
  sites.find(({ dialect }) => dialect.currency === currency) as ToldSite;

/** The small book in two markets, of which Harrowmere is told both, and the same with one line of a file changed. */
function changedIn(currency: string, [before, after]: readonly [string, string], of: Partial<BookInput>) {
  const [first] = smallBook().markets as [Market];
  const markets = [first, { ...first, id: 'other', name: 'Other', currency: 'GBP', locale: 'en-GB' }];
  const exchange = [
    { id: 'pounds', from: 'EUR', to: 'GBP', rate: '0.86' },
    { id: 'euros', from: 'GBP', to: 'EUR', rate: '1.16' },
  ];
  const file = smallBook({ markets, exchange, ...of });
  const told = toldOf(file);
  const { dialect, rendition, book } = siteIn(told, currency);
  const live = told.files.map(({ name, text }) => ({ name, text: text.replace(before, after) }));
  expect(live).not.toEqual(told.files);
  const taking: Taking = {
    book: file,
    dialect,
    market: book.market.body,
    isTurned: countedAt(book, dialect).book !== book,
    told: rendition,
    here: unwrap(dialect.adopt?.(told.files) ?? none),
    there: unwrap(dialect.adopt?.(live) ?? none),
  };
  return adoptionRows(taking).map(({ edits }) => edits);
}
const [soaps] = smallBook().templates as [BookInput['templates'][number]];
const lane = ['templates', 'soaps', 'lanes', 'home', 'post'];
const rate = (amount: string) => ({ is: 'flat', amount }) as const;
const line = (amount: string) => `RATE\tSOAPS\tIRELAND\tSTANDARD\t${amount}`;

test('an amount is taken in the currency in which a template is written, and beside it in any other', () => {
  const plainly: Partial<BookInput> = {};
  expect(changedIn('EUR', [line('7.30'), line('7.80')], plainly)).toEqual([
    [{ path: [...lane, 'rate'], value: rate('7.80') }],
  ]);
  expect(changedIn('GBP', [line('6.28'), line('6.50')], plainly)).toEqual([
    [{ path: [...lane, 'also', 'GBP'], value: rate('6.50') }],
  ]);
  const ofPounds: Partial<BookInput> = { templates: [{ ...soaps, currency: 'GBP' }] };
  expect(changedIn('GBP', [line('7.30'), line('7.80')], ofPounds)).toEqual([
    [{ path: [...lane, 'rate'], value: rate('7.80') }],
  ]);
  expect(changedIn('EUR', [line('8.47'), line('8.00')], ofPounds)).toEqual([
    [{ path: [...lane, 'also', 'EUR'], value: rate('8.00') }],
  ]);
});

test('what is not known to be meant is not taken: an amount with tax that the book has without, a rate for a time', () => {
  const [first] = smallBook().markets as [Market];
  const untaxed: Partial<BookInput> = {
    markets: [{ ...first, tax: 'added', assumed: 'IE' }],
    taxes: [{ id: 'all', class: 'standard', places: ['IE'], percent: '20' }],
    deliveryClass: 'standard',
  };
  expect(changedIn('EUR', [line('8.76'), line('9.00')], untaxed)).toEqual([null]);
  const home = soaps.lanes.home?.post as NonNullable<(typeof soaps.lanes)[string][string]>;
  const dated = {
    id: 'autumn',
    window: { from: '2026-11-01T00:00', until: null, zone: 'Europe/Dublin' },
    sets: { is: 'rate' as const, rate: rate('5.00') },
  };
  const forATime: Partial<BookInput> = {
    templates: [{ ...soaps, lanes: { ...soaps.lanes, home: { post: { ...home, dated: [dated] } } } }],
  };
  expect(changedIn('EUR', [line('5.00'), line('5.50')], forATime)).toEqual([null]);
});

test('a new offer of one site is one of its market, its amounts in pounds and about the same in euros', () => {
  const added = 'DELIVERY\tHAND\tBy hand\tBy hand\tANY\t43.00\tSTANDARD\tALL\t\t\t\nGOODS\tSUDS';
  const [edits] = changedIn('GBP', ['GOODS\tSUDS', added], {});
  const offer = edits?.find(({ path: [list] }) => list === 'offers')?.value;
  expect(offer).toMatchObject({
    markets: ['other'],
    channels: ['harrowmere'],
    asks: [{ over: 'value', value: '50.00', also: { GBP: '43.00' } }],
  });
});
