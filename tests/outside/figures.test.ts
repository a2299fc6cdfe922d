import Big from 'big.js';
import { allocate, dinero, toSnapshot } from 'dinero.js';
import { EUR } from 'dinero.js/currencies';
import fc from 'fast-check';
import { HyperFormula } from 'hyperformula';
import { describe, expect, test } from 'vitest';
import {
  amountText,
  type Currency,
  gramsText,
  instantOf,
  localOf,
  minor,
  parseDecimal,
  parseMass,
  percentOf,
  splitByLargestRemainder,
  unwrap,
} from '../../src/core/exact/index.ts';
import { anybody, quote } from '../../src/core/quote/index.ts';
import { opened } from '../books/opened.ts';
import { laneOf } from '../books/parts.ts';
import { smallBook } from '../books/small.ts';

const eur = 'EUR' as Currency;

describe('pounds, ounces and kilograms', () => {
  // International yard and pound agreement of 1959: 1 lb = 0.45359237 kg. NIST Handbook 44 (2024), appendix C: 1 oz =
  // 28.349523125 g.
  test('the pound and the ounce are what the agreement says, to the last digit', () => {
    expect(gramsText(unwrap(parseMass('1', 'lb')))).toBe('453.59237');
    expect(gramsText(unwrap(parseMass('1', 'oz')))).toBe('28.349523125');
    expect(gramsText(unwrap(parseMass('2.205', 'lb')))).toBe(new Big('453.59237').times('2.205').toString());
  });
});

describe('percentages and splits', () => {
  test('percentages round as big.js does, half away from zero', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10 ** 9 }), fc.integer({ min: 1, max: 100_000 }), (value, thousandths) => {
        const percent = (thousandths / 1000).toFixed(3);
        const expected = new Big(value).times(percent).div(100).round(0, Big.roundHalfUp);
        expect(percentOf(minor(value), unwrap(parseDecimal(percent, 3)))).toBe(expected.toNumber());
      }),
    );
  });

  test('equal parts split as dinero.js 2.0 allocates them: what is left goes to the earlier', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10 ** 7 }), fc.integer({ min: 1, max: 9 }), (total, parts) => {
        const weights = Array.from({ length: parts }, () => 1);
        const expected = allocate(dinero({ amount: total, currency: EUR }), weights).map(
          (part) => toSnapshot(part).amount,
        );
        expect(splitByLargestRemainder(minor(total), weights)).toEqual(expected);
      }),
    );
  });

  test('uneven parts add up as dinero.js’s do, each within a cent of its own', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 10 ** 7 }),
        fc.array(fc.integer({ min: 1, max: 999 }), { minLength: 1, maxLength: 8 }),
        (total, weights) => {
          const theirs = allocate(dinero({ amount: total, currency: EUR }), weights).map(
            (part) => toSnapshot(part).amount,
          );
          const ours = splitByLargestRemainder(minor(total), weights);
          expect(ours.reduce((a, b) => a + b, 0)).toBe(theirs.reduce((a, b) => a + b, 0));
          ours.forEach((part, i) => {
            expect(Math.abs(part - (theirs[i] ?? 0))).toBeLessThanOrEqual(1);
          });
        },
      ),
    );
  });
});

describe('a weight table and a threshold, against a spreadsheet engine (HyperFormula 3.5)', () => {
  test('thousands of baskets come to the same cent', () => {
    const edges = ['0.5', '1', '2', '5', '30'];
    const amounts = ['5.40', '6.20', '7.80', '11.40', '19.90'];
    const file = smallBook();
    const template = file.templates[0];
    if (template)
      template.lanes = {
        home: {
          post: laneOf({
            rate: { is: 'table', unit: 'kg', breaks: edges.map((to, i) => ({ to, amount: amounts[i] ?? '' })) },
            freeFrom: { value: '80.00', test: 'after' },
          }),
        },
      };
    const { book, goods } = opened(file);
    const [any] = goods;
    if (!any) throw new Error('no goods');
    const masses = fc
      .sample(fc.integer({ min: 1, max: 31_000 }), { numRuns: 1500, seed: 11 })
      .concat([500, 501, 1000, 1001, 2000, 5000, 5001, 30_000, 30_001]);
    const values = fc
      .sample(fc.integer({ min: 1, max: 20_000 }), { numRuns: masses.length, seed: 12 })
      .map((value, i) => (i % 50 === 0 ? 8000 : i % 50 === 1 ? 9411 : i % 50 === 2 ? 9412 : value));
    // A grams, B value in cents, C whether a code of 15 % is entered, D the rate, E the discount, F the delivery: the
    // code is
    // used where the shopper pays less with it, free delivery after discounts included.
    const rows = masses.map((grams, i) => {
      const row = i + 1;
      const rate = `=IF(A${row}>30000,"none",INDEX(Edges!$B$1:$B$5,MATCH(TRUE(),ARRAYFORMULA(A${row}<=Edges!$A$1:$A$5),0)))`;
      const [used, unused] = [`IF(B${row}-E${row}>=8000,0,D${row})`, `IF(B${row}>=8000,0,D${row})`];
      return [
        grams,
        values[i] ?? 1,
        i % 2,
        rate,
        `=C${row}*ROUND(B${row}*0.15,0)`,
        `=IF(D${row}="none","none",IF(B${row}-E${row}+${used}<B${row}+${unused},${used},${unused}))`,
      ];
    });
    const sheet = HyperFormula.buildFromSheets(
      { Edges: edges.map((edge, i) => [Number(edge) * 1000, Math.round(Number(amounts[i]) * 100)]), Baskets: rows },
      { licenseKey: 'gpl-v3' },
    );
    const id = sheet.getSheetId('Baskets') ?? 1;
    masses.forEach((grams, i) => {
      const theirs = sheet.getCellValue({ sheet: id, row: i, col: 5 });
      const lines = [
        { item: { ...any, price: minor(values[i] ?? 1), mass: unwrap(parseMass(String(grams), 'g')) }, units: 1 },
      ];
      const ours =
        quote(book, {
          lines,
          place: { country: 'IE', part: null, postcode: null },
          codes: i % 2 ? ['SUDS'] : [],
          moment: Date.parse('2026-11-24T09:10:00Z'),
          carrier: null,
          shopper: anybody,
        }).choices[0]?.delivery ?? 'none';
      expect(ours, `${grams} g, ${values[i]}`).toBe(theirs);
    });
  });
});

