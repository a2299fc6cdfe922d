import { alike } from '../../book/index.ts';
import {
  amountText,
  type Currency,
  conversionAt,
  currencyDigits,
  parseAmount,
  parseDecimal,
  rounded,
} from '../../exact/index.ts';
import type { Body } from './things.ts';

/** The fields of a body that are amounts, which its `also` restates in other currencies: one by itself, or several. */
const amounts = ['amount', 'price', 'value', 'order', 'item', 'from', 'off'] as const;

export const isBody = (one: unknown): one is Body => typeof one === 'object' && one !== null && !Array.isArray(one);

/** The amounts of a body that are restated in other currencies; none of what is no amount of money. */
export const restatedIn = (body: Body): readonly string[] =>
  !isBody(body.also) || (body.unit !== undefined && body.unit !== 'value')
    ? []
    : amounts.filter((field) => typeof body[field] === 'string');

/** A body of the book's with its amounts in a currency as another body has them. */
export function restated(own: Body, there: Body, currency: Currency): Body {
  const fields = restatedIn(own);
  return fields.length === 0 ? own : { ...own, also: { ...(own.also as Body), [currency]: amountsOf(there, fields) } };
}

/** What `also` has of a body's amounts in a currency. */
const amountsOf = (body: Body, fields: readonly string[]): unknown =>
  fields.length === 1 ? body[fields[0] as string] : Object.fromEntries(fields.map((field) => [field, body[field]]));

/** The same of all that is in a value, as another that is alike but for its amounts has them. */
export function allRestated(own: unknown, there: unknown, currency: Currency): unknown {
  if (Array.isArray(own) && Array.isArray(there)) return own.map((one, i) => allRestated(one, there[i], currency));
  if (!isBody(own) || !isBody(there)) return own;
  const inner = Object.entries(own).map(([key, one]) => [
    key,
    key === 'also' ? one : allRestated(one, there[key], currency),
  ]);
  return restated(Object.fromEntries(inner), there, currency);
}

/** Whether there are amounts of money anywhere in a value. */
export const hasAmounts = (value: unknown): boolean =>
  Array.isArray(value)
    ? value.some(hasAmounts)
    : isBody(value) && (restatedIn(value).length > 0 || Object.values(value).some(hasAmounts));

/** Whether two values are the same but for their amounts. */
export function alikeButAmounts(a: unknown, b: unknown): boolean {
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((one, i) => alikeButAmounts(one, b[i]));
  if (!isBody(a) || !isBody(b)) return alike(a, b);
  const left = new Set([...restatedIn(a), 'also']);
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every(
    (key) => left.has(key) || alikeButAmounts(a[key], b[key]),
  );
}

/** How amounts of a currency are written in the book's own: by a listed rate the other way round, to the nearest. */
export interface Foreign {
  readonly currency: Currency;
  readonly home: Currency;
  /** Of the book's own into it. */
  readonly rate: string;
}

/** A body of a channel's with its amounts restated in its currency, and in the book's own about the same. */
export function broughtHome(value: unknown, by: Foreign): unknown {
  if (Array.isArray(value)) return value.map((one) => broughtHome(one, by));
  if (!isBody(value)) return value;
  const fields = restatedIn(value);
  const own = Object.entries(value).map(([key, one]) => [
    key,
    fields.includes(key) ? atHome(one as string, by) : broughtHome(one, by),
  ]);
  return fields.length === 0 ? Object.fromEntries(own) : restated(Object.fromEntries(own), value, by.currency);
}

function atHome(text: string, { currency, home, rate }: Foreign): string {
  const amount = parseAmount(text, currency);
  const listed = parseDecimal(rate, 8);
  if (!amount.ok || !listed.ok || listed.value.digits === 0n) return text;
  const { up, down } = conversionAt(listed.value, currencyDigits(home), currencyDigits(currency), { is: 'nearest' });
  return amountText(rounded(BigInt(amount.value) * down, up, { is: 'nearest' }), home);
}
