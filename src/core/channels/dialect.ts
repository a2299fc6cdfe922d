import type { ChannelId, CompiledBook, Ready } from '../book/index.ts';
import type { Carrier } from '../carrier/index.ts';
import type { Instant, Mass, Minor, Result } from '../exact/index.ts';
import type { Pattern, Place } from '../places/index.ts';
import type { Sold } from '../quote/index.ts';
import type { Adopted } from './adopted.ts';
import type { ApartBy, Fidelity, LostLimit } from './fidelity.ts';
import type { Manifest } from './manifest.ts';
import type { ReadLine } from './reading.ts';
import type { SideStep } from './side-step.ts';

export interface ChannelFile {
  readonly name: string;
  readonly text: string;
}

/** A file as it is written: piece by piece, as there may be hundreds of megabytes of it. */
export interface WrittenFile {
  readonly name: string;
  pieces(): Iterable<string>;
}

/** Files in full. */
export const filesOf = ({ written }: Pick<Rules, 'written'>): ChannelFile[] =>
  written().map(({ name, pieces }) => ({ name, text: [...pieces()].join('') }));

/** An item as channels list it. */
export type Listed = Ready;

/** One statement of the book that a channel has to be told. */
export type Clause =
  | { readonly about: 'goods' }
  | { readonly about: 'zone'; readonly zone: string }
  | { readonly about: 'rate' | 'threshold'; readonly template: string; readonly zone: string; readonly service: string }
  | { readonly about: 'offer'; readonly offer: string }
  /** Goods delivered otherwise than the plain ones of the default template, and how many there are. */
  | {
      readonly about: 'apart';
      readonly by: ApartBy;
      readonly items: number;
    }
  /** Goods that the channel stocks and delivers itself. */
  | { readonly about: 'stocked'; readonly items: number }
  /** The currency of the market that is told, where the channel does not count in it, or converts into it by itself. */
  | { readonly about: 'currency' }
  /** A market that the channel is not told. */
  | { readonly about: 'market'; readonly market: string }
  /** The tax in the market's prices, or on them, where the channel has it otherwise. */
  | { readonly about: 'tax' }
  | { readonly about: 'mixing' }
  | { readonly about: 'shown' };

/** A clause of the book beside the lines that the channel will read; none where it reads nothing. */
export interface Note {
  readonly clause: Clause;
  readonly reads: readonly ReadLine[];
  readonly fidelity: Fidelity;
  /** Of an offer or a threshold: the keys under which the channel has what says it. */
  readonly keys?: readonly string[];
}

export interface ChannelBasket {
  readonly lines: readonly Sold[];
  readonly place: Place;
  readonly codes: readonly string[];
  /** The batch of each code among them that is single-use and not used yet. */
  readonly singles?: ReadonlyMap<string, string>;
  /** By whom it is bought; null where that is not known. What a channel does for its own members no rule says. */
  readonly customer?: string | null;
  /** To whom it goes, as carriers ask more for homes; a home where nothing is said. */
  readonly address?: 'home' | 'business';
  /** What the carrier answers, where the channel asks it by itself; null where it is silent. */
  readonly carrier?: Carrier | null;
}

export interface ChannelChoice {
  /** The channel's word for the service. */
  readonly speed: string;
  readonly charge: Minor;
  readonly discount: Minor;
  readonly steps: readonly SideStep[];
}

/**
 * Where a channel's charges for one place change, whatever is bought: list values from which, masses up to which,
 * moments from which.
 */
export interface Edges {
  readonly values: readonly Minor[];
  readonly masses: readonly Mass[];
  readonly moments: readonly Instant[];
  /** Charges grow with the count of items. */
  readonly perItem: boolean;
}

/** Listings that a channel treats alike, and the least that any of them costs and weighs. */
export interface Probe {
  readonly listings: readonly string[];
  readonly leastValue: Minor;
  readonly leastMass: Mass | null;
  /** Where the charges of these listings alone change. */
  edgesAt(place: Place): Pick<Edges, 'values' | 'masses'>;
}

/** The edges of listings that no rule charges by edges of their own. */
export const noEdges: Probe['edgesAt'] = () => ({ values: [], masses: [] });

/** What a channel works by, as the core reads it: from what was sent, or from what the channel says is live. */
export interface Rules {
  /** The files that say this. */
  written(): readonly WrittenFile[];
  /** What the core believes the channel charges. Empty where nothing is sold or delivered. */
  charges(basket: ChannelBasket, moment: Instant): ChannelChoice[];
  edgesAt(place: Place): Edges;
  /** Every pattern by which it tells places apart. */
  readonly patterns: readonly Pattern[];
  /** Places with the same key are treated alike in everything. */
  placeKey(place: Place): string;
  probes(): readonly Probe[];
  /** By which of its plans or sets it charges a listing; null where it has none such, or does not list it. */
  planOf(listing: string): string | null;
  /** The batches of single-use codes that it asks for: their codes lie in a file beside. */
  readonly batches: readonly string[];
  /** What it reads of a listing, and of that alone; nothing where it does not list it. */
  readOf(listing: string): readonly ReadLine[];
  /** The same without some promotions, as while they are held by a review. */
  without(keys: ReadonlySet<string>): Rules;
}

/** What a book becomes in a channel's rule format. */
export interface Rendition {
  readonly rules: Rules;
  readonly notes: readonly Note[];
  /** The book's zone behind each of the channel's names for places. */
  readonly zoneOfName: ReadonlyMap<string, string>;
  /** The channel's keys of those delivery offers that say a lane's own threshold. */
  readonly thresholds: ReadonlySet<string>;
  /** The offers that the channel is told, each with the limits that it keeps by itself. */
  readonly said: ReadonlyMap<string, ReadonlySet<LostLimit>>;
}

/** A channel's steps in the book's terms: what came by a rule that says a lane's threshold is a threshold. */
export const inBookTerms = (steps: readonly SideStep[], { thresholds }: Pick<Rendition, 'thresholds'>): SideStep[] =>
  steps.map((one) => (one.key !== undefined && thresholds.has(one.key) ? { ...one, step: 'threshold' } : one));

/** A book for one of its markets, with its goods. */
export interface Stock {
  readonly book: CompiledBook;
  readonly goods: readonly Listed[];
}

/** A channel in one currency: what is known of it, and its way of saying rules. */
export interface Dialect extends Manifest {
  readonly id: ChannelId;
  /**
   * Says the book of a market in the channel's currency. `home`: the market that it is told in the currency it counts
   * in, where this is another.
   */
  render(book: CompiledBook, goods: readonly Listed[], home?: Stock | null): Rendition;
  read(files: readonly ChannelFile[]): Result<Rules>;
  /** The same as one of its files, in a form that others read: its name, and what it says; null where there is none. */
  readonly twin: {
    nameOf(file: string): string;
    of(file: ChannelFile): Result<WrittenFile>;
  } | null;
  /** What is live there as a book; null where that cannot be read yet. */
  readonly adopt: ((files: readonly ChannelFile[]) => Result<Adopted>) | null;
  /** The same channel in the other currencies that it sells in. */
  readonly besides?: readonly Dialect[];
}
