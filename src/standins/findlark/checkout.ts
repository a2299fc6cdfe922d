import { begins, countryPart } from '../common/address.ts';
import { cents, share, twoDecimals } from '../common/money.ts';
import { heldAt, inForceAt, type Reviewed } from '../common/review.ts';
import type { CheckoutAnswer, CheckoutBasket, CheckoutChoice } from '../common/standin.ts';
import { type Entry, type Feed, type Item, type Promotion, speeds, words } from './feed.ts';

/** The most specific of some entries for a place and a speed; null where none fits. */
function entryFor(entries: readonly Entry[], place: CheckoutBasket['place'], speed: string): Entry | null {
  let best: { rank: number; entry: Entry } | null = null;
  for (const entry of entries) {
    if (entry.speed !== speed || entry.country !== place.country) continue;
    const rank = entry.postcode
      ? begins(place, entry.postcode)
        ? 10 + entry.postcode.length
        : 0
      : entry.part
        ? entry.part === countryPart(place)
          ? 2
          : 0
        : 1;
    if (rank > (best?.rank ?? 0)) best = { rank, entry };
  }
  return best?.entry ?? null;
}

const begun = ({ from }: Promotion, moment: number) => from === undefined || Date.parse(from) <= moment;
const ended = ({ until }: Promotion, moment: number) => until !== undefined && Date.parse(until) <= moment;

/** A line of a basket with what the feed knows of it, and what a unit of it costs after its sale. */
interface Bought {
  readonly item: Item;
  readonly units: number;
  readonly price: number;
  readonly costs: number;
}

/** What an item costs at a moment, of a price in cents. */
function costs({ sale }: Item, price: number, moment: number): number {
  if (!sale || (sale.from !== null && Date.parse(sale.from) > moment)) return price;
  if (sale.until !== null && Date.parse(sale.until) <= moment) return price;
  return Math.min(price, cents(sale.price));
}

const sum = (all: readonly number[]) => all.reduce((a, b) => a + b, 0);
const isFor = (one: Promotion, { item }: Bought) =>
  one.label !== undefined
    ? item.labels.includes(one.label)
    : one.listings === undefined || words(one.listings).includes(item.id);

/** What a promotion of goods takes, of the lines it is for; a gift counts at its price. */
function takes(one: Promotion, lines: readonly Bought[], giftCosts: number): number {
  const all = one.label === undefined && one.listings === undefined;
  const amounts = lines.map((line) => line.units * line.costs);
  switch (one.kind) {
    case 'percent': {
      const percent = one.percent ?? '';
      return all ? share(sum(amounts), percent) : sum(amounts.map((amount) => share(amount, percent)));
    }
    case 'amount':
      return Math.min(cents(one.amount ?? ''), sum(amounts));
    case 'gift':
      return giftCosts * Number(one.count);
    case 'n for m': {
      const units = lines.flatMap((line) => new Array<number>(line.units).fill(line.costs)).sort((a, b) => a - b);
      const free = Math.floor(units.length / Number(one.units)) * (Number(one.units) - Number(one.paid));
      return sum(units.slice(0, free));
    }
    default:
      return 0;
  }
}

/** "Evaluation, in order", of version 2; what version 1 has beside it does the same. */
export function checkoutOf(
  feeds: readonly Feed[],
  promotions: readonly Reviewed<Promotion>[],
  moment: number,
): (basket: CheckoutBasket) => CheckoutAnswer {
  const byName = [...feeds].sort((a, b) => (a.name < b.name ? -1 : 1));
  const known = new Map(feeds.map((feed) => [feed, new Map(feed.items.map((item) => [item.id, item]))]));
  const inForce = promotions.flatMap((one) => inForceAt(one, moment) ?? []);
  return (basket) => {
    const { country } = basket.place;
    const naming = byName.filter(({ countries }) => countries !== 'all' && countries.includes(country));
    const feed = [...naming, ...byName.filter(({ countries }) => countries === 'all')].find((one) =>
      basket.lines.every(({ listing }) => known.get(one)?.has(listing)),
    );
    const used = new Set<string>();
    const choices = feed ? choicesIn(feed, basket, used) : [];
    const codes = basket.codes.map((code) => {
      if (used.has(code) && choices.length > 0) return { code, used: true, why: null };
      const some = inForce.filter((one) => one.code === code);
      const held = heldAt(
        promotions.filter((one) => one.waiting?.value.code === code),
        moment,
      )[0];
      const unknown = held ? (held.state === 'refused' ? 'refused' : 'in review') : 'unknown';
      const why =
        some.length === 0
          ? unknown
          : some.every((one) => !begun(one, moment))
            ? 'not begun'
            : some.every((one) => ended(one, moment))
              ? 'ended'
              : 'conditions';
      return { code, used: false, why };
    });
    return { choices, codes };
  };

  function choicesIn(feed: Feed, basket: CheckoutBasket, used: Set<string>): CheckoutChoice[] {
    const { place } = basket;
    const items = known.get(feed);
    const lines = basket.lines.map(({ listing, units, price }): Bought => {
      const item = items?.get(listing) as Item;
      return { item, units, price: cents(price), costs: costs(item, cents(price), moment) };
    });
    const fitting = inForce.filter((one) => {
      if (one.feed !== feed.name || !begun(one, moment) || ended(one, moment)) return false;
      if (one.code !== undefined && !basket.codes.includes(one.code)) return false;
      if (!words(one.countries).includes(place.country)) return false;
      const some = lines.filter((line) => isFor(one, line));
      return (
        some.length > 0 &&
        sum(some.map((line) => line.units * line.costs)) >= cents(one['least-value'] ?? '0.00') &&
        sum(some.map((line) => line.units)) >= Number(one['least-units'] ?? 0)
      );
    });
    let [taken, by]: [number, Promotion | null] = [0, null];
    for (const one of fitting.filter(({ kind }) => kind !== 'delivery')) {
      const gift = items?.get(one.gift ?? '');
      const giftCosts = gift ? cents(gift.price) : 0;
      const some = takes(
        one,
        lines.filter((line) => isFor(one, line)),
        giftCosts,
      );
      if (some > taken) [taken, by] = [some, one];
    }
    if (by?.code !== undefined) used.add(by.code);
    const sales = sum(lines.map((line) => line.units * (line.price - line.costs)));
    const discount = sales + (by?.kind === 'gift' ? 0 : taken);
    return speeds.flatMap((speed): CheckoutChoice[] => {
      let dearest: Entry | null = null;
      for (const { item } of lines) {
        const entry = entryFor(feed.deliveries[item.delivery ?? ''] ?? [], place, speed);
        if (entry === null) return [];
        if (dearest === null || cents(entry.price) > cents(dearest.price)) dearest = entry;
      }
      let charge = cents(dearest?.price ?? '0.00');
      const freeing = fitting.find((one) => one.kind === 'delivery' && words(one.speeds).includes(speed));
      if (freeing && charge > 0) {
        charge = 0;
        if (freeing.code !== undefined) used.add(freeing.code);
      }
      const [shortest, longest] = words(dearest?.days ?? '').map(Number);
      return [
        {
          speed,
          name: speed.charAt(0).toUpperCase() + speed.slice(1),
          ...(shortest === undefined || longest === undefined ? {} : { days: [shortest, longest] as const }),
          charge: twoDecimals(charge),
          discount: twoDecimals(discount),
        },
      ];
    });
  }
}
