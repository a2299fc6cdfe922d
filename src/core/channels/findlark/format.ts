import { type SaxesAttributePlain, SaxesParser } from 'saxes';
import type { Problem, Result } from '../../exact/index.ts';
import type { ChannelFile, WrittenFile } from '../dialect.ts';
import { figures } from '../figures.ts';
import { speeds } from './limits.ts';

/**
 * A feed's file, as docs/formats/findlark.md lays it out. Amounts, masses and moments are texts as they stand in it.
 */
export interface FeedFile {
  readonly name: string;
  readonly countries: 'all' | readonly string[];
  readonly language: string;
  /** In the order of the file. */
  readonly deliveries: readonly Delivery[];
  readonly items: readonly FeedItem[];
  readonly promotions: readonly Promotion[];
}

/** Entries that items share. */
export interface Delivery {
  readonly id: string;
  readonly entries: readonly Entry[];
}
export interface Entry {
  readonly country: string;
  /** Nothing more for the whole country; a part; or postcodes that begin so. */
  readonly within:
    | { readonly is: 'country' }
    | { readonly is: 'part'; readonly part: string }
    | { readonly is: 'prefix'; readonly prefix: string };
  readonly speed: string;
  readonly price: string;
  /** The shortest and the longest, parted by a space; null where they are not said. */
  readonly days: string | null;
}
export interface FeedItem {
  readonly id: string;
  readonly title: string;
  readonly price: string;
  readonly grams: string | null;
  readonly delivery: string;
  readonly labels: readonly string[];
  readonly sale: Sale | null;
}
export interface Sale {
  readonly price: string;
  readonly from: string | null;
  readonly until: string | null;
}
export interface Promotion {
  readonly id: string;
  readonly title: string;
  readonly does:
    | { readonly kind: 'percent'; readonly percent: string }
    | { readonly kind: 'amount'; readonly amount: string }
    | { readonly kind: 'n for m'; readonly units: number; readonly paid: number }
    | { readonly kind: 'gift'; readonly gift: string; readonly count: number }
    | { readonly kind: 'delivery'; readonly speeds: readonly string[] };
  readonly of: GoodsOf;
  readonly leastValue: string | null;
  readonly leastUnits: number | null;
  readonly code: string | null;
  readonly countries: readonly string[];
  readonly from: string | null;
  readonly until: string | null;
  readonly shown: readonly string[];
}
/** What a promotion is for. */
export type GoodsOf =
  | { readonly is: 'all' }
  | { readonly is: 'label'; readonly label: string }
  | { readonly is: 'listings'; readonly listings: readonly string[] };

const space = 'urn:findlark:feed:2';
export const fileNameOf = ({ name }: Pick<FeedFile, 'name'>): string => `${name}.xml`;

type Attributes = readonly (readonly [name: string, value: string | number | null])[];

