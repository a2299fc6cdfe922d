import { describe, expect, test } from 'vitest';
import { demoGoods } from '../../../demo/goods.ts';
import { sheetOf } from '../../../tests/books/sheets.ts';
import { item } from '../../../tests/books/shop.ts';
import { saidProblem } from '../../words/index.ts';
import type { Currency } from '../exact/index.ts';
import {
  bulkChanges,
  completer,
  isLacking,
  itemSchema,
  layersOf,
  lineOf,
  ownAt,
  ownRateText,
  readItem,
  readSelection,
  readSkus,
  type SelectionBody,
  withParents,
  writeGoods,
} from './index.ts';

const eur = 'EUR' as Currency;
const head = 'sku,name,price,mass,size,tags,kind,template';
const templates = [{ id: 'parcels', name: 'Parcels' }];
const read = (...lines: string[]) => sheetOf([head, ...lines].join('\r\n'), { templates });

describe('a goods file', () => {
  test('written and read again is the same', () => {
    const { items, badLines } = sheetOf(writeGoods(demoGoods()));
    expect(badLines).toEqual([]);
    expect(items.map(({ item }) => item)).toEqual(demoGoods());
  });

  test('good lines can be taken alone: each bad one says line, field, wrong and right', () => {
    const { items, badLines } = read(
      'A-1,Good,4.90,520 g,,red,parcel,parcels',
      'A-2,Dear,-4,520 g,,red,parcel,',
      'A-3,Heavy,4.90,5 stone,,red,parcel,',
      'A-1,Double,1.00,,,,parcel,',
      'A-4,Sent,1.00,,,,parcel,crates',
      'A-5,Short,1.00',
    );
    expect(items.map(({ item }) => item.sku)).toEqual(['A-1']);
    expect(
      badLines.map((line) => [line.line, line.problems[0]?.at[0], line.problems.map(saidProblem)[0]?.wrong]),
    ).toEqual([
      [3, 'price', '“-4”'],
      [4, 'mass', '“5 stone”'],
      [5, 'sku', 'A-1 stands in line 2 already'],
      [6, 'template', 'no template “crates”'],
      [7, 'line', '3 cells'],
    ]);
  });

  test('without a column of SKUs nothing is taken, and what is not taken is told', () => {
    const { items, badLines } = sheetOf('number?,name,prize\r\nA,B,1.00');
    expect(items).toEqual([]);
    expect(badLines[0]?.problems.map(saidProblem)[0]?.wrong).toBe('no column sku; unknown column number?, prize');
  });

  test('cells that a spreadsheet would run are made harmless, and come back as they were', () => {
    const item = { ...(demoGoods()[0] as ReturnType<typeof demoGoods>[number]), name: '=1+1 kite' };
    const text = writeGoods([item]);
    expect(text).toContain("'=1+1 kite");
    expect(sheetOf(text).items[0]?.item.name).toBe('=1+1 kite');
  });
});

describe('variants', () => {
  const items = (...list: Parameters<typeof item>[]) => list.map(([sku, more]) => itemSchema.parse(item(sku, more)));
  const bare = { price: null, mass: null, kind: null };
  test('take from their parents, and of theirs in turn, what they do not state', () => {
    const { items: whole, problems } = withParents(
      items(
        ['TOP', { cost: '4.00', tags: ['kites'], ownRate: { rate: { is: 'free' }, waived: false } }],
        ['MID', { ...bare, parent: 'TOP', price: '12.00' }],
        ['LOW', { ...bare, parent: 'MID', tags: ['red'] }],
      ),
    );
    expect(problems).toEqual([]);
    expect(whole[2]).toMatchObject({
      price: '12.00',
      cost: '4.00',
      mass: { value: '1' },
      kind: 'parcel',
      tags: ['red'],
      ownRate: { rate: { is: 'free' } },
    });
    expect(whole[1]?.tags).toEqual(['kites']);
  });
  test('in a circle, or without a parent that is there, are told with the chain', () => {
    const circle = withParents(items(['A', { parent: 'B' }], ['B', { parent: 'C' }], ['C', { parent: 'A' }]));
    expect(circle.problems.map(saidProblem)[0]?.wrong).toMatch(/variants in a circle: .*A.*B.*C/);
    expect(withParents(items(['A', { parent: 'A' }])).problems).toHaveLength(1);
    expect(withParents(items(['A', { parent: 'NONE' }])).problems.map(saidProblem)[0]?.wrong).toBe('no item “NONE”');
  });
});

