import { type Decimal, kept, type Problem, parseDecimal } from '../../exact/index.ts';
import { type Leaf, type Pattern, parsePattern, patternTree, type Zone } from '../../places/index.ts';
import type { Book } from '../schema.ts';
import type { CompiledBook } from './compiled.ts';

/** The book's zones by id, their patterns read. */
export function readZones(body: Book, problems: Problem[]): ReadonlyMap<string, Zone> {
  const patterns = (texts: readonly string[], at: Problem['at']): Pattern[] =>
    texts.map((text, i) => kept(parsePattern(text), [...at, i], problems, { is: 'world' }));
  return new Map(
    body.zones.map(({ id, name, takes, leaves }): [string, Zone] => [
      id,
      {
        id,
        name,
        takes: patterns(takes, ['zones', id, 'takes']),
        leaves: patterns(leaves, ['zones', id, 'leaves']),
      },
    ]),
  );
}

/** Finds the tax on a class at a place by the most specific row. */
export function taxFinder(body: Book, problems: Problem[]): CompiledBook['taxOf'] {
  const leaves = new Map<string, Leaf<Decimal>[]>();
  for (const tax of body.taxes) {
    const value = kept(parseDecimal(tax.percent, 3), ['taxes', tax.id, 'percent'], problems, { digits: 0n, scale: 0 });
    tax.places.forEach((text, i) => {
      const pattern = kept(parsePattern(text), ['taxes', tax.id, 'places', i], problems, { is: 'world' } as Pattern);
      leaves.set(tax.class, [...(leaves.get(tax.class) ?? []), { pattern, value }]);
    });
  }
  const trees = new Map([...leaves].map(([taxClass, list]) => [taxClass, patternTree(list)]));
  return (taxClass, place) => trees.get(taxClass)?.(place, () => true)?.value ?? null;
}
