import { expect, test } from 'vitest';
import { times } from '../trials.ts';
import { held, type Opened, soundWorld } from './held.ts';
import { readAnswer } from './reading.ts';

/**
 * The most lines of a basket that orders can take, none twice, and the fewest orders for as many: by every way to part
 * them.
 */
function bestParting(takes: (lines: readonly number[]) => boolean, lines: number): { taken: number; orders: number } {
  let best = { taken: 0, orders: 0 };
  const known = new Map<string, boolean>();
  const taken = (part: readonly number[]) => {
    const key = part.join();
    const before = known.get(key) ?? takes(part);
    known.set(key, before);
    return before;
  };
  const visit = (line: number, parts: readonly (readonly number[])[]) => {
    if (line === lines) {
      const good = parts.filter(taken);
      const count = good.reduce((sum, part) => sum + part.length, 0);
      if (count > best.taken || (count === best.taken && good.length < best.orders))
        best = { taken: count, orders: good.length };
      return;
    }
    for (let i = 0; i < parts.length; i += 1)
      visit(
        line + 1,
        parts.map((part, k) => (k === i ? [...part, line] : part)),
      );
    visit(line + 1, [...parts, [line]]);
  };
  visit(0, []);
  return best;
}

test('a basket that no service takes is parted into the fewest orders there are, by every way to part six lines', () => {
  const clashes = { of: 0, several: 0 };
  for (let seed = 1; seed <= times(80); seed += 1) {
    const world = soundWorld(20_000 + seed);
    const open = new Map<string, Opened>();
    for (let i = 0; i < 3; i += 1) {
      const { basket, answer } = held(world, open, world.basket(6), `book ${20_000 + seed}, basket ${i}`);
      if (answer.choices.length + answer.hidden.length > 0) continue;
      const units = new Map<string, number>();
      for (const line of basket.lines) units.set(line.sku, (units.get(line.sku) ?? 0) + line.units);
      const lines = [...units].map(([sku, count]) => ({ sku, units: count }));
      const plain = { ...world.book, offers: [], eitherOr: [] };
      const takes = (part: readonly number[]) => {
        const some = { ...basket, codes: [], spent: {}, lines: part.flatMap((at) => lines[at] ?? []) };
        const { shown, hidden } = readAnswer(plain, some);
        return shown.length + hidden.length > 0;
      };
      const best = bestParting(takes, lines.length);
      const where = `book ${20_000 + seed}, basket ${i}: ${JSON.stringify(basket)}`;
      expect(answer.clash, where).not.toBeNull();
      expect(answer.clash?.fewest, where).toBe(true);
      expect(
        { taken: answer.clash?.orders.flatMap((order) => order.skus).length, orders: answer.clash?.orders.length },
        where,
      ).toEqual(best);
      clashes.of += 1;
      if (best.orders > 1) clashes.several += 1;
    }
  }
  expect(clashes.several).toBeGreaterThan(3);
  console.log(`${clashes.of} baskets that no service takes, ${clashes.several} of them parted into several orders`);
}, 600_000);
