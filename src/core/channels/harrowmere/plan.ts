import type { CompiledBook } from '../../book/index.ts';
import { amountText, gramsText, type Minor } from '../../exact/index.ts';
import type { Listed } from '../dialect.ts';
import { exact, type Fidelity, unsayable } from '../fidelity.ts';
import { listingOf } from '../listing.ts';
import { settingsOf } from '../manifest.ts';
import { plainLanes } from '../plain.ts';
import { type DeliveryOffer, type GoodsOffer, limits, type PlanRate, type Plans } from './format.ts';
import { manifest } from './manifest.ts';
import { ownKey, placesOf } from './map.ts';

/** What is being said to Harrowmere: its places, its listings, and the lines so far. */
export interface Plan {
  readonly book: CompiledBook;
  readonly say: (value: Minor) => string;
  readonly speedOf: (service: string) => string | null;
  readonly lanes: ReturnType<typeof plainLanes>;
  readonly world: ReturnType<typeof placesOf>;
  readonly listings: Plans['listings'];
  /** The listings that an offer can name, and what is lost where there are more. */
  readonly named: string[];
  readonly crowd: Fidelity;
  readonly rates: PlanRate[];
  readonly delivery: DeliveryOffer[];
  readonly goods: GoodsOffer[];
}

export function planOf(book: CompiledBook, goods: readonly Listed[]): Plan {
  const say = (value: Minor) => amountText(value, book.currency);
  const { speeds } = settingsOf(book.body, manifest);
  const listings = goods.map((item) => ({
    listing: listingOf(item.sku),
    price: say(item.price),
    grams: item.mass === null ? '' : gramsText(item.mass),
  }));
  return {
    book,
    say,
    speedOf: (service) => speeds[service] ?? null,
    lanes: plainLanes(book),
    world: placesOf(book),
    listings,
    named: listings.slice(0, limits.listings).map((one) => one.listing),
    crowd:
      listings.length <= limits.listings
        ? exact
        : unsayable({ is: 'list full', fit: limits.listings, goods: listings.length }, 'fewer goods there'),
    rates: [],
    delivery: [],
    goods: [],
  };
}

/** A key that no offer of the plan has. */
export const keyIn = ({ delivery, goods }: Plan, id: string): string =>
  ownKey(id, (key) => delivery.some((one) => one.key === key) || goods.some((one) => one.key === key));
