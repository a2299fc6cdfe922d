import type { z } from 'zod';
import { rateKinds } from '#rate-kinds';
import type { AsksCarrier, Came, Reach, Summed } from './kinds/kind.ts';
import type { Over } from './measure.ts';
import type { Asked, Shipment } from './shipment.ts';
import type { Breaks } from './steps.ts';

/** What a lane charges for a group, ready to answer: amounts in a currency of its own, values in the market's. */
export type Rate = ReturnType<typeof rateKinds.read>;
/** A rate as it is written in a book. */
export type RateBody = z.infer<typeof rateKinds.schema>;

export const readRate = rateKinds.read;
export const kindOf = rateKinds.of;

/** The least and the most a rate can charge for any shipment. */
export const reachOf = (rate: Rate): Reach => kindOf(rate).reach(rate);
/** Whether a rate never charges less for more mass or size, nor begins to be offered with it. */
export const isRising = (rate: Rate): boolean => kindOf(rate).isRising(rate);
/** The steps by which a rate charges; null where there are none. */
export const breaksOf = (rate: Rate): Breaks | null => kindOf(rate).breaks(rate);
/** The measure along which a rate's charge changes most tellingly; null where it does not change. */
export const measuredOver = (rate: Rate): Over | null => kindOf(rate).over(rate);
/** What a rate adds up to, where it charges by adding alone. */
export const summedOf = (rate: Rate): Summed | null => kindOf(rate).summed(rate);
/** What a rate asks of a carrier, where it is that and nothing else. */
export const asksOf = (rate: Rate): AsksCarrier | null => kindOf(rate).asks(rate);
/** Whether a further unit alone makes a rate dearer. */
export const isPerItem = (rate: Rate): boolean => kindOf(rate).perItem(rate);
/** Whether a rate has to see the lines themselves. */
export const looksAtLines = (body: RateBody): boolean => kindOf(body).looksAtLines(body);
/** By what a rate came to its charge for one group. */
export const cameBy = (rate: Rate, shipment: Shipment, after: boolean, asked: Asked): Came =>
  kindOf(rate).came(rate, shipment, after, asked);
