import { z } from 'zod';
import type { Decimal, Minor } from '../../exact/index.ts';
import type { Bought, Need, Part } from '../parts.ts';
import type { Reader } from '../reader.ts';

/** A benefit as plain data, told from others by its kind. */
interface Kinded {
  readonly is: string;
}

/** What a goods offer takes off a line of the basket, by the line's place in it. */
export interface LineCut {
  readonly line: number;
  readonly amount: Minor;
}

/** The figures of a benefit as written, which words about it may name. */
export interface BenefitFigures {
  /** Values from which something is had. */
  readonly least?: readonly string[];
  readonly amounts?: readonly string[];
  readonly units?: readonly number[];
  readonly percents?: readonly string[];
  /** Whether something is had for nothing. */
  readonly free?: boolean;
  /** The services it is on, where it is on some. */
  readonly services?: readonly string[];
}

interface Every<Schema extends z.ZodObject, Benefit extends Kinded> {
  readonly is: Benefit['is'];
  /** How it is written in a book. */
  readonly schema: Schema;
  /** Reads it, in the market's currency; its problems stand under `benefit`. */
  read(body: z.output<Schema>, reader: Reader): Benefit;
  figures(body: z.output<Schema>): BenefitFigures;
  /** The SKUs and the services that it names. */
  names(body: z.output<Schema>): { readonly skus?: readonly string[]; readonly services?: readonly string[] };
  /** What a basket needs for it to do anything; null for nothing but what the offer asks. */
  need(benefit: Benefit): Need | null;
}

/** Takes something off lines of goods. */
interface OfGoods<Schema extends z.ZodObject, Benefit extends Kinded> extends Every<Schema, Benefit> {
  readonly sort: 'goods';
  readonly part: (benefit: Benefit) => Part;
  /** What it takes off each line, when it alone is used: amounts above 0, in the order of the lines. */
  cuts(benefit: Benefit, lines: readonly Bought[]): LineCut[];
}

/** Adds an item at 0.00. */
interface OfGift<Schema extends z.ZodObject, Benefit extends Kinded> extends Every<Schema, Benefit> {
  readonly sort: 'gift';
  gift(benefit: Benefit): { readonly sku: string; readonly units: number };
}

/**
 * Takes something off the order. What it takes is bounded besides: a search over sets of offers asks what it could take
 * before it knows the set.
 */
interface OfOrder<Schema extends z.ZodObject, Benefit extends Kinded> extends Every<Schema, Benefit> {
  readonly sort: 'order';
  /** The part whose value it looks at, before or after discounts; null where it looks at none. */
  looksAt(benefit: Benefit): { readonly part: Part; readonly test: 'before' | 'after' } | null;
  /** What it takes off an order that goods offers left at `base`, where its part comes to `value`. */
  off(benefit: Benefit, base: number, value: number): number;
  /** At most, whatever goods offers take of an order of list value `goods`, of which its part is `value`. */
  most(benefit: Benefit, goods: number, value: number): number;
  /** At most, where goods offers left exactly `goods` of the order. */
  mostAt(benefit: Benefit, goods: number, most: number): number;
  /** The values of goods left from which it takes more at a stroke. */
  turns(benefit: Benefit): readonly number[];
  /** The share of the order it takes; null where it takes no share. */
  share(benefit: Benefit): Decimal | null;
}

/** Makes delivery cheaper. */
interface OfDelivery<Schema extends z.ZodObject, Benefit extends Kinded> extends Every<Schema, Benefit> {
  readonly sort: 'delivery';
  /** The services it is on; null: on the cheapest choice. */
  services(benefit: Benefit): ReadonlySet<string> | null;
  /** What it would take off a charge by itself. */
  off(benefit: Benefit, charge: number): number;
  /** Whether it takes all of it. */
  isFree(benefit: Benefit): boolean;
  /** Whether it goes down to a price: the dearer delivery is, the more it takes. */
  goesDownTo(benefit: Benefit): boolean;
}

/**
 * One kind of benefit, whole. What it can do goes by its sort; what wants to know which kind a benefit is asks its
 * kind, not its name.
 */
export type BenefitKind<Schema extends z.ZodObject = z.ZodObject, Benefit extends Kinded = Kinded> =
  | OfGoods<Schema, Benefit>
  | OfGift<Schema, Benefit>
  | OfOrder<Schema, Benefit>
  | OfDelivery<Schema, Benefit>;

/** Name the types of a kind by its parts. */
export const ofGoods = <S extends z.ZodObject, B extends Kinded>(kind: OfGoods<S, B>): OfGoods<S, B> => kind;
export const ofGift = <S extends z.ZodObject, B extends Kinded>(kind: OfGift<S, B>): OfGift<S, B> => kind;
export const ofOrder = <S extends z.ZodObject, B extends Kinded>(kind: OfOrder<S, B>): OfOrder<S, B> => kind;
export const ofDelivery = <S extends z.ZodObject, B extends Kinded>(kind: OfDelivery<S, B>): OfDelivery<S, B> => kind;

/** What stands for any kind in a list: methods of a kind are only ever called with its own benefits. */
// biome-ignore lint/suspicious/noExplicitAny: which benefit a kind takes is its own matter
type AnyKind = BenefitKind<any, any>;

/** The list of kinds of benefits: what a benefit is written by, read by and worked by. */
export function benefitKindsOf<const K extends readonly [AnyKind, ...AnyKind[]]>(all: K) {
  type Benefit = ReturnType<K[number]['read']>;
  type Schemas = { [I in keyof K]: K[I]['schema'] };
  const byIs = new Map(all.map((kind) => [kind.is as string, kind as BenefitKind]));
  const schemas = all.map((kind) => kind.schema) as unknown as [z.ZodObject, ...z.ZodObject[]];
  const schema = z.discriminatedUnion('is', schemas) as unknown as z.ZodDiscriminatedUnion<Schemas, 'is'>;
  const of = ({ is }: Kinded): BenefitKind => {
    const kind = byIs.get(is);
    if (!kind) throw new RangeError(`No kind of benefit is called “${is}”`);
    return kind;
  };
  return {
    all,
    schema,
    of,
    read(body: z.output<typeof schema>, reader: Reader): Benefit {
      const written = body as Kinded & Record<string, unknown>;
      return of(written).read(written, reader) as Benefit;
    },
  };
}
