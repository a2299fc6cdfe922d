import fc from 'fast-check';
import loadHighs from 'highs';
import { HyperFormula } from 'hyperformula';
import { describe, expect, test } from 'vitest';
import { type Mass, minor } from '../../src/core/exact/index.ts';
import { anybody, quote } from '../../src/core/quote/index.ts';
import { item, shopOf } from '../books/shop.ts';
import { times } from '../trials.ts';

const cents = (amount: string) => Math.round(Number(amount) * 100);
const amount = (most: number) => fc.integer({ min: 0, max: most }).map((value) => (value / 100).toFixed(2));

describe('whole templates against a general spreadsheet engine (HyperFormula 3.5)', () => {
  /** A lane as the core takes it, and as a formula of A grams, B units, C cents. */
  const lane = fc.oneof(
    amount(3000).map((flat) => ({
      rate: { is: 'flat' as const, amount: flat },
      formula: (_: number) => String(cents(flat)),
    })),
    fc
      .record({
        order: amount(900),
        first: amount(400),
        further: amount(300),
        weight: amount(200),
        started: fc.boolean(),
        per: fc.constantFrom('0.25', '0.5', '1'),
      })
      .map((one) => ({
        rate: {
          is: 'built up' as const,
          order: one.order,
          first: one.first,
          further: one.further,
          weight: {
            amount: one.weight,
            per: one.per,
            unit: 'kg' as const,
            each: one.started ? ('started' as const) : ('in proportion' as const),
          },
        },
        formula: (row: number) =>
          `${cents(one.order)}+${cents(one.first)}+${cents(one.further)}*(B${row}-1)+${one.started ? `${cents(one.weight)}*ROUNDUP(A${row}/${Number(one.per) * 1000},0)` : `ROUND(${cents(one.weight)}*A${row}/${Number(one.per) * 1000},0)`}`,
      })),
    fc
      .record({
        edges: fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { minLength: 2, maxLength: 6 }),
        amounts: fc.array(amount(3000), { minLength: 7, maxLength: 7 }),
        unit: fc.constantFrom('kg' as const, 'value' as const, 'units' as const),
      })
      .map(({ edges, amounts, unit }) => {
        const sorted = [...edges].sort((a, b) => a - b);
        const column = { kg: 'A', value: 'C', units: 'B' }[unit];
        const scale = { kg: 250, value: 250, units: 1 }[unit];
        const text = (edge: number) =>
          unit === 'kg' ? String(edge / 4) : unit === 'value' ? (edge * 2.5).toFixed(2) : String(edge);
        const breaks = [
          ...sorted.map((edge, i) => ({ to: text(edge) as string | null, amount: amounts[i] ?? '1.00' })),
          { to: null, amount: amounts[6] ?? '1.00' },
        ];
        return {
          rate: { is: 'table' as const, unit, breaks },
          formula: (row: number) =>
            sorted.reduceRight(
              (rest, edge, i) => `IF(${column}${row}<=${edge * scale},${cents(amounts[i] ?? '1.00')},${rest})`,
              String(cents(amounts[6] ?? '1.00')),
            ),
        };
      }),
  );
  const template = fc.record({
    one: lane,
    kind: lane,
    threshold: fc.option(amount(15_000), { nil: null }),
    by: fc.constantFrom('sum' as const, 'highest' as const, 'lowest' as const, 'average' as const),
  });
  const basket = fc.record({
    grams: fc.integer({ min: 1, max: 4000 }),
    units: fc.integer({ min: 1, max: 6 }),
    cents: fc.integer({ min: 1, max: 4000 }),
    tubes: fc.integer({ min: 0, max: 4 }),
  });

  test('thousands of random templates and baskets come to the same cent', () => {
    let asked = 0;
    fc.assert(
      fc.property(
        template,
        fc.array(basket, { minLength: 10, maxLength: 10 }),
        ({ one, kind, threshold, by }, baskets) => {
          const freeFrom = threshold === null ? null : { value: threshold, test: 'before' as const };
          const { book, goods } = shopOf(
            { post: { rate: one.rate, kinds: { tube: { rate: kind.rate } }, freeFrom } },
            [item('A'), item('T', { kind: 'tube' })],
            { mixedBy: by },
          ).open();
          const [plain, tube] = goods;
          if (!plain || !tube) throw new Error('no goods');
          // Row 2i + 1 is the group of plain goods, row 2i + 2 the tubes (150 g and 9.00 each), column D their charge,
          // E the answer.
          const rows = baskets.flatMap(({ grams, units, cents: price, tubes }, i) => {
            const [a, b] = [2 * i + 1, 2 * i + 2];
            const free = threshold === null ? '' : `IF(C${a}+C${b}>=${cents(threshold)},0,`;
            const close = threshold === null ? '' : ')';
            const both = {
              sum: `D${a}+D${b}`,
              highest: `MAX(D${a},D${b})`,
              lowest: `MIN(D${a},D${b})`,
              average: `ROUND((D${a}+D${b})/2,0)`,
            }[by];
            return [
              [
                grams * units,
                units,
                price * units,
                `=${free}${one.formula(a)}${close}`,
                tubes === 0 ? `=D${a}` : `=${both}`,
              ],
              [150 * tubes, tubes, 900 * tubes, tubes === 0 ? 0 : `=${free}${kind.formula(b)}${close}`, ''],
            ];
          });
          const sheet = HyperFormula.buildFromArray(rows as (string | number)[][], { licenseKey: 'gpl-v3' });
          baskets.forEach(({ grams, units, cents: price, tubes }, i) => {
            asked += 1;
            const lines = [{ item: { ...plain, mass: (grams * 1_600_000_000) as Mass, price: minor(price) }, units }];
            if (tubes > 0)
              lines.push({ item: { ...tube, mass: (150 * 1_600_000_000) as Mass, price: minor(900) }, units: tubes });
            const ours = quote(book, {
              lines,
              place: { country: 'IE', part: null, postcode: null },
              codes: [],
              moment: 0,
              carrier: null,
              shopper: anybody,
            }).choices[0]?.delivery;
            expect(ours, JSON.stringify(baskets[i])).toBe(sheet.getCellValue({ sheet: 0, row: 2 * i, col: 4 }));
          });
          sheet.destroy();
        },
      ),
      { numRuns: times(120) },
    );
    expect(asked).toBeGreaterThanOrEqual(1200);
  });
});