describe('clocks', () => {
  // Directive 2000/84/EC: summer time begins and ends on the last Sundays of March and October at 01:00 UTC.
  const lastSunday = (year: number, month: number) => {
    const last = new Date(Date.UTC(year, month + 1, 0));
    return new Date(Date.UTC(year, month, last.getUTCDate() - last.getUTCDay(), 1));
  };
  test.each([2024, 2025, 2026, 2027, 2028])('in %i Dublin changes as the EU rule says', (year) => {
    for (const change of [lastSunday(year, 2), lastSunday(year, 9)]) {
      const offset = (at: number) => (Date.parse(`${localOf(at, 'Europe/Dublin')}Z`) - at) / 60_000;
      expect(offset(change.getTime()) - offset(change.getTime() - 60_000)).toBe(change.getUTCMonth() === 2 ? 60 : -60);
    }
  });

  test('local times come from IANA zone data as Node’s ICU has it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 525_599 * 3 }),
        fc.constantFrom('Europe/Dublin', 'America/New_York', 'Asia/Tokyo', 'Australia/Lord_Howe', 'Europe/Lisbon'),
        (minutes, zone) => {
          const at = Date.parse('2025-01-01T00:00:00Z') + minutes * 60_000;
          const parts = Object.fromEntries(
            new Intl.DateTimeFormat('en-GB', {
              timeZone: zone,
              hourCycle: 'h23',
              year: 'numeric',
              month: '2-digit',
              day: '2-digit',
              hour: '2-digit',
              minute: '2-digit',
            })
              .formatToParts(at)
              .map((part) => [part.type, part.value]),
          );
          const local = `${parts.year}-${parts.month}-${parts.day}T${parts.hour}:${parts.minute}`;
          expect(localOf(at, zone)).toBe(local);
          // Back again it is the same moment, or the first of two that the clock shows so.
          expect(at - unwrap(instantOf(local, zone))).toBeOneOf([0, 3_600_000, 1_800_000]);
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('rules of the trade (common practice, no source; figures of our own worked by hand)', () => {
  const delivery = (
    change: (lane: NonNullable<ReturnType<typeof smallBook>['templates'][0]>['lanes']) => void,
    lines: { sku: string; units: number }[],
    place = 'IE',
  ) => {
    const file = smallBook();
    const lanes = file.templates[0]?.lanes;
    if (lanes) change(lanes);
    const { book, ask } = opened(file);
    const choice = quote(book, ask({ lines, place })).choices[0];
    return choice ? amountText(choice.delivery, eur) : 'not offered';
  };
  test('7.30, free from 55.00: 54.99 pays 7.30, 55.00 is free', () => {
    expect(delivery(() => undefined, [{ sku: 'SET-GIFT', units: 1 }])).toBe('7.30');
    expect(
      delivery(
        (lanes) => {
          const lane = lanes.home?.post;
          if (lane?.freeFrom) lane.freeFrom.value = '54.99';
        },
        [{ sku: 'SET-GIFT', units: 1 }],
      ),
    ).toBe('0.00');
  });
  test('5.35, 6.95, 8.75 by the pound: goods of half a pound sit on the break, not beside it', () => {
    const bars = (units: number) => delivery(() => undefined, [{ sku: 'BAR-OAT', units }], 'GB BT1 1AA');
    expect([1, 2, 3, 6, 7].map(bars)).toEqual(['5.35', '5.35', '6.95', '6.95', '8.75']);
  });
  test('21.60 to a pound, and not offered beyond', () => {
    const closed = (units: number) =>
      delivery(
        (lanes) => {
          lanes.home = {
            post: laneOf({ rate: { is: 'table', unit: 'lb', breaks: [{ to: '1', amount: '21.60' }] }, freeFrom: null }),
          };
        },
        [{ sku: 'BAR-OAT', units }],
      );
    expect([2, 3].map(closed)).toEqual(['21.60', 'not offered']);
  });
});