describe('selections', () => {
  const all = [
    item('A', { tags: ['kites', 'red'], price: '5.00' }),
    item('B', { tags: ['kites'], kind: 'tube', mass: { value: '2', unit: 'lb' } }),
    item('C', { tags: ['red'], mass: null, kind: null }),
  ].map((one) => itemSchema.parse(one));
  const taken = (takes: SelectionBody['takes'], except: string[] = []) => {
    const read = readSelection({ id: 's', name: 's', takes, except }, eur);
    if (!read.ok) return read.problems.map(saidProblem)[0]?.right;
    return all.flatMap((one) => {
      const figures = readItem(one, eur);
      return figures.ok && read.value.takes(one, figures.value) ? [one.sku] : [];
    });
  };
  test.each<[string, SelectionBody['takes'], unknown]>([
    ['all', { is: 'all' }, ['A', 'B', 'C']],
    ['any tag', { is: 'tags', any: ['red', 'blue'], all: [] }, ['A', 'C']],
    ['all tags', { is: 'tags', any: [], all: ['kites', 'red'] }, ['A']],
    ['a kind', { is: 'kind', kind: 'tube' }, ['B']],
    ['the kind of what states none', { is: 'kind', kind: 'parcel' }, ['A', 'C']],
    ['prices, both ends counting', { is: 'price', from: '5.00', to: '5.00' }, ['A']],
    ['masses; what has none is in no range', { is: 'mass', from: '900', to: '1000', unit: 'g' }, ['A', 'B']],
    ['a list', { is: 'skus', skus: ['C', 'A'] }, ['A', 'C']],
    ['a range that runs backwards', { is: 'price', from: '9', to: '5' }, 'the lower end first'],
    ['no tags at all', { is: 'tags', any: [], all: [] }, 'at least one tag'],
  ])('by %s', (_, takes, expected) => expect(taken(takes)).toEqual(expected));
  test('exceptions are never taken', () => expect(taken({ is: 'all' }, ['B'])).toEqual(['A', 'C']));
  test('a pasted list tells what is unknown and what stands twice', () => {
    expect(readSkus('A, B\nX;A\tB  Q', (sku) => 'AB'.includes(sku))).toEqual({
      skus: ['A', 'B'],
      unknown: ['X', 'Q'],
      double: ['A', 'B'],
    });
  });
});

test('in a pasted list SKUs may have spaces; where only the words between them are known, each is one', () => {
  const known = new Set(['Kite 3/4', 'Kite', 'A', 'Ö 1']);
  expect(readSkus('Kite 3/4\nKite A\n O\u0308 1 ;Kite 5', (sku) => known.has(sku))).toEqual({
    skus: ['Kite 3/4', 'Kite', 'A', 'Ö 1'],
    unknown: ['5'],
    double: ['Kite'],
  });
});

describe('changing many at once', () => {
  const two = [item('A', { price: '9.99' }), item('B', { price: '0.10', tags: ['red'] })];
  const told = (bulk: Parameters<typeof bulkChanges>[1], goods = two) => {
    const all = goods.map((one) => itemSchema.parse(one));
    const whole = completer((sku) => all.find((one) => one.sku === sku), []);
    const { changes, same, problems } = bulkChanges(all, bulk, eur, whole);
    return {
      changes: changes.map((one) => `${one.sku} ${one.before} → ${one.after}`),
      same,
      wrong: problems.map((one) => saidProblem(one).wrong),
    };
  };
  test('says what would change, what stays, and what cannot be, before anything is made', () => {
    expect(told({ is: 'price by', percent: '-5' })).toEqual({
      changes: ['A 9.99 → 9.49', 'B 0.10 → 0.09'],
      same: 0,
      wrong: [],
    });
    expect(told({ is: 'add tag', tag: 'red' })).toEqual({ changes: ['A  → red'], same: 1, wrong: [] });
    expect(told({ is: 'set', column: 'barred', text: 'two-day' })).toEqual({
      changes: ['A  → two-day', 'B  → two-day'],
      same: 0,
      wrong: [],
    });
    expect(told({ is: 'set', column: 'mass', text: 'heavy' }).wrong).toEqual(['“heavy”', '“heavy”']);
    expect(told({ is: 'price by', percent: 'lots' }).wrong).toHaveLength(2);
  });
  const family = [
    item('P', { notListed: ['findlark'], prices: [{ market: 'japan', channel: null, price: '900' }] }),
    item('V', { parent: 'P', price: null }),
    item('W', { notListed: ['harrowmere', 'findlark'], listedAs: [{ channel: 'findlark', listing: '88' }] }),
  ];
  test('goods are listed and hidden at a channel; a variant whose parent is hidden stands by itself then', () => {
    expect(told({ is: 'list at', channel: 'findlark' }, family)).toEqual({
      changes: ['P findlark → ', 'V  → none', 'W harrowmere findlark → harrowmere'],
      same: 0,
      wrong: [],
    });
    expect(told({ is: 'hide at', channel: 'harrowmere' }, family)).toEqual({
      changes: ['P findlark → findlark harrowmere', 'V  → findlark harrowmere'],
      same: 1,
      wrong: [],
    });
  });
  test('prices at a channel are set, set by a percentage on the own price, or taken away', () => {
    const at = (text: string) => told({ is: 'price at', channel: 'harrowmere', text }, family).changes;
    expect(at('12.50')).toEqual([
      'P japan 900 → japan 900, at harrowmere 12.50',
      'V  → japan 900, at harrowmere 12.50',
      'W  → at harrowmere 12.50',
    ]);
    expect(at('+10 %')[2]).toBe('W  → at harrowmere 11.00');
    expect(at('-2.5%')[2]).toBe('W  → at harrowmere 9.75');
    expect(at('')).toEqual([]);
    expect(told({ is: 'price at', channel: 'harrowmere', text: '+lots %' }, family).wrong).toHaveLength(3);
    const priced = [item('A', { prices: [{ market: null, channel: 'harrowmere', price: '7.00' }] })];
    expect(told({ is: 'price at', channel: 'harrowmere', text: '' }, priced).changes).toEqual([
      'A at harrowmere 7.00 → ',
    ]);
  });
  test('listing ids are made of the SKU, and taken away; what no channel takes is refused', () => {
    const at = (text: string) => told({ is: 'id at', channel: 'findlark', text }, family);
    expect(at('FL-{sku}').changes).toEqual([
      'P  → at findlark FL-P',
      'V  → at findlark FL-V',
      'W at findlark 88 → at findlark FL-W',
    ]);
    expect(at('').changes).toEqual(['W at findlark 88 → ']);
    expect(at('a b').wrong).toEqual(['“a b”', '“a b”', '“a b”']);
  });
  test('what lacks a weight, a size, a cost', () => {
    expect(
      (['weight', 'size', 'cost'] as const).map((lack) =>
        isLacking(itemSchema.parse(item('A', { cost: '1.00' })), lack),
      ),
    ).toEqual([false, true, false]);
  });
});

