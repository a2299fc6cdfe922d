import { euro, pound } from '../amounts.ts';

/** The file of a site of Harrowmere, as docs/formats/harrowmere.md lays it out: one object a line. */
export interface Plan {
  readonly key: string;
  readonly name: string;
  /** Grams a parcel holds; empty: one holds all. */
  readonly grams: string;
}
export interface Cut {
  readonly key: string;
  readonly region: string;
  readonly entries: readonly string[];
}
export interface Rate {
  readonly plan: string;
  readonly place: string;
  readonly speed: string;
  readonly first: string;
  readonly further: string;
}
export interface Listing {
  readonly listing: string;
  readonly price: string;
  /** Empty where there are none. */
  readonly grams: string;
  readonly plan: string;
  readonly labels: readonly string[];
}
interface Offered {
  readonly key: string;
  readonly title: string;
  readonly terms: string;
  readonly label: string;
  readonly code: string;
  readonly from: string;
  readonly until: string;
}
export interface DeliveryOffer extends Offered {
  readonly leastSpend: string;
  readonly speeds: readonly string[];
  /** Null: everywhere. */
  readonly places: readonly string[] | null;
}
/** A percentage, or so many units for the price of fewer. */
export type GoodsBenefit =
  | { readonly is: 'off'; readonly percent: string }
  | { readonly is: 'for'; readonly units: number; readonly paid: number };
export interface GoodsOffer extends Offered {
  readonly benefit: GoodsBenefit;
}
export interface Plans {
  readonly site: Site;
  readonly plans: readonly Plan[];
  readonly cuts: readonly Cut[];
  readonly rates: readonly Rate[];
  readonly listings: readonly Listing[];
  readonly delivery: readonly DeliveryOffer[];
  readonly goods: readonly GoodsOffer[];
}

/** Its sites, by the currency that they sell in and that stands in their files. */
export const sites = {
  EUR: { currency: euro, file: 'plans.tsv' },
  GBP: { currency: pound, file: 'plans-gbp.tsv' },
} as const;
export type Site = (typeof sites)[keyof typeof sites];
export const version = '2';
export const limits = { title: 36, name: 36, key: 20, plans: 200, entries: 40, labels: 6, terms: 300 } as const;
export const speeds = ['ECONOMY', 'STANDARD', 'EXPRESS'] as const;
const euroArea = 'AT BE BG CY DE EE ES FI FR GR HR IT LT LU LV MT NL PT SI SK'.split(' ');
export const regions: ReadonlyMap<string, readonly string[]> = new Map([
  ['IRELAND', ['IE']],
  ['BRITAIN', ['GB']],
  ['EURO', euroArea],
  ['STATES', ['US']],
  ['JAPAN', ['JP']],
]);
export const elsewhere = 'ELSEWHERE';
const regionByCountry = new Map([...regions].flatMap(([region, all]) => all.map((country) => [country, region])));
export const regionOf = (country: string): string => regionByCountry.get(country) ?? elsewhere;

/** Parts by which an address without a postcode falls as their postcodes do. */
export const partsWithPostcodes = 'GB-NIR US-AK US-HI US-PR US-VI ES-GC ES-TF ES-CE ES-ML ES-PM'.split(' ');
export const hasPostcodes = (part: string): boolean => partsWithPostcodes.includes(part);

/** What no cell takes: it would end it. */
const cell = (text: string): string => text.replace(/[\t\r\n]+/g, ' ');

export const benefitText = (benefit: GoodsBenefit): string =>
  benefit.is === 'off' ? `OFF ${benefit.percent}` : `${benefit.units} FOR ${benefit.paid}`;

/** How many lines are put together to a piece. */
const linesOfPiece = 1000;

/** The file, in pieces. */
export function* written(plans: Plans): Generator<string> {
  let piece: string[] = [];
  for (const cells of linesOf(plans)) {
    piece.push(`${cells.join('\t')}\n`);
    if (piece.length < linesOfPiece) continue;
    yield piece.join('');
    piece = [];
  }
  yield piece.join('');
}

function* linesOf({ site, plans, cuts, rates, listings, delivery, goods }: Plans): Generator<readonly string[]> {
  yield ['SITE', site.currency, version];
  for (const one of plans) yield ['PLAN', one.key, cell(one.name), one.grams];
  for (const one of cuts) yield ['CUT', one.key, one.region, one.entries.join(',')];
  for (const one of rates) yield ['RATE', one.plan, one.place, one.speed, one.first, one.further];
  for (const one of listings) yield ['LISTING', one.listing, one.price, one.grams, one.plan, one.labels.join(' ')];
  for (const one of delivery)
    yield [
      'DELIVERY',
      ...headOf(one),
      one.leastSpend,
      one.speeds.join(' '),
      one.places?.join(' ') ?? 'ALL',
      ...tailOf(one),
    ];
  for (const one of goods) yield ['GOODS', ...headOf(one), benefitText(one.benefit), ...tailOf(one)];
}
const headOf = ({ key, title, terms, label }: Offered) => [key, cell(title), cell(terms), label];
const tailOf = ({ code, from, until }: Offered) => [code, from, until];

/** What asks for a code of a batch, in the cell of a code; and the batch that such a cell names, else null. */
export const batchCell = (batch: string): string => `FILE ${batch}`;
export const batchIn = (cell: string): string | null => (cell.startsWith('FILE ') ? cell.slice(5) : null);
