import { isDeepStrictEqual } from 'node:util';
import { type BookFile, bookFileSchema } from '../../src/core/book/index.ts';
import type { Dialect, Note } from '../../src/core/channels/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { parsePlace } from '../../src/core/places/index.ts';
import { opened } from '../books/opened.ts';
import { seeded } from '../trials.ts';
import { mixedThere } from './small-books.ts';
import { namedBy, sayableOf, type Weighed, weighedAt } from './weighed.ts';
import { isClose, placesOfBooks } from './widest.ts';

type Lane = BookFile['templates'][number]['lanes'][string][string];
type Takes = BookFile['selections'][number]['takes'];

/**
 * What aimed baskets are off of a book of few clauses, cut out of another by a seed. Behind what other clauses may be off
 * there a clause cannot be seen: what no basket comes to is looked for again without them.
 */
export function weighedFew(dialect: Dialect, book: BookFile, baskets: number, seed: number): Weighed {
  const place = placesOfBooks[seed % placesOfBooks.length] as string;
  const few = sayableOf(dialect, cutOf(dialect, book, place, seed));
  // At a feed goods are charged by entries of their own.
  const weighing = { places: [place], pricedTo: dialect.id === 'findlark' ? 0 : dearest };
  const { found, beyond } = weighedAt(dialect, few, baskets, seed, weighing);
  const alone = found
    .filter((one) => !isClose(one))
    .flatMap((one) =>
      aloneIn(few, one.note).map((file) => {
        const weighed = weighedAt(dialect, file, baskets, seed, weighing);
        const same = weighed.found.find(({ note }) => isDeepStrictEqual(note.clause, one.note.clause));
        one.widest = Math.max(one.widest, same?.widest ?? 0);
        return weighed;
      }),
    );
  return { found, beyond: [...beyond, ...alone.flatMap((one) => one.beyond)] };
}

/** A book with no offers but those of a clause; and without thresholds of other lanes too. */
function aloneIn(file: BookFile, note: Note): BookFile[] {
  const { clause } = note;
  const ids = new Set([...namedBy(note), ...(clause.about === 'offer' ? [clause.offer] : [])]);
  const offers = file.offers.filter(({ id }) => ids.has(id));
  const eitherOr = file.eitherOr
    .map((group) => ({ ...group, offers: group.offers.filter((id) => ids.has(id)) }))
    .filter((group) => group.offers.length > 1);
  const unfreed = file.templates.map(({ lanes, ...template }) => ({
    ...template,
    lanes: Object.fromEntries(
      Object.entries(lanes).map(([zone, row]) => [
        zone,
        Object.fromEntries(
          Object.entries(row).map(([service, lane]) => {
            const isOwn = clause.about === 'threshold' && clause.template === template.id;
            return [service, isOwn ? lane : { ...lane, freeFrom: null }];
          }),
        ),
      ]),
    ),
  }));
  const fewer = { ...file, offers, eitherOr };
  return [...(offers.length < file.offers.length ? [fewer] : []), { ...fewer, templates: unfreed }];
}

/**
 * A book of which few clauses are left, for one service at one place: how groups are put together, or thresholds, or an
 * offer or two, or goods with rates and fees of their own. All else stays as it was: what goods weigh, kinds and rates;
 * but where a channel says rates no more than nearly, some are flat, as what rates are off by would hide all else. Of each
 * item there are others at other prices too, as in a catalogue of hundreds: a basket may cost anything.
 */
function cutOf(dialect: Pick<Dialect, 'id'>, book: BookFile, place: string, seed: number): BookFile {
  const random = seeded(seed * 19 + 7);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const keeps = pick(['mixing', 'thresholds', 'thresholds', 'offers', 'goods'] as const);
  const at = unwrap(parsePlace(place));
  const sold = opened(book);
  const templateOf = new Map(sold.goods.map(({ sku, template }) => [sku, template.id]));
  const zones = new Map(sold.book.templates.map(({ id, zoneOf }) => [id, zoneOf(at)?.zone.id ?? '']));
  const rows = book.templates.map(({ id, lanes }) => lanes[zones.get(id) ?? ''] ?? {});
  const service = pick([...new Set(rows.flatMap((row) => Object.keys(row)))]) ?? '';
  const isByValue = keeps === 'thresholds' || keeps === 'offers';
  const prices = isByValue ? anyPrices : farPrices;
  // Beside what frees all nothing of delivery is lost.
  const some = book.offers.filter(
    ({ benefit, code }) => benefit.is !== 'delivery' || benefit.off.by !== 'free' || code,
  );
  const offers = isByValue ? some.slice(0, pick([1, 1, 2])) : [];
  const kept = new Set(offers.map(({ id }) => id));
  const freed = book.templates
    .flatMap(({ lanes }) => Object.values(lanes))
    .flatMap((row) => Object.values(row))
    .flatMap(({ freeFrom }) => freeFrom ?? []);
  const laneOf = (lane: Lane): Lane => ({
    ...lane,
    freeFrom: keeps === 'thresholds' ? (lane.freeFrom ?? pick(freed) ?? null) : null,
    dated: [],
    rate: dialect.id !== 'lerrin-shop' && (keeps === 'goods' || random() < 0.7) ? flatOf(lane.rate) : lane.rate,
    kinds: keeps === 'mixing' || random() < 0.3 ? lane.kinds : {},
  });
  return bookFileSchema.parse({
    ...book,
    selections: book.selections.map((one) => ({ ...one, takes: ofAnyPrice(one.takes, book.goods, prices) })),
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
      .flatMap((item) => [item, ...prices.map((price) => ({ ...item, sku: costing(item.sku, price), price }))]),
    templates: book.templates.map((template, i) => {
      const lane = rows[i]?.[service];
      return { ...template, lanes: lane ? { [zones.get(template.id) ?? '']: { [service]: laneOf(lane) } } : {} };
    }),
  });
}

/** What goods cost of which a basket of twenty may come to nearly any value; and the least and the most of it. */
const anyPrices = ['0.01', '0.05', '0.25', '1.25', '6.25', '31.25', '60.00'];
const farPrices = ['0.01', '60.00'];
/** What the dearest of them costs, in cents. */
const dearest = 6000;
const costing = (sku: string, price: string): string => `${sku}-${price}`;

/** Goods by what they are named, with those at other prices, where they were taken by their price. */
function ofAnyPrice(takes: Takes, goods: BookFile['goods'], prices: readonly string[]): Takes {
  const withPrices = (sku: string): string[] => [sku, ...prices.map((price) => costing(sku, price))];
  if (takes.is === 'skus') return { ...takes, skus: takes.skus.flatMap(withPrices) };
  if (takes.is !== 'price') return takes;
  const isTaken = (price: number) => price >= Number(takes.from ?? 0) && price <= Number(takes.to ?? 1e9);
  const taken = goods.filter(({ price }) => isTaken(Number(price ?? 0))).map(({ sku }) => sku);
  return { is: 'skus', skus: taken.flatMap(withPrices) };
}

/** The highest of a rate's amounts, whatever is bought. */
function flatOf(rate: Lane['rate']): Lane['rate'] {
  const amounts = [...JSON.stringify(rate).matchAll(/"(?:amount|order|first)":"([^"]+)"/g)].map(([, amount]) => amount);
  return { is: 'flat', amount: amounts.sort((a, b) => Number(b) - Number(a))[0] ?? '0.00' };
}
