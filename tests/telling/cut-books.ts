import { type BookFile, bookFileSchema } from '../../src/core/book/index.ts';
import type { Dialect } from '../../src/core/channels/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { parsePlace } from '../../src/core/places/index.ts';
import { opened } from '../books/opened.ts';
import { seeded } from '../trials.ts';
import { mixedThere } from './small-books.ts';

type Lane = BookFile['templates'][number]['lanes'][string][string];

/**
 * A book of which few clauses are left, for one service at one place: how groups are put together, or thresholds, or an
 * offer or two, or goods with rates and fees of their own. All else stays as it was: what goods cost and weigh, kinds
 * and rates.
 */
export function cutOf(dialect: Pick<Dialect, 'id'>, book: BookFile, place: string, seed: number): BookFile {
  const random = seeded(seed * 19 + 7);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const keeps = pick(['mixing', 'thresholds', 'thresholds', 'offers', 'goods'] as const);
  const at = unwrap(parsePlace(place));
  const zones = new Map(opened(book).book.templates.map(({ id, zoneOf }) => [id, zoneOf(at)?.zone.id ?? '']));
  const rows = book.templates.map(({ id, lanes }) => lanes[zones.get(id) ?? ''] ?? {});
  const service = pick([...new Set(rows.flatMap((row) => Object.keys(row)))]) ?? '';
  // Beside what frees all nothing of delivery is lost.
  const some = book.offers.filter(
    ({ benefit, code }) => benefit.is !== 'delivery' || benefit.off.by !== 'free' || code,
  );
  const offers = keeps === 'thresholds' || keeps === 'offers' ? some.slice(0, pick([1, 1, 2])) : [];
  const kept = new Set(offers.map(({ id }) => id));
  const freed = book.templates
    .flatMap(({ lanes }) => Object.values(lanes))
    .flatMap((row) => Object.values(row))
    .flatMap(({ freeFrom }) => freeFrom ?? []);
  const laneOf = (lane: Lane): Lane => ({
    ...lane,
    freeFrom: keeps === 'thresholds' ? (lane.freeFrom ?? pick(freed) ?? null) : null,
    dated: [],
    kinds: keeps === 'mixing' || random() < 0.3 ? lane.kinds : {},
  });
  return bookFileSchema.parse({
    ...book,
    offers,
    eitherOr: book.eitherOr
      .map((group) => ({ ...group, offers: group.offers.filter((id) => kept.has(id)) }))
      .filter((group) => group.offers.length > 1),
    mixedBy: keeps === 'mixing' ? book.mixedBy : mixedThere(dialect),
    mixing: keeps === 'mixing' ? book.mixing : [],
    goods: book.goods.map((item) => ({
      ...item,
      ownRate: keeps === 'goods' || (keeps === 'mixing' && random() < 0.5) ? item.ownRate : null,
      fee: keeps === 'goods' ? item.fee : null,
    })),
    templates: book.templates.map((template, i) => {
      const lane = rows[i]?.[service];
      return { ...template, lanes: lane ? { [zones.get(template.id) ?? '']: { [service]: laneOf(lane) } } : {} };
    }),
  });
}
