import type { CompiledBook } from '../book/index.ts';
import type { Sorted } from './basket.ts';
import { type Charged, charge } from './charge.ts';

/** A choice's days: the longest of its lanes, each end by itself. */
export function serviceDays(
  book: CompiledBook,
  { bundles, alone }: Sorted,
  service: number,
): readonly [number, number] {
  const own = book.services[service]?.days ?? [0, 0];
  let [shortest, longest] = [0, 0];
  for (const one of [...bundles, ...alone]) {
    const days = one.row?.lanes[service]?.days ?? own;
    shortest = Math.max(shortest, days[0]);
    longest = Math.max(longest, days[1]);
  }
  return [shortest, longest];
}

/**
 * Whether one span of days is faster than another: the smaller longest day, then the smaller shortest one; equal: 0.
 */
export const faster = (a: readonly [number, number], b: readonly [number, number]): number =>
  a[1] - b[1] || a[0] - b[0];

const out: Charged = { rate: 0, waivable: 0, stays: 0 };

/**
 * The service that is the cheapest choice of a basket with no offer used: of those offered and not fetched the one with
 * the least charge after step 4, then the faster, then the earlier; null where none is offered.
 */
export function cheapestOf(book: CompiledBook, basket: Sorted): number | null {
  let best: { readonly service: number; readonly rate: number; readonly days: readonly [number, number] } | null = null;
  for (let service = 0; service < book.services.length; service += 1) {
    if (book.services[service]?.pickup) continue;
    charge(book, basket, service, out, null);
    if (out.rate < 0) continue;
    const days = serviceDays(book, basket, service);
    if (best === null || out.rate < best.rate || (out.rate === best.rate && faster(days, best.days) < 0))
      best = { service, rate: out.rate, days };
  }
  return best?.service ?? null;
}
