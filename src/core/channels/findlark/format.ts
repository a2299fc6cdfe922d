import { XMLBuilder, XMLParser } from 'fast-xml-parser';
import type { Problem, Result } from '../../exact/index.ts';
import { figures } from '../figures.ts';

/** The two files of Findlark, as docs/formats/findlark.md lays them out. */
export interface Entry {
  readonly country: string;
  /** Nothing more for the whole country; a part; or postcodes that begin so. */
  readonly within:
    | { readonly is: 'country' }
    | { readonly is: 'part'; readonly part: string }
    | { readonly is: 'prefix'; readonly prefix: string };
  readonly speed: string;
  readonly price: string;
}
export interface FeedItem {
  readonly id: string;
  readonly title: string;
  readonly price: string;
  readonly grams: string | null;
  readonly entries: readonly Entry[];
}
export const promotionFields = [
  'id',
  'title',
  'kind',
  'percent',
  'speeds',
  'least_value',
  'code',
  'countries',
  'from',
  'until',
] as const;
export type Promotion = Readonly<Record<(typeof promotionFields)[number], string>>;
export interface Feed {
  readonly target: string;
  readonly items: readonly FeedItem[];
  readonly promotions: readonly Promotion[];
}

export const itemsName = 'items.xml';
export const promotionsName = 'promotions.tsv';
const space = 'urn:findlark:items:1';

const xml = {
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  parseTagValue: false,
  parseAttributeValue: false,
  suppressEmptyNode: true,
  format: true,
} as const;

/** How many items make a piece of the file. */
const itemsInPiece = 200;

/** The file of items, piece by piece. What items of one mass share, their entries, is written out once. */
export function* writeItems({ target, items }: Feed): Generator<string> {
  const builder = new XMLBuilder(xml);
  const build = (tree: object) => builder.build(tree) as string;
  const entries = new Map<readonly Entry[], string>();
  const entriesText = (list: readonly Entry[]): string => {
    const before = entries.get(list);
    if (before !== undefined) return before;
    const text = indented(build({ delivery: list.map(deliveryOf) }), '    ');
    entries.set(list, text);
    return text;
  };
  const itemText = ({ id, title, price, grams, entries: list }: FeedItem): string => {
    const own = build({ item: { '@id': id, title, price, ...(grams === null ? {} : { grams }) } });
    return indented(own, '  ').replace(/ {2}<\/item>\n$/, () => `${entriesText(list)}  </item>\n`);
  };
  // An element without content would be written as one tag: its two are parted where the items go.
  const [head = '', foot = ''] = build({
    '?xml': { '@version': '1.0', '@encoding': 'UTF-8' },
    items: { '@xmlns': space, '@target': target, '@currency': 'EUR', '#text': between },
  }).split(between);
  if (items.length === 0) {
    yield `${head}${foot}`.replace('></items>', '/>');
    return;
  }
  yield `${head}\n`;
  for (let i = 0; i < items.length; i += itemsInPiece)
    yield items
      .slice(i, i + itemsInPiece)
      .map(itemText)
      .join('');
  yield foot;
}
const between = '\u0001';

const deliveryOf = (entry: Entry) => ({
  '@country': entry.country,
  ...(entry.within.is === 'part'
    ? { '@part': entry.within.part }
    : entry.within.is === 'prefix'
      ? { '@postcode': entry.within.prefix }
      : {}),
  '@speed': entry.speed,
  '@price': entry.price,
});

const indented = (text: string, by: string): string => text.replace(/^(?=<| )/gm, by);

export const writePromotions = (feed: Feed): string =>
  [
    promotionFields.join('\t'),
    ...feed.promotions.map((one) => promotionFields.map((field) => one[field]).join('\t')),
    '',
  ].join('\n');

interface Parsed {
  readonly items?: { readonly '@target'?: string; readonly item?: readonly ParsedItem[] };
}
interface ParsedItem {
  readonly '@id'?: string;
  readonly title?: string;
  readonly price?: string;
  readonly grams?: string;
  readonly delivery?: readonly {
    readonly '@country'?: string;
    readonly '@part'?: string;
    readonly '@postcode'?: string;
    readonly '@speed'?: string;
    readonly '@price'?: string;
  }[];
}

export function readFeed(itemsText: string, promotionsText: string): Result<Feed> {
  const problems: Problem[] = [];
  const parser = new XMLParser({ ...xml, isArray: (name) => name === 'item' || name === 'delivery' });
  let parsed: Parsed = {};
  try {
    parsed = parser.parse(itemsText, true) as Parsed;
  } catch (error) {
    problems.push({ at: [itemsName], is: 'unreadable', standard: 'XML', detail: (error as Error).message });
  }
  if (problems.length === 0 && !parsed.items) problems.push({ at: [itemsName], is: 'no element', name: 'items' });
  const items = (parsed.items?.item ?? []).map(
    (one): FeedItem => ({
      id: one['@id'] ?? '',
      title: one.title ?? '',
      price: one.price ?? '',
      grams: one.grams ?? null,
      entries: (one.delivery ?? []).map((entry) => ({
        country: entry['@country'] ?? '',
        within: entry['@postcode']
          ? { is: 'prefix', prefix: entry['@postcode'] }
          : entry['@part']
            ? { is: 'part', part: entry['@part'] }
            : { is: 'country' },
        speed: entry['@speed'] ?? '',
        price: entry['@price'] ?? '',
      })),
    }),
  );
  const { amount, percent, moment } = figures(problems);
  for (const { id, price, entries } of items)
    for (const text of [price, ...entries.map((entry) => entry.price)]) amount(text, [itemsName, id]);
  const [head, ...rows] = promotionsText.replace(/\n$/, '').split('\n');
  if (head !== promotionFields.join('\t'))
    problems.push({ at: [promotionsName, 1], is: 'another head', head: promotionFields });
  const promotions = rows.map((row): Promotion => {
    const cells = row.split('\t');
    return Object.fromEntries(promotionFields.map((field, i) => [field, cells[i] ?? ''])) as Promotion;
  });
  for (const one of promotions) {
    const at = [promotionsName, one.id];
    if (one.kind === 'percent') percent(one.percent, at);
    if (one.least_value) amount(one.least_value, at);
    for (const text of [one.from, one.until]) if (text) moment(text, at);
  }
  return problems.length > 0
    ? { ok: false, problems }
    : { ok: true, value: { target: parsed.items?.['@target'] ?? 'all', items, promotions } };
}
