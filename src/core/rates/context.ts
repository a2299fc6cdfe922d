import type { PriceList, Quoting } from '../carrier/index.ts';
import type { Conversion, Currency, MarketRounding } from '../exact/index.ts';
import type { Box } from './packing.ts';

/**
 * What a lane is read by: its template's currency and the market's, how one becomes the other, the seller's boxes, and
 * price lists of carriers.
 */
export interface LaneContext {
  readonly currency: Currency;
  readonly market: Currency;
  readonly conversion: Conversion | null;
  /** How charges become the market's: as all else, or by the tax of where they are paid. */
  readonly charges: Conversion | null;
  readonly rounding: MarketRounding;
  readonly boxes: ReadonlyMap<string, Box>;
  readonly priceLists: ReadonlyMap<string, PriceList>;
  /** What currencies that carriers answer in are in another, by the listed rates. */
  readonly quotingInto: (currency: Currency) => Quoting;
}
