import { SaxesParser } from 'saxes';
import { cents, isCode, isMoney, isPercent, pico } from '../common/money.ts';
import type { ChannelFile, Remark } from '../common/standin.ts';
import {
  type Entry,
  entryFault,
  type Feed,
  hasDoubles,
  type Item,
  isItemId,
  isTime,
  type Promotion,
  placeAndSpeed,
  type Sale,
  speeds,
  words,
} from './feed.ts';

/** Version 2, from docs/formats/findlark.md alone. */
const space = 'urn:findlark:feed:2';
const most = { feeds: 20, entries: 64, labels: 10, listings: 200 };
const surfaces = ['list', 'item', 'basket'];

/** An element with its attributes and the elements in it. */
interface Element {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly within: Element[];
  /** Where it begins in the text, the white space before it included, and where it ends. */
  readonly from: number;
  until: number;
}

/** The root of a document; or why it is none. */
function rootOf(text: string): Element | { readonly line: number; readonly why: string } {
  const open: Element[] = [{ name: '', attributes: {}, within: [], from: 0, until: 0 }];
  const parser = new SaxesParser({ position: true });
  let [fault, from]: [{ line: number; why: string } | null, number] = [null, 0];
  parser.on('error', (error) => {
    fault ??= { line: parser.line, why: error.message };
  });
  parser.on('opentagstart', () => {
    const at = text.lastIndexOf('<', parser.position - 1);
    from = text.slice(0, at).trimEnd().length;
  });
  parser.on('opentag', ({ name, attributes }) => {
    const element: Element = { name, attributes: attributes as Record<string, string>, within: [], from, until: 0 };
    open.at(-1)?.within.push(element);
    open.push(element);
  });
  parser.on('closetag', () => {
    const element = open.pop();
    if (element) element.until = parser.position;
  });
  parser.write(text).close();
  return fault ?? open[0]?.within[0] ?? { line: 1, why: 'no element' };
}

