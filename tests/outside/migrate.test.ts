import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  type Basket,
  basketSchema,
  compileBook,
  groupsFrom2,
  migrationNotes,
  readBasket,
  readBookFile,
  readyGoods,
} from '../../src/core/book/index.ts';
import { fewestGroups } from '../../src/core/book/migrate/groups.ts';
import { patternFrom2 } from '../../src/core/book/migrate/patterns.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { questionOf, quote } from '../../src/core/quote/index.ts';

const kept = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../books/format-2/${name}.json`, import.meta.url), 'utf8'));

interface OldAnswer {
  readonly basket: Basket;
  readonly choices: readonly (readonly [
    service: string,
    discount: number,
    delivery: number,
    tax: number,
    used: string,
  ])[];
}

describe('the demo’s old book', () => {
  const read = readBookFile(kept('demo'));

  test('is sound after the migration; the cap on a charge has become the service it meant, and that is told', () => {
    expect(read.ok ? [] : read.problems).toEqual([]);
    expect(migrationNotes(kept('demo'))).toEqual([
      {
        at: ['offers', 'first-advent', 'benefit', 'on'],
        is: 'cap',
        cap: '8.50',
        always: ['economy'],
        sometimes: ['freight'],
      },
    ]);
  });

  test('answers alike for hundreds of baskets in three markets, but where the rules have changed', () => {
    const { goods, ...body } = unwrap(read);
    const markets = new Map(
      body.markets.map(({ id }) => {
        const book = unwrap(compileBook(body, id));
        return [id, { book, goods: new Map(readyGoods(book, goods).goods.map((item) => [item.sku, item])) }];
      }),
    );
    const changed = new Map<string, number>();
    let same = 0;
    for (const { basket, choices } of kept('answers') as OldAnswer[]) {
      const at = markets.get(basket.market ?? 'home');
      if (!at) throw new Error('no such market');
      const question = unwrap(
        questionOf(at.book, basketSchema.parse(basket), { ready: (sku) => at.goods.get(sku), now: 0 }),
      );
      const answer = quote(at.book, question);
      const now = [...answer.choices, ...answer.hidden.map((one) => one.choice)]
        .map((one) => [one.service, one.discount, one.delivery, one.tax, one.used.join(' ')] as const)
        .sort();
      for (const old of choices) {
        const one = now.find(([service]) => service === old[0]);
        if (JSON.stringify(one) === JSON.stringify(old)) {
          same += 1;
          continue;
        }
        // A gift from another stock place is a group of its own, and is not used where that costs more than it would
        // without.
        const gift = old[4].includes('ribbon') || one?.[4].includes('ribbon');
        // Several groups, one of them freed: it drops out of what puts them together.
        const groups = new Set(question.lines.map(({ item }) => `${item.template.id} ${item.origin}`)).size;
        const why = gift
          ? 'a gift that costs is not used'
          : groups > 1 && one && one[1] === old[1]
            ? 'freed groups drop out of mixing'
            : 'not explained';
        changed.set(why, (changed.get(why) ?? 0) + 1);
      }
      expect(now.length).toBe(choices.length);
    }
    expect([...changed.keys()].filter((why) => why === 'not explained')).toEqual([]);
    expect([...changed.keys()].sort()).toEqual(['a gift that costs is not used', 'freed groups drop out of mixing']);
    expect(same).toBeGreaterThan(450);
  });
});

describe('the demo’s first book, as the program of its day answered it', () => {
  const first = (name: string): unknown =>
    JSON.parse(readFileSync(new URL(`../books/format-1/${name}.json`, import.meta.url), 'utf8'));
  const read = readBookFile(first('demo'));

  test('is sound after two migrations; the cap on a charge has become the services it meant', () => {
    expect(read.ok ? [] : read.problems).toEqual([]);
    expect(migrationNotes(first('demo'))).toEqual([]);
    expect(unwrap(read).offers.map(({ benefit }) => benefit)).toMatchObject([
      { is: 'off order', off: { by: 'percent', percent: '10' } },
      { is: 'delivery', on: { is: 'services' } },
      { is: 'delivery', on: { is: 'services' } },
    ]);
  });
  test('answers alike for hundreds of baskets', () => {
    const { goods, ...body } = unwrap(read);
    const book = unwrap(compileBook(body));
    const bySku = new Map(readyGoods(book, goods).goods.map((item) => [item.sku, item]));
    let same = 0;
    const otherwise: string[] = [];
    for (const { basket, choices } of first('answers') as Pick<OldAnswer, 'basket' | 'choices'>[]) {
      const question = unwrap(questionOf(book, basketSchema.parse(basket), { ready: (sku) => bySku.get(sku), now: 0 }));
      const answer = quote(book, question);
      const now = [...answer.choices, ...answer.hidden.map((one) => one.choice)]
        .map((one) => [one.service, one.discount, one.delivery, one.used.join('+')])
        .sort();
      const then = [...choices].sort();
      if (JSON.stringify(now) === JSON.stringify(then)) same += 1;
      else otherwise.push(`${JSON.stringify(basket)}: ${JSON.stringify(then)} → ${JSON.stringify(now)}`);
    }
    expect(otherwise.slice(0, 5)).toEqual([]);
    expect(same).toBe(240);
    const used = (first('answers') as OldAnswer[]).flatMap((one) => one.choices.flatMap((choice) => choice[3] || []));
    expect(new Set(used.flatMap((one) => String(one).split('+'))).size).toBe(3);
  });
});

describe('baskets of the second format', () => {
  test('what offers had cost stands in the first week of all', () => {
    const read = readBasket({
      id: 'a',
      name: 'A',
      lines: [{ sku: 'X', units: 1 }],
      place: 'IE',
      codes: [],
      moment: null,
      spent: { gale: { uses: 3, own: 1, spent: '12.50' }, calm: { uses: 0, own: 0, spent: '0' } },
    });
    expect(unwrap(read).spent).toEqual({
      gale: { uses: 3, own: 1, rows: [{ week: '1970-01-05', channel: null, amount: '12.50' }] },
      calm: { uses: 0, own: 0, rows: [] },
    });
  });
});

test.each([
  ['GB:HS*', ['GB HS*']],
  ['GB:HS1 2AA', ['GB HS1 2AA']],
  // Compared without its space, it was a district.
  ['GB:HS1 2*', ['GB HS12*']],
  ['GB:AB31..AB38', ['GB AB31 to AB38']],
  ['GB:ZE1..ZE3', ['GB ZE1 to ZE3']],
  ['GB:YO31..ZE2', ['GB YO31 to YO99', 'GB ZE0 to ZE2']],
  ['US:995..999', ['US 995 to 999']],
  ['IE:H53..H55', ['IE H53*', 'IE H54*', 'IE H55*']],
  ['EU', ['EU']],
  ['GB-NIR', ['GB-NIR']],
])('%s is written %s', (old, now) => {
  expect(patternFrom2(old)).toEqual(now);
});

describe('the consent of each offer, level by level, as groups', () => {
  const levels = ['goods', 'order', 'delivery'] as const;
  const offer = fc.record({ level: fc.constantFrom(...levels, 'gift' as const), addsTo: fc.subarray([...levels]) });
  const offers = fc.array(offer, { maxLength: 7 });
  const benefits = {
    goods: { is: 'off goods' },
    gift: { is: 'gift' },
    order: { is: 'off order' },
    delivery: { is: 'delivery' },
  };
  const levelOf = (level: string) => (level === 'gift' ? 'goods' : level);

  test('say the same pairs, and no fewer groups do', () => {
    fc.assert(
      fc.property(offers, (list) => {
        const old = list.map((one, i) => ({ id: `o${i}`, benefit: benefits[one.level], addsTo: one.addsTo }));
        const groups = groupsFrom2(old) as { of: string; offers: string[] }[];
        const meant = (a: number, b: number): string => {
          const [one, other] = [list[a], list[b]];
          if (!one || !other) return 'none';
          const [x, y] = [levelOf(one.level), levelOf(other.level)];
          if (
            !(x === 'delivery' && y === 'delivery') &&
            one.addsTo.includes(y as never) &&
            other.addsTo.includes(x as never)
          )
            return 'none';
          if (x !== 'goods' || y !== 'goods') return 'order';
          return one.level === 'gift' || other.level === 'gift' ? 'none' : 'line';
        };
        const said = (a: number, b: number, by = groups): string => {
          const both = by.filter((group) => group.offers.includes(`o${a}`) && group.offers.includes(`o${b}`));
          if (both.some((group) => group.of === 'order')) return 'order';
          if (!both.some((group) => group.of === 'line') || list[a]?.level === 'gift' || list[b]?.level === 'gift')
            return 'none';
          return list[a]?.level === 'goods' && list[b]?.level === 'goods' ? 'line' : 'order';
        };
        const pairs = list.flatMap((_, a) => list.slice(a + 1).map((__, k) => [a, a + 1 + k] as const));
        for (const [a, b] of pairs) expect(said(a, b)).toBe(meant(a, b));
        if (list.length > 5 || groups.length < 2) return;
        // Brute force: no one fewer groups, of any members and either sort, say all pairs.
        const subsets = Array.from({ length: 2 ** list.length }, (_, set) =>
          list.flatMap((__, i) => (set & (1 << i) ? [`o${i}`] : [])),
        ).filter((one) => one.length > 1);
        const sorts = subsets.flatMap((members) => ['order', 'line'].map((of) => ({ of, offers: members })));
        const sound = sorts.filter((group) =>
          pairs.every(([a, b]) => said(a, b, [group]) === 'none' || said(a, b, [group]) === meant(a, b)),
        );
        const open = (chosen: typeof sound) =>
          pairs.find(([a, b]) => meant(a, b) !== 'none' && said(a, b, chosen) !== meant(a, b));
        const within = (chosen: typeof sound, most: number): boolean => {
          const pair = open(chosen);
          if (!pair) return true;
          return (
            most > 0 &&
            sound.some(
              (group) =>
                said(pair[0], pair[1], [group]) === meant(pair[0], pair[1]) && within([...chosen, group], most - 1),
            )
          );
        };
        expect(within([], groups.length - 1)).toBe(false);
      }),
      { numRuns: 400 },
    );
  });

  test('a hundred offers that all keep each other out are one group', () => {
    expect(
      fewestGroups(
        100,
        () => 'order',
        () => false,
        () => true,
      ),
    ).toEqual([{ of: 'order', members: Array.from({ length: 100 }, (_, i) => i) }]);
  });
});
