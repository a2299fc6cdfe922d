import { expect, test } from 'vitest';
import { type BookFile, type Market, patched, patchWith, readBookFile } from '../../src/core/book/index.ts';
import {
  type Adopted,
  adoptionRows,
  type ChannelFile,
  type Dialect,
  dialectOf,
  filesOf,
  type NotAdopted,
  settingsOf,
} from '../../src/core/channels/index.ts';
import type { Shop } from '../../src/core/channels/lerrin-shop/format.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { seeded } from '../../src/core/plan/index.ts';
import { inChannel, quote, soldIn } from '../../src/core/quote/index.ts';
import { opened } from '../books/opened.ts';
import { smallBook } from '../books/small.ts';
import { seedFrom, times } from '../trials.ts';
import { offerlessWorldOf, quotedWorldOf, saidWorldOf, tellableWorldOf } from './books.ts';
import { withCarrier } from './carried.ts';
import { type Picker, plain, plansChanged } from './changed-plans.ts';
import { feedWorldOf } from './feed-world.ts';
import { metDeliveriesOf } from './met-deliveries.ts';
import { metMixesOf } from './met-mixes.ts';
import { metOffersOf } from './met-offers.ts';
import { metPlacesOf } from './met-places.ts';
import { metRatesOf } from './met-rates.ts';
import { metTermsOf } from './met-terms.ts';

const at = Date.parse('2026-11-24T09:10:00Z');
const channels = ['lerrin-shop', 'harrowmere', 'findlark'] as const;
type Adopting = Pick<Dialect, 'id' | 'adopt' | 'render' | 'settings'>;
const adopt = (dialect: Adopting, files: readonly ChannelFile[]): Adopted => unwrap(dialect.adopt?.(files) as never);
/** A whole book of it. */
const wholeOf = ({ book, goods }: Adopted): BookFile => unwrap(readBookFile({ ...book, goods: goods() }));
/** What a book becomes. */
const told = (dialect: Adopting, file: Parameters<typeof opened>[0]) => {
  const { book, goods } = opened(file, file.markets[0]?.id);
  const rendition = dialect.render(book, goods);
  return { ...rendition, files: filesOf(rendition.rules) };
};
/**
 * What is lost and does not show in the file: names, days, how the book tests a threshold, how it adds rates, and that
 * it frees all of a basket.
 */
const besideTheFile: readonly NotAdopted['is'][] = [
  'no names',
  'no days',
  'threshold after goods offers',
  'own rates added',
  'frees its goods alone',
];

test.each(channels)('what is live at %s, adopted and rendered again, is the same file byte for byte', (id) => {
  const dialect = dialectOf(id);
  const counts = { same: 0, lossy: 0 };
  const from = seedFrom(61_000);
  for (let seed = from; seed < from + times(40); seed += 1)
    for (const worldOf of [offerlessWorldOf, tellableWorldOf, saidWorldOf, feedWorldOf, quotedWorldOf]) {
      const { book, goods } = opened(worldOf(seed).book, 'home');
      const live = filesOf(dialect.render(book, goods).rules);
      const again = adopt(dialect, live);
      const { lost } = again;
      if (lost.some(({ is }) => !besideTheFile.includes(is))) counts.lossy += 1;
      else {
        counts.same += 1;
        expect(told(dialect, wholeOf(again)).files, `book ${seed} of ${worldOf.name}`).toEqual(live);
      }
    }
  // What cannot be adopted whole is the exception.
  expect(counts.lossy / counts.same).toBeLessThan(0.1);
  expect(counts.same).toBeGreaterThan(times(100));
});