test('own delivery, prices and dated rows come and go in a file', () => {
  const window = { from: '2026-12-01T00:00', until: null, zone: 'Europe/Dublin' };
  const written = [
    item('A', {
      barred: ['slow', 'fast'],
      fee: { each: '0.85', waived: true },
      prices: [
        { market: 'japan', channel: null, price: '5200' },
        { market: null, channel: 'harrowmere', price: '14.00' },
        { market: 'japan', channel: 'harrowmere', price: '5300' },
      ],
      hazards: ['lithium'],
      stockedBy: ['harrowmere'],
      notListed: ['findlark'],
      listedAs: [
        { channel: 'harrowmere', listing: 'HM-4411' },
        { channel: 'findlark', listing: '889' },
      ],
      origin: 'Westport',
      cost: '3.10',
    }),
    item('B', { ownRate: { rate: { is: 'flat', amount: '6.00' }, waived: false } }),
    item('C', {
      ownRate: { rate: { is: 'free' }, waived: false },
      parent: 'A',
      price: null,
      kind: null,
      notListed: 'none',
      barred: [],
      fee: 'none',
    }),
    item('D', {
      ownRate: {
        rate: {
          is: 'table',
          unit: 'units',
          from: null,
          breaks: [
            { to: '3', amount: '4.10' },
            { to: null, amount: '9.00' },
          ],
        },
        waived: true,
      },
      dated: [
        { id: 'winter', window, sets: { is: 'handling fee', fee: { each: '2.00', waived: true } } },
        {
          id: 'spring',
          window: { ...window, from: null, until: '2027-04-01T00:00' },
          sets: { is: 'not by', services: [] },
        },
        { id: 'tubes', window, sets: { is: 'template', template: 'tubes' } },
        { id: 'ends', window, sets: { is: 'own rate', rate: 'none' } },
      ],
    }),
  ].map((one) => itemSchema.parse(one));
  const { items, badLines } = sheetOf(writeGoods(written), { templates: [{ id: 'tubes', name: 'Tubes' }] });
  expect(badLines).toEqual([]);
  expect(items.map(({ item: one }) => one)).toEqual(written);
  expect(ownRateText({ rate: { is: 'free' }, waived: false })).toBe('free');
  const bad = sheetOf(`${head},own rate,handling fee,dated\r\nA-1,Good,4.90,,,,parcel,,{oops,0.85 maybe,winter\r\n`)
    .badLines[0];
  expect(bad?.problems.map((one) => one.at[0])).toEqual(['ownRate', 'fee', 'dated']);
  expect(bad?.problems.map(saidProblem)[1]?.right).toBe(
    'an amount such as 0.85, with waived behind it where free delivery waives it; or none',
  );
});

