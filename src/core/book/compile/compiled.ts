import type { PriceList, Quoting } from '../../carrier/index.ts';
import {
  amountText,
  type Conversion,
  type Currency,
  converted,
  type Decimal,
  type Instant,
  type Minor,
  minor,
} from '../../exact/index.ts';
import type { Selection } from '../../goods/index.ts';
import type { Exclusions, Offer } from '../../offers/index.ts';
import type { Place, Zone, ZoneMatch } from '../../places/index.ts';
import type { Box, KindBits, Lane, LaneEra, Mixing, MixingRule, Service } from '../../rates/index.ts';
import type { ReadyMarket } from '../market.ts';
import type { Book } from '../schema.ts';

/**
 * The lanes of one zone, by the service's place in the book (undefined where there is none), and a bit for each that is
 * there.
 */
export interface Row {
  readonly lanes: readonly (Lane | undefined)[];
  readonly bits: number;
  /** Where some lane has dated rows: the rows as they are from moments on, in order; else null. */
  readonly eras: readonly RowEra[] | null;
}
interface RowEra {
  readonly from: Instant | null;
  readonly row: Row;
}

/** The row as it is at a moment. */
export function rowAt(row: Row, at: Instant): Row {
  if (row.eras === null) return row;
  let found = row;
  for (const era of row.eras) if (era.from === null || era.from <= at) found = era.row;
  return found;
}

/** A template ready to answer. */
export interface Template {
  readonly id: string;
  readonly origin: string;
  readonly selection: Selection | null;
  readonly zones: readonly Zone[];
  readonly zoneOf: (place: Place) => ZoneMatch | null;
  /** lanes.get(zone)?.get(service), as they are at the moment the book is read as of; see {@link asOf}. */
  readonly lanes: ReadonlyMap<string, ReadonlyMap<string, Lane>>;
  /** The same with all their times. */
  readonly eras: ReadonlyMap<string, ReadonlyMap<string, readonly LaneEra[]>>;
  readonly rows: ReadonlyMap<Zone, Row>;
  /**
   * Whether some lane needs the lines of its goods one by one: to pack them, to measure them, or to share discounts
   * out.
   */
  readonly dependsOnDiscounts: boolean;
  /** Kinds that have a rate of their own in some lane. */
  readonly ownKinds: ReadonlySet<string>;
}

/** A book made ready to answer for one of its markets: everything read once, looked up by id, zones found by place. */
export interface CompiledBook {
  readonly body: Book;
  /**
   * The moment it is read as of, for what is not asked at a moment of its own; from the beginning where none is said.
   */
  readonly at: Instant;
  readonly market: ReadyMarket;
  /** The market's currency, in which all answers are. */
  readonly currency: Currency;
  /** The first market's currency, in which goods and offers are written. */
  readonly written: Currency;
  /** From the written currency into the market's; null where they are the same. */
  readonly conversion: Conversion | null;
  readonly services: readonly Service[];
  readonly templates: readonly Template[];
  /** What goods are sent under that no other template takes: the first of them. */
  readonly defaultTemplate: Template;
  readonly selections: ReadonlyMap<string, Selection>;
  readonly boxes: ReadonlyMap<string, Box>;
  readonly priceLists: ReadonlyMap<string, PriceList>;
  readonly mixedBy: Mixing;
  readonly mixing: readonly MixingRule[];
  readonly kindBits: KindBits;
  /** What is meant: neither drafts nor paused ones. */
  readonly offers: readonly Offer[];
  /** Which of them keep each other out. */
  readonly exclusions: Exclusions;
  /** What currencies that carriers answer in are in another. */
  readonly quotingInto: (currency: Currency) => Quoting;
  /** The moments at which dated rows of lanes, and prices of carriers' lists, begin or end, in order. */
  readonly turns: readonly Instant[];
  /** The selections that offers ask about or act on, each at its place as a part. */
  readonly parts: readonly Selection[];
  /** The tax on a class at a place; null where none is listed. */
  readonly taxOf: (taxClass: string, place: Place) => Decimal | null;
  /** Whether some lane looks at a group's own value after discounts, so that discounts have to be split over lines. */
  readonly splits: boolean;
  /** Whether some lane's charge depends on discounts at all. */
  readonly dependsOnDiscounts: boolean;
  /** Whether more discounts never make a lane cheaper: none has a table or bounds over value after discounts. */
  readonly steady: boolean;
  /** Whether more mass or size never makes a charge smaller, nor a service offered that was not. */
  readonly monotonic: boolean;
}

/** The book read as of a moment: its lanes as they are then. */
export function asOf(book: CompiledBook, at: Instant): CompiledBook {
  if (book.turns.length === 0) return { ...book, at };
  const templates = book.templates.map((template) => ({ ...template, lanes: lanesAt(template.eras, at) }));
  const [defaultTemplate = book.defaultTemplate] = templates;
  return { ...book, at, templates, defaultTemplate };
}

export const laneAt = (eras: readonly LaneEra[], at: Instant): Lane => {
  let found = eras[0] as LaneEra;
  for (const era of eras) if (era.from === null || era.from <= at) found = era;
  return found.lane;
};
export const lanesAt = (eras: Template['eras'], at: Instant): Template['lanes'] =>
  new Map(
    [...eras].map(([zone, row]) => [zone, new Map([...row].map(([service, list]) => [service, laneAt(list, at)]))]),
  );

/** The percentages off the order that codes of the book may bring. */
export const orderPercents = (book: CompiledBook): { offer: Offer; percent: Decimal }[] =>
  book.offers.flatMap((offer) => {
    const percent = offer.kind.sort === 'order' ? offer.kind.share(offer.benefit) : null;
    return percent ? [{ offer, percent }] : [];
  });

/** An amount as written in the book, for the market: converted alone where its currency is another. */
export const amountInMarket = (book: CompiledBook, amount: Minor): Minor =>
  book.conversion ? converted(amount, book.conversion) : minor(amount);

/** An amount of the market as text. */
export const say = (book: CompiledBook, amount: Minor): string => amountText(amount, book.currency);
