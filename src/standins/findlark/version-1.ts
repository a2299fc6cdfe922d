import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { isCode, isMoney, isPercent, pico } from '../common/money.ts';
import type { ChannelFile, Remark } from '../common/standin.ts';
import {
  type Entry,
  entryFault,
  type Feed,
  type Item,
  isItemId,
  isTime,
  type Promotion,
  placeAndSpeed,
  speeds,
  words,
} from './feed.ts';

/** Version 1, from docs/formats/findlark-1.md alone. */
const fields = [
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
type Row = Readonly<Record<(typeof fields)[number], string>>;

const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  parseTagValue: false,
  parseAttributeValue: false,
  isArray: (name) => name === 'item' || name === 'delivery',
});

type Node = Record<string, unknown>;
const textOf = (node: Node, name: string): string => (typeof node[name] === 'string' ? (node[name] as string) : '');

function readItems(text: string): {
  target: string;
  items: Item[];
  deliveries: Record<string, readonly Entry[]>;
  remarks: Remark[];
} {
  const remarks: Remark[] = [];
  const note = (field: string, reason: string) => remarks.push({ file: 'items.xml', line: null, field, reason });
  const valid = XMLValidator.validate(text);
  if (valid !== true)
    return {
      target: '',
      items: [],
      deliveries: {},
      remarks: [{ file: 'items.xml', line: valid.err.line, field: '', reason: valid.err.msg }],
    };
  const root = (parser.parse(text) as Node).items as Node | undefined;
  const target = root ? textOf(root, '@target') : '';
  if (root?.['@xmlns'] !== 'urn:findlark:items:1') note('items', 'the root is <items xmlns="urn:findlark:items:1">');
  if (!/^(all|[A-Z]{2})$/.test(target)) note('items target', 'a country, or all');
  if (root && root['@currency'] !== 'EUR') note('items currency', 'only EUR');
  const seen = new Set<string>();
  const deliveries: Record<string, readonly Entry[]> = {};
  const items = ((root?.item ?? []) as Node[]).map((node): Item => {
    const id = textOf(node, '@id');
    const at = `item ${id}`;
    if (!isItemId(id) || seen.has(id)) note(at, 'an id of its own, 1 to 40 letters and digits');
    seen.add(id);
    if (textOf(node, 'title').length < 1 || textOf(node, 'title').length > 120) note(`${at} title`, '1 to 120 letters');
    if (!isMoney(textOf(node, 'price'))) note(`${at} price`, 'money such as 4.90');
    const grams = 'grams' in node ? textOf(node, 'grams') : null;
    if (grams !== null && pico(grams) === null) note(`${at} grams`, 'grams such as 520');
    const list = (node.delivery ?? []) as Node[];
    if (list.length > 64) note(at, `${list.length} delivery entries; at most 64 are taken`);
    const places = new Set<string>();
    const entries = list.map((one, i): Entry => {
      const entry = {
        country: textOf(one, '@country'),
        part: textOf(one, '@part') || null,
        postcode: textOf(one, '@postcode') || null,
        speed: textOf(one, '@speed'),
        price: textOf(one, '@price'),
        days: null,
      };
      const where = `${at} delivery ${i + 1}`;
      const fault = entryFault(entry, target === 'all' ? 'all' : [target]);
      if (fault !== null) note(where, fault);
      if (!isMoney(entry.price)) note(where, 'money such as 4.90');
      const key = placeAndSpeed(entry);
      if (places.has(key)) note(where, 'the same place and speed stand above');
      places.add(key);
      return entry;
    });
    deliveries[id] = entries;
    return {
      id,
      title: textOf(node, 'title'),
      price: textOf(node, 'price'),
      grams,
      delivery: id,
      labels: [],
      sale: null,
    };
  });
  return { target, items, deliveries, remarks };
}

function readPromotions(text: string): { promotions: Row[]; remarks: Remark[] } {
  const remarks: Remark[] = [];
  const rows = text.replace(/\n$/, '').split('\n');
  const seen = new Set<string>();
  if (rows[0] !== fields.join('\t'))
    return {
      promotions: [],
      remarks: [{ file: 'promotions.tsv', line: 1, field: 'head', reason: `the head line is ${fields.join(' ')}` }],
    };
  const promotions = rows.slice(1).map((row, i): Row => {
    const cells = row.split('\t');
    const one = Object.fromEntries(fields.map((name, at) => [name, cells[at] ?? ''])) as Row;
    const need = (field: string, right: boolean, reason: string) =>
      right || remarks.push({ file: 'promotions.tsv', line: i + 2, field, reason });
    need('line', cells.length === fields.length, `${cells.length} cells; ${fields.length} are needed`);
    need('id', /^\S{1,32}$/.test(one.id) && !seen.has(one.id), 'an id of its own, 1 to 32 letters without spaces');
    need('title', one.title.length >= 1 && one.title.length <= 48, '1 to 48 letters');
    need('kind', one.kind === 'percent' || one.kind === 'delivery', 'percent or delivery');
    need(
      'percent',
      one.kind === 'percent' ? isPercent(one.percent) : one.percent === '',
      'above 0 up to 100 for a percentage, else empty',
    );
    need(
      'speeds',
      one.kind === 'delivery'
        ? one.speeds !== '' && words(one.speeds).every((speed) => speeds.includes(speed))
        : one.speeds === '',
      'economy, standard, swift for a delivery promotion, else empty',
    );
    need('least_value', one.least_value === '' || isMoney(one.least_value), 'money such as 60.00, or empty');
    need('code', one.code === '' || isCode(one.code), '3 to 20 capital letters and digits, or empty');
    need(
      'countries',
      words(one.countries).length > 0 && words(one.countries).every((country) => /^[A-Z]{2}$/.test(country)),
      'at least one country',
    );
    need('from', one.from === '' || isTime(one.from), 'a time with offset, or empty');
    need('until', one.until === '' || isTime(one.until), 'a time with offset, or empty');
    seen.add(one.id);
    return one;
  });
  return { promotions, remarks };
}

/** What the two files say, or what is wrong with them. */
export function read1(files: readonly ChannelFile[]): { feed: Feed; promotions: Promotion[] } | { refused: Remark[] } {
  const fileOf = (name: string) => files.find((one) => one.name === name)?.text;
  const [itemsText, promotionsText] = [fileOf('items.xml'), fileOf('promotions.tsv')];
  if (itemsText === undefined || promotionsText === undefined)
    return { refused: [{ file: '', line: null, field: 'files', reason: 'items.xml and promotions.tsv are needed' }] };
  const { target, items, deliveries, remarks } = readItems(itemsText);
  const { promotions, remarks: more } = readPromotions(promotionsText);
  if (remarks.length + more.length > 0) return { refused: [...remarks, ...more] };
  const countries = target === 'all' ? 'all' : [target];
  return {
    feed: { name: '', countries, language: 'en', deliveries, items, around: null },
    promotions: promotions.map(asToday),
  };
}

const asToday = ({ least_value, ...row }: Row): Promotion => ({
  ...Object.fromEntries(Object.entries({ ...row, 'least-value': least_value }).filter(([, cell]) => cell !== '')),
  feed: '',
});

/** The same files as they are live, with the promotions in force. */
export const written1 = (itemsText: string, promotions: readonly Promotion[]): ChannelFile[] => [
  { name: 'items.xml', text: itemsText },
  {
    name: 'promotions.tsv',
    text: [fields.join('\t'), ...promotions.map(rowOf), ''].join('\n'),
  },
];

const rowOf = (one: Promotion): string =>
  fields.map((name) => one[name === 'least_value' ? 'least-value' : name] ?? '').join('\t');
