import { asOf, type BookFile, bookFileSchema, compileBook, readyGoods } from '../../src/core/book/index.ts';
import type { Dialect, Note } from '../../src/core/channels/index.ts';
import { mixedThere } from './small-books.ts';
import { boundOf } from './widest.ts';

type Lane = BookFile['templates'][number]['lanes'][string][string];

const at = Date.parse('2026-11-24T09:10:00Z');

/**
 * A book in which as little else is told inexactly as can be, while what it says of one clause stays as wide: of clauses
 * that hide each other each is then met by itself. Offers, thresholds, ways of mixing, rates and fees of other goods,
 * and goods are left out one by one, as long as that makes other clauses' bounds less.
 */
export function aloneIn(dialect: Dialect, file: BookFile, { clause, fidelity }: Note): BookFile {
  const key = JSON.stringify(clause);
  const bound = fidelity.is === 'bounded' ? fidelity.bound : 0;
  /** What all other clauses may be off; null where this one is no longer off by as much. */
  const othersIn = (one: BookFile): number | null => {
    const compiled = compileBook(one);
    if (!compiled.ok) return null;
    const { goods, problems } = readyGoods(compiled.value, one.goods);
    if (problems.length > 0) return null;
    const book = compiled.value;
    const { notes } = dialect.render(asOf(book, at), goods);
    const own = notes.find((note) => JSON.stringify(note.clause) === key);
    if (!own || boundOf(own) < bound || own.fidelity.is !== fidelity.is) return null;
    return (
      notes.reduce((sum, note) => sum + (note.fidelity.is === 'unsayable' ? 1e9 : boundOf(note)), 0) - boundOf(own)
    );
  };
  let [best, others] = [file, othersIn(file) ?? 0];
  for (const without of [...withouts(dialect, file)]) {
    if (others === 0) break;
    const less = without(best);
    if (less === null) continue;
    const made = bookFileSchema.safeParse(less);
    const left = made.success ? othersIn(made.data) : null;
    if (!made.success || left === null || left >= others) continue;
    [best, others] = [made.data, left];
  }
  return best;
}

type Without = (file: BookFile) => BookFile | null;

/** What may be left out of a book, the most telling first. */
function* withouts(dialect: Dialect, file: BookFile): Generator<Without> {
  for (const { id } of file.offers)
    yield (one) => ({
      ...one,
      offers: one.offers.filter((offer) => offer.id !== id),
      eitherOr: one.eitherOr
        .map((group) => ({ ...group, offers: group.offers.filter((offer) => offer !== id) }))
        .filter(({ offers }) => offers.length > 1),
    });
  yield (one) => ({ ...one, mixedBy: mixedThere(dialect), mixing: [] });
  for (const { sku } of file.goods) {
    yield withGoods(sku, (item) => ({ ...item, fee: null }));
    yield withGoods(sku, (item) => ({ ...item, ownRate: null }));
  }
  for (const { id, lanes } of file.templates)
    for (const [zone, row] of Object.entries(lanes))
      for (const service of Object.keys(row)) {
        yield withLane(id, zone, service, (lane) => ({ ...lane, freeFrom: null }));
        yield withLane(id, zone, service, (lane) => ({ ...lane, kinds: {} }));
        yield withLane(id, zone, service, (lane) => ({
          ...lane,
          rate: { is: 'flat', amount: '4.90' } as Lane['rate'],
        }));
        yield withLane(id, zone, service, () => null);
      }
  for (const { sku } of file.goods)
    yield (one) => (one.goods.length > 1 ? { ...one, goods: one.goods.filter((item) => item.sku !== sku) } : null);
}

const withGoods =
  (sku: string, made: (item: BookFile['goods'][number]) => BookFile['goods'][number]): Without =>
  (file) => ({ ...file, goods: file.goods.map((item) => (item.sku === sku ? made(item) : item)) });

const withLane =
  (id: string, zone: string, service: string, made: (lane: Lane) => Lane | null): Without =>
  (file) => ({
    ...file,
    templates: file.templates.map((template) => {
      const lane = template.id === id ? template.lanes[zone]?.[service] : undefined;
      if (!lane) return template;
      const { [service]: _, ...others } = template.lanes[zone] ?? {};
      const left = made(lane);
      return { ...template, lanes: { ...template.lanes, [zone]: left ? { ...others, [service]: left } : others } };
    }),
  });
