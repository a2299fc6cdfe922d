import { heldAt, inForceAt, type Reviewed, submitted } from '../common/review.ts';
import { standInApp } from '../common/server.ts';
import type { OpenStandIn, StandIn } from '../common/standin.ts';
import { checkoutOf } from './checkout.ts';
import { type Feed, type Item, type Promotion, words } from './feed.ts';
import { lookAt } from './look.ts';
import { read1, written1 } from './version-1.ts';
import { read2, written2 } from './version-2.ts';

/** Findlark, from docs/formats/findlark.md and the page of the version before alone. */
interface State {
  readonly feeds: readonly Feed[];
  readonly promotions: readonly Reviewed<Promotion>[];
  /** When each country is open. */
  readonly opened: Readonly<Record<string, number>>;
  /** The file of items of version 1; null of version 2. */
  readonly itemsText: string | null;
}

const hour = 3_600_000;
const [openingHours, reviewHours] = [10, 30];

/** Under which key a promotion is held: with the name of its feed, which version 1 has not. */
const keyOf = ({ feed, id = '' }: Promotion): string => (feed === '' ? id : `${feed}/${id}`);

/** Findlark, which looks into the shop at the given address. */
export const findlark = (shop: () => string): StandIn<State> => ({
  name: 'findlark',
  currencies: ['EUR'],
  empty: { feeds: [], promotions: [], opened: {}, itemsText: null },
  submit(state, files, now) {
    const isFirst = files.some(({ name }) => name === 'promotions.tsv');
    const one = isFirst ? read1(files) : read2(files);
    if ('refused' in one) return one;
    const { promotions } = one;
    const opened: Record<string, number> = { ...state.opened };
    for (const { countries } of promotions)
      for (const country of words(countries)) opened[country] ??= now + openingHours * hour;
    const until = ({ countries }: Promotion) =>
      Math.max(now, ...words(countries).map((country) => opened[country] ?? now)) + reviewHours * hour;
    const sent = promotions.map((value) => ({ key: keyOf(value), value }));
    return {
      state: {
        feeds: 'feeds' in one ? one.feeds : [one.feed],
        promotions: submitted(state.promotions, sent, now, until, 'open'),
        opened,
        itemsText: isFirst ? (files.find(({ name }) => name === 'items.xml')?.text ?? '') : null,
      },
    };
  },
  async settle(state, moment) {
    if (!state.promotions.some((one) => one.waiting?.verdict === 'open' && one.waiting.until <= moment)) return state;
    const promotions = await Promise.all(
      state.promotions.map(async (one) => {
        if (one.waiting?.verdict !== 'open' || one.waiting.until > moment) return one;
        const { value, until } = one.waiting;
        const items = state.feeds.find(({ name }) => name === value.feed)?.items ?? [];
        const verdict = await lookAt(shop(), value, items, until);
        return verdict === null ? one : { ...one, waiting: { ...one.waiting, verdict } };
      }),
    );
    return { ...state, promotions };
  },
  live({ feeds, promotions, itemsText }, moment) {
    const inForce = promotions.flatMap((one) => inForceAt(one, moment) ?? []);
    return {
      files: itemsText === null ? feeds.map((feed) => written2(feed, inForce)) : written1(itemsText, inForce),
      held: heldAt(promotions, moment),
    };
  },
  listings: ({ feeds }) => [
    ...new Map(
      feeds.flatMap(({ items }) => items.map(({ id, price, grams }) => [id, { listing: id, price, grams }] as const)),
    ).values(),
  ],
  relisted(state, { listing, price, grams }) {
    if (state.feeds.length === 0) return null;
    const isThere = state.feeds.some(({ items }) => items.some(({ id }) => id === listing));
    const changed = (item: Item) => (item.id === listing ? { ...item, price, grams } : item);
    // What is added by hand goes nowhere.
    const added: Item = { id: listing, title: listing, price, grams, delivery: 'none', labels: [], sale: null };
    const feeds = state.feeds.map((feed, i) => {
      if (isThere || i > 0) return { ...feed, around: null, items: feed.items.map(changed) };
      return { ...feed, around: null, deliveries: { ...feed.deliveries, none: [] }, items: [...feed.items, added] };
    });
    return { ...state, feeds };
  },
  delisted(state, listing) {
    const without = state.feeds.map((feed) => ({
      ...feed,
      around: null,
      items: feed.items.filter(({ id }) => id !== listing),
    }));
    const isThere = state.feeds.some((feed, i) => feed.items.length > (without[i]?.items.length ?? 0));
    return isThere ? { ...state, feeds: without } : null;
  },
  checkout: ({ feeds, promotions }, moment) => checkoutOf(feeds, promotions, moment),
});

export const app: OpenStandIn = (folder, addressOf) =>
  standInApp(
    findlark(() => addressOf('lerrin-shop')),
    folder,
  );
