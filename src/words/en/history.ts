import type { HistorySort, Remark } from '../../core/history/index.ts';
import { counts } from './figures.ts';

/** What each sort of history is called, what stands on it, and what a file of it holds. */
export const historyWords: Readonly<
  Record<HistorySort, { readonly name: string; readonly stands: string; readonly holds: string }>
> = {
  orders: {
    name: 'Past orders',
    stands:
      'What an offer or a threshold would cost, how lanes fare against the carrier, what would have been left of a ' +
      'year: all of it is worked out over them.',
    holds:
      'A line an item of an order: its number, when, channel, country, part and postcode, SKU, units; and, if you ' +
      'like, service, codes, what delivery was charged, what was taken off. No names, no addresses.',
  },
  visits: {
    name: 'Visits',
    stands: 'Where people look at the shop from and nothing is delivered to.',
    holds: 'A line a month and country, and, if you like, part and channel: how many visits.',
  },
  advertising: {
    name: 'Advertising',
    stands: 'What selling in a channel or a country cost beside goods and carriers.',
    holds: 'A line a month and channel, and, if you like, country: what was spent.',
  },
};

/** What the columns of a file of history can be taken for. */
export const historyTargetLabels: Readonly<Record<string, string>> = {
  number: 'Order number',
  at: 'When',
  month: 'Month',
  channel: 'Channel',
  country: 'Country',
  part: 'Part of the country',
  postcode: 'Postcode',
  place: 'Place in one',
  service: 'Service',
  sku: 'SKU',
  units: 'Units',
  codes: 'Codes',
  charge: 'Delivery charged',
  discount: 'Taken off',
  visits: 'Visits',
  amount: 'Spent',
};

/** What was read otherwise than it stands. */
export function remarkText({ what, text, count }: Remark): string {
  const lines = counts(count, 'line');
  switch (what) {
    case 'channel':
      return `“${text}” is no channel of Plemb’s: ${lines} taken as of no channel`;
    case 'service':
      return `“${text}” is no service of the book: ${lines} taken without it`;
    case 'part':
      return `“${text}” is no part that Plemb knows: ${lines} taken for the country at large`;
    case 'postcode':
      return `“${text}” is no postcode there: ${lines} taken without it`;
    case 'sku':
      return `${text} is no item of the book now: ${lines} kept, and left out where prices are needed`;
  }
}

const monthOf = new Intl.DateTimeFormat('en', { month: 'long', year: 'numeric', timeZone: 'UTC' });
/** A month as people say it. @example monthText('2026-10') // 'October 2026' */
export const monthText = (month: string): string => monthOf.format(new Date(`${month}-01T00:00:00Z`));
