import type { Minor } from '../exact/index.ts';
import { started } from './settle.ts';
import type { Shipment } from './shipment.ts';

/** A break of a table: an amount, and with `step` so much more for each started `per` beyond the edge before it. */
export interface Break<T> {
  readonly amount: Minor;
  readonly step: Minor;
  /** 0 where there is no step. */
  readonly per: T;
}

/**
 * Breaks between rising upper edges, each of which belongs to the break below it; one break more than edges: the last
 * is open.
 */
export interface Steps<T> {
  /** The least that is offered. */
  readonly from: T;
  readonly edges: readonly T[];
  readonly breaks: readonly Break<T>[];
}

/** Amounts by steps of a measure. */
export type Breaks =
  | ({ readonly over: 'value' | 'units' | 'mass' | 'long side' } & Steps<number>)
  | ({ readonly over: 'volume' } & Steps<bigint>);

/** What a group measures, in the steps of that measure; NaN where it is not known. */
export function measureOf(over: 'value' | 'units' | 'mass' | 'long side', shipment: Shipment, after: boolean): number {
  switch (over) {
    case 'value':
      return after ? shipment.after : shipment.value;
    case 'units':
      return shipment.units;
    case 'mass':
      return shipment.mass;
    case 'long side':
      return shipment.long;
  }
}

/** Which break a measure falls in: the first whose upper edge it does not pass. */
export function breakAt<T extends number | bigint>(edges: readonly T[], measure: T): number {
  let [low, high] = [0, edges.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (measure > (edges[middle] as T)) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** How many steps a stepped break can start between its edges; infinite for an open one. */
export function stepsWithin(breaks: Breaks, at: number): number {
  if (breaks.over === 'volume') {
    const [edge, per] = [breaks.edges[at], breaks.breaks[at]?.per ?? 1n];
    return edge === undefined
      ? Number.POSITIVE_INFINITY
      : Number((edge - (breaks.edges[at - 1] ?? breaks.from) + per - 1n) / per);
  }
  const edge = breaks.edges[at];
  return edge === undefined
    ? Number.POSITIVE_INFINITY
    : started(edge - (breaks.edges[at - 1] ?? breaks.from), breaks.breaks[at]?.per ?? 1);
}
