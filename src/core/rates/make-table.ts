import { bad, good, largest, type MassUnit, parseDecimal, type Result, scaledTo } from '../exact/index.ts';
import type { RateBody } from './schema.ts';

/** What one maker asks: for the first item, each further one, and what an item weighs. */
export interface Maker {
  readonly first: string;
  readonly further: string;
  readonly mass: string;
}

export interface Making {
  readonly makers: readonly Maker[];
  readonly unit: MassUnit;
  /** Where makers differ. For each its own, make a table a maker. */
  readonly by: 'average' | 'highest';
  /** How many items the table reaches. */
  readonly count: number;
}

/**
 * A weight table from first and further charges: a break for each count of items. Edges are whole
 * multiples of an item's mass; where makers differ, of their heaviest's or of the average. Says how far it
 * reaches, and what happens beyond.
 * @example madeTable({ makers: [{ first: '5.10', further: '1.90', mass: '0.75' }], unit: 'lb', by: 'highest', count: 5 }) // 0.75 → 5.10 … 3.75 → 12.70
 */
export function madeTable({ makers, unit, by, count }: Making): Result<{ rate: RateBody & { is: 'table' }; reach: string }> {
  if (makers.length === 0) return bad(['makers'], 'no maker', 'at least one');
  if (!Number.isInteger(count) || count < 1 || count > 99) return bad(['count'], `${count} items`, 'a count from 1 to 99');
  const figures: { first: bigint; further: bigint; mass: bigint }[] = [];
  for (const [i, maker] of makers.entries()) {
    const [first, further, mass] = [parseDecimal(maker.first, 2), parseDecimal(maker.further, 2), parseDecimal(maker.mass, 3)];
    for (const read of [first, further, mass]) if (!read.ok) return { ok: false, problems: read.problems.map((one) => ({ ...one, at: ['makers', i] })) };
    if (!first.ok || !further.ok || !mass.ok) continue;
    if (mass.value.digits <= 0n) return bad(['makers', i, 'mass'], `an item of ${maker.mass} ${unit}`, 'a mass above 0');
    figures.push({ first: scaledTo(first.value, 2), further: scaledTo(further.value, 2), mass: scaledTo(mass.value, 3) });
  }
  const put = (values: readonly bigint[]): bigint => {
    const sum = values.reduce((a, b) => a + b, 0n);
    const size = BigInt(values.length);
    return by === 'highest' ? largest(values) : (2n * sum + size) / (2n * size);
  };
  const mass = put(figures.map((one) => one.mass));
  const breaks = Array.from({ length: count }, (_, i) => ({
    to: text(mass * BigInt(i + 1), 3),
    amount: text(put(figures.map((one) => one.first + one.further * BigInt(i))), 2, 2),
  }));
  const edge = breaks.at(-1)?.to ?? '0';
  return good({ rate: { is: 'table', unit, from: null, breaks }, reach: `Reaches ${count} items, ${edge} ${unit}; a heavier order is not offered.` });
}

/** A count of thousandths or hundredths as text, with at least `least` decimals. */
function text(value: bigint, scale: number, least = 0): string {
  const all = String(value).padStart(scale + 1, '0');
  const decimals = all.slice(-scale).replace(/0+$/, '').padEnd(least, '0');
  return decimals === '' ? all.slice(0, -scale) : `${all.slice(0, -scale)}.${decimals}`;
}
