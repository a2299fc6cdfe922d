import type { ChannelId } from '../book/index.ts';
import { type Currency, type Minor, minor } from '../exact/index.ts';
import type { Over } from '../rates/index.ts';

/** By what a rate is charged that no plain rate says. */
export type Manner =
  | { readonly is: 'kind'; readonly kind: string }
  | { readonly is: 'measure'; readonly over: Over }
  | { readonly is: 'value after discounts' | 'steps within a break' };

/** What keeps goods apart from the plain ones of the default template. */
export type ApartBy = 'template' | 'dated' | 'own rate' | 'services' | 'fee' | 'kind' | 'feed';

/** A limit of an offer that a channel does not keep. */
export type LostLimit = 'uses' | 'each' | 'most' | 'budget';

/** List values from which to which, or from which on, with an offer, a threshold is met there and not in the book. */
export interface MetRange {
  readonly from: Minor;
  readonly to: Minor | null;
  readonly offer: string;
}

/** What is lost where a channel cannot be told a clause exactly; amounts in the book's currency, offers by ids. */
export type Loss =
  // Rates.
  | { readonly is: 'no speed' | 'speed taken'; readonly service: string; readonly speed: string | null }
  | { readonly is: 'rate'; readonly manner: Manner }
  | { readonly is: 'no region' | 'no stop' | 'no beginning' }
  | { readonly is: 'rates of kinds'; readonly kinds: readonly string[] }
  | { readonly is: 'fee of each item'; readonly each: Minor }
  | { readonly is: 'bounds'; readonly over: readonly Over[] }
  /** While the carrier is silent. */
  | { readonly is: 'no fallback' }
  /** Goods as large and as long as others, of which those of lesser SKUs do not have the lesser listing ids. */
  | { readonly is: 'packed in another order'; readonly goods: number }
  /** What would be bounded, were there a bound of what a carrier asks. */
  | { readonly is: 'as the carrier asks'; readonly of: Loss['is'] }
  | { readonly is: 'nearest parcels'; readonly holds: string | null; readonly off: Minor }
  | { readonly is: 'whole grams'; readonly off: Minor }
  | { readonly is: 'ends within a gram' | 'begins within a gram' }
  | { readonly is: 'dearest item only' | 'fee once' | 'freed together'; readonly off: Minor }
  | { readonly is: 'dearest size' | 'nearest step' | 'each alone' | 'steps before discounts'; readonly off: Minor }
  // Thresholds.
  | { readonly is: 'threshold'; readonly over: Over | 'own group' }
  | { readonly is: 'tested before discounts'; readonly ranges: readonly MetRange[]; readonly most: Minor }
  | { readonly is: 'tested after goods offers'; readonly offers: readonly string[]; readonly most: Minor }
  | { readonly is: 'threshold of the basket' | 'not freed with its group'; readonly off: Minor }
  | { readonly is: 'spend on what is freed' | 'one offer a speed' | 'frees its goods alone'; readonly off: Minor }
  // Goods, and baskets as a whole.
  | { readonly is: 'apart'; readonly by: ApartBy }
  | { readonly is: 'stock places'; readonly origins: readonly string[] }
  | { readonly is: 'dearest group only' | 'all groups pay' | 'parts pay' | 'parcels of each'; readonly off: Minor }
  | { readonly is: 'own rates not added' | 'own rates once'; readonly off: Minor }
  | { readonly is: 'kinds parted'; readonly kinds: readonly string[]; readonly off: Minor }
  | { readonly is: 'shown' }
  | { readonly is: 'currency'; readonly there: Currency; readonly here: Currency }
  /** Currencies it sells in; the market as which this one's shoppers are charged, null for none. */
  | { readonly is: 'market'; readonly there: readonly Currency[]; readonly as: string | null }
  | { readonly is: 'converted there'; readonly off: Minor }
  | { readonly is: 'prices converted there'; readonly goods: number; readonly off: Minor }
  | { readonly is: 'not for this currency alone' | 'not in this currency' }
  | { readonly is: 'told as they are'; readonly there: 'inside' | 'added' }
  | { readonly is: 'turned alone'; readonly tax: 'inside' | 'added'; readonly off: Minor }
  | { readonly is: 'other tax rates'; readonly places: readonly string[]; readonly off: Minor }
  | { readonly is: 'edges with tax'; readonly off: Minor }
  | { readonly is: 'sets full'; readonly fit: number; readonly goods: number }
  | { readonly is: 'entries full'; readonly fit: number; readonly left: readonly string[] }
  // Places, as patterns are written.
  | { readonly is: 'whole countries'; readonly reached: readonly string[]; readonly missed: readonly string[] }
  | { readonly is: 'region takes in' | 'not cut out'; readonly region: string; readonly place: string }
  | { readonly is: 'no whole country' | 'outside the target' }
  | { readonly is: 'promised where closed'; readonly places: readonly string[]; readonly most: Minor }
  | { readonly is: 'services fall' | 'not named there'; readonly places: readonly string[] }
  // Offers.
  | { readonly is: 'benefit'; readonly kind: string }
  | { readonly is: 'ask' | 'needs' | 'single-use codes' | 'segments' }
  | { readonly is: 'limits'; readonly limits: readonly LostLimit[] }
  | { readonly is: 'cheapest by basket' }
  | {
      readonly is: 'best percentage only' | 'best one only' | 'adds there' | 'letters';
      readonly offers: readonly string[];
    }
  /** `cap`: null for all that is charged. */
  | { readonly is: 'cap'; readonly cap: Minor | null; readonly services: readonly string[]; readonly most: Minor }
  | { readonly is: 'cap of each set'; readonly cap: Minor | null; readonly most: Minor }
  | { readonly is: 'title cut'; readonly letters: number }
  | { readonly is: 'terms too long'; readonly letters: number; readonly fit: number }
  | { readonly is: 'labels full'; readonly fit: number }
  | { readonly is: 'code unknown at'; readonly channel: string }
  | { readonly is: 'good in each'; readonly channels: readonly string[] }
  | { readonly is: 'refused for items below'; readonly least: Minor | null; readonly goods: number }
  | { readonly is: 'refused beside'; readonly offers: readonly string[] }
  | { readonly is: 'after sale prices'; readonly offers: readonly string[]; readonly off: Minor }
  | { readonly is: 'gift sent for nothing'; readonly off: Minor }
  /** By these services it does not go. */
  | { readonly is: 'gift keeps off'; readonly services: readonly string[] }
  | { readonly is: 'in no one feed'; readonly countries: readonly string[]; readonly goods: number }
  | { readonly is: 'plans full'; readonly fit: number; readonly goods: number }
  | { readonly is: 'no counterpart' | 'reaches nothing' | 'gift not listed' }
  | { readonly is: 'rounded by line' | 'rounded by unit' | 'holds everywhere' | 'asks no least value' }
  | { readonly is: 'chosen at list prices'; readonly offers: readonly string[]; readonly off: Minor }
  | { readonly is: 'budget as uses'; readonly uses: number }
  | { readonly is: 'budget below one use' }
  | { readonly is: 'by template'; readonly places: readonly string[] }
  | { readonly is: 'wrong pairs'; readonly offers: readonly string[]; readonly proved: boolean }
  | { readonly is: 'either or by line'; readonly offers: readonly string[] };

