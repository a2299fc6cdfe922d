import { z } from 'zod';
import type { Form } from '../../exact/index.ts';

/** 3 to 20 capital letters and digits. */
export const code = z.string().regex(/^[A-Z0-9]{3,20}$/, 'code' satisfies Form);

interface Kinded {
  readonly is: string;
}

/** What was entered at a checkout: codes, and the batches of those among them that are single-use and unused. */
export interface Entered {
  readonly codes: readonly string[];
  readonly singles: ReadonlyMap<string, string>;
}

/** One way in which an offer is asked for by a code, whole. */
interface CodeKind<Schema extends z.ZodObject = z.ZodObject> {
  readonly is: string;
  readonly schema: Schema;
  isEntered(code: z.output<Schema>, entered: Entered): boolean;
  /** The code that anybody may enter; null where each shopper has another. */
  shared(code: z.output<Schema>): string | null;
  /** The batch of single-use codes of which it is one; null where it is none. */
  batch(code: z.output<Schema>): string | null;
  /** What somebody who may use it enters. */
  entry(code: z.output<Schema>): Entered;
}

export const codeKind = <Schema extends z.ZodObject>(kind: CodeKind<Schema>): CodeKind<Schema> => kind;

// biome-ignore lint/suspicious/noExplicitAny: which code a kind takes is its own matter
type AnyKind = CodeKind<any>;

/** The list of kinds of codes. */
export function codeKindsOf<const K extends readonly [AnyKind, ...AnyKind[]]>(all: K) {
  type Schemas = { [I in keyof K]: K[I]['schema'] };
  const byIs = new Map(all.map((kind) => [kind.is, kind as CodeKind]));
  const schemas = all.map((kind) => kind.schema) as unknown as [z.ZodObject, ...z.ZodObject[]];
  return {
    schema: z.discriminatedUnion('is', schemas) as unknown as z.ZodDiscriminatedUnion<Schemas, 'is'>,
    of({ is }: Kinded): CodeKind {
      const kind = byIs.get(is);
      if (!kind) throw new RangeError(`No kind of code is called “${is}”`);
      return kind;
    },
  };
}
