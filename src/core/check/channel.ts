import type { ChannelId } from '../book/index.ts';
import type { Carrier } from '../carrier/index.ts';
import type { ChannelBasket } from '../channels/index.ts';
import type { Instant } from '../exact/index.ts';
import type { Answered, Live, Sides } from './judge.ts';

/** One channel to be checked. Without `ask`, what was told (or would be) stands for what is charged. */
export interface ChannelToCheck {
  readonly id: ChannelId;
  readonly sides: Sides;
  readonly ask: LiveChannel | null;
  /** What the carrier answers at a moment, for homes; silent where nothing is said. */
  readonly carrierAt?: CarrierAt;
}

export type CarrierAt = (moment: Instant) => Carrier | null;

export interface LiveChannel {
  /** What the channel says is in force at a moment. */
  live(moment: Instant): Promise<Live>;
  /** What its checkout charges for up to 250 baskets. */
  checkout(moment: Instant, baskets: readonly ChannelBasket[]): Promise<Answered[][]>;
}

/** What a channel says is in force at a moment, asked once; null where it is not asked. */
export type SaysAt = (moment: Instant) => Promise<Live | null>;
