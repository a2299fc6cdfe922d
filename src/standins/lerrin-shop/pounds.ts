import { cents, twoDecimals } from '../common/money.ts';
import type { CheckoutBasket } from '../common/standin.ts';
import { type Open2, open2, type Shop2 } from './version-2.ts';

/** "Pounds", from docs/formats/lerrin-shop.md alone: the fields of the file that are amounts. */
const amounts = new Set(['charge', 'each', 'freeFrom', 'leastValue', 'amount', 'price', 'atMost']);

/** 86 pence for a euro, and up to what five pence divide. */
const pounds = (text: string): string => twoDecimals(Math.ceil((cents(text) * 86) / 500) * 5);

/** A value of the file with each amount in it in pounds. Edges of steps by value are texts, those by grams are not. */
const converted = (value: unknown, field = ''): unknown => {
  if (typeof value === 'string') return amounts.has(field) ? pounds(value) : value;
  if (Array.isArray(value)) return value.map((one) => converted(one));
  if (typeof value !== 'object' || value === null) return value;
  if (isAsked(value)) return { ...value, freeFrom: converted(value.freeFrom, 'freeFrom') };
  return Object.fromEntries(
    Object.entries(value).map(([name, one]) => [
      name,
      name === 'from' && typeof one === 'string' && 'charge' in value ? pounds(one) : converted(one, name),
    ]),
  );
};

/** A rate that the carrier is asked for: with what goes on top it is converted when it is known. */
const isAsked = (value: object): value is Shop2['zones'][number]['rates'][number] =>
  'steps' in value && (value.steps as { by?: unknown }).by === 'carrier';

export const openInPounds = (shop: Shop2): Open2 => open2(converted(shop) as Shop2, true);

/** A basket at the prices that the shop has in pounds, whatever its lines say. */
export const atItsPrices = ({ listings }: Open2, basket: CheckoutBasket): CheckoutBasket => ({
  ...basket,
  lines: basket.lines.map((line) => ({ ...line, price: listings.get(line.listing)?.price ?? line.price })),
});
