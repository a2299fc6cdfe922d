import { expect, test } from 'vitest';
import { type BookFile, bookFileSchema, patched, patchWith, readBookFile } from '../../src/core/book/index.ts';
import {
  type Adopted,
  adoptionRows,
  type ChannelFile,
  dialectOf,
  filesOf,
  type NotAdopted,
} from '../../src/core/channels/index.ts';
import type { Shop } from '../../src/core/channels/lerrin-shop/format.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { seeded } from '../../src/core/plan/index.ts';
import { inChannel, quote, soldIn } from '../../src/core/quote/index.ts';
import { opened } from '../books/opened.ts';
import { seedFrom, times } from '../trials.ts';
import { offerlessWorldOf, saidWorldOf, tellableWorldOf } from './books.ts';

const dialect = dialectOf('lerrin-shop');
const at = Date.parse('2026-11-24T09:10:00Z');
const adopt = (files: readonly ChannelFile[]): Adopted => unwrap(dialect.adopt?.(files) as never);
/** A whole book of it. */
const wholeOf = ({ book, goods }: Adopted): BookFile => unwrap(readBookFile({ ...book, goods: goods() }));
/** The file that a book becomes. */
const told = (file: Parameters<typeof opened>[0]): ChannelFile[] => {
  const { book, goods } = opened(file, file.markets[0]?.id);
  return filesOf(dialect.render(book, goods).rules);
};
/** What is lost and does not show in the file: names, how the book tests a threshold, and how it adds rates. */
const besideTheFile: readonly NotAdopted['is'][] = ['no names', 'threshold after goods offers', 'own rates added'];

test('what is live, adopted and rendered again, is the same file byte for byte', () => {
  const counts = { same: 0, lossy: 0 };
  const from = seedFrom(61_000);
  for (let seed = from; seed < from + times(40); seed += 1)
    for (const worldOf of [offerlessWorldOf, tellableWorldOf, saidWorldOf]) {
      const { book, goods } = opened(worldOf(seed).book, 'home');
      const live = filesOf(dialect.render(book, goods).rules);
      const again = adopt(live);
      const { lost } = again;
      if (lost.some(({ is }) => !besideTheFile.includes(is))) counts.lossy += 1;
      else {
        counts.same += 1;
        expect(told(wholeOf(again)), `book ${seed} of ${worldOf.name}`).toEqual(live);
      }
    }
  // What cannot be adopted whole is the exception.
  expect(counts.lossy / counts.same).toBeLessThan(0.1);
  expect(counts.same).toBeGreaterThan(times(100));
});

test('a book adopted means what the channel charges, where all of it is said exactly', () => {
  const counts = { books: 0, baskets: 0, charged: 0 };
  const from = seedFrom(64_000);
  for (let seed = from; seed < from + times(60); seed += 1)
    for (const worldOf of [offerlessWorldOf, tellableWorldOf]) {
      const world = worldOf(seed);
      const { book, goods } = opened(world.book, 'home');
      const live = filesOf(dialect.render(book, goods).rules);
      const adopted = adopt(live);
      const { lost } = adopted;
      const file = wholeOf(adopted);
      const again = opened(file);
      const { notes, rules } = dialect.render(again.book, again.goods);
      if (lost.length > 1 || notes.some(({ fidelity }) => fidelity.is !== 'exact')) continue;
      counts.books += 1;
      const listed = new Set(again.goods.map(({ listing }) => listing));
      for (let i = 0; i < 20; i += 1) {
        const { lines, place, codes } = world.basket();
        if (lines.some(({ sku }) => !listed.has(sku))) continue;
        const question = inChannel(again.ask({ lines, place, codes, moment: at }), dialect.id);
        const there = rules.charges(soldIn(question), at);
        counts.baskets += 1;
        const { choices, hidden } = quote(again.book, question);
        const meant = [...choices, ...hidden.map(({ choice }) => choice)];
        for (const { id } of file.services) {
          const own = meant.find((one) => one.service === id);
          const choice = there.find(({ speed }) => speed === id);
          const where = `book ${seed} of ${worldOf.name}: ${JSON.stringify({ lines, place, codes, id })}`;
          expect(choice ? choice.charge - choice.discount : null, where).toBe(own ? own.delivery - own.discount : null);
          if (choice) counts.charged += 1;
        }
      }
    }
  expect(counts.books).toBeGreaterThan(times(5));
  expect(counts.charged).toBeGreaterThan(times(60));
});

