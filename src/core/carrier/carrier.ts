import type { Currency, Mass, Minor, Volume } from '../exact/index.ts';
import type { Place } from '../places/index.ts';

/** So many parcels alike, as a carrier takes them: in which box, and what one of them weighs and measures. */
export interface Parcel {
  readonly box: { readonly id: string };
  readonly count: number;
  readonly mass: Mass;
  readonly volume: Volume;
}

/** What a carrier asks, in a currency of its own choice. */
export interface Quoted {
  readonly amount: Minor;
  readonly currency: Currency;
}

/** A carrier's answers for all parcels of a group together; null is silence for any of them. */
export interface Carrier {
  charge(service: string, place: Place, parcels: readonly Parcel[]): Quoted | null;
}

/** What a currency that a carrier answers in is in another, as an exact fraction of minor units. */
export type Quoting = ReadonlyMap<string, { readonly up: bigint; readonly down: bigint }>;

/** What a carrier asks, with what its currency is in the one that is wanted. */
export interface Asking<By> extends Quoted {
  readonly into: { readonly up: bigint; readonly down: bigint };
  readonly by: By;
}

const same = { up: 1n, down: 1n };

/**
 * The least of some answers, of equals the earlier; null where all are silent, `strange` where those that answer do so
 * in currencies that nothing is listed for.
 */
export function leastOf<By>(
  answers: readonly { readonly by: By; readonly quoted: Quoted | null }[],
  wanted: Currency,
  quoting: Quoting,
): Asking<By> | 'strange' | null {
  let least: Asking<By> | 'strange' | null = null;
  for (const { by, quoted } of answers) {
    if (!quoted) continue;
    const into = quoted.currency === wanted ? same : quoting.get(quoted.currency);
    if (!into) {
      least ??= 'strange';
      continue;
    }
    const asking = { amount: quoted.amount, currency: quoted.currency, into, by };
    if (least === null || least === 'strange' || isLess(asking, least)) least = asking;
  }
  return least;
}

const isLess = (a: Asking<unknown>, b: Asking<unknown>): boolean =>
  BigInt(a.amount) * a.into.up * b.into.down < BigInt(b.amount) * b.into.up * a.into.down;
