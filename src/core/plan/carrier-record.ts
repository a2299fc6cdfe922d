import type { CompiledBook, Edit, Ready } from '../book/index.ts';
import { type Differing, differing, ordersBySku } from '../check/index.ts';
import { gram, type Length, type Mass, millimetre } from '../exact/index.ts';
import { carrierCost, type Past } from './lanes.ts';

/** A line of a carrier's own record of the seller's goods: whole grams, and whole millimetres from the longest side. */
export interface Weighed {
  readonly goods: string;
  readonly grams: number;
  readonly sides: readonly [number, number, number];
}

/** Where a carrier's record and the book part. */
export type WeighedFinding =
  /** It has what the book does not know. */
  | { readonly is: 'unknown'; readonly sku: string; readonly there: Weighed }
  /** It lacks an item that the book has figures of. */
  | { readonly is: 'not there'; readonly sku: string; readonly here: Weighed }
  | { readonly is: 'mass'; readonly sku: string; readonly here: number | null; readonly there: number }
  | {
      readonly is: 'size';
      readonly sku: string;
      readonly here: Weighed['sides'] | null;
      readonly there: Weighed['sides'];
    };

/** What a carrier is told of an item, started grams and millimetres whole; null without a mass or a size. */
export const weighedOf = ({ sku, mass, sides }: Pick<Ready, 'sku' | 'mass' | 'sides'>): Weighed | null =>
  mass === null || sides === null ? null : { goods: sku, grams: gramsOf(mass), sides: sidesOf(sides) };

const gramsOf = (mass: Mass): number => Math.ceil(mass / gram);
const sidesOf = (sides: NonNullable<Ready['sides']>): Weighed['sides'] =>
  sides.map((side) => Math.ceil(side / millimetre)) as unknown as Weighed['sides'];

/** Compares a carrier's record with the goods, as far as its whole grams and millimetres tell. */
export function weighedFindings(goods: readonly Ready[], record: readonly Weighed[]): WeighedFinding[] {
  const there = new Map(record.map((one) => [one.goods, one]));
  const known = new Set(goods.map(({ sku }) => sku));
  const findings = goods.flatMap((item): WeighedFinding[] => {
    const { sku, mass, sides } = item;
    const found = there.get(sku);
    const own = weighedOf(item);
    if (!found) return own ? [{ is: 'not there', sku, here: own }] : [];
    const grams = mass === null ? null : gramsOf(mass);
    const here = sides === null ? null : sidesOf(sides);
    return [
      ...(grams === found.grams ? [] : [{ is: 'mass', sku, here: grams, there: found.grams } as const]),
      ...(here?.join() === found.sides.join() ? [] : [{ is: 'size', sku, here, there: found.sides } as const]),
    ];
  });
  const rest = record.filter((one) => !known.has(one.goods));
  return [...findings, ...rest.map((one): WeighedFinding => ({ is: 'unknown', sku: one.goods, there: one }))];
}

/**
 * What each finding would have changed in what carriers ask for past orders, packed as the book packs them; null for
 * what is not a figure.
 */
export function weighedCosts(
  book: CompiledBook,
  findings: readonly WeighedFinding[],
  past: readonly Past[],
): (Differing | null)[] {
  const bySku = ordersBySku(past);
  return findings.map((finding) => {
    if (finding.is !== 'mass' && finding.is !== 'size') return null;
    return differing(
      (bySku.get(finding.sku) ?? []).map(({ question, service }) => {
        const lines = question.lines.map((line) =>
          line.item.sku === finding.sku ? { ...line, item: asWeighed(line.item, finding) } : line,
        );
        return [carrierCost(book, question, service), carrierCost(book, { ...question, lines }, service)];
      }),
    );
  });
}

const asWeighed = (item: Ready, finding: Extract<WeighedFinding, { is: 'mass' | 'size' }>): Ready =>
  finding.is === 'mass'
    ? { ...item, mass: (finding.there * gram) as Mass, varies: null }
    : { ...item, sides: finding.there.map((side) => side * millimetre) as [Length, Length, Length], varies: null };

/** The edits by which the book has a carrier's figure; null where it is none of an item of the book. */
export function weighedEdits(finding: WeighedFinding): readonly Edit[] | null {
  switch (finding.is) {
    case 'mass':
      return [{ path: ['goods', finding.sku, 'mass'], value: { value: String(finding.there), unit: 'g' } }];
    case 'size': {
      const [length, width, height] = finding.there.map(String);
      return [{ path: ['goods', finding.sku, 'size'], value: { length, width, height, unit: 'mm' } }];
    }
    case 'unknown':
    case 'not there':
      return null;
  }
}
