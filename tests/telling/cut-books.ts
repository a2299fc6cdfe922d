import { type BookFile, bookFileSchema } from '../../src/core/book/index.ts';
import type { Dialect } from '../../src/core/channels/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { parsePlace } from '../../src/core/places/index.ts';
import { opened } from '../books/opened.ts';
import { seeded } from '../trials.ts';
import { mixedThere } from './small-books.ts';

type Lane = BookFile['templates'][number]['lanes'][string][string];
type Takes = BookFile['selections'][number]['takes'];

/**
 * A book of which few clauses are left, for one service at one place: how groups are put together, or thresholds, or an
 * offer or two, or goods with rates and fees of their own. All else stays as it was: what goods weigh, kinds and rates;
 * but where a channel says rates no more than nearly, some are flat, as what rates are off by would hide all else. Of each
 * item there are a cheap one and a dear one too, as in a catalogue of hundreds: a basket may cost anything.
 */
export function cutOf(dialect: Pick<Dialect, 'id'>, book: BookFile, place: string, seed: number): BookFile {
  const random = seeded(seed * 19 + 7);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const keeps = pick(['mixing', 'thresholds', 'thresholds', 'offers', 'goods'] as const);
  const at = unwrap(parsePlace(place));
  const sold = opened(book);
  const templateOf = new Map(sold.goods.map(({ sku, template }) => [sku, template.id]));
  const zones = new Map(sold.book.templates.map(({ id, zoneOf }) => [id, zoneOf(at)?.zone.id ?? '']));
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
    rate: dialect.id !== 'lerrin-shop' && random() < 0.7 ? flatOf(lane.rate) : lane.rate,
    kinds: keeps === 'mixing' || random() < 0.3 ? lane.kinds : {},
  });
  return bookFileSchema.parse({
    ...book,
    selections: book.selections.map((one) => ({ ...one, takes: ofAnyPrice(one.takes, book.goods) })),
    offers,
    eitherOr: book.eitherOr
      .map((group) => ({ ...group, offers: group.offers.filter((id) => kept.has(id)) }))
      .filter((group) => group.offers.length > 1),
    mixedBy: keeps === 'mixing' ? book.mixedBy : mixedThere(dialect),
    mixing: keeps === 'mixing' ? book.mixing : [],
    goods: book.goods
      .map((item) => ({
        ...item,
        prices: [],
        template: templateOf.get(item.sku) ?? item.template,
        ownRate: keeps === 'goods' || (keeps === 'mixing' && random() < 0.5) ? item.ownRate : null,
        fee: keeps === 'goods' ? item.fee : null,
      }))
      .flatMap((item) => [
        item,
        { ...item, sku: cheap(item.sku), price: '0.01' },
        { ...item, sku: dear(item.sku), price: '60.00' },
      ]),
    templates: book.templates.map((template, i) => {
      const lane = rows[i]?.[service];
      return { ...template, lanes: lane ? { [zones.get(template.id) ?? '']: { [service]: laneOf(lane) } } : {} };
    }),
  });
}

const cheap = (sku: string): string => `${sku}-CHEAP`;
const dear = (sku: string): string => `${sku}-DEAR`;

/** Goods by what they are named, with their cheap and dear ones, where they were taken by their price. */
function ofAnyPrice(takes: Takes, goods: BookFile['goods']): Takes {
  if (takes.is === 'skus') return { ...takes, skus: takes.skus.flatMap((sku) => [sku, cheap(sku), dear(sku)]) };
  if (takes.is !== 'price') return takes;
  const isTaken = (price: number) => price >= Number(takes.from ?? 0) && price <= Number(takes.to ?? 1e9);
  const taken = goods.filter(({ price }) => isTaken(Number(price ?? 0))).map(({ sku }) => sku);
  return { is: 'skus', skus: taken.flatMap((sku) => [sku, cheap(sku), dear(sku)]) };
}

/** The highest of a rate's amounts, whatever is bought. */
function flatOf(rate: Lane['rate']): Lane['rate'] {
  const amounts = [...JSON.stringify(rate).matchAll(/"(?:amount|order|first)":"([^"]+)"/g)].map(([, amount]) => amount);
  return { is: 'flat', amount: amounts.sort((a, b) => Number(b) - Number(a))[0] ?? '0.00' };
}