describe('fewest orders for clashing items against a general MIP solver (HiGHS)', () => {
  test('as set cover, on random items and services', async () => {
    const highs = await loadHighs();
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 5 }),
        fc.array(fc.integer({ min: 1, max: 31 }), { minLength: 2, maxLength: 7 }),
        (services, masks) => {
          const lines = masks.map((mask) => mask & ((1 << services) - 1) || 1);
          const named = Array.from({ length: services }, (_, service) => `s${service}`);
          const covered = lines.map(
            (line, i) => ` c${i}: ${named.filter((_, service) => line & (1 << service)).join(' + ')} >= 1`,
          );
          const solved = highs.solve(
            `Minimize\n obj: ${named.join(' + ')}\nSubject To\n${covered.join('\n')}\nBinary\n ${named.join(' ')}\nEnd`,
          );
          const goods = lines.map((line, i) =>
            item(`L${i}`, { barred: named.filter((_, service) => !(line & (1 << service))) }),
          );
          const { clash, choices } = shopOf(
            Object.fromEntries(named.map((id) => [id, { rate: { is: 'flat', amount: '4.00' }, freeFrom: null }])),
            goods,
          ).answer(Object.fromEntries(goods.map(({ sku }) => [sku, 1])));
          const orders = choices.length > 0 ? 1 : (clash?.orders.length ?? 0);
          expect(orders).toBe(Math.round(solved.ObjectiveValue));
          expect(clash?.orders.flatMap((order) => order.skus).sort() ?? goods.map(({ sku }) => sku)).toEqual(
            goods.map(({ sku }) => sku),
          );
        },
      ),
      { numRuns: times(60) },
    );
  });
});
