import { describe, expect, test } from 'vitest';
import { demoBook } from '../../../demo/book.ts';
import { opened } from '../../../tests/books/opened.ts';
import { item, shopOf } from '../../../tests/books/shop.ts';
import { smallBook } from '../../../tests/books/small.ts';
import { dialectOf, dialects, filesOf, type Rules, settingsOf } from '../channels/index.ts';
import {
  cellsOf,
  checkChannel,
  cornersOf,
  endsOf,
  type Finding,
  type LiveChannel,
  standingOf,
  unfollowed,
} from './index.ts';

const now = Date.parse('2026-11-24T09:10:00Z');

test('cells cover all numbers between the bounds, cut at every edge', () => {
  expect(cellsOf([60, 70, 60], 1, 100)).toEqual([
    { from: 1, to: 59 },
    { from: 60, to: 69 },
    { from: 70, to: 100 },
  ]);
  expect(cellsOf([0, 1, 500], 1, 100)).toEqual([{ from: 1, to: 100 }]);
  expect(endsOf({ from: 3, to: 3 })).toEqual([3]);
});

const silent = () => null;
const every = ({ parts }: ReturnType<typeof cornersOf>) => parts.flatMap((part) => [...part.batches(250)].flat());

describe('corners', () => {
  const { book, goods } = opened(smallBook());
  const { rules, said } = dialectOf('lerrin-shop').render(book, goods);
  const found = cornersOf(book, goods, [rules], said, now, 'lerrin-shop', silent);
  const corners = every(found);
  const at = (place: string, code: boolean) =>
    corners.filter(
      (corner) =>
        corner.question.place.country === place &&
        corner.question.codes.length === (code ? 1 : 0) &&
        corner.question.moment === now,
    );

  test('stand on each side of the threshold and of every break', () => {
    const values = new Set(at('IE', false).map((corner) => corner.question.lines[0]?.item.price));
    for (const value of [1, 5499, 5500, 100_000]) expect(values).toContain(value);
    const pound = 725_747_792_000;
    const masses = new Set(
      at('GB', false)
        .filter((corner) => corner.class.is === 'zone' && corner.class.zone === 'north')
        .map((corner) => corner.question.lines[0]?.item.mass),
    );
    for (const mass of [pound, pound + 1, 3 * pound, 3 * pound + 1]) expect(masses).toContain(mass);
    // The shop counts whole grams, rounded up: its own edge lies at 453 g.
    expect(masses).toContain(453 * 1_600_000_000);
  });

  test('stand where a code begins to be worth more than the free delivery it costs', () => {
    const file = smallBook();
    const free = file.templates[0]?.lanes.home?.post?.freeFrom;
    if (free) {
      free.test = 'after';
      free.value = '45.00';
    }
    // 15 % of 48.67 is 7.30, the rate: up to there the code stays unused, from 48.70 on, where it takes 7.31, it is
    // used.
    const { book: own, goods: items } = opened(file);
    const there = dialectOf('lerrin-shop').render(own, items);
    const values = new Set(
      every(cornersOf(own, items, [there.rules], there.said, now, 'lerrin-shop', silent)).map(
        (corner) => corner.question.lines[0]?.item.price,
      ),
    );
    for (const value of [4499, 4500, 4863, 4869, 4870, 5293, 5294]) expect(values, String(value)).toContain(value);
  });

  test('ask with and without the code, and on each side of its end', () => {
    expect(at('IE', true).length).toBe(at('IE', false).length);
    const end = Date.parse('2026-12-31T00:00:00Z');
    const moments = new Set(corners.map((corner) => corner.question.moment));
    expect(moments).toContain(end);
    expect(moments).toContain(end - 1000);
  });

  test('come in runs of one moment, baskets with fewer codes first, as many as were counted', () => {
    expect(corners.length).toBe(found.count);
    for (const most of [1, 7, 250])
      for (const part of found.parts) {
        const batches = [...part.batches(most)];
        const flat = batches.flat();
        expect(flat.length).toBe(part.count);
        expect(new Set(flat.map((corner) => JSON.stringify(corner))).size).toBe(flat.length);
        const order = flat.map(({ question }) => [question.moment, question.codes.length]);
        expect(order).toEqual([...order].sort(([a = 0, m = 0], [b = 0, n = 0]) => a - b || m - n));
        for (const some of batches) {
          expect(some.length).toBeLessThanOrEqual(most);
          expect(new Set(some.map(({ question }) => question.moment)).size).toBe(1);
        }
      }
  });

  test('reach every part of the map either side tells apart, and places no zone has', () => {
    const zones = new Set(corners.flatMap((corner) => (corner.class.is === 'zone' ? [corner.class.zone] : [])));
    expect(zones).toEqual(new Set(['home', 'north', null]));
  });
});

