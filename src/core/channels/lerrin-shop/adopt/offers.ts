import type { BookInput } from '../../../book/index.ts';
import { memo, unwrap } from '../../../exact/index.ts';
import { type Place, partsOfMap, zoneFinder } from '../../../places/index.ts';
import type { NotAdopted } from '../../adopted.ts';
import { amountIn } from '../../amounts.ts';
import { termsOr } from '../../into-book.ts';
import { keysOf } from '../../keys.ts';
import { holder } from '../campaigns.ts';
import { mostPaid } from '../conversion.ts';
import { type Campaign, clock, limits, type Shop } from '../format.ts';
import { patternOf } from '../patterns.ts';
import { zonesOf } from '../rules.ts';
import { mostOf } from '../steps.ts';
import { firstOf } from './in-locale.ts';

type Offer = BookInput['offers'][number];
type Selection = NonNullable<BookInput['selections']>[number];

/** Campaigns as offers, the goods that they act on as selections, and those of one letter as an either/or. */
export function offersIn(
  shop: Shop,
  lost: NotAdopted[],
): { offers: Offer[]; selections: Selection[]; eitherOr: NonNullable<BookInput['eitherOr']> } {
  const { selections, selectionOf } = selectionsIn(shop);
  const offers = shop.campaigns.flatMap((campaign, i): Offer[] => {
    const zones = heldIn(shop, campaign);
    if (zones === 'none') {
      lost.push({ is: 'places of no zones', offer: campaign.key, places: campaign.places ?? [] });
      return [];
    }
    if (campaign.from !== null && campaign.until !== null && campaign.until <= campaign.from) {
      lost.push({ is: 'never', offer: campaign.key });
      return [];
    }
    const [first = 'en'] = shop.locales;
    const { text: title, others: titles } = firstOf(campaign.title, first, campaign.key);
    return [
      {
        id: campaign.key,
        number: i + 1,
        title,
        titles,
        benefit: benefitOf(shop, { ...campaign, zones }, selectionOf, lost),
        code: codeOf(campaign),
        asks: campaign.leastValue === null ? [] : [{ over: 'value', value: campaign.leastValue, test: 'before' }],
        zones,
        limits: { uses: usesOf(campaign, lost) },
        window: { from: campaign.from, until: campaign.until, zone: clock },
        terms: termsOr(firstOf(campaign.terms, first, '').text, campaign.key, lost),
        note: '',
      },
    ];
  });
  const letters = [...new Set(shop.campaigns.map(({ letter }) => letter))];
  return {
    offers,
    selections,
    eitherOr: letters.flatMap((letter) => {
      const ids = offers.filter(({ id }) => shop.campaigns.some((one) => one.key === id && one.letter === letter));
      return ids.length < 2
        ? []
        : [{ id: `letter-${letter.toLowerCase()}`, name: `Letter ${letter}`, offers: ids.map(({ id }) => id) }];
    }),
  };
}

/** The selections of goods campaigns: the listings with their tag. */
function selectionsIn({ campaigns, listings }: Shop): {
  selections: Selection[];
  selectionOf: (tag: string | null) => string | null;
} {
  const tags = campaigns.flatMap(({ benefit }) => (benefit.kind === 'goods' ? (benefit.tag ?? []) : []));
  const keyFor = keysOf(limits.key);
  const ids = new Map([...new Set(tags)].map((tag) => [tag, keyFor(tag.replace(/^of-(?=.)/, ''))]));
  return {
    selections: [...ids].map(([tag, id]) => ({
      id,
      name: id,
      takes: { is: 'skus', skus: listings.filter((one) => one.tags.includes(tag)).map((one) => one.id) },
      except: [],
    })),
    selectionOf: (tag) => (tag === null ? null : (ids.get(tag) ?? null)),
  };
}

