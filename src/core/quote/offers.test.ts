import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { bestByTrying, offeringBasket, offeringBook, singles } from '../../../tests/books/offering.ts';
import { opened } from '../../../tests/books/opened.ts';
import type { BookFile } from '../book/index.ts';
import { charges, explain, quote } from './index.ts';
import { liveFor } from './live.ts';
import { bestOf, fieldOf, untouched } from './search.ts';

type Basket = Parameters<typeof bestByTrying>[1] & { place: string };
const answered = (file: BookFile, basket: Basket) => {
  const { book, ask } = opened(file);
  const asked = ask({ ...basket, lines: [...basket.lines], codes: [...basket.codes] });
  const question = { ...asked, shopper: { ...asked.shopper, singles } };
  const answer = quote(book, question);
  return { book, question, choices: [...answer.choices, ...answer.hidden.map((one) => one.choice)] };
};
const giftsWorth = (file: BookFile, gifts: readonly { sku: string; units: number }[]) =>
  gifts.reduce((sum, one) => sum + Math.round(Number(file.goods.find((item) => item.sku === one.sku)?.price) * 100) * one.units, 0);

describe('against a second reading that tries every set', () => {
  test('cost, set, shares and delivery agree for each service', () => {
    fc.assert(
      fc.property(offeringBook, offeringBasket, (file, basket) => {
        for (const choice of answered(file, basket).choices) {
          const best = bestByTrying(file, basket, choice.service);
          const said = `${choice.service} ${choice.used.join(' ')}`;
          expect(choice.total - giftsWorth(file, choice.gifts), said).toBe(best.cost);
          expect(choice.used).toEqual(best.used);
          expect(choice.off).toEqual(best.off);
          expect(choice.delivery).toBe(best.delivery);
          expect(choice.notProved).toBeNull();
        }
      }),
      { numRuns: 1500 },
    );
  });

  test('answers by the million say the same', () => {
    fc.assert(
      fc.property(offeringBook, offeringBasket, (file, basket) => {
        const { book, question, choices } = answered(file, basket);
        const out = new Float64Array(2 * book.services.length);
        charges(book, question, out);
        book.services.forEach((service, i) => {
          const choice = choices.find((one) => one.service === service.id);
          expect([out[2 * i], out[2 * i + 1]]).toEqual([choice?.delivery, choice?.discount]);
        });
      }),
      { numRuns: 500 },
    );
  });
});

test('a search that is broken off says so, and by how much at the most it could be better', () => {
  let broken = 0;
  for (const [file, basket] of fc.sample(fc.tuple(offeringBook, offeringBasket), { numRuns: 300, seed: 8 })) {
    const { book, question } = answered(file, basket);
    const goods = question.lines.reduce((sum, { item, units }) => sum + item.price * units, 0);
    const field = fieldOf(question.lines, goods, liveFor(book, question, 'home', goods).candidates);
    const all = field.candidates.map((_, i) => i);
    const whole = bestOf(field, untouched(field), all, null, Number.POSITIVE_INFINITY);
    const cut = bestOf(field, untouched(field), all, null, Number.POSITIVE_INFINITY, 1);
    expect(whole.open).toBe(Number.POSITIVE_INFINITY);
    const saving = whole.found?.saving ?? 0;
    if ((cut.found?.saving ?? 0) < saving) broken += 1;
    // What it missed lies no deeper than what it left open.
    expect(Math.min(cut.open, goods - (cut.found?.saving ?? 0))).toBeLessThanOrEqual(goods - saving);
  }
  expect(broken).toBeGreaterThan(5);
});

describe('laws', () => {
  test('parts add up; no saving exceeds what it is taken from, and nothing is below zero', () => {
    fc.assert(
      fc.property(offeringBook, offeringBasket, (file, basket) => {
        const { book, question, choices } = answered(file, basket);
        const list = question.lines.map(({ item, units }) => item.price * units);
        for (const choice of choices) {
          choice.off.forEach((off, i) => {
            expect(off).toBeGreaterThanOrEqual(0);
            expect(off).toBeLessThanOrEqual(list[i] ?? 0);
          });
          expect(choice.off.reduce((a, b) => a + b, 0)).toBe(choice.discount);
          const onGoods = Object.entries(choice.took).filter(([id]) => file.offers.find((one) => one.id === id)?.benefit.is !== 'delivery');
          expect(onGoods.reduce((sum, [, took]) => sum + took, 0)).toBe(choice.discount);
          expect(choice.delivery).toBeGreaterThanOrEqual(0);
          const steps = explain(book, question, choice.service);
          for (const step of steps) if (step.step === 'discount') expect(step.lines.reduce((a, b) => a + b, 0)).toBe(step.took);
          expect(steps.flatMap((step) => ('offer' in step ? [step.offer] : [])).sort()).toEqual(file.offers.map((one) => one.id).sort());
        }
      }),
      { numRuns: 500 },
    );
  });

  test('one more offer never leaves the shopper paying more, gifts counted at their worth', () => {
    fc.assert(
      fc.property(offeringBook, offeringBasket, (file, basket) => {
        const fewer = { ...file, offers: file.offers.slice(0, -1) };
        const paid = (one: BookFile) => new Map(answered(one, basket).choices.map((choice) => [choice.service, choice.total - giftsWorth(one, choice.gifts)]));
        for (const [service, cost] of paid(file)) expect(cost).toBeLessThanOrEqual(paid(fewer).get(service) ?? 0);
      }),
      { numRuns: 400 },
    );
  });

  test('the order in which offers were entered changes who is used among equals, never what is paid where nothing is cut', () => {
    fc.assert(
      fc.property(offeringBook, offeringBasket, (file, basket) => {
        // Of offers cut to what remains, and of budgets, the book's order decides; those are left out here.
        const plain = {
          ...file,
          offers: file.offers.filter(
            (one) =>
              one.limits.budget === null &&
              (one.benefit.is === 'delivery' || one.benefit.is === 'gift' || (one.benefit.is === 'off order' && one.benefit.off.by === 'percent' && Number(one.benefit.off.percent) < 15)),
          ),
        };
        const turned = { ...plain, offers: [...plain.offers].reverse() };
        const paid = (one: BookFile) =>
          answered(one, basket)
            .choices.map((choice) => [choice.service, choice.total - giftsWorth(one, choice.gifts)])
            .sort();
        expect(paid(turned)).toEqual(paid(plain));
      }),
      { numRuns: 300 },
    );
  });
});