/** What somebody does to what is live. */
const edits: readonly ((shop: Shop, pick: <T>(list: readonly T[]) => T | undefined) => Shop)[] = [
  (shop, pick) => {
    const rate = pick(shop.zones.flatMap(({ rates }) => rates));
    const row = rate && pick<{ charge: string | null }>(rate.steps.rows);
    if (row) row.charge = '3.33';
    return shop;
  },
  (shop, pick) => {
    const rate = pick(shop.zones.flatMap(({ rates }) => rates));
    if (rate) rate.freeFrom = rate.freeFrom === null ? '77.00' : null;
    return shop;
  },
  (shop, pick) => {
    const one = pick(shop.campaigns);
    if (one) one.leastValue = '12.34';
    return shop;
  },
  (shop, pick) => {
    const one = pick(shop.campaigns);
    return { ...shop, campaigns: shop.campaigns.filter((other) => other !== one) };
  },
  (shop) => ({
    ...shop,
    campaigns: [
      ...shop.campaigns,
      {
        key: 'by-hand',
        title: { [shop.locales[0] ?? '']: 'By hand' },
        terms: {},
        letter: 'Z',
        benefit: { kind: 'order', off: { is: 'percent', percent: '7' } },
        code: 'BYHAND',
        leastValue: '20.00',
        places: null,
        except: [],
        uses: 30,
        from: null,
        until: null,
      },
    ],
  }),
];

/** A book whose templates and zones are the shop's one for one: no kinds and rates of their own, one map for all. */
function plain({ goods, templates, ...book }: BookFile): BookFile {
  const zones = templates[0]?.zones ?? [];
  return bookFileSchema.parse({
    ...book,
    templates: templates.map((template) => ({
      ...template,
      zones,
      lanes: Object.fromEntries(
        Object.entries(template.lanes)
          .filter(([zone]) => zones.includes(zone))
          .map(([zone, row]) => [
            zone,
            Object.fromEntries(
              Object.entries(row).map(([service, lane]) => [service, { ...lane, kinds: {}, dated: [], bounds: [] }]),
            ),
          ]),
      ),
    })),
    goods: goods.map((item) => ({ ...item, kind: null, origin: null, ownRate: null, dated: [] })),
  });
}

test('what somebody changed over there is told, and taken it is so in the book', () => {
  const found = new Set<string>();
  const from = seedFrom(67_000);
  for (let seed = from; seed < from + times(60); seed += 1) {
    const random = seeded(seed * 7 + 1);
    const pick = <T>(list: readonly T[]): T | undefined => list[Math.floor(random() * list.length)];
    const { goods, ...body } = plain(tellableWorldOf(seed).book);
    const [file] = told({ ...body, goods });
    const own = adopt([file as ChannelFile]);
    expect(adoptionRows(body, dialect, own, own)).toEqual([]);
    const shop = pick(edits)?.(JSON.parse(file?.text ?? ''), pick) as Shop;
    const there = adopt([{ name: 'shop.json', text: JSON.stringify(shop) }]);
    // A rate that somebody changed may leave a delivery campaign paying some services in part.
    if (there.lost.some(({ is }) => !besideTheFile.includes(is))) continue;
    const rows = adoptionRows(body, dialect, own, there);
    for (const { what, state } of rows) found.add(`${what} ${state}`);
    const where = `book ${seed}: ${JSON.stringify(rows)}`;
    // An offer of several steps is several campaigns: none of them is the offer by itself.
    const steps = rows.filter((row) => row.edits === null);
    expect(
      steps.filter(({ path: [list, id] }) => list !== 'offers' || body.offers.some((offer) => offer.id === id)),
      where,
    ).toEqual([]);
    // What free delivery pays at most goes by the rates: it may differ once these are taken, and is taken then.
    let made: BookFile = { ...body, goods };
    let left = rows;
    for (let act = 0; act < 2; act += 1) {
      const taken = left.flatMap((row) => row.edits ?? []);
      made = unwrap(readBookFile(patched(made, patchWith(made, null, taken))));
      left = adoptionRows(made, dialect, adopt(told(made)), there);
    }
    expect(
      left.map(({ path }) => path),
      where,
    ).toEqual(steps.map(({ path }) => path));
  }
  expect([...found].sort()).toEqual(['lane different', 'offer different', 'offer gone', 'offer new']);
});
