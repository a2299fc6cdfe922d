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