/** A channel in memory that works by some rules, and holds back some promotions. */
const working = (rules: Rules, held: readonly string[] = [], refused: readonly string[] = []): LiveChannel => ({
  live: async () => ({ rules: rules.without(new Set(held)), held: new Set(held), refused: new Set(refused) }),
  checkout: async (moment, baskets) => baskets.map((basket) => rules.without(new Set(held)).charges(basket, moment)),
});

describe('causes', () => {
  const sent = opened(smallBook());
  const dialect = dialectOf('lerrin-shop');
  const told = dialect.render(sent.book, sent.goods);
  const speeds = settingsOf(sent.file, dialect).speeds;
  const check = async (book: typeof sent, ask: LiveChannel | null, was: Rules | null = told.rules) =>
    (
      await checkChannel(
        book.book,
        book.goods,
        { id: 'lerrin-shop', sides: { rendition: dialect.render(book.book, book.goods), sent: was, speeds }, ask },
        now,
      )
    ).findings;
  const causes = (findings: readonly Finding[]) => [...new Set(findings.map((finding) => finding.cause))];

  test('nothing else differs where the channel works by what it was told', async () => {
    const findings = await check(sent, working(told.rules));
    // But for the grams that the shop rounds up to, beside breaks in pounds.
    expect(findings.length).toBeGreaterThan(0);
    for (const finding of findings)
      expect(finding).toMatchObject({
        cause: 'limit',
        class: { zone: 'north' },
        differs: 'rate',
        note: { fidelity: { is: 'bounded' } },
      });
  });

  test('a rate edited over there is drift, shown by the smallest basket, at the rate', async () => {
    const files = filesOf(told.rules).map((file) => ({ ...file, text: file.text.replaceAll('7.30', '5.00') }));
    const edited = dialect.read(files);
    if (!edited.ok) throw new Error('unreadable');
    const finding = (await check(sent, working(edited.value))).find((one) => one.cause === 'drift');
    expect(finding).toMatchObject({
      cause: 'drift',
      difference: -230,
      differs: 'rate',
      basket: { lines: [{ sku: 'BAR-OAT', units: 1 }], place: 'IE' },
    });
    expect(standingOf(finding as Finding, new Set())).toBe('off');
  });

  test('a promotion held by a review is in review; a refused one is off', async () => {
    expect(causes(await check(sent, working(told.rules, ['suds'])))).toContain('in review');
    const refused = (await check(sent, working(told.rules, ['suds'], ['suds']))).find((one) => one.cause === 'refused');
    expect(standingOf(refused as Finding, new Set())).toBe('off');
  });

  test('a change of the book that was not sent, and a book never sent, are unsent', async () => {
    const file = smallBook();
    const lane = file.templates[0]?.lanes.home?.post;
    if (lane) lane.rate = { is: 'flat', amount: '8.00' };
    expect(causes(await check(opened(file), working(told.rules)))).toContain('unsent');
    expect(
      causes(
        await check(
          sent,
          {
            live: async () => ({ rules: null, held: new Set(), refused: new Set() }),
            checkout: async (_, baskets) => baskets.map(() => []),
          },
          null,
        ),
      ),
    ).toEqual(['unsent']);
  });

  test('of two codes that differ alike each has its row told; both together tell nothing new', async () => {
    const file = smallBook();
    const free = file.templates[0]?.lanes.home?.post?.freeFrom;
    if (free) free.test = 'after';
    const [suds] = file.offers;
    if (suds)
      file.offers.push({
        ...suds,
        id: 'soap',
        number: 2,
        title: 'SOAP: 15 % off',
        code: { is: 'shared', code: 'SOAP' },
      });
    file.numbered = 2;
    file.eitherOr.push({ id: 'one', name: 'One code', of: 'order', offers: ['suds', 'soap'] });
    const findings = await check(opened(file), null, null);
    const rows = findings.flatMap((one) =>
      one.class.is === 'zone' && one.class.zone === 'home' ? [one.class.codes.join(' ')] : [],
    );
    expect(new Set(rows)).toEqual(new Set(['SUDS', 'SOAP']));
  });

  test('a check can be stopped', async () => {
    const run = checkChannel(
      sent.book,
      sent.goods,
      { id: 'lerrin-shop', sides: { rendition: told, sent: null, speeds }, ask: null },
      now,
      {
        ...unfollowed,
        progress: async () => {
          throw new Error('enough');
        },
      },
    );
    await expect(run).rejects.toThrow('enough');
  });
});