/** What a seller may do about it. */
export type Remedy =
  | 'a flat rate or a table by mass'
  | 'a flat rate'
  | 'a charge per weight'
  | 'an open last break'
  | 'breaks on whole grams'
  | 'a last edge on whole grams'
  | 'a table that stops there'
  | 'a template of their own'
  | 'a fee in the rate'
  | 'a speed of its own'
  | 'a speed'
  | 'speeds for its services'
  | 'whole regions'
  | 'free from the basket'
  | 'the same threshold for all'
  | 'tested before discounts'
  | 'delivered like all others'
  | 'all shown'
  | 'prices as there'
  | 'the dearest group pays'
  | 'each group pays'
  | 'steps before discounts'
  | 'fewer steps'
  | 'one zone for all templates'
  | 'a larger budget'
  | 'one country'
  | 'all countries'
  | 'whole countries'
  | 'every place'
  | 'no fallback'
  | 'delivered there too'
  | 'the country left out'
  | 'services offered there too'
  | 'the value of the basket'
  | 'any goods'
  | 'one code'
  | 'everybody'
  | 'ended by hand'
  | 'services named'
  | 'the same services'
  | 'compete'
  | 'add'
  | 'all together or none'
  | 'either or of the order'
  | 'no least value'
  | 'a shorter title'
  | 'shorter terms'
  | 'the channel left out'
  | 'every market'
  | 'live with it'
  | { readonly is: 'raised'; readonly to: Minor }
  | { readonly is: 'meant at'; readonly channel: string }
  /** A setting of the channel's own. */
  | { readonly is: 'set'; readonly channel: ChannelId; readonly field: string; readonly value: string }
  | { readonly is: 'a book in'; readonly currency: Currency }
  /** At the channel's own rate, each amount up to its step. */
  | { readonly is: 'converted by'; readonly to: Currency; readonly rate: string; readonly step: string };