/** Letters of an attribute that stand for something; the two of Unicode that no XML may have become a sign for it. */
const escaped = (text: string): string =>
  text.replace(/[&<>"\t\n\r\ufffe\uffff]/g, (one) => (one > '\ufffd' ? '\ufffd' : `&#${one.charCodeAt(0)};`));

/** An element’s tag without its end. */
const open = (name: string, attributes: Attributes): string =>
  `<${name}${attributes.map(([key, value]) => (value === null ? '' : ` ${key}="${escaped(String(value))}"`)).join('')}`;
const joined = (list: readonly string[]): string | null => (list.length === 0 ? null : list.join(' '));

/** How many items make a piece of the file. */
const itemsInPiece = 500;

/** A feed’s file as it is written. */
export const writtenFeed = (feed: FeedFile): WrittenFile => ({ name: fileNameOf(feed), pieces: () => piecesOf(feed) });

function* piecesOf({ name, countries, language, deliveries, items, promotions }: FeedFile): Generator<string> {
  const head: Attributes = [
    ['xmlns', space],
    ['name', name],
    ['countries', countries === 'all' ? countries : countries.join(' ')],
    ['language', language],
    ['currency', 'EUR'],
  ];
  yield `<?xml version="1.0" encoding="UTF-8"?>\n${open('feed', head)}>\n`;
  yield deliveries.map(deliveryText).join('');
  for (let i = 0; i < items.length; i += itemsInPiece)
    yield items
      .slice(i, i + itemsInPiece)
      .map(itemText)
      .join('');
  yield promotions.map(promotionText).join('');
  yield '</feed>\n';
}

function deliveryText({ id, entries }: Delivery): string {
  const lines = entries.map((entry) => {
    const { country, within, speed, price, days } = entry;
    const attributes: Attributes = [
      ['country', country],
      ['part', within.is === 'part' ? within.part : null],
      ['postcode', within.is === 'prefix' ? within.prefix : null],
      ['speed', speed],
      ['price', price],
      ['days', days],
    ];
    return `    ${open('entry', attributes)}/>\n`;
  });
  return `  ${open('delivery', [['id', id]])}>\n${lines.join('')}  </delivery>\n`;
}

function itemText({ id, title, price, grams, delivery, labels, sale }: FeedItem): string {
  const tag = `  ${open('item', [
    ['id', id],
    ['title', title],
    ['price', price],
    ['grams', grams],
    ['delivery', delivery],
    ['labels', joined(labels)],
  ])}`;
  return sale ? `${tag}>\n    ${open('sale', Object.entries(sale))}/>\n  </item>\n` : `${tag}/>\n`;
}

function promotionText({ does, of, ...one }: Promotion): string {
  const { kind, ...figures } = does;
  const attributes: Attributes = [
    ['id', one.id],
    ['title', one.title],
    ['kind', kind],
    ...Object.entries(figures).map(
      ([key, value]) => [key, typeof value === 'object' ? value.join(' ') : value] as const,
    ),
    ['label', of.is === 'label' ? of.label : null],
    ['listings', of.is === 'listings' ? of.listings.join(' ') : null],
    ['least-value', one.leastValue],
    ['least-units', one.leastUnits],
    ['code', one.code],
    ['countries', one.countries.join(' ')],
    ['from', one.from],
    ['until', one.until],
    ['shown', one.shown.join(' ')],
  ];
  return `  ${open('promotion', attributes)}/>\n`;
}

const words = (cell: string | undefined): string[] => (cell === undefined ? [] : cell.split(' ').filter(Boolean));

/** What the files of feeds say; or where one makes no sense, and what would be right. */
export function readFeeds(files: readonly ChannelFile[]): Result<readonly FeedFile[]> {
  const problems: Problem[] = [];
  const feeds = files.map((file) => readFeed(file, problems));
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: feeds };
}

function readFeed({ name: file, text }: ChannelFile, problems: Problem[]): FeedFile {
  const deliveries: Delivery[] = [];
  const items: FeedItem[] = [];
  const promotions: Promotion[] = [];
  let head: Readonly<Record<string, string>> | null = null;
  let entries: Entry[] = [];
  const takes: Record<string, (attributes: Record<string, string>) => void> = {
    feed: (attributes) => {
      if (attributes.xmlns === space) head = attributes;
    },
    delivery: ({ id = '' }) => {
      entries = [];
      deliveries.push({ id, entries });
    },
    entry: ({ country = '', part, postcode, speed = '', price = '', days = null }) => {
      entries.push({
        country,
        within: postcode ? { is: 'prefix', prefix: postcode } : part ? { is: 'part', part } : { is: 'country' },
        speed,
        price,
        days,
      });
    },
    item: ({ id = '', title = '', price = '', grams = null, delivery = '', labels }) => {
      items.push({ id, title, price, grams, delivery, labels: words(labels), sale: null });
    },
    sale: ({ price = '', from = null, until = null }) => {
      const item = items.pop();
      if (item) items.push({ ...item, sale: { price, from, until } });
    },
    promotion: (attributes) => {
      const does = doesOf(attributes);
      const { id = '', title = '', label, listings } = attributes;
      if (does === null) {
        problems.push({ at: [file, `promotion ${id}`, 'kind'], is: 'no element', name: 'kind' });
        return;
      }
      promotions.push({
        id,
        title,
        does,
        of:
          label !== undefined
            ? { is: 'label', label }
            : listings === undefined
              ? { is: 'all' }
              : { is: 'listings', listings: words(listings) },
        leastValue: attributes['least-value'] ?? null,
        leastUnits: attributes['least-units'] === undefined ? null : Number(attributes['least-units']),
        code: attributes.code ?? null,
        countries: words(attributes.countries),
        from: attributes.from ?? null,
        until: attributes.until ?? null,
        shown: words(attributes.shown),
      });
    },
  };
  const fault = eachTag(text, (name, attributes) => takes[name]?.(attributes));
  if (fault !== null) problems.push({ at: [file], is: 'unreadable', standard: 'XML', detail: fault });
  else if (head === null) problems.push({ at: [file], is: 'no element', name: space });
  const { name = '', countries = 'all', language = '' } = (head ?? {}) as Readonly<Record<string, string>>;
  const feed: FeedFile = {
    name,
    countries: countries === 'all' ? countries : words(countries),
    language,
    deliveries,
    items,
    promotions,
  };
  problems.push(...problemsIn(feed, file));
  return feed;
}

/** Tells each tag of a document as it opens; what keeps it from being read, else null. */
function eachTag(text: string, tell: (name: string, attributes: Record<string, string>) => void): string | null {
  const parser = new SaxesParser();
  let [attributes, fault]: [Record<string, string>, string | null] = [{}, null];
  parser.on('error', (error) => {
    fault ??= error.message;
  });
  parser.on('opentagstart', () => {
    attributes = {};
  });
  parser.on('attribute', ({ name, value }: SaxesAttributePlain) => {
    attributes[name] = value;
  });
  parser.on('opentag', ({ name }) => tell(name, attributes));
  parser.write(text).close();
  return fault;
}

function doesOf(one: Readonly<Record<string, string>>): Promotion['does'] | null {
  switch (one.kind) {
    case 'percent':
      return { kind: one.kind, percent: one.percent ?? '' };
    case 'amount':
      return { kind: one.kind, amount: one.amount ?? '' };
    case 'n for m':
      return { kind: one.kind, units: Number(one.units), paid: Number(one.paid) };
    case 'gift':
      return { kind: one.kind, gift: one.gift ?? '', count: Number(one.count) };
    case 'delivery':
      return { kind: one.kind, speeds: words(one.speeds).filter((word) => speeds.some((speed) => speed === word)) };
    default:
      return null;
  }
}

/** Figures that are none, by where they stand; a figure that many share is looked at once. */
function problemsIn({ deliveries, items, promotions }: FeedFile, file: string): Problem[] {
  const problems: Problem[] = [];
  const { amount, percent, moment } = figures(problems);
  const known = new Set<string>();
  const once = (text: string, look: () => void) => {
    if (known.has(text)) return;
    known.add(text);
    look();
  };
  const priced = (text: string, ...at: string[]) => once(text, () => amount(text, [file, ...at]));
  const timed = (texts: readonly (string | null)[], ...at: string[]) => {
    for (const text of texts) if (text !== null) once(text, () => moment(text, [file, ...at]));
  };
  for (const { id, entries } of deliveries) for (const { price } of entries) priced(price, `delivery ${id}`);
  const ids = new Set(deliveries.map(({ id }) => id));
  for (const { id, price, sale, delivery } of items) {
    priced(price, `item ${id}`);
    if (!ids.has(delivery)) problems.push({ at: [file, `item ${id}`], is: 'no element', name: `delivery ${delivery}` });
    if (sale === null) continue;
    priced(sale.price, `item ${id}`, 'sale');
    timed([sale.from, sale.until], `item ${id}`, 'sale');
  }
  for (const { id, does, leastValue, from, until } of promotions) {
    const at = `promotion ${id}`;
    if (does.kind === 'percent') percent(does.percent, [file, at]);
    if (does.kind === 'amount') priced(does.amount, at);
    if (leastValue !== null) priced(leastValue, at);
    timed([from, until], at);
  }
  return problems;
}
