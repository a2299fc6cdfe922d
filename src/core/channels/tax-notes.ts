import type { CompiledBook } from '../book/index.ts';
import { type Minor, minor } from '../exact/index.ts';
import { type Place, patternText } from '../places/index.ts';
import { wholeAtlas } from './atlas.ts';
import { stated } from './bounds.ts';
import { isAlike, isTaxedOtherwise, rateIn, type Turned, taxPercent } from './counted.ts';
import type { Dialect, Listed, Note } from './dialect.ts';
import { deliveredAtMost, edgesMoved } from './edges-moved.ts';
import { addedUp, bounded, exact, unsayable } from './fidelity.ts';
import { groupsOf } from './goods-groups.ts';
import { takesOff } from './taken-off.ts';

/** What is said where a market has its tax otherwise than the channel, and its amounts cannot be turned. */
export function untaxedNotes(book: CompiledBook, dialect: Pick<Dialect, 'tax'>): Note[] {
  if (!isTaxedOtherwise(book, dialect)) return [];
  const fidelity = unsayable({ is: 'told as they are', there: dialect.tax }, 'prices as there', 'live with it');
  return [{ clause: { about: 'tax' }, reads: [], fidelity }];
}

/** What is said of tax that was turned: what comes of rounding, and of rates that are others elsewhere. */
export function taxNote(book: CompiledBook, goods: readonly Listed[], turned: Turned): Note {
  const rounding = roundingOf(book, goods, turned);
  const elsewhere = otherRates(book, goods, turned);
  return {
    clause: { about: 'tax' },
    reads: [[{ is: 'turned', tax: turned.tax }]],
    fidelity: addedUp([
      rounding === 0
        ? exact
        : bounded(rounding, { is: 'turned alone', tax: turned.tax, off: minor(rounding) }, 'live with it'),
      elsewhere.off === 0
        ? exact
        : bounded(
            elsewhere.off,
            { is: 'other tax rates', places: elsewhere.places, off: minor(elsewhere.off) },
            'live with it',
          ),
    ]),
  };
}

/** Whether an amount is turned without a rest. */
const isWholeAt = (book: CompiledBook, taxClass: string, home: Place | null) => {
  const rate = home && book.taxOf(taxClass, home);
  if (!rate || rate.digits === 0n) return () => true;
  const hundred = 100n * 10n ** BigInt(rate.scale);
  return (amount: Minor) => (BigInt(amount) * rate.digits) % hundred === 0n;
};

/** Whether every price is turned without a rest, so that values of baskets are, too. */
function isWholeInAll(book: CompiledBook, goods: readonly Listed[], { home, tax }: Turned): boolean {
  if (tax === 'added') return false;
  const tests = new Map<string, (amount: Minor) => boolean>();
  return goods.every(({ price, taxClass }) => {
    const test = tests.get(taxClass) ?? isWholeAt(book, taxClass, home);
    tests.set(taxClass, test);
    return test(price);
  });
}

/**
 * What rounding each amount alone comes to at the most: half a cent a unit, and a line, of what is turned; tax is
 * rounded line by line in the book, delivery as one.
 */
function roundingOf(book: CompiledBook, goods: readonly Listed[], turned: Turned): number {
  const { units } = stated;
  const groups = Math.min(units, groupsOf(book, goods).length);
  const ofGoods = isWholeInAll(book, goods, turned) ? 0 : units / 2;
  const offers = book.offers.filter(({ level, kind }) => level !== 'delivery' && kind.sort !== 'gift');
  return Math.ceil(
    ofGoods +
      // Of a discount each line has a share, rounded by itself, and its tax.
      (offers.length > 0 ? 2 * units : 0) +
      (goods.some(({ handling }) => handling !== null) ? units / 2 : 0) +
      (groups + 1) / 2 +
      (turned.tax === 'added' ? units / 2 : 0),
  );
}

/**
 * Where goods or delivery have another rate than that by which they are turned, and by how much that is off; amounts
 * off an order are turned by the rate of delivery, and taken off goods of any.
 */
function otherRates(book: CompiledBook, goods: readonly Listed[], { home }: Turned): { places: string[]; off: number } {
  const { deliveryClass } = book.body;
  const at = (taxClass: string, place: Place | null) => taxPercent(place && book.taxOf(taxClass, place));
  const classes = [...new Set(goods.map(({ taxClass }) => taxClass))];
  const parts = wholeAtlas(book).filter(({ zones }) => zones.some((zone) => zone !== null));
  const delivered = deliveredAtMost(book, goods);
  const amounts = book.offers.some((offer) =>
    takesOff(goods, offer)?.steps.some(
      ({ off }) => off.is === 'amount of the order' || off.is === 'amount' || off.is === 'price',
    ),
  );
  const beside = amounts
    ? Math.max(0, ...classes.map((taxClass) => Math.abs(at(taxClass, home) - at(deliveryClass, home))))
    : 0;
  const off = parts.map(({ place, zones }) => {
    const ofGoods = Math.max(0, ...classes.map((taxClass) => Math.abs(at(taxClass, place) - at(taxClass, home))));
    const paid = new Set(zones.flatMap((zone) => (zone === null ? [] : [taxPercent(rateIn(book, zone, home))])));
    // Goods with rates of their own are turned by the rate at home.
    if (goods.some(({ own }) => own !== null)) paid.add(at(deliveryClass, home));
    const ofDelivery = Math.max(0, ...[...paid].map((rate) => Math.abs(at(deliveryClass, place) - rate)));
    return Math.ceil((stated.value * (ofGoods + beside) + delivered * ofDelivery) / 100);
  });
  const places = parts.flatMap(({ pattern }, i) => ((off[i] ?? 0) > 0 ? [patternText(pattern)] : []));
  return { places, off: Math.max(0, ...off) };
}

/** Whether all that is turned is by one rate. */
const isOneRate = (book: CompiledBook, goods: readonly Listed[], { home }: Turned): boolean =>
  goods.every(({ taxClass }) =>
    isAlike(home && book.taxOf(taxClass, home), home && book.taxOf(book.body.deliveryClass, home)),
  );

/**
 * What is said of a turned book: edges of values, turned and rounded alone, are met a few cents sooner or later than in
 * the book, which is bounded by what they decide.
 */
export function edgedByTax(
  book: CompiledBook,
  goods: readonly Listed[],
  turned: Turned,
  notes: readonly Note[],
): Note[] {
  const isWhole = isWholeInAll(book, goods, turned) && isOneRate(book, goods, turned);
  if (isWhole && book.offers.every(({ level }) => level === 'delivery')) return [...notes];
  return edgesMoved({ book: turned.book, goods: turned.goods(goods) }, notes, (off) =>
    bounded(off, { is: 'edges with tax', off: minor(off) }, 'live with it'),
  );
}
