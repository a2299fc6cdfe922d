import type { Problem, Result } from '../../exact/index.ts';
import { figures } from '../figures.ts';

/** The file of Harrowmere, as docs/formats/harrowmere.md lays it out: one object a line. */
export interface PlanRate {
  readonly place: string;
  readonly speed: string;
  readonly once: string;
  readonly unit: 'ITEM' | '250G';
  readonly per: string;
}
export interface DeliveryOffer {
  readonly key: string;
  readonly title: string;
  readonly terms: string;
  readonly speeds: readonly string[];
  /** Null: everywhere. */
  readonly places: readonly string[] | null;
  readonly listings: readonly string[];
  readonly leastSpend: string;
  readonly code: string;
  readonly from: string;
  readonly until: string;
}
export interface GoodsOffer {
  readonly key: string;
  readonly title: string;
  readonly terms: string;
  readonly percent: string;
  readonly listings: readonly string[];
  readonly code: string;
  readonly from: string;
  readonly until: string;
}
export interface Plans {
  readonly listings: readonly { readonly listing: string; readonly price: string; readonly grams: string }[];
  readonly cuts: readonly { readonly key: string; readonly region: string; readonly prefixes: readonly string[] }[];
  readonly rates: readonly PlanRate[];
  readonly delivery: readonly DeliveryOffer[];
  readonly goods: readonly GoodsOffer[];
}

export const fileName = 'plans.tsv';
const plan = 'SMALL';
const planName = 'Parcels';
export const limits = { title: 36, key: 20, listings: 400, prefixes: 40, terms: 300 } as const;
export const speeds = ['ECONOMY', 'STANDARD', 'EXPRESS'] as const;
const euro = 'AT BE BG CY DE EE ES FI FR GR HR IT LT LU LV MT NL PT SI SK'.split(' ');
export const regions: ReadonlyMap<string, readonly string[]> = new Map([
  ['IRELAND', ['IE']],
  ['BRITAIN', ['GB']],
  ['EURO', euro],
  ['STATES', ['US']],
  ['JAPAN', ['JP']],
]);
export const elsewhere = 'ELSEWHERE';
export const regionOf = (country: string): string =>
  [...regions].find(([, countries]) => countries.includes(country))?.[0] ?? elsewhere;

export function write(plans: Plans): string {
  const lines = [
    ['SITE', 'EUR'],
    ...plans.listings.map((one) => ['LISTING', one.listing, one.price, one.grams]),
    ['PLAN', plan, planName],
    ...plans.cuts.map((one) => ['CUT', one.key, one.region, one.prefixes.join(' ')]),
    ...plans.rates.map((one) => ['RATE', plan, one.place, one.speed, one.once, one.unit, one.per]),
    ...plans.delivery.map(deliveryLine),
    ...plans.goods.map(goodsLine),
  ];
  return `${lines.map((cells) => cells.join('\t')).join('\n')}\n`;
}

const deliveryLine = (one: DeliveryOffer) => [
  'DELIVERY',
  one.key,
  one.title,
  one.terms,
  one.speeds.join(' '),
  one.places?.join(' ') ?? 'ALL',
  one.listings.join(' '),
  one.leastSpend,
  one.code,
  one.from,
  one.until,
];
const goodsLine = (one: GoodsOffer) => [
  'GOODS',
  one.key,
  one.title,
  one.terms,
  one.percent,
  one.listings.join(' '),
  one.code,
  one.from,
  one.until,
];

const kindsOfLine = ['SITE', 'LISTING', 'PLAN', 'CUT', 'RATE', 'DELIVERY', 'GOODS'];

export function readPlans(text: string): Result<Plans> {
  const problems: Problem[] = [];
  const list = (cell: string | undefined) => (cell ?? '').split(' ').filter(Boolean);
  const plans = {
    listings: [] as Plans['listings'][number][],
    cuts: [] as Plans['cuts'][number][],
    rates: [] as PlanRate[],
    delivery: [] as DeliveryOffer[],
    goods: [] as GoodsOffer[],
  };
  const { amount, percent, moment } = figures(problems);
  for (const [i, row] of text.replace(/\n$/, '').split('\n').entries()) {
    const at = [fileName, i + 1];
    const [kind, a = '', b = '', c = '', d = '', e = '', f = '', g = '', h = '', from = '', until = ''] =
      row.split('\t');
    switch (kind) {
      case 'SITE':
      case 'PLAN':
        break;
      case 'LISTING':
        plans.listings.push({ listing: a, price: b, grams: c });
        break;
      case 'CUT':
        plans.cuts.push({ key: a, region: b, prefixes: list(c) });
        break;
      case 'RATE':
        for (const cell of [d, f]) amount(cell, at);
        plans.rates.push({ place: b, speed: c, once: d, unit: e === '250G' ? '250G' : 'ITEM', per: f });
        break;
      case 'DELIVERY':
        if (g) amount(g, at);
        for (const cell of [from, until]) if (cell) moment(cell, at);
        plans.delivery.push({
          key: a,
          title: b,
          terms: c,
          speeds: list(d),
          places: e === 'ALL' ? null : list(e),
          listings: list(f),
          leastSpend: g,
          code: h,
          from,
          until,
        });
        break;
      case 'GOODS':
        percent(d, at);
        for (const cell of [g, h]) if (cell) moment(cell, at);
        plans.goods.push({ key: a, title: b, terms: c, percent: d, listings: list(e), code: f, from: g, until: h });
        break;
      default:
        problems.push({ at, is: 'strange line', kind: kind ?? '', known: kindsOfLine });
        break;
    }
  }
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: plans };
}
