import { asOf, type CompiledBook, compileBook, turnedMarket } from '../book/index.ts';
import { type Decimal, type Minor, minor, rounded } from '../exact/index.ts';
import { type Place, parsePlace } from '../places/index.ts';
import type { Question } from '../quote/index.ts';
import { wholeAtlas } from './atlas.ts';
import type { Listed } from './dialect.ts';
import type { Manifest } from './manifest.ts';

/**
 * A book as a channel counts it. Where that has tax inside its amounts and the market adds it, or the other way round,
 * every amount is turned alone, as if the book were written so: a price by the rate of its goods and all else by that
 * of delivery, at the place that the market assumes; what is charged in a zone by the rate there.
 */
export interface Counted {
  readonly book: CompiledBook;
  goods(goods: readonly Listed[]): readonly Listed[];
  question(question: Question): Question;
}

/** How a book is turned: null where nothing is to be, or no one rate can say it. */
export interface Turned extends Counted {
  readonly home: Place | null;
  readonly tax: Manifest['tax'];
}

/** Whether a market has its tax otherwise than a channel, and has some. */
export const isTaxedOtherwise = (
  { market, body }: Pick<CompiledBook, 'market' | 'body'>,
  { tax }: Pick<Manifest, 'tax'>,
): boolean => market.body.tax !== tax && body.taxes.some(({ percent }) => Number(percent) !== 0);

/** A book as a channel counts it; as it is where it counts alike, or where it cannot be turned. */
export function countedAt(book: CompiledBook, dialect: Pick<Manifest, 'tax'>): Counted {
  return turnedTo(book, dialect) ?? { book, goods: (goods) => goods, question: (question) => question };
}

/** By the book alone: a market has its tax in one way, so that there is one other. */
const known = new WeakMap<CompiledBook, Turned | null>();

/** A book turned for a channel; null where it is as it stands, or cannot be turned. */
export function turnedTo(book: CompiledBook, dialect: Pick<Manifest, 'tax'>): Turned | null {
  if (!isTaxedOtherwise(book, dialect)) return null;
  const before = known.get(book);
  if (before !== undefined) return before;
  const turned = isTurnable(book) ? turn(book, dialect.tax) : null;
  known.set(book, turned);
  return turned;
}

/** Whether all amounts are written in the market's currency: what is converted besides is rounded twice. */
const isTurnable = ({ body, conversion, currency, templates }: CompiledBook): boolean =>
  conversion === null &&
  templates.every((_, i) => (body.templates[i]?.currency ?? currency) === currency) &&
  !givesIn(body, currency);

/** Whether an amount somewhere is given for a currency besides. */
function givesIn(value: unknown, currency: string): boolean {
  if (typeof value !== 'object' || value === null) return false;
  return Object.entries(value).some(
    ([field, inner]) =>
      (field === 'also' && typeof inner === 'object' && inner !== null && Object.hasOwn(inner, currency)) ||
      givesIn(inner, currency),
  );
}

interface Fraction {
  readonly up: bigint;
  readonly down: bigint;
}

function turn(book: CompiledBook, tax: Manifest['tax']): Turned | null {
  const home = homeOf(book);
  const fractionOf = (taxClass: string): Fraction => byTax(home && book.taxOf(taxClass, home), tax);
  const read = compileBook(book.body, book.market.body.id, (market) =>
    turnedMarket(market, tax, {
      ...fractionOf(book.body.deliveryClass),
      inZone: (zone) => byTax(rateIn(book, zone, home), tax),
    }),
  );
  if (!read.ok) return null;
  const there = Number.isFinite(book.at) ? asOf(read.value, book.at) : read.value;
  const templates = new Map(there.templates.map((template) => [template.id, template]));
  const made = new WeakMap<Listed, Listed>();
  const item = (one: Listed): Listed => {
    const before = made.get(one);
    if (before) return before;
    const priced = (amount: Minor) => turnedBy(amount, fractionOf(one.taxClass));
    const { varies, handling } = one;
    const turned: Listed = {
      ...one,
      price: priced(one.price),
      template: templates.get(one.template.id) ?? one.template,
      handling: handling && { ...handling, each: turnedBy(handling.each, fractionOf(book.body.deliveryClass)) },
      varies: varies && {
        prices: new Map([...varies.prices].map(([channel, price]) => [channel, priced(price)])),
        eras: varies.eras.map((era) => ({ ...era, item: item(era.item) })),
        known: new Map(),
      },
    };
    made.set(one, turned);
    return turned;
  };
  return {
    book: { ...there, offers: there.offers.filter(({ id }) => book.offers.some((offer) => offer.id === id)) },
    home,
    tax,
    goods: (goods) => goods.map(item),
    question: (question) => ({
      ...question,
      lines: question.lines.map((line) => ({ ...line, item: item(line.item) })),
      shopper: {
        ...question.shopper,
        itemOf: (sku) => {
          const found = question.shopper.itemOf(sku);
          return found && item(found);
        },
      },
    }),
  };
}

/** The place by whose rates a market's amounts are turned: the one it assumes, else the first that it delivers to. */
function homeOf(book: CompiledBook): Place | null {
  const { assumed } = book.market.body;
  const place = assumed === null ? null : parsePlace(assumed);
  if (place?.ok) return place.value;
  return wholeAtlas(book).find(({ zones }) => zones.some((zone) => zone !== null))?.place ?? null;
}

/** The tax on delivery by which what is charged in a zone is turned: that of all its places, else that at home. */
export function rateIn(book: CompiledBook, zone: string, home: Place | null): Decimal | null {
  const { deliveryClass } = book.body;
  const parts = wholeAtlas(book).filter(({ zones }) => zones.includes(zone));
  const rates = parts.map(({ place }) => book.taxOf(deliveryClass, place));
  const [first = null] = rates;
  if (parts.length > 0 && rates.every((rate) => isAlike(rate, first))) return first;
  return home && book.taxOf(deliveryClass, home);
}

/** Whether two rates of tax are one; none is nothing. */
export const isAlike = (a: Decimal | null, b: Decimal | null): boolean => taxPercent(a) === taxPercent(b);

/** A rate of tax as a number, which has three decimals at the most. */
export const taxPercent = (rate: Decimal | null): number => (rate ? Number(rate.digits) / 10 ** rate.scale : 0);

/** What an amount is multiplied by to have tax inside, or added. */
function byTax(percent: Decimal | null, tax: Manifest['tax']): Fraction {
  if (percent === null || percent.digits === 0n) return { up: 1n, down: 1n };
  const hundred = 100n * 10n ** BigInt(percent.scale);
  const whole = hundred + percent.digits;
  return tax === 'inside' ? { up: whole, down: hundred } : { up: hundred, down: whole };
}

const turnedBy = (amount: Minor, { up, down }: Fraction): Minor =>
  minor(rounded(BigInt(amount) * up, down, { is: 'nearest' }));
