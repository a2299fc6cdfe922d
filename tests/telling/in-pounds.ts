import { asOf, type BookFile, bookFileSchema, type ChannelId } from '../../src/core/book/index.ts';
import { type Dialect, dialectOf } from '../../src/core/channels/index.ts';
import type { Currency } from '../../src/core/exact/index.ts';
import { opened } from '../books/opened.ts';
import { sayableOf } from './weighed.ts';

const at = Date.parse('2026-11-24T09:10:00Z');

/** A book in euros for a market in pounds, as a channel is told it there, without offers that cannot be said. */
export function inPounds(channel: ChannelId, file: BookFile, step: string): { dialect: Dialect; file: BookFile } {
  const own = dialectOf(channel, 'GBP' as Currency);
  const told = (one: BookFile): Dialect => {
    const { book, goods } = opened(one);
    return { ...own, render: (here, listed) => own.render(here, listed, { book: asOf(book, at), goods }) };
  };
  const [home] = file.markets;
  const both = bookFileSchema.parse({
    ...file,
    markets: [
      home,
      { ...home, id: 'britain', name: 'Britain', currency: 'GBP', locale: 'en-GB', rounding: { is: 'step', step } },
    ],
    exchange: [{ id: 'pounds', from: 'EUR', to: 'GBP', rate: '0.86' }],
  });
  const sayable = sayableOf(told(both), both, 'britain');
  return { dialect: told(sayable), file: sayable };
}

/**
 * The same book with some of its rates, thresholds and what offers take stated in pounds, other than converted; with
 * none where there is no chance.
 */
export function statedInPounds(file: BookFile, chance: (() => number) | null): BookFile {
  const scaled = (amount: string) => (Number(amount) * (0.8 + 0.1 * (chance?.() ?? 0))).toFixed(2);
  const amounts = (value: object): object =>
    JSON.parse(JSON.stringify(value), (name, one) => (name === 'amount' ? scaled(one) : one));
  const stated = (value: Readonly<Record<string, unknown>>): object | string | null => {
    if (typeof value.rate === 'object' && value.rate !== null) return amounts(value.rate);
    if (typeof value.amount === 'string') return scaled(value.amount);
    const isMoney = value.unit === 'value' || value.over === 'value';
    return isMoney && typeof value.value === 'string' ? scaled(value.value) : null;
  };
  const plain: unknown = JSON.parse(JSON.stringify(file), (_, value) => {
    if (typeof value !== 'object' || value === null || !('also' in value)) return value;
    const own = chance && chance() < 0.4 ? stated(value) : null;
    return { ...value, also: own === null ? {} : { GBP: own } };
  });
  return bookFileSchema.parse(plain);
}
