import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { opened } from '../../../tests/books/opened.ts';
import { referenceTotals } from '../../../tests/books/reference.ts';
import { wideBasket, wideBook } from '../../../tests/books/wide.ts';
import type { BookFile } from '../book/index.ts';
import { charges, explain, quote } from './index.ts';

const offered = (file: BookFile, basket: Parameters<ReturnType<typeof opened>['ask']>[0]) => {
  const { book, ask } = opened(file);
  const answer = quote(book, ask(basket));
  return [...answer.choices, ...answer.hidden.map((one) => one.choice)];
};

describe('delivery charges, over random books with every rate kind, mixing, overrides and fees', () => {
  test('come to the cent of a second reading in decimal arithmetic', () => {
    fc.assert(
      fc.property(wideBook, fc.array(wideBasket, { minLength: 6, maxLength: 6 }), (file, baskets) => {
        for (const basket of baskets) expect(new Map(offered(file, basket).map((choice) => [choice.service, choice.total]))).toEqual(referenceTotals(file, basket));
      }),
      { numRuns: 400 },
    );
  });

  test('answers by the million say what whole answers say, and the steps come to it', () => {
    fc.assert(
      fc.property(wideBook, fc.array(wideBasket, { minLength: 4, maxLength: 4 }), (file, baskets) => {
        const { book, ask } = opened(file);
        const out = new Float64Array(2 * book.services.length);
        for (const basket of baskets) {
          const question = ask(basket);
          const choices = offered(file, basket);
          charges(book, question, out);
          book.services.forEach(({ id }, i) => {
            const choice = choices.find((one) => one.service === id);
            if (!choice) {
              expect(out[2 * i]).toBeLessThan(0);
              expect(explain(book, question, id)).toEqual([]);
              return;
            }
            expect([out[2 * i], out[2 * i + 1]]).toEqual([choice.delivery, choice.discount]);
            const steps = explain(book, question, id);
            expect(steps.find((step) => step.step === 'pays')).toMatchObject({ delivery: choice.delivery, discount: choice.discount, total: choice.total });
            // The amounts of the steps add up to what is paid for delivery.
            const mixing = steps.find((step) => step.step === 'mixing');
            const groups = steps.reduce((sum, step) => sum + (step.step === 'charge' ? step.amount : step.step === 'threshold' ? -step.took : 0), 0);
            const extras = steps.reduce((sum, step) => sum + (step.step === 'extra' && !step.dropped ? step.amount : 0), 0);
            const offer = steps.find((step) => step.step === 'offer');
            const rate = mixing?.step === 'mixing' ? mixing.amount : groups;
            expect((offer ? 0 : rate) + extras).toBe(choice.delivery);
          });
        }
      }),
      { numRuns: 250 },
    );
  });

  test('a looser bound never takes a choice away before step 7', () => {
    fc.assert(
      fc.property(wideBook, wideBasket, (file, basket) => {
        const loose = structuredClone(file);
        for (const template of loose.templates) for (const row of Object.values(template.lanes)) for (const lane of Object.values(row)) lane.bounds = [];
        const wider = new Set(offered(loose, basket).map((choice) => choice.service));
        for (const choice of offered(file, basket)) expect(wider).toContain(choice.service);
      }),
      { numRuns: 200 },
    );
  });

  test('a zone that takes in places no zone had never takes a service from anyone', () => {
    fc.assert(
      fc.property(wideBook, wideBasket, (file, basket) => {
        const wider = structuredClone(file);
        wider.zones.push({ id: 'states', name: 'States', takes: ['US'], leaves: [] });
        wider.templates[0]?.zones.push('states');
        const after = new Map(offered(wider, basket).map((choice) => [choice.service, choice.total]));
        for (const choice of offered(file, basket)) expect(after.get(choice.service)).toBe(choice.total);
      }),
      { numRuns: 150 },
    );
  });
});
