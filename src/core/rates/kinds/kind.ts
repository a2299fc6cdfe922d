import { z } from 'zod';
import type { Quoted } from '../../carrier/index.ts';
import {
  type Conversion,
  type Currency,
  type Decimal,
  kept,
  type Mass,
  type Minor,
  nothing,
  type Problem,
  parseAmount,
} from '../../exact/index.ts';
import type { LaneContext } from '../context.ts';
import type { Over } from '../measure.ts';
import type { Box } from '../packing.ts';
import type { Refused } from '../refusal.ts';
import type { Asked, Shipment } from '../shipment.ts';
import type { Breaks } from '../steps.ts';

/** What a rate is read by: where it stands, in which currency, and where its problems go. */
export interface Reading {
  readonly context: LaneContext;
  readonly at: Problem['at'];
  readonly problems: Problem[];
  /** An amount of a field of it, in minor units. */
  amount(text: string, ...field: readonly (string | number)[]): Minor;
}

/** By what a rate came to its charge for one group, where its figures alone do not tell. */
export interface Came {
  /** The break of its table that decided. */
  readonly break: number | null;
  readonly parcels: number | null;
  readonly quoted: Quoted | null;
  /** Which carrier asks so much: its price list and service, or (null) the one that is asked itself. */
  readonly list: { readonly name: string; readonly service: string } | null;
}
export const plainly: Came = { break: null, parcels: null, quoted: null, list: null };

/** The least and the most a rate can charge; infinite where nothing bounds it. */
export interface Reach {
  readonly least: Minor;
  readonly most: Minor;
}
export const reach = (least: number, most: number): Reach => ({ least: least as Minor, most: most as Minor });

/** A charge that is a sum, in the rate's own currency: with the first unit, for each further one, and by weight. */
export interface Summed {
  readonly first: Minor;
  readonly further: Minor;
  readonly weight: { readonly amount: Minor; readonly per: Mass; readonly started: boolean } | null;
}

/**
 * A charge that is what one service of the carrier is asked for parcels packed in the seller's boxes, so much per cent
 * of that and an amount on top, in the rate's own currency.
 */
export interface AsksCarrier {
  readonly service: string;
  readonly percent: Decimal;
  readonly add: Minor;
  /** Charged while the carrier is silent; null: not offered then. */
  readonly fallback: Minor | null;
  readonly boxes: readonly Box[];
  readonly currency: Currency;
}

/** A rate as plain data, told from others by its kind. */
interface Kinded {
  readonly is: string;
}

/**
 * One kind of rate, whole. What wants to know which kind a rate is asks its kind, not its name. A rate is read into
 * plain data, so that it can be kept, sent to a worker, and held against another.
 */
export interface RateKind<Schema extends z.ZodObject = z.ZodObject, Rate extends Kinded = Kinded> {
  readonly is: Rate['is'];
  /** How it is written in a book. */
  readonly schema: Schema;
  read(body: z.output<Schema>, reading: Reading): Rate;
  /**
   * What it charges a group together with lane fees already known (`base`, in its own currency): worked exactly,
   * converted `by`, rounded once, in the market's minor units. Below 0 it is refused.
   * @param after whether value breaks look at value after discounts
   */
  charge(
    rate: Rate,
    shipment: Shipment,
    base: number,
    after: boolean,
    by: Conversion | null,
    asked: Asked,
  ): number | Refused;
  /** The least and the most for any shipment it takes, lane fees aside. */
  reach(rate: Rate): Reach;
  /** Whether it never charges less for more mass or size, nor begins to be offered with it. */
  isRising(rate: Rate): boolean;
  /** The steps by which it charges, edges and all; null where there are none, and it is in one piece. */
  breaks(rate: Rate): Breaks | null;
  /** The measure along which its charge changes most tellingly; null where it does not change. */
  over(rate: Rate): Over | null;
  /** Whether a further unit alone makes it dearer. */
  perItem(rate: Rate): boolean;
  /** What it adds up to, where it charges by adding alone; null where it does not. */
  summed(rate: Rate): Summed | null;
  /** As what one service of a carrier asks, where it is nothing else. */
  asks(rate: Rate): AsksCarrier | null;
  /** Whether it has to see the lines themselves, to pack them or to measure their volume. */
  looksAtLines(body: z.output<Schema>): boolean;
  came(rate: Rate, shipment: Shipment, after: boolean, asked: Asked): Came;
}

/** Names the types of a kind by its parts. */
export const rateKind = <Schema extends z.ZodObject, Rate extends Kinded>(
  kind: RateKind<Schema, Rate>,
): RateKind<Schema, Rate> => kind;

/** What stands for any kind in a list: methods of a kind are only ever called with its own rates. */
// biome-ignore lint/suspicious/noExplicitAny: which rate a kind takes is its own matter
type AnyKind = RateKind<any, any>;

/** The list of kinds of rates: what a rate is written by, read by and charged by. */
export function rateKindsOf<const K extends readonly [AnyKind, ...AnyKind[]]>(all: K) {
  type Rate = ReturnType<K[number]['read']>;
  type Schemas = { [I in keyof K]: K[I]['schema'] };
  const byIs = new Map(all.map((kind) => [kind.is as string, kind as RateKind]));
  const schemas = all.map((kind) => kind.schema) as unknown as [z.ZodObject, ...z.ZodObject[]];
  const schema = z.discriminatedUnion('is', schemas) as unknown as z.ZodDiscriminatedUnion<Schemas, 'is'>;
  const of = ({ is }: Kinded): RateKind => {
    const kind = byIs.get(is);
    if (!kind) throw new RangeError(`No kind of rate is called “${is}”`);
    return kind;
  };
  return {
    all,
    schema,
    of,
    /** Reads a rate as written, adding its problems to a list. */
    read(body: z.output<typeof schema>, context: LaneContext, at: Problem['at'], problems: Problem[]): Rate {
      const amount: Reading['amount'] = (text, ...field) =>
        kept(parseAmount(text, context.currency), [...at, ...field], problems, nothing);
      const written = body as Kinded & Record<string, unknown>;
      return of(written).read(written, { context, at, problems, amount }) as Rate;
    },
  };
}
