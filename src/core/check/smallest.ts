import type { Listed } from '../channels/index.ts';
import type { Line } from '../quote/index.ts';
import type { Cell } from './cells.ts';

/** How many different goods and units of each are tried together. */
export const tried = { goods: 400, units: 20, pairUnits: 4 } as const;

/**
 * Baskets of real goods that lie in a cell, the least valuable first: units of one item, then of two. An empty list
 * means that none of up to two different goods does.
 */
export function basketsIn(goods: readonly Listed[], value: Cell, mass: Cell | null, most: number): Line[][] {
  const fits = (v: number, m: number | null) =>
    v >= value.from && v <= value.to && (mass === null ? m === null : m !== null && m >= mass.from && m <= mass.to);
  const found: { value: number; lines: Line[] }[] = [];
  const keep = (v: number, lines: Line[]) => {
    if (found.length < most || v < (found.at(-1)?.value ?? 0)) {
      found.push({ value: v, lines });
      found.sort((a, b) => a.value - b.value || a.lines.length - b.lines.length);
      found.length = Math.min(found.length, most);
    }
  };
  for (const item of goods) {
    for (let n = 1; n <= tried.units && item.price * n <= value.to; n += 1) {
      if (fits(item.price * n, item.mass === null ? null : item.mass * n)) keep(item.price * n, [lineOf(item, n)]);
    }
  }
  if (found.length > 0) return found.map((one) => one.lines);
  const some = goods.slice(0, tried.goods);
  some.forEach((a, i) => {
    for (const b of some.slice(i + 1)) {
      if (a.price + b.price > value.to) continue;
      for (let n = 1; n <= tried.pairUnits; n += 1) {
        for (let k = 1; k <= tried.pairUnits; k += 1) {
          const v = a.price * n + b.price * k;
          if (fits(v, a.mass === null || b.mass === null ? null : a.mass * n + b.mass * k))
            keep(v, [lineOf(a, n), lineOf(b, k)]);
        }
      }
    }
  });
  return found.map((one) => one.lines);
}

const lineOf = (item: Listed, units: number): Line => ({ item, units });
