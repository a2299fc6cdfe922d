import { alike, type Edit } from '../../book/index.ts';
import type { Adopted } from '../adopted.ts';

/** A thing of a channel beside what the book would tell it: both in the book's terms, by the same reading. */
export interface AdoptRow {
  readonly what: 'service' | 'zone' | 'template' | 'lane' | 'offer';
  /** Its path in the book. */
  readonly path: readonly string[];
  readonly state: 'new' | 'different' | 'gone';
  /** What it is called there; of what is not there, in the book. */
  readonly name: string;
  /** The fields that differ, as the two readings have them; nothing where it is on one side alone. */
  readonly fields: readonly Difference[];
  /** The edits by which the book has it as it is there; null where the book says it in another way. */
  readonly edits: readonly Edit[] | null;
}

export interface Difference {
  readonly field: string;
  readonly here: unknown;
  readonly there: unknown;
}

export type Body = Readonly<Record<string, unknown>>;
/** One thing by its path, whatever list it is of. */
export interface Thing {
  readonly what: AdoptRow['what'];
  readonly path: readonly string[];
  readonly name: string;
  readonly body: Body;
}

/** All that is compared of what was read, by its path. */
export function thingsOf({ book }: Adopted): ReadonlyMap<string, Thing> {
  const things: Thing[] = [
    ...book.services.map(({ id, name, ...body }) => ({
      what: 'service' as const,
      path: ['services', id],
      name,
      body: { name, ...body },
    })),
    ...book.zones.map(({ id, name, ...body }) => ({
      what: 'zone' as const,
      path: ['zones', id],
      name,
      body: { name, ...body },
    })),
    ...book.templates.flatMap(({ id, name, lanes }): Thing[] => [
      { what: 'template', path: ['templates', id], name, body: { name } },
      ...Object.entries(lanes).flatMap(([zone, row]) =>
        Object.entries(row).map(([service, lane]): Thing => {
          const path = ['templates', id, 'lanes', zone, service];
          return { what: 'lane', path, name, body: lane };
        }),
      ),
    ]),
    ...book.offers.map(({ id, number: _, title, ...body }): Thing => {
      return { what: 'offer', path: ['offers', id], name: title, body: { title, ...body } };
    }),
  ];
  return new Map(things.map((thing) => [thing.path.join('/'), thing]));
}

/**
 * What is there, with a threshold tested as here: no channel says before or after what it is, that goes by the offers
 * around it.
 */
export function testedAs(here: Body, there: Body): Body {
  const [own, other] = [here.freeFrom, there.freeFrom] as { readonly test?: unknown }[];
  return own && other ? { ...there, freeFrom: { ...other, test: own.test } } : there;
}

/** The fields in which two things differ. */
export const differing = (here: Body, there: Body): Difference[] =>
  [...new Set([...Object.keys(here), ...Object.keys(there)])].flatMap((field) =>
    alike(here[field], there[field]) ? [] : [{ field, here: here[field], there: there[field] }],
  );
