import { once } from '../../../exact/index.ts';
import type { NotAdopted } from '../../adopted.ts';
import { withListings } from '../../into-book.ts';
import type { Entry, FeedFile, FeedItem } from '../format.ts';
import { entryText } from '../rules.ts';
import { inOneRow } from './in-one-row.ts';

/** An item of some feeds, with what all of them say of its delivery. */
export interface FedItem extends Omit<FeedItem, 'delivery'> {
  /** The id of a list of entries. */
  readonly delivery: string;
}

/** The items of some feeds, each once, and the lists of entries that they share. */
export interface AdoptedGoods {
  readonly items: readonly FedItem[];
  readonly lists: ReadonlyMap<string, readonly Entry[]>;
}

/**
 * Items in the order of the largest feed, others where they stand in their own; of one in several feeds all entries.
 */
export function goodsIn(feeds: readonly FeedFile[], lost: NotAdopted[]): AdoptedGoods {
  const byFeed = feeds.map(({ countries, items, deliveries }) => ({
    countries,
    items: new Map(withListings(items, ({ id }) => id, lost).map((item) => [item.id, item])),
    entries: new Map(deliveries.map(({ id, entries }) => [id, entries])),
  }));
  const lists = new Map<string, readonly Entry[]>();
  const byText = new Map<string, string>();
  /** Items with the same deliveries in all feeds have the same list. */
  const merged = once((key: readonly string[]): { id: string; differ: boolean } => {
    const all = byFeed.flatMap(({ countries, entries }, i) => {
      const mine = entries.get(key[i] ?? '');
      return mine ? [{ countries, mine }] : [];
    });
    // Of entries of one place those of the feed that is asked first.
    const entries = new Map(all.reverse().flatMap(({ mine }) => mine.map((entry) => [placeOf(entry), entry])));
    const text = [...entries.values()].map(textOf).sort().join('|');
    const id = byText.get(text) ?? `d${lists.size + 1}`;
    byText.set(text, id);
    if (!lists.has(id)) lists.set(id, [...entries.values()]);
    return { id, differ: all.some((one, i) => all.slice(0, i).some((other) => areOther(one, other))) };
  }, String);
  return {
    items: inOneRow(byFeed.map(({ items }) => [...items.keys()])).flatMap((id) => {
      const own = byFeed.map(({ items }) => items.get(id));
      const there = own.flatMap((one) => one ?? []);
      const [item] = there;
      if (!item) return [];
      const { id: delivery, differ } = merged(own.map((one) => one?.delivery ?? ''));
      const figures = new Set(
        there.map(({ title, price, grams, sale }) => JSON.stringify([title, price, grams, sale])),
      );
      if (differ || figures.size > 1) lost.push({ is: 'other in a feed', of: id });
      return [{ ...item, labels: [...new Set(there.flatMap(({ labels }) => labels))], delivery }];
    }),
    lists,
  };
}

const placeOf = (entry: Entry): string => `${entryText(entry)} ${entry.speed}`;
const textOf = (entry: Entry): string => [placeOf(entry), entry.price, entry.days].join(' ');

interface Aimed {
  readonly countries: FeedFile['countries'];
  readonly mine: readonly Entry[];
}

/** Whether two feeds say other entries of an item in a country that both are for. */
function areOther(a: Aimed, b: Aimed): boolean {
  const isFor = ({ countries }: Aimed, country: string) => countries === 'all' || countries.includes(country);
  const common = ({ mine }: Aimed, other: Aimed) =>
    mine
      .filter(({ country }) => isFor(other, country))
      .map(textOf)
      .sort()
      .join('|');
  return common(a, b) !== common(b, a);
}