/** Reads one file of a submission. */
function readFile(file: ChannelFile): { feed: Feed; promotions: Promotion[]; remarks: Remark[] } {
  const remarks: Remark[] = [];
  const note = (field: string, reason: string, line: number | null = null) =>
    remarks.push({ file: file.name, line, field, reason });
  const need = (right: boolean, field: string, reason: string) => right || note(field, reason);
  const nothing: Feed = { name: '', countries: [], language: '', deliveries: {}, items: [], around: null };
  const root = rootOf(file.text);
  if ('why' in root) {
    note('', root.why, root.line);
    return { feed: nothing, promotions: [], remarks };
  }
  const allowed = (element: Element, at: string, names: readonly string[]) => {
    for (const name of Object.keys(element.attributes))
      if (!names.includes(name)) note(at, `no attribute ${name} stands here`);
  };
  const { name = '', countries: named = '', language = '', currency, xmlns } = root.attributes;
  need(root.name === 'feed' && xmlns === space, 'feed', `the root is <feed xmlns="${space}">`);
  allowed(root, 'feed', ['name', 'countries', 'language', 'currency', 'xmlns']);
  const isNamed = /^[a-z][a-z0-9-]{0,19}$/.test(name) && file.name === `${name}.xml`;
  need(isNamed, 'feed name', 'the file’s name without .xml');
  const countries = named === 'all' ? named : words(named);
  const isCountries = (list: readonly string[]) =>
    list.length > 0 && list.every((one) => /^[A-Z]{2}$/.test(one)) && !hasDoubles(list);
  need(countries === 'all' || isCountries(countries), 'feed countries', 'all, or countries, each once');
  need(/^[a-z]{2}$/.test(language), 'feed language', 'two small letters');
  need(currency === 'EUR', 'feed currency', 'only EUR');

  const order = ['delivery', 'item', 'promotion'];
  let [at, stage] = [0, 0];
  for (const element of root.within) {
    at += 1;
    const place = order.indexOf(element.name);
    need(place >= 0, `element ${at}`, 'delivery, item or promotion');
    need(place < 0 || place >= stage, `element ${at}`, 'deliveries stand before items, items before promotions');
    stage = Math.max(stage, place);
  }
  const of = (kind: string) => root.within.filter((one) => one.name === kind);

  const deliveries: Record<string, readonly Entry[]> = {};
  for (const element of of('delivery')) {
    const id = element.attributes.id ?? '';
    const where = `delivery ${id}`;
    allowed(element, where, ['id']);
    need(/^[A-Za-z0-9]{1,12}$/.test(id) && !(id in deliveries), where, 'an id of its own, 1 to 12 letters and digits');
    need(element.within.length <= most.entries, where, `${element.within.length} entries; at most 64 are taken`);
    const places = new Set<string>();
    deliveries[id] = element.within.map((one, i): Entry => {
      const field = `${where} entry ${i + 1}`;
      need(one.name === 'entry' && one.within.length === 0, field, 'an entry');
      allowed(one, field, ['country', 'part', 'postcode', 'speed', 'price', 'days']);
      const { country = '', part = null, postcode = null, speed = '', price = '', days = null } = one.attributes;
      const entry = { country, part, postcode, speed, price, days };
      const fault = entryFault(entry, countries);
      if (fault !== null) note(field, fault);
      need(isMoney(price), field, 'money such as 4.90');
      const [shortest = Number.NaN, longest = Number.NaN] = words(days ?? '0 0').map(Number);
      need(days === null || (/^\d{1,3} \d{1,3}$/.test(days) && shortest <= longest), field, 'days such as 2 4');
      need(!places.has(placeAndSpeed(entry)), field, 'the same place and speed stand above');
      places.add(placeAndSpeed(entry));
      return entry;
    });
  }

  const listed = new Map<string, Item>();
  for (const element of of('item')) {
    const { id = '', title = '', price = '', grams = null, delivery = '', labels } = element.attributes;
    const where = `item ${id}`;
    allowed(element, where, ['id', 'title', 'price', 'grams', 'delivery', 'labels']);
    need(isItemId(id) && !listed.has(id), where, 'an id of its own, 1 to 40 letters and digits');
    need(title.length >= 1 && title.length <= 120, `${where} title`, '1 to 120 letters');
    need(isMoney(price), `${where} price`, 'money such as 4.90');
    need(grams === null || pico(grams) !== null, `${where} grams`, 'grams such as 520');
    need(delivery in deliveries, `${where} delivery`, 'the id of a delivery above');
    const carried = words(labels);
    need(
      labels === undefined ||
        (carried.length >= 1 &&
          carried.length <= most.labels &&
          carried.every((one) => /^[a-z0-9-]{1,32}$/.test(one)) &&
          !hasDoubles(carried)),
      `${where} labels`,
      '1 to 10 labels of small letters, digits and hyphens, each once',
    );
    need(
      element.within.length <= 1 && element.within.every((one) => one.name === 'sale'),
      where,
      'at most one sale, and nothing else',
    );
    let sale: Sale | null = null;
    for (const one of element.within) {
      const field = `${where} sale`;
      allowed(one, field, ['price', 'from', 'until']);
      sale = {
        price: one.attributes.price ?? '',
        from: one.attributes.from ?? null,
        until: one.attributes.until ?? null,
      };
      need(isMoney(sale.price) && isMoney(price) && cents(sale.price) < cents(price), field, 'money below the price');
      for (const time of [sale.from, sale.until]) need(time === null || isTime(time), field, 'a time with offset');
    }
    listed.set(id, { id, title, price, grams, delivery, labels: carried, sale });
  }

  const ids = new Set<string>();
  const promotions = of('promotion').map((element): Promotion => {
    const one = element.attributes;
    const where = `promotion ${one.id}`;
    need(/^\S{1,32}$/.test(one.id ?? '') && !ids.has(one.id ?? ''), where, 'an id of its own, 1 to 32 letters');
    ids.add(one.id ?? '');
    const title = one.title ?? '';
    need(title.length >= 1 && title.length <= 48, `${where} title`, '1 to 48 letters');
    const own = attributesOf[one.kind ?? ''];
    need(own !== undefined, `${where} kind`, `one of ${Object.keys(attributesOf).join(', ')}`);
    need(element.within.length === 0, where, 'nothing stands in a promotion');
    allowed(element, where, [...common, ...(own ?? [])]);
    const isWhole = (text: string | undefined, greatest: number) =>
      /^[1-9]\d{0,8}$/.test(text ?? '') && Number(text) <= greatest;
    const isOneOrMore = (list: readonly string[], known: readonly string[]) =>
      list.length > 0 && list.every((word) => known.includes(word)) && !hasDoubles(list);
    const right: Record<string, () => boolean> = {
      percent: () => isPercent(one.percent ?? ''),
      amount: () => isMoney(one.amount ?? '') && cents(one.amount ?? '') > 0,
      units: () => isWhole(one.units, 999),
      paid: () => isWhole(one.paid, 999) && Number(one.paid) < Number(one.units),
      gift: () => listed.has(one.gift ?? ''),
      count: () => isWhole(one.count, 99),
      speeds: () => isOneOrMore(words(one.speeds), speeds),
      label: () => /^[a-z0-9-]{1,32}$/.test(one.label ?? '') && one.listings === undefined,
      listings: () => {
        const list = words(one.listings);
        return isOneOrMore(list, [...listed.keys()]) && list.length <= most.listings;
      },
      'least-value': () => isMoney(one['least-value'] ?? '') && cents(one['least-value'] ?? '') > 0,
      'least-units': () => isWhole(one['least-units'], 999_999_999),
      code: () => isCode(one.code ?? ''),
      countries: () => {
        const list = words(one.countries);
        return isCountries(list) && (countries === 'all' || list.every((country) => countries.includes(country)));
      },
      from: () => isTime(one.from ?? ''),
      until: () => isTime(one.until ?? ''),
      shown: () => isOneOrMore(words(one.shown), surfaces),
    };
    for (const [field, test] of Object.entries(right)) {
      const must = field === 'countries' || field === 'shown' || (own ?? []).includes(field);
      need(one[field] === undefined ? !must : test(), `${where} ${field}`, 'as the page of the format has it');
    }
    return { ...one, feed: name, [asSent]: file.text.slice(element.from, element.until) };
  });
  const [first, last] = [of('promotion')[0], of('promotion').at(-1)];
  const around = [file.text.slice(0, first?.from), last ? file.text.slice(last.until) : ''] as const;
  return {
    feed: { name, countries, language, deliveries, items: [...listed.values()], around },
    promotions,
    remarks,
  };
}

