import { describe, expect, test } from 'vitest';
import { asked, everyChoice, questionIn } from '../../../tests/reading/asked.ts';
import { times } from '../../../tests/trials.ts';
import type { Costing } from './costing.ts';
import { fieldOf, untouched } from './field.ts';
import { charges, explain, quote } from './index.ts';
import { candidatesFor, settingOf } from './live.ts';
import { bestOf } from './search.ts';

/** Laws that hold whatever a book says, over random books with every clause. */
describe('answers', () => {
  test('by the million say what whole answers say', () => {
    for (const { book, question } of asked(9000, times(50))) {
      const out = new Float64Array(2 * book.services.length);
      const whose = charges(book, question, out);
      const oneByOne = new Float64Array(out.length);
      for (const i of book.services.keys()) expect(charges(book, question, oneByOne, i)).toBe(whose);
      expect(oneByOne).toEqual(out);
      const choices = everyChoice(quote(book, question));
      const [stocked] = choices;
      expect(whose).toBe(stocked?.service === 'stocked' ? 'channel' : 'services');
      if (stocked?.service === 'stocked') {
        expect([out[0], out[1], out[2]]).toEqual([stocked.delivery, stocked.discount, -1]);
        continue;
      }
      book.services.forEach(({ id }, i) => {
        const choice = choices.find((one) => one.service === id);
        if (choice) expect([out[2 * i], out[2 * i + 1]]).toEqual([choice.delivery, choice.discount]);
        else expect(out[2 * i]).toBeLessThan(0);
      });
    }
  });

  test('come about by steps that add up, every offer of the book among them', () => {
    for (const { file, book, question } of asked(9200, times(50))) {
      for (const choice of everyChoice(quote(book, question))) {
        const steps = explain(book, question, choice.service);
        expect(steps.find((step) => step.step === 'pays')).toMatchObject({
          delivery: choice.delivery,
          discount: choice.discount,
          total: choice.total,
        });
        const mixing = steps.find((step) => step.step === 'mixing');
        const groups = steps.reduce(
          (sum, step) => sum + (step.step === 'charge' ? step.amount : step.step === 'threshold' ? -step.took : 0),
          0,
        );
        const extras = steps.reduce((sum, step) => sum + (step.step === 'extra' && !step.waived ? step.amount : 0), 0);
        const waived = steps.some((step) => step.step === 'extra' && step.waived);
        const off = steps.reduce((sum, step) => sum + (step.step === 'offer' ? step.took : 0), 0);
        const rate = mixing?.step === 'mixing' ? mixing.amount : groups;
        // What an offer waives is in what it took, and no longer among the extras.
        if (!waived) expect(rate + extras - off).toBe(choice.delivery);
        expect(steps.flatMap((step) => ('offer' in step ? [step.offer] : [])).sort()).toEqual(
          file.offers.map((one) => one.id).sort(),
        );
        for (const step of steps)
          if (step.step === 'discount') expect(step.lines.reduce((a, b) => a + b, 0)).toBe(step.took);
      }
      expect(explain(book, question, 'no-such-service')).toEqual([]);
    }
  });

  test('take no more off than there is, line by line, and parts add up', () => {
    for (const { file, book, question } of asked(9400, times(50))) {
      for (const choice of everyChoice(quote(book, question))) {
        expect(choice.off.reduce((a, b) => a + b, 0)).toBe(choice.discount);
        for (const off of choice.off) expect(off).toBeGreaterThanOrEqual(0);
        expect(choice.delivery).toBeGreaterThanOrEqual(0);
        expect(choice.total).toBeGreaterThanOrEqual(choice.delivery);
        const onGoods = Object.entries(choice.took).filter(
          ([id]) => file.offers.find((one) => one.id === id)?.benefit.is !== 'delivery',
        );
        expect(onGoods.reduce((sum, [, took]) => sum + took, 0)).toBe(choice.discount);
      }
    }
  });

  test('leave the shopper no worse off for one more offer that is no gift', () => {
    for (const { file, book, question, basket } of asked(9600, times(50))) {
      const [last] = file.offers.slice(-1);
      if (!last || file.offers.some((one) => one.benefit.is === 'gift')) continue;
      const { [last.id]: _, ...spent } = basket.spent;
      const fewer = questionIn(
        {
          ...file,
          offers: file.offers.slice(0, -1),
          eitherOr: file.eitherOr.map((group) => ({ ...group, offers: group.offers.filter((id) => id !== last.id) })),
        },
        { ...basket, spent },
      );
      const before = new Map(
        everyChoice(quote(fewer.book, fewer.question)).map((choice) => [choice.service, choice.pays]),
      );
      for (const choice of everyChoice(quote(book, question)))
        expect(choice.pays).toBeLessThanOrEqual(before.get(choice.service) ?? Number.POSITIVE_INFINITY);
    }
  });

  test('are offered whatever bounds would refuse, once there are none', () => {
    for (const { file, book, question, basket } of asked(9900, times(40))) {
      const loose = structuredClone(file);
      loose.offers = [];
      loose.eitherOr = [];
      const bounded = questionIn({ ...file, offers: [], eitherOr: [] }, { ...basket, spent: {} });
      for (const template of loose.templates)
        for (const row of Object.values(template.lanes)) for (const lane of Object.values(row)) lane.bounds = [];
      const wider = questionIn(loose, { ...basket, spent: {} });
      const services = (at: typeof wider) => everyChoice(quote(at.book, at.question)).map((choice) => choice.service);
      expect(services(wider)).toEqual(expect.arrayContaining(services(bounded)));
      expect(book.services.length).toBe(question.lines.length > 0 ? 4 : 0);
    }
  });
});

test('a search that is broken off says so, and by how much at the most it could be better', () => {
  let broken = 0;
  for (const { book, question } of asked(7000, times(40))) {
    const goods = question.lines.reduce((sum, { item, units }) => sum + item.price * units, 0);
    const setting = settingOf(book, question, goods, 'none');
    const field = fieldOf(setting, candidatesFor(setting));
    const list = field.candidates.flatMap((one, i) => (one.sort === 'delivery' ? [] : [i]));
    const carriage = { rate: 0, waivable: 0, stays: 0 };
    const plain: Costing = {
      carriage,
      cost: (left) => left.goods - left.order - left.worth,
      discounts: 'no matter',
      gifts: 'no matter',
      carriageFrom: () => carriage,
      turns: [],
      tax: null,
    };
    const whole = bestOf(field, untouched(setting), list, plain, null);
    const cut = bestOf(field, untouched(setting), list, plain, null, Number.POSITIVE_INFINITY, 1);
    expect(whole.open).toBe(Number.POSITIVE_INFINITY);
    const [best, found] = [whole.found?.cost ?? goods, cut.found?.cost ?? goods];
    if (found > best) broken += 1;
    // What it missed lies no deeper than what it left open.
    expect(Math.min(cut.open, found)).toBeLessThanOrEqual(best);
  }
  expect(broken).toBeGreaterThan(5);
});