/** How faithfully a channel can be told a clause. A bound is the most by which any one basket's charge can differ. */
export type Fidelity =
  | { readonly is: 'exact' }
  | {
      readonly is: 'bounded';
      readonly bound: Minor;
      readonly losses: readonly Loss[];
      readonly remedies: readonly Remedy[];
    }
  | { readonly is: 'unsayable'; readonly losses: readonly Loss[]; readonly remedies: readonly Remedy[] };

export const exact: Fidelity = { is: 'exact' };
/** A loss without a bound goes by what a carrier asks, and has no figure. */
const inFigures = (loss: Loss): Loss => {
  const figure = 'off' in loss ? loss.off : 'most' in loss ? loss.most : 0;
  return Number.isFinite(figure) ? loss : { is: 'as the carrier asks', of: loss.is };
};
/** What is off without a bound is not sayable. */
export const bounded = (bound: number, loss: Loss, ...remedies: Remedy[]): Fidelity =>
  Number.isFinite(bound)
    ? { is: 'bounded', bound: minor(bound), losses: [inFigures(loss)], remedies }
    : unsayable({ is: 'as the carrier asks', of: loss.is }, ...remedies);
/** Bounded by what is off, if anything is. */
export const boundedIf = (off: number, loss: Loss, ...remedies: Remedy[]): Fidelity =>
  off === 0 ? exact : bounded(off, loss, ...remedies);
export const unsayable = (loss: Loss, ...remedies: Remedy[]): Fidelity => ({
  is: 'unsayable',
  losses: [inFigures(loss)],
  remedies,
});

/** The same where one basket may suffer all of them: their bounds add up. */
export function addedUp(parts: readonly Fidelity[]): Fidelity {
  const worst = worstOf(parts);
  if (worst.is !== 'bounded') return worst;
  const bound = parts.reduce((sum, one) => sum + (one.is === 'bounded' ? one.bound : 0), 0);
  return { ...worst, bound: minor(bound) };
}

/** The same where no more than so much can be lost in all. */
export const noMoreThan = (fidelity: Fidelity, most: number): Fidelity =>
  fidelity.is === 'bounded' ? { ...fidelity, bound: minor(Math.min(fidelity.bound, most)) } : fidelity;

const distinct = <T>(list: readonly T[]): T[] => [...new Map(list.map((one) => [JSON.stringify(one), one])).values()];

/** Several things that keep a clause from being exact, as one: the largest bound, or unsayable if any part is. */
export function worstOf(parts: readonly Fidelity[]): Fidelity {
  const real = parts.filter((one) => one.is !== 'exact');
  if (real.length === 0) return exact;
  const losses = distinct(real.flatMap((one) => one.losses));
  const remedies = distinct(real.flatMap((one) => one.remedies));
  if (real.some((one) => one.is === 'unsayable')) return { is: 'unsayable', losses, remedies };
  const bound = minor(Math.max(...real.map((one) => (one.is === 'bounded' ? one.bound : 0))));
  return { is: 'bounded', bound, losses, remedies };
}
