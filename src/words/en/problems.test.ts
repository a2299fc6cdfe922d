import { describe, expect, test } from 'vitest';
import { err, type Fault, forms } from '../../core/exact/index.ts';
import { faultText, faultWords, firstFault, saidProblem } from './problems.ts';

/** Every kind of fault with what is told of it: what was found, and what would be right. */
const told: readonly (readonly [Fault, string, string])[] = [
  [{ is: 'malformed', text: 'ZZZ', form: 'currency' }, '“ZZZ” is no currency', 'a code of ISO 4217, such as EUR'],
  [
    { is: 'shape', found: { is: 'list', length: 2 }, expected: { is: 'type', type: 'string' } },
    'a list of 2',
    'a text',
  ],
  [
    { is: 'shape', found: { is: 'nothing' }, expected: { is: 'one of', values: ['a', 'b'] } },
    'nothing stands here',
    'one of a, b',
  ],
  [
    { is: 'shape', found: { is: 'text', text: '' }, expected: { is: 'least', of: 'letters', bound: '1' } },
    '“”',
    'at least 1 letter',
  ],
  [
    { is: 'shape', found: { is: 'value', text: '12' }, expected: { is: 'most', of: 'value', bound: '9' } },
    '12',
    'at most 9',
  ],
  [
    { is: 'shape', found: { is: 'object' }, expected: { is: 'form', form: 'amount' } },
    'an object',
    'an amount such as 4.90',
  ],
  [
    { is: 'strange key', key: 'x' },
    '“x” is no word of the format here',
    'the words that the format names, and no others',
  ],
  [{ is: 'no text' }, 'a character that is no text', 'text without NUL, and without half of a character'],
  [{ is: 'decimals', text: '4.905', found: 3, most: 2 }, '“4.905” has 3 decimals', 'at most 2'],
  [{ is: 'decimals', text: '4.9', found: 1, most: 0 }, '“4.9” has 1 decimal', 'no decimals'],
  [{ is: 'negative', text: '-1', unit: 'kg' }, '-1 kg is negative', 'nothing below 0'],
  [{ is: 'too large', text: '9e9', unit: null }, '9e9 is too large', 'an amount below ten thousand million'],
  [{ is: 'too large', text: '9', unit: 'lb' }, '9 lb is too large to count exactly', 'a smaller figure'],
  [{ is: 'zero', of: 'mass' }, 'a mass of 0', 'a mass above 0, or none'],
  [{ is: 'unknown', what: 'zone', id: 'x', known: ['a', 'b'] }, 'no zone “x”', 'a, b'],
  [{ is: 'unknown', what: 'zone', id: 'x', known: [] }, 'no zone “x”', 'a zone of the book'],
  [{ is: 'repeated', what: 'item', id: 'A', line: 2 }, 'A stands in line 2 already', 'each SKU once'],
  [{ is: 'repeated', what: 'thing', id: 'A', line: null }, '“A” stands twice', 'an id of its own for each'],
  [{ is: 'missing', what: 'tag' }, 'no tag', 'at least one tag'],
  [{ is: 'too many', what: 'units', found: 9, most: 5 }, '9 units', 'at most 5 in all'],
  [{ is: 'backwards', from: '9', to: '5' }, '9 to 5 runs backwards', 'the lower end first'],
  [{ is: 'endless' }, 'a range without ends', 'a least, a most, or both'],
  [
    { is: 'not rising', of: 'edge', text: '1 kg' },
    '1 kg does not lie above the edge before it',
    'edges that rise from break to break',
  ],
  [{ is: 'not rising', of: 'step', text: '65' }, '65 does not lie above the step before it', 'steps that rise'],
  [{ is: 'empty break', text: '1 kg', least: '2' }, 'an edge of 1 kg holds nothing', 'an upper edge of 2 or more'],
  [{ is: 'empty break', text: '0', least: null }, 'an edge of 0 holds nothing', 'an upper edge above 0'],
  [{ is: 'open break' }, 'an open break stands before the last', 'an upper edge; only the last break may be open'],
  [
    { is: 'no such time', local: '2026-02-30T00:00', zone: 'Europe/Dublin' },
    '“2026-02-30T00:00” in “Europe/Dublin” is no time on any clock',
    'a real date, and a zone such as Europe/Dublin',
  ],
  [{ is: 'ends first', from: 'noon' }, 'the end does not come after the start', 'a time after noon'],
  [{ is: 'part elsewhere', part: 'US-AK', country: 'GB' }, 'US-AK does not lie in GB', 'a part that begins with GB-'],
  [{ is: 'Irish range' }, 'Irish postcodes are in no order', 'routing keys one by one, such as H91*'],
  [
    { is: 'two areas', from: 'AB31', to: 'HS2' },
    'AB31 and HS2 are districts of two areas',
    'both ends with the same letters, such as AB31 to AB38',
  ],
  [{ is: 'unequal ends', from: '1', to: '22' }, '1 and 22 differ in length', 'ends of the same length'],
  [
    { is: 'no exchange', from: 'EUR', to: 'GBP', market: 'Britain' },
    'no rate from EUR to GBP for Britain',
    'a rate listed from EUR to GBP',
  ],
  [{ is: 'no price' }, 'no price', 'an amount, or a parent that has one'],
  [{ is: 'price of the parent' }, 'the price is the parent’s', 'change the parent'],
  [{ is: 'below nothing' }, 'below nothing', 'a smaller percentage'],
  [{ is: 'price for nobody' }, 'neither a market nor a channel', 'one of them, or both; else it is the price itself'],
  [
    { is: 'listed twice', channel: 'harrowmere', listing: 'HM-1', by: 'TAIL' },
    'Harrowmere lists TAIL under HM-1 already',
    'another id there, or TAIL not listed there',
  ],
  [
    { is: 'circle', chain: ['A', 'B', 'A'] },
    'variants in a circle: A → B → A',
    'an item that is no variant of this one',
  ],
  [{ is: 'cell', field: 'mass', text: 'heavy' }, '“heavy”', 'a figure and one of g, kg, oz, lb, such as 520 g'],
  [{ is: 'number taken', number: 3, by: 'suds' }, '3 is the number of “suds”', 'a number of its own, kept for good'],
  [
    { is: 'number too high', number: 9, highest: 7 },
    '9 is above the highest number given, 7',
    'the highest number given raised along with it',
  ],
  [
    { is: 'goods named already' },
    'its benefit names its goods already',
    'no selection here: the goods that the benefit is on',
  ],
  [{ is: 'not for sale', sku: 'X' }, 'no item “X” that can be sold', 'a SKU of the goods, with a price'],
  [{ is: 'not listed', sku: 'X', channel: 'harrowmere' }, '“X” is not sold there', 'an item that Harrowmere lists'],
  [{ is: 'uncountable', what: 'mass' }, 'weighs more than can be counted exactly', 'at most 5.6 tonnes'],
  [{ is: 'no count', text: '0', most: 60 }, '0 units', 'a count from 1 to 60'],
  [
    { is: 'head', missing: ['code'], strange: ['name'], needed: ['code'], optional: ['used'] },
    'no column code; unknown column name',
    'the head line code, and perhaps used',
  ],
  [{ is: 'cells', found: 1, head: 3 }, '1 cell', '3 cells, one a column'],
  [{ is: 'open quote' }, 'a quotation mark that is not closed', 'every quotation mark closed (RFC 4180)'],
  [{ is: 'in a batch already', code: 'ABC' }, '“ABC” stands in a batch already', 'a code of its own'],
  [{ is: 'no file', name: 'shop.json' }, 'no such file', 'a file shop.json'],
  [
    { is: 'unreadable', standard: 'XML', detail: 'Unclosed tag' },
    'not XML: Unclosed tag',
    'XML as the channel’s format page lays it out',
  ],
  [{ is: 'no element', name: 'items' }, 'no items element', 'items at the root'],
  [{ is: 'another head', head: ['id', 'title'] }, 'another head line', 'id title'],
  [{ is: 'strange line', kind: 'WHAT', known: ['SITE', 'PLAN'] }, 'a line of kind “WHAT”', 'one of SITE, PLAN'],
];

test.each(told)('%j', (fault, wrong, right) => {
  expect(faultWords(fault)).toEqual({ wrong, right });
  expect(faultText(fault)).toBe(`${wrong}; right would be ${right}`);
});

describe('a written form', () => {
  test.each(forms.map((form) => [form]))('%s is told by an example or its letters', (form) => {
    const { wrong, right } = faultWords({ is: 'malformed', text: 'x', form });
    expect(wrong).toMatch(/^“x” is no \S/);
    expect(right).not.toMatch(/undefined|^$/);
  });
});

test('a problem keeps its place in words, and the first of several stands for all', () => {
  const read = err(['zones', 0], { is: 'endless' });
  expect(read.ok ? [] : read.problems.map(saidProblem)).toEqual([
    { at: ['zones', 0], wrong: 'a range without ends', right: 'a least, a most, or both' },
  ]);
  expect(firstFault(read)).toBe('a range without ends; right would be a least, a most, or both');
  expect(firstFault({ ok: true, value: 1 })).toBeNull();
});