/** One place for each part that zones and campaigns cut the map into, by zone. */
const placesByZone = memo((shop: Shop): readonly { readonly key: string; readonly places: readonly Place[] }[] => {
  const zones = zonesOf(shop);
  const zoneAt = zoneFinder(zones);
  const entries = shop.campaigns.flatMap(({ places, except }) => [...(places ?? []), ...except]);
  const parts = partsOfMap([...zones.flatMap((zone) => zone.takes), ...entries.map((one) => unwrap(patternOf(one)))]);
  const found = new Map(shop.zones.map(({ key }) => [key, [] as Place[]]));
  for (const { place } of parts) found.get(zoneAt(place)?.zone.id ?? '')?.push(place);
  return [...found].map(([key, places]) => ({ key, places }));
});

/**
 * The zones in which a campaign holds; null for everywhere, `none` where it holds in no zone, or in a part of one only.
 */
function heldIn(shop: Shop, campaign: Campaign): string[] | null | 'none' {
  if (campaign.places === null && campaign.except.length === 0) return null;
  const holdsAt = holder(campaign);
  const held = placesByZone(shop).filter(({ places }) => places.some(holdsAt));
  return held.length > 0 && held.every(({ places }) => places.every(holdsAt)) ? held.map(({ key }) => key) : 'none';
}

function benefitOf(
  shop: Shop,
  { key, benefit, zones }: Pick<Campaign, 'key' | 'benefit'> & { readonly zones: readonly string[] | null },
  selectionOf: (tag: string | null) => string | null,
  lost: NotAdopted[],
): Offer['benefit'] {
  switch (benefit.kind) {
    case 'order':
      return {
        is: 'off order',
        off:
          benefit.off.is === 'percent'
            ? { by: 'percent', percent: benefit.off.percent }
            : { by: 'amount', amount: benefit.off.amount },
      };
    case 'goods': {
      const goods = selectionOf(benefit.tag);
      const { off } = benefit;
      switch (off.is) {
        case 'percent':
          return { is: 'off goods', goods, off: { by: 'percent', percent: off.percent } };
        case 'amount':
          return { is: 'off goods', goods, off: { by: 'amount', amount: off.amount } };
        case 'price':
          return { is: 'fixed price', goods, price: off.price };
        case 'n for m':
          return { is: 'buy and get', goods, buy: off.buy, get: off.get, percent: off.percent };
      }
      break;
    }
    case 'delivery': {
      const free = benefit.fees ? freedBy(shop, benefit.atMost, zones) : null;
      const services = shop.speeds.map((speed) => speed.key);
      if (benefit.fees && free === null) lost.push({ is: 'pays in part', offer: key, atMost: benefit.atMost });
      return {
        is: 'delivery',
        on: { is: 'services', services: free ?? services },
        off: free ? { by: 'free' } : { by: 'amount', amount: benefit.atMost },
      };
    }
  }
  return benefit satisfies never;
}

/**
 * The speeds that are free where so much at most is paid, whatever is bought within the stated bounds: null where that
 * pays none of them whole, or is more than all of them come to.
 */
function freedBy({ zones, sets, speeds }: Shop, atMost: string, holds: readonly string[] | null): string[] | null {
  const kept = new Set(sets.filter((set) => set.kept).map(({ key }) => key));
  const rates = zones
    .filter(({ key }) => holds === null || holds.includes(key))
    .flatMap((zone) => zone.rates.filter(({ set }) => !kept.has(set)));
  const mostAt = (speed: string) =>
    Math.min(mostPaid, Math.max(0, ...rates.filter((rate) => rate.speed === speed).map(mostOf)));
  const freed = speeds.flatMap(({ key }) => (mostAt(key) <= amountIn(atMost) ? key : []));
  const whole = Math.max(0, ...freed.map(mostAt));
  return freed.length > 0 && whole === amountIn(atMost) ? freed : null;
}

/** The most uses that a book counts. */
const mostUses = 10_000_000;

function usesOf({ key, uses }: Campaign, lost: NotAdopted[]): number | null {
  if (uses === null || uses <= mostUses) return uses;
  lost.push({ is: 'uses', offer: key });
  return null;
}

/** What a campaign asks to be entered. */
function codeOf({ code, batch }: Campaign): BookInput['offers'][number]['code'] {
  if (batch !== undefined) return { is: 'single use', batch };
  return code === null ? null : { is: 'shared', code };
}
