import { z } from 'zod';
import type { Minor, Problem } from '../../exact/index.ts';
import type { Bought, Need, Part } from '../parts.ts';
import type { Reader } from '../reader.ts';

/** A condition as plain data, told from others by what it is over. */
interface Kinded {
  readonly over: string;
}

/** By how much a basket has less than is asked for. */
export type Missed = { readonly why: 'missed'; readonly by: Minor } | { readonly why: 'too few'; readonly by: number };

/** A value asked for of a part, before or after discounts. */
export interface ValueCondition {
  readonly over: 'value';
  readonly value: Minor;
  readonly test: 'before' | 'after';
  readonly goods: Part;
}

/** One kind of condition, whole. */
interface ConditionKind<Schema extends z.ZodObject = z.ZodObject, Condition extends Kinded = Kinded> {
  readonly over: Condition['over'];
  readonly schema: Schema;
  read(body: z.output<Schema>, reader: Reader, at: Problem['at']): Condition;
  /** The figures as written, which words about it may name. */
  figures(body: z.output<Schema>): { readonly least?: readonly string[]; readonly units?: readonly number[] };
  /** What lines at list value, `whole` in all, lack of it; null where they meet it. */
  missed(condition: Condition, lines: readonly Bought[], whole: number): Missed | null;
  need(condition: Condition): Need;
  /** The value it asks for; null where it asks for something else. */
  value(condition: Condition): ValueCondition | null;
}

export const conditionKind = <Schema extends z.ZodObject, Condition extends Kinded>(
  kind: ConditionKind<Schema, Condition>,
): ConditionKind<Schema, Condition> => kind;

// biome-ignore lint/suspicious/noExplicitAny: which condition a kind takes is its own matter
type AnyKind = ConditionKind<any, any>;

/** The list of kinds of conditions. */
export function conditionKindsOf<const K extends readonly [AnyKind, ...AnyKind[]]>(all: K) {
  type Condition = ReturnType<K[number]['read']>;
  type Schemas = { [I in keyof K]: K[I]['schema'] };
  const byOver = new Map(all.map((kind) => [kind.over as string, kind as ConditionKind]));
  const schemas = all.map((kind) => kind.schema) as unknown as [z.ZodObject, ...z.ZodObject[]];
  const schema = z.discriminatedUnion('over', schemas) as unknown as z.ZodDiscriminatedUnion<Schemas, 'over'>;
  const of = ({ over }: Kinded): ConditionKind => {
    const kind = byOver.get(over);
    if (!kind) throw new RangeError(`No kind of condition is over “${over}”`);
    return kind;
  };
  return {
    schema,
    of,
    read(body: z.output<typeof schema>, reader: Reader, at: Problem['at']): Condition {
      const written = body as Kinded & Record<string, unknown>;
      return of(written).read(written, reader, at) as Condition;
    },
  };
}