describe('own delivery by moment', () => {
  const window = (from: string | null, until: string | null) => ({ from, until, zone: 'Europe/Dublin' });
  const all = [
    item('PARENT', { fee: { each: '1.00', waived: false }, barred: ['fast'] }),
    item('CHILD', {
      parent: 'PARENT',
      dated: [
        {
          id: 'december',
          window: window('2026-12-01T00:00', '2027-01-01T00:00'),
          sets: { is: 'handling fee', fee: 'none' },
        },
      ],
    }),
  ].map((one) => itemSchema.parse(one));
  const at = (day: string) => {
    const child = all[1] as (typeof all)[number];
    return ownAt(
      layersOf(
        lineOf(child, (sku) => all.find((one) => one.sku === sku)),
        [],
      ),
      Date.parse(`${day}T12:00:00Z`),
    );
  };
  test('each field is taken from the parent by itself; a row of none is none, no row in force states nothing', () => {
    expect(at('2026-11-24')).toMatchObject({ fee: { each: '1.00', waived: false }, barred: ['fast'], ownRate: null });
    expect(at('2026-12-24')).toMatchObject({ fee: null, barred: ['fast'] });
  });
});

describe('columns that say something of one channel', () => {
  const sheet = (heads: string, ...lines: string[]) => {
    const { items, badLines, columns } = sheetOf([heads, ...lines].join('\r\n'), { templates });
    return { items: items.map(({ item }) => item), badLines, columns };
  };
  test('its id, its price and whether it is listed, by what the channel is called or by its id', () => {
    const { items, badLines, columns } = sheet(
      'sku,name,price,Harrowmere listing ID,Price at Harrowmere,lerrin-shop active,Findlark listed',
      'A,Kite,10.00,HM-1,12.5,yes,no',
      'B,Tail,4.00,,,No,',
      'C,Reel,5.00,C,,TRUE,x',
    );
    expect(badLines).toEqual([]);
    expect(columns).toEqual(['sku', 'name', 'price', 'prices', 'notListed', 'listedAs']);
    expect(items.map(({ listedAs, prices, notListed }) => [listedAs, prices, notListed])).toEqual([
      [
        [{ channel: 'harrowmere', listing: 'HM-1' }],
        [{ market: null, channel: 'harrowmere', price: '12.5' }],
        ['findlark'],
      ],
      [[], [], ['lerrin-shop']],
      [[], [], []],
    ]);
  });
  test('they change what they speak of alone', () => {
    const before = itemSchema.parse(
      item('A', {
        listedAs: [
          { channel: 'harrowmere', listing: 'OLD' },
          { channel: 'findlark', listing: '9' },
        ],
        prices: [{ market: 'japan', channel: null, price: '900' }],
        notListed: ['harrowmere', 'findlark'],
      }),
    );
    const text = 'sku,harrowmere id,harrowmere price,harrowmere listed\r\nA,HM-2,11.00,yes\r\n';
    const { items } = sheetOf(text, { templates, there: [before] });
    expect(items[0]?.item).toEqual({
      ...before,
      listedAs: [
        { channel: 'findlark', listing: '9' },
        { channel: 'harrowmere', listing: 'HM-2' },
      ],
      prices: [
        { market: 'japan', channel: null, price: '900' },
        { market: null, channel: 'harrowmere', price: '11.00' },
      ],
      notListed: ['findlark'],
    });
  });
  test('a variant that comes to state a field keeps what it took of it from its parent', () => {
    const parent = itemSchema.parse(
      item('P', { notListed: ['harrowmere', 'findlark'], prices: [{ market: 'japan', channel: null, price: '900' }] }),
    );
    const text = [
      'sku,name,price,parent,harrowmere listed,harrowmere price',
      'V,Variant,,P,yes,11.00',
      'W,Variant,,P,no,',
      'Q,Parent,8.00,,no,',
      'X,Variant,,Q,yes,',
    ].join('\r\n');
    const { items } = sheetOf(text, { templates, there: [parent] });
    expect(items.map(({ item: one }) => [one.sku, one.notListed, one.prices.map(({ price }) => price)])).toEqual([
      ['V', ['findlark'], ['900', '11.00']],
      // It takes both from its parent, as before.
      ['W', [], []],
      ['Q', ['harrowmere'], []],
      ['X', 'none', []],
    ]);
  });
  test('what is no id, no amount, and neither listed nor not, is a bad line with its field', () => {
    const { badLines } = sheet(
      'sku,name,price,harrowmere id,harrowmere listed',
      'A,Kite,10.00,a b,yes',
      'B,Tail,4.00,1,perhaps',
    );
    expect(badLines.map(({ line, problems }) => [line, problems.map(({ at }) => at[0])])).toEqual([
      [2, ['listedAs']],
      [3, ['notListed']],
    ]);
  });
});
