import { atOnce, type Problem, type Steps, under } from '../exact/index.ts';
import { type Item, listedTwice, withParents } from '../goods/index.ts';
import { type BenefitBody, benefitKindOf } from '../offers/index.ts';
import { type CompiledBook, compileBook } from './compile/index.ts';
import { unreadySteps } from './ready.ts';
import { type Basket, type Book, channelsOf } from './schema.ts';

/**
 * The one way into a sound book: for saves, imports, files, what is taken back and the command line alike. All that is
 * wrong with a book in any of its markets, each once; with goods, too, and with what it says of goods.
 *
 * @param items goods to be looked at, with all they take from and all that takes from them
 * @param isThere whether an item is among all goods there are
 */
export const validate = (book: Book, items: readonly Item[], isThere: (sku: string) => boolean): Problem[] =>
  atOnce(validateSteps(book, items, isThere, Number.POSITIVE_INFINITY));

/** The same, `each` items a step, for whoever does other things meanwhile. */
export function* validateSteps(
  book: Book,
  items: readonly Item[],
  isThere: (sku: string) => boolean,
  each: number,
): Steps<Problem[]> {
  const compiled = book.markets.map(({ id }) => compileBook(book, id));
  const unsound = compiled.flatMap((one) => (one.ok ? [] : one.problems));
  if (unsound.length > 0) return eachOnce(unsound);
  const inMarkets = compiled.flatMap((one): CompiledBook[] => (one.ok ? [one.value] : []));
  const unready: Problem[] = [];
  for (const market of inMarkets) unready.push(...under(['goods'], yield* unreadySteps(market, items, each)));
  const listed = under(['goods'], listedTwice(withParents(items).items, channelsOf(book)));
  return eachOnce([...unready, ...repeated(items), ...listed, ...missingGoods(book, isThere)]);
}

/** What of a book its goods refer to, or are read by: where that stays, goods that were sound stay so. */
export const leantOnByGoods = ({ markets, exchange, boxes, templates, services, channels }: Book) => ({
  markets,
  exchange,
  boxes,
  templates: templates.map(({ id }) => id),
  services: services.map(({ id }) => id),
  channels: Object.keys(channels).sort(),
});

/** What is wrong with a book in any of its markets, each once; `inMarket` for who has compiled it already. */
export function bookProblems(
  book: Book,
  inMarket = (market: string): readonly Problem[] => {
    const compiled = compileBook(book, market);
    return compiled.ok ? [] : compiled.problems;
  },
): Problem[] {
  return eachOnce(book.markets.flatMap(({ id }) => inMarket(id)));
}

const eachOnce = (problems: readonly Problem[]): Problem[] => [
  ...new Map(problems.map((problem) => [JSON.stringify(problem), problem])).values(),
];

function repeated(items: readonly Item[]): Problem[] {
  const seen = new Set<string>();
  return items.flatMap(({ sku }): Problem[] => {
    const again = seen.has(sku);
    seen.add(sku);
    return again ? [{ at: ['goods', sku], is: 'repeated', what: 'item', id: sku, line: null }] : [];
  });
}

/** SKUs that the book names and that are none: of pinned baskets, and of gifts. */
function missingGoods({ pinned, offers }: Book, isThere: (sku: string) => boolean): Problem[] {
  const problem = (at: Problem['at'], sku: string): Problem[] =>
    isThere(sku) ? [] : [{ at, is: 'unknown', what: 'item', id: sku, known: [] }];
  return [
    ...pinned.flatMap((basket) => skusInBasket(basket).flatMap((sku) => problem(['pinned', basket.id, 'lines'], sku))),
    ...offers.flatMap(({ id, benefit }) =>
      skusOf(benefit).flatMap((sku) => problem(['offers', id, 'benefit', 'sku'], sku)),
    ),
  ];
}

/** The SKUs that a book names, each once. */
export const namedSkus = ({ pinned, offers }: Book): string[] => [
  ...new Set([...pinned.flatMap(skusInBasket), ...offers.flatMap(({ benefit }) => skusOf(benefit))]),
];

const skusInBasket = ({ lines }: Basket): string[] => lines.map((line) => line.sku);
const skusOf = (benefit: BenefitBody): readonly string[] => benefitKindOf(benefit).names(benefit).skus ?? [];
