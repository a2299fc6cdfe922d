import { Temporal } from 'temporal-polyfill';
import { cents } from '../common/money.ts';
import type { Quote } from '../common/quotes.ts';
import type { CheckoutBasket } from '../common/standin.ts';
import { packed } from './packing.ts';

/** "Asking the carrier", from docs/formats/lerrin-shop.md alone. */
interface Steps {
  readonly service: string;
  readonly percent: string;
  readonly amount: string;
}

/** Whom the carrier is asked for, and how what it asks is charged. */
export interface Asking {
  readonly quote: Quote;
  readonly moment: number;
  readonly place: CheckoutBasket['place'];
  readonly boxes: Parameters<typeof packed>[1];
  readonly inPounds: boolean;
}

/** The most parcels that are asked for at once. */
const atOnce = 200;

/** What the lines of a set are charged; null where the speed is not offered. */
export function carried(
  { service, percent, amount }: Steps,
  each: string,
  lines: Parameters<typeof packed>[0],
  { quote, moment, place, boxes, inPounds }: Asking,
): number | null {
  const parcels = packed(lines, boxes);
  if (!parcels) return null;
  const on = Temporal.Instant.fromEpochMilliseconds(moment)
    .toZonedDateTimeISO('Europe/Dublin')
    .toPlainDate()
    .toString();
  const to = { country: place.country, postcode: place.postcode, home: place.business !== true };
  let sum: number | null = 0;
  for (let i = 0; i < parcels.length; i += atOnce) {
    const one = quote({ on, service, to, parcels: parcels.slice(i, i + atOnce) });
    sum = sum === null || one === null ? null : sum + one;
  }
  if (sum === null) return null;
  const units = lines.reduce((all, line) => all + line.units, 0);
  const thousandths = BigInt(Math.round(Number(percent) * 1000));
  // In hundred-thousandths of a cent.
  const whole = BigInt(sum) * (100_000n + thousandths) + BigInt(cents(amount) + cents(each) * units) * 100_000n;
  return inPounds ? Number((whole * 86n + 50_000_000n - 1n) / 50_000_000n) * 5 : Number((whole + 50_000n) / 100_000n);
}