test('the demo’s thresholds after discounts are found at every channel, within their bounds', async () => {
  const { book, goods, file } = opened(demoBook());
  for (const dialect of dialects) {
    const rendition = dialect.render(book, goods);
    const { findings } = await checkChannel(
      book,
      goods,
      { id: dialect.id, sides: { rendition, sent: null, speeds: settingsOf(file, dialect).speeds }, ask: null },
      now,
    );
    const found = findings.find(
      (one) => one.class.is === 'zone' && one.class.zone === 'ie' && one.class.codes[0] === 'GUST12',
    );
    expect(found, dialect.name).toMatchObject({
      cause: 'limit',
      difference: -490,
      differs: 'threshold',
      // At Harrowmere goods of either stock place pay: plans add.
      note: { fidelity: { is: 'bounded', bound: dialect.id === 'harrowmere' ? 2 * 490 : 490 } },
    });
    expect(found?.basket?.value).toBeGreaterThanOrEqual(6000);
  }
});

test('a channel told nothing of a rate is found though every item is heavy and none weighs 500 g', async () => {
  const byVolume = { is: 'table' as const, unit: 'l' as const, breaks: [{ to: null, amount: '3.00' }] };
  const channels = { 'lerrin-shop': { speeds: { post: 'post' } } };
  const box = item('A', { size: { length: '10', width: '10', height: '10', unit: 'cm' } });
  const { book, goods, file } = shopOf({ post: { rate: byVolume, freeFrom: null } }, [box], { channels }).open();
  const dialect = dialectOf('lerrin-shop');
  const rendition = dialect.render(book, goods);
  const sides = { rendition, sent: null, speeds: settingsOf(file, dialect).speeds };
  const { findings } = await checkChannel(book, goods, { id: dialect.id, sides, ask: null }, now);
  expect(findings.map((one) => [one.service, one.cause])).toEqual([['post', 'not sold there']]);
});

test('a market that adds its tax is checked as the channel counts it: with tax on both sides nothing differs', async () => {
  const file = smallBook();
  file.taxes = [{ id: 'all', class: 'standard', places: ['world'], percent: '23' }];
  const found = async (tax: 'inside' | 'added') => {
    const { book, goods } = opened({
      ...file,
      markets: file.markets.map((market, i) => (i === 0 ? { ...market, tax } : market)),
    });
    return Promise.all(
      dialects.map(async (dialect) => {
        const rendition = dialect.render(book, goods);
        const sides = { rendition, sent: null, speeds: settingsOf(file, dialect).speeds };
        const { findings } = await checkChannel(book, goods, { id: dialect.id, sides, ask: null }, now);
        return findings.map((one) => [dialect.id, one.cause, one.class]);
      }),
    );
  };
  expect(await found('added')).toEqual(await found('inside'));
});