/** What each kind of promotion has, and what any may have. */
const attributesOf: Readonly<Record<string, readonly string[]>> = {
  percent: ['percent'],
  amount: ['amount'],
  'n for m': ['units', 'paid'],
  gift: ['gift', 'count'],
  delivery: ['speeds'],
};
const common = [
  ...['id', 'title', 'kind', 'label', 'listings', 'least-value', 'least-units', 'code'],
  ...['countries', 'from', 'until', 'shown'],
];

/** What the files say, or what is wrong with them. */
export function read2(
  files: readonly ChannelFile[],
): { feeds: Feed[]; promotions: Promotion[] } | { refused: readonly Remark[] } {
  const names = files.map((file) => file.name);
  if (files.length === 0 || files.length > most.feeds || hasDoubles(names))
    return { refused: [{ file: '', line: null, field: 'files', reason: '1 to 20 files NAME.xml, each name once' }] };
  const read = files.map(readFile);
  const remarks = read.flatMap((one) => one.remarks);
  if (remarks.length > 0) return { refused: remarks };
  return { feeds: read.map((one) => one.feed), promotions: read.flatMap((one) => one.promotions) };
}

/** A promotion's element as it was sent, the white space before it included. */
const asSent = 'as sent';

const escaped = (text: string): string => text.replace(/[&<>"\t\n\r]/g, (one) => `&#${one.charCodeAt(0)};`);
const tag = (name: string, attributes: Readonly<Record<string, string | null | undefined>>): string =>
  `<${name}${Object.entries(attributes)
    .map(([key, value]) => (value === null || value === undefined ? '' : ` ${key}="${escaped(value)}"`))
    .join('')}`;

/** A feed's file as it is live: as it was sent, with the promotions of it that are in force. */
export function written2(feed: Feed, promotions: readonly Promotion[]): ChannelFile {
  const mine = promotions.filter((one) => one.feed === feed.name).map((one) => one[asSent] ?? '');
  const [before, after] = feed.around ?? [edited(feed), '\n</feed>\n'];
  return { name: `${feed.name}.xml`, text: [before, ...mine, after].join('') };
}

/** What stands before the promotions of a feed whose items somebody has edited. */
function edited(feed: Feed): string {
  const countries = feed.countries === 'all' ? feed.countries : feed.countries.join(' ');
  const head = { xmlns: space, name: feed.name, countries, language: feed.language, currency: 'EUR' };
  return [
    `${tag('feed', head)}>`,
    ...Object.entries(feed.deliveries).flatMap(([id, entries]) => [
      `${tag('delivery', { id })}>`,
      ...entries.map((entry) => `${tag('entry', { ...entry })}/>`),
      '</delivery>',
    ]),
    ...feed.items.map(({ labels, sale, ...item }) => {
      const open = tag('item', { ...item, labels: labels.length === 0 ? null : labels.join(' ') });
      return sale ? `${open}>${tag('sale', { ...sale })}/></item>` : `${open}/>`;
    }),
  ].join('\n');
}
