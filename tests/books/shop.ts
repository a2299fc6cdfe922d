import type { z } from 'zod';
import { type BookInput, bookFileSchema } from '../../src/core/book/index.ts';
import { amountText } from '../../src/core/exact/index.ts';
import type { itemSchema } from '../../src/core/goods/index.ts';
import { type Answer, quote } from '../../src/core/quote/index.ts';
import type { laneSchema } from '../../src/core/rates/index.ts';
import { opened } from './opened.ts';

type Lane = z.input<typeof laneSchema>;
type Item = z.input<typeof itemSchema>;

/** An item as one writes it: a parcel of 1 kg at 10.00 where nothing else is said. */
export const item = (sku: string, more: Partial<Item> = {}): Item => ({
  sku,
  name: sku,
  price: '10.00',
  mass: { value: '1', unit: 'kg' },
  size: null,
  tags: [],
  kind: 'parcel',
  template: null,
  ...more,
});

/**
 * A small book made for one question: services, one home zone (Ireland) with these lanes, these goods; anything else on
 * top.
 */
export function shopOf(lanes: Readonly<Record<string, Lane>>, goods: readonly Item[], more: Partial<BookInput> = {}) {
  const services = Object.keys(lanes).map((id, i) => ({
    id,
    name: `Service ${id}`,
    days: [i + 1, i + 2] as [number, number],
  }));
  const input: BookInput = {
    format: 'plemb-book/3',
    seller: 'Anybody',
    markets: [{ id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' }],
    services,
    zones: [{ id: 'home', name: 'Home', takes: ['IE'], leaves: [] }],
    templates: [{ id: 'main', name: 'Main', origin: 'Here', zones: ['home'], lanes: { home: { ...lanes } } }],
    offers: [],
    channels: {},
    pinned: [],
    goods: [...goods],
    ...more,
    numbered: 9999,
  };
  const open = (market?: string) => opened(bookFileSchema.parse(input), market);
  const answer = (
    lines: Readonly<Record<string, number>>,
    place = 'IE',
    codes: readonly string[] = [],
    market?: string,
  ): Answer => {
    const at = open(market);
    return quote(
      at.book,
      at.ask({ lines: Object.entries(lines).map(([sku, units]) => ({ sku, units })), place, codes: [...codes] }),
    );
  };
  /** What a service costs as text, or why it is missing. */
  const pays = (
    lines: Readonly<Record<string, number>>,
    service = services[0]?.id ?? '',
    place = 'IE',
    market?: string,
  ): string => {
    const at = open(market);
    const found = answer(lines, place, [], market);
    const choice = [...found.choices, ...found.hidden.map((one) => one.choice)].find((one) => one.service === service);
    return choice
      ? amountText(choice.delivery, at.book.currency)
      : (found.missing.find((one) => one.service === service)?.why ?? 'unknown');
  };
  return { input, open, answer, pays };
}

export const flat = (amount: string, freeFrom: Lane['freeFrom'] = null): Lane => ({
  rate: { is: 'flat', amount },
  freeFrom,
});

type Offer = BookInput['offers'][number];

/** An offer as one writes it: for anybody, everywhere, always, where nothing else is said. */
export const offerOf = (id: string, number: number, more: Pick<Offer, 'benefit'> & Partial<Offer>): Offer => ({
  id,
  number,
  title: id,
  code: null,
  asks: [],
  zones: null,
  window: { from: null, until: null, zone: 'Europe/Dublin' },
  terms: id,
  note: '',
  ...more,
});

/** Offers of which at most one acts. */
export const either = (id: string, offers: readonly string[], of: 'order' | 'line' = 'order') => ({
  id,
  name: id,
  of,
  offers: [...offers],
});
