import type { Conversion, Currency, MarketRounding } from '../exact/index.ts';
import type { Box } from './packing.ts';

/** What a currency that a carrier answers in is in the rate's own, as an exact fraction of minor units. */
export type Quoting = ReadonlyMap<string, { readonly up: bigint; readonly down: bigint }>;

/**
 * What a lane is read by: its template's currency and the market's, how one becomes the other, and the seller's boxes.
 */
export interface LaneContext {
  readonly currency: Currency;
  readonly market: Currency;
  readonly conversion: Conversion | null;
  readonly rounding: MarketRounding;
  readonly boxes: ReadonlyMap<string, Box>;
  /** What currencies that carriers answer in are in another, by the listed rates. */
  readonly quotingInto: (currency: Currency) => Quoting;
}