test.each(channels)(
  'so is what is live at %s of small books in which offers, deliveries, rates or zones meet',
  (id) => {
    const dialect = dialectOf(id);
    const counts = { same: 0, lossy: 0 };
    for (let seed = seedFrom(1); seed < seedFrom(1) + times(50); seed += 1)
      for (const bookOf of [metOffersOf, metTermsOf, metDeliveriesOf, metMixesOf, metRatesOf, metPlacesOf]) {
        const { files: live } = told(dialect, bookOf(dialect, seed));
        const again = adopt(dialect, live);
        if (again.lost.some(({ is }) => !besideTheFile.includes(is))) counts.lossy += 1;
        else {
          counts.same += 1;
          expect(told(dialect, wholeOf(again)).files, `book ${seed} of ${bookOf.name}`).toEqual(live);
        }
      }
    expect(counts.lossy / counts.same).toBeLessThan(0.1);
  },
);

test.each(channels)('a book adopted means what %s charges, where all of it is said exactly', (id) => {
  const dialect = dialectOf(id);
  const counts = { books: 0, baskets: 0, charged: 0 };
  const from = seedFrom(64_000);
  for (let seed = from; seed < from + times(40); seed += 1)
    for (const worldOf of [offerlessWorldOf, tellableWorldOf, feedWorldOf, quotedWorldOf]) {
      const world = worldOf(seed);
      const { book, goods } = opened(world.book, 'home');
      const live = filesOf(dialect.render(book, goods).rules);
      const adopted = adopt(dialect, live);
      const { lost } = adopted;
      const file = wholeOf(adopted);
      const again = opened(file);
      const { notes, rules } = dialect.render(again.book, again.goods);
      if (lost.some(({ is }) => is !== 'no names' && is !== 'no days')) continue;
      if (notes.some(({ fidelity }) => fidelity.is !== 'exact')) continue;
      counts.books += 1;
      const listed = new Set(again.goods.map(({ listing }) => listing));
      const { speeds } = settingsOf(adopted.book, dialect);
      for (let i = 0; i < 20; i += 1) {
        const { lines, place, codes } = world.basket();
        if (lines.some(({ sku }) => !listed.has(sku))) continue;
        const question = withCarrier(inChannel(again.ask({ lines, place, codes, moment: at }), dialect.id));
        const there = rules.charges(soldIn(question), at);
        counts.baskets += 1;
        const { choices, hidden } = quote(again.book, question);
        const meant = [...choices, ...hidden.map(({ choice }) => choice)];
        for (const service of file.services) {
          const own = meant.find((one) => one.service === service.id);
          const choice = there.find(({ speed }) => speed === speeds[service.id]);
          const where = `book ${seed} of ${worldOf.name}: ${JSON.stringify({ lines, place, codes, id: service.id })}`;
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
    const steps = pick(shop.zones.flatMap(({ rates }) => rates.map((rate) => rate.steps)));
    if (steps?.by === 'carrier') steps.amount = '3.33';
    const row = steps && steps.by !== 'carrier' && pick<{ charge: string | null }>(steps.rows);
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

/** The same at Findlark, in the text of a feed. */
const feedChanged: readonly ((text: string, pick: Picker) => string)[] = [
  (text, pick) => {
    const title = pick(text.match(/<promotion id="\d+" title="[^"]*"/g) ?? []);
    return title === undefined ? text : text.replace(title, title.replace(/title="[^"]*"/, 'title="By hand"'));
  },
  (text, pick) => {
    const one = pick(text.match(/ {2}<promotion id="\d+".*\n/g) ?? []);
    return one === undefined ? text : text.replace(one, '');
  },
  (text) => {
    const countries = /countries="([^"]*)" shown/.exec(text)?.[1];
    return countries === undefined
      ? text
      : text.replace(
          '</feed>',
          `  <promotion id="777" title="By hand" kind="percent" percent="7" code="BYHAND" countries="${countries}" shown="item basket"/>\n</feed>`,
        );
  },
  (text, pick) => {
    const one = pick(text.match(/<promotion id="\d+".*least-value="[^"]*"/g) ?? []);
    return one === undefined ? text : text.replace(one, one.replace(/least-value="[^"]*"/, 'least-value="12.34"'));
  },
];
const changedBy: Record<(typeof channels)[number], (file: ChannelFile, pick: Picker) => ChannelFile> = {
  'lerrin-shop': ({ name, text }, pick) => {
    const shop = pick(edits)?.(JSON.parse(text), pick) as Shop;
    return { name, text: JSON.stringify(shop) };
  },
  findlark: ({ name, text }, pick) => ({ name, text: pick(feedChanged)?.(text, pick) ?? text }),
  harrowmere: plansChanged,
};

test.each(channels)('what somebody changed at %s is told, and taken it is so in the book', (id) => {
  const dialect = dialectOf(id);
  const found = new Set<string>();
  const from = seedFrom(67_000);
  for (let seed = from; seed < from + times(60); seed += 1) {
    const random = seeded(seed * 7 + 1);
    const pick = <T>(list: readonly T[]): T | undefined => list[Math.floor(random() * list.length)];
    const { goods, ...body } = plain(tellableWorldOf(seed).book);
    const [market] = body.markets as [Market];
    const first = told(dialect, { ...body, goods });
    const own = adopt(dialect, first.files);
    const taking = { book: body, dialect, market, isTurned: false, told: first, here: own, there: own };
    expect(adoptionRows(taking)).toEqual([]);
    const there = adopt(dialect, [changedBy[id](first.files[0] as ChannelFile, pick)]);
    // A rate that somebody changed may leave a delivery campaign paying some services in part.
    if (there.lost.some(({ is }) => !besideTheFile.includes(is))) continue;
    const rows = adoptionRows({ ...taking, there });
    for (const { what, state, edits: taken } of rows) if (taken) found.add(`${what} ${state}`);
    const where = `book ${seed}: ${JSON.stringify(rows)}`;
    // What the book says in another way: an offer of several steps, a zone of several places, a group's own plan.
    const steps = rows.filter((row) => row.edits === null);
    if (id === 'lerrin-shop')
      expect(
        steps.filter(({ path: [list, key] }) => list !== 'offers' || body.offers.some((offer) => offer.id === key)),
        where,
      ).toEqual([]);
    // What free delivery pays at most goes by the rates: it may differ once these are taken, and is taken then.
    let made: BookFile = { ...body, goods };
    let left = rows;
    for (let act = 0; act < 2; act += 1) {
      const taken = left.flatMap((row) => row.edits ?? []);
      made = unwrap(readBookFile(patched(made, patchWith(made, null, taken))));
      const now = told(dialect, made);
      left = adoptionRows({ ...taking, book: made, told: now, here: adopt(dialect, now.files), there });
    }
    // Nothing is left to be taken; at the shop, nothing but what could not be.
    expect(
      left.filter((row) => row.edits !== null),
      where,
    ).toEqual([]);
    if (id === 'lerrin-shop') expect(left, where).toHaveLength(steps.length);
  }
  // Entries of items are no rates of templates that a book has.
  const lanes = id === 'findlark' ? [] : ['lane different'];
  expect([...found].sort()).toEqual([...lanes, 'offer different', 'offer gone', 'offer new']);
});

test('an offer on all goods there is the same as one on all goods here that are listed there', () => {
  const dialect = dialectOf('harrowmere');
  const { goods, ...body } = smallBook();
  const first = told(dialect, { ...body, goods });
  const [{ name, text: whole }] = first.files as [ChannelFile];
  const text = whole.replace(/^DELIVERY.*\n/m, '');
  const listing = (text.match(/^LISTING\tBAR-SEA\t.*\n/m) ?? [''])[0];
  const unlabelled = listing.replace(/\t[^\t\n]*\n$/, '\t\n');
  expect(unlabelled).not.toBe(listing);
  const here = adopt(dialect, [{ name, text: text.replace(listing, unlabelled) }]);
  const there = adopt(dialect, [{ name, text: text.replace(listing, '') }]);
  const goodsOn = ({ book }: Adopted) => book.offers.map(({ benefit }) => 'goods' in benefit && benefit.goods);
  expect([goodsOn(here), goodsOn(there)]).toEqual([['any'], [null]]);
  const [market] = body.markets as [Market];
  expect(adoptionRows({ book: body, dialect, market, isTurned: false, told: first, here, there })).toEqual([]);
});
