import {
  type Currency,
  kept,
  type Mass,
  type MassUnit,
  nothing,
  type Problem,
  parseAmount,
  parseMass,
  written,
} from '../exact/index.ts';
import { countryNamed, parsePattern, patternText } from '../places/index.ts';
import { type CsvRow, cellReader, csvOf, type Layout, moneyWords, rowsBelow, type Target } from '../tables/index.ts';
import type { PriceExtra, PriceLine, PriceListBody } from './price-list.ts';

/** What a line of a file tells: a price, or what comes on top. */
const sorts = ['price', 'fuel', 'parcel', 'home', 'remote'] as const;
type Sort = (typeof sorts)[number];

const text = { is: 'text' } as const;
/** What the columns of a file of prices can be taken for. */
export const priceTargets = [
  { name: 'what', head: 'what', reads: text },
  { name: 'service', head: 'service', reads: { is: 'line' } },
  { name: 'zone', head: 'zone', reads: { is: 'line' } },
  { name: 'places', head: 'places', reads: text },
  { name: 'most', head: 'up to', reads: { is: 'measure', of: 'mass' } },
  { name: 'price', head: 'price', reads: { is: 'amount' } },
  { name: 'byZone', head: 'price to', reads: { is: 'amount' }, across: { beside: 'most', unless: 'price' } },
  { name: 'from', head: 'from', reads: { is: 'moment' } },
  { name: 'until', head: 'until', reads: { is: 'moment' } },
  { name: 'last', head: 'last day', reads: { is: 'moment' } },
] as const satisfies readonly Target[];
type Name = (typeof priceTargets)[number]['name'];

/** A line that cannot be taken, as it stands in the file. */
export interface BadPrice {
  readonly line: number;
  readonly cells: readonly string[];
  readonly problems: readonly Problem[];
}

/** What a file of prices tells. */
export interface PriceFile extends Pick<PriceListBody, 'zones' | 'prices' | 'extras'> {
  readonly bad: readonly BadPrice[];
  /** What is wrong with its heads; null where nothing is. */
  readonly head: Problem | null;
  /** Zones of which nothing tells what places they have. */
  readonly nowhere: readonly string[];
}

/** What a file of prices is read beside. */
export interface PricesBeside {
  readonly currency: Currency;
  /** The service of a file that has no column for it; empty where none is told. */
  readonly service: string;
  /** Zones whose places are known, should the file not tell them. */
  readonly zones: PriceListBody['zones'];
}

/** What one line tells, before it is known what places its zone has. */
type Told = { readonly price: PriceLine } | { readonly extra: PriceExtra };
interface Read {
  readonly row: CsvRow;
  readonly told: readonly Told[];
}

/**
 * Reads a carrier's prices: a line each, of a service to a zone up to a mass; or a line a mass, and a column each zone.
 * Beside them lines of what comes on top (`fuel` in percent, `parcel`, `home`, `remote` as amounts). A zone's places
 * are those that any of its lines tells; without any, those that are known of it, or its name has to be one. Countries
 * may stand by their names. Doubles are bad.
 */
export function readPriceFile(rows: readonly CsvRow[], layout: Layout, beside: PricesBeside): PriceFile {
  const { currency } = beside;
  const service = layout.columns.some(({ to }) => to === 'service') ? '' : beside.service;
  const reader = { cells: cellsOf(layout, currency), across: acrossOf(layout, currency), currency, service };
  const zones = new Map<string, string[]>();
  const reads: Read[] = [];
  const bad: BadPrice[] = [];
  const lines = new Map<string, number>();
  for (const row of rowsBelow(rows, layout)) {
    if (priceTargets.every(({ name }) => reader.cells(row, name) === '') && reader.across(row).length === 0) continue;
    const problems: Problem[] = row.open ? [{ at: ['line'], is: 'open quote' }] : [];
    const own = new Map<string, string[]>();
    const told = readRow(row, reader, own, problems);
    for (const one of told) {
      const key = JSON.stringify('price' in one ? { ...one.price, price: null } : one.extra);
      const before = lines.get(key);
      if (before === undefined) lines.set(key, row.line);
      else problems.push({ at: ['line'], is: 'repeated', what: 'price', id: serviceOf(one), line: before });
    }
    if (problems.length > 0) {
      bad.push({ line: row.line, cells: row.cells, problems });
      continue;
    }
    reads.push({ row, told });
    for (const [zone, places] of own) zones.set(zone, [...new Set([...(zones.get(zone) ?? []), ...places])]);
  }
  const known = new Map(beside.zones.map(({ zone, places }) => [zone, places]));
  const nowhere = new Set<string>();
  const placed = reads.flatMap(({ row, told }): readonly Told[] => {
    const problems: Problem[] = [];
    for (const one of told) {
      if (!('price' in one) || zones.has(one.price.zone)) continue;
      const { zone } = one.price;
      const before = problems.length;
      const places = known.get(zone) ?? placesIn(zone, problems);
      if (problems.length === before) zones.set(zone, places);
      else nowhere.add(zone);
    }
    if (problems.length === 0) return told;
    bad.push({ line: row.line, cells: row.cells, problems });
    return [];
  });
  const prices = placed.flatMap((one) => ('price' in one ? [one.price] : []));
  // In the order of their first prices, as the list's own file tells them.
  const used = [...new Set(prices.map(({ zone }) => zone))];
  return {
    zones: used.map((zone) => ({ zone, places: zones.get(zone) ?? [] })),
    prices,
    extras: placed.flatMap((one) => ('extra' in one ? [one.extra] : [])),
    bad: bad.sort((a, b) => a.line - b.line),
    head: headFault(layout, beside),
    nowhere: [...nowhere],
  };
}

const serviceOf = (one: Told): string => ('price' in one ? one.price : one.extra).service ?? '';

type Cells = (row: CsvRow, name: Name) => string;

function cellsOf(layout: Layout, currency: Currency): Cells {
  const money = new Set([...moneyWords(currency), '%']);
  const by = new Map(
    priceTargets.flatMap(({ name, reads }) => {
      const at = layout.columns.findIndex(({ to }) => to === name);
      const column = layout.columns[at];
      const read = column && cellReader(reads, column, money);
      const before = name === 'most' ? stepOf : (cell: string) => cell;
      return read ? [[name as Name, { at, read: (cell: string) => read(before(cell)) }] as const] : [];
    }),
  );
  return ({ cells }, name) => {
    const one = by.get(name);
    return one ? one.read(cells[one.at] ?? '') : '';
  };
}

/** What a step goes up to, without the words before it. @example stepOf('0,5 bis 1 kg') // '1 kg' */
const stepOf = (cell: string): string =>
  cell
    .trim()
    .replace(/^(?:up to|to|bis(?: zu)?|≤|<=?|jusqu['’]?(?:à|a)|hasta|fino a|tot(?: en met)?|max\.?)\s*(?=[\d.,])/i, '')
    .replace(
      /^(?:>|über|over|from|von|ab|de|da|van)?\s*[\d.,]+\s*[a-z]*\s*(?:-|–|bis|to|à|a|hasta|tot)\s*(?=[\d.,])/i,
      '',
    );

/** The prices of a row by the zone that their column heads. */
type Across = (row: CsvRow) => { readonly zone: string; readonly price: string }[];

function acrossOf({ columns }: Layout, currency: Currency): Across {
  const money = moneyWords(currency);
  const taken = columns.flatMap((column, at) =>
    column.to === 'byZone' ? [{ at, zone: column.head.trim(), read: cellReader({ is: 'amount' }, column, money) }] : [],
  );
  return ({ cells }) =>
    taken.map(({ at, zone, read }) => ({ zone, price: read(cells[at] ?? '') })).filter(({ price }) => price !== '');
}

/** Columns that prices cannot be told without; a zone, its places, or prices by zone. */
function headFault({ columns }: Layout, { service }: PricesBeside): Problem | null {
  const taken = new Set(columns.flatMap(({ to }) => to ?? []));
  const isAcross = taken.has('byZone');
  const missing = [
    ...(taken.has('service') || service !== '' ? [] : ['service']),
    ...(taken.has('most') ? [] : ['most']),
    ...(taken.has('price') || isAcross ? [] : ['price']),
    ...(taken.has('zone') || taken.has('places') || isAcross ? [] : ['zone']),
  ];
  if (missing.length > 0)
    return {
      at: ['head'],
      is: 'head',
      missing,
      strange: columns.filter(({ to }) => to === null).map(({ head }) => head),
      needed: ['service', 'zone', 'most', 'price'],
      optional: priceTargets.map(({ name }) => name),
    };
  return null;
}

/** How rows are read. */
interface RowReader {
  readonly cells: Cells;
  readonly across: Across;
  readonly currency: Currency;
  /** Of every line; empty where a column tells it. */
  readonly service: string;
}

/** What a row tells; nothing where its sort cannot be told. Notes what is wrong, and adds the places of its zone. */
function readRow(
  row: CsvRow,
  { cells, across, currency, service: ofAll }: RowReader,
  zones: Map<string, string[]>,
  problems: Problem[],
): readonly Told[] {
  const what = cells(row, 'what').toLowerCase() || 'price';
  if (!isSort(what)) {
    problems.push({ at: ['what'], is: 'strange line', kind: what, known: sorts });
    return [];
  }
  const amount = (field: string, value: string): string => {
    if (value === '') problems.push({ at: [field], is: 'malformed', text: '', form: 'amount' });
    else kept(parseAmount(value, currency), [field], problems, nothing);
    return value;
  };
  const price = cells(row, 'price');
  const days = daysIn(row, cells, problems);
  const places = placesIn(cells(row, 'places'), problems);
  if (what === 'price') {
    const own = cells(row, 'zone') || cells(row, 'places');
    const service = cells(row, 'service') || ofAll;
    const byZone = across(row);
    const each = byZone.length > 0 ? byZone : [{ zone: own, price }];
    named('service', service, problems);
    if (places.length > 0) zones.set(own, places);
    const most = massIn(cells(row, 'most'), problems);
    return each.map((one) => {
      named('zone', one.zone, problems);
      return { price: { service, zone: one.zone, most, price: amount('price', one.price), ...days } };
    });
  }
  const of = { service: cells(row, 'service') || null, ...days };
  switch (what) {
    case 'fuel':
      if (!written.percent.safeParse(price).success)
        problems.push({ at: ['price'], is: 'malformed', text: price, form: 'percentage' });
      return [{ extra: { is: what, percent: price, ...of } }];
    case 'parcel':
    case 'home':
      return [{ extra: { is: what, amount: amount('price', price), ...of } }];
    case 'remote':
      if (places.length === 0) problems.push({ at: ['places'], is: 'malformed', text: '', form: 'place pattern' });
      return [{ extra: { is: what, amount: amount('price', price), places, ...of } }];
  }
}

const isSort = (what: string): what is Sort => (sorts as readonly string[]).includes(what);

function named(field: string, value: string, problems: Problem[]): void {
  if (value.length < 1 || value.length > 40) problems.push({ at: [field], is: 'malformed', text: value, form: 'name' });
}

function massIn(cell: string, problems: Problem[]): PriceLine['most'] {
  const [value = '', unit = ''] = cell.split(' ');
  const most = { value, unit: unit as MassUnit };
  if (!written.figure.safeParse(value).success || !/^(?:k?g|oz|lb)$/.test(unit) || Number(value) === 0)
    problems.push({ at: ['most'], is: 'malformed', text: cell, form: 'mass' });
  else kept(parseMass(value, most.unit), ['most'], problems, 0 as Mass);
  return most;
}

/** From the first day on, until the day after the last. */
function daysIn(row: CsvRow, cells: Cells, problems: Problem[]): { from: string | null; until: string | null } {
  const day = (name: Name): string | null => {
    const cell = cells(row, name);
    if (cell === '') return null;
    if (/^\d{4}-\d{2}-\d{2}(?:$|T00:00)/.test(cell)) return cell.slice(0, 10);
    problems.push({ at: [name], is: 'malformed', text: cell, form: 'day' });
    return null;
  };
  const last = day('last');
  const [from, until] = [day('from'), day('until') ?? (last && dayAfter(last))];
  if (from !== null && until !== null && until <= from)
    problems.push({ at: ['until'], is: 'backwards', from, to: until });
  return { from, until };
}

/** The day on which what holds up to a last day ends; null for the last there is, with which files write “open”. */
const dayAfter = (day: string): string | null =>
  day === '9999-12-31' ? null : new Date(Date.parse(`${day}T00:00Z`) + 86_400_000).toISOString().slice(0, 10);

const everywhere = /^(?:\*|world|rest of (?:the )?world|worldwide)$/i;

/** Places of a cell, parted by semicolons, commas or bars: as zones write them, or countries by name. */
function placesIn(cell: string, problems: Problem[]): string[] {
  return cell
    .split(/[;,|\n]+/)
    .map((one) => one.trim())
    .filter(Boolean)
    .flatMap((one) => {
      if (everywhere.test(one)) return ['world'];
      const read = parsePattern(one);
      const country = countryNamed(one);
      if (read.ok) return [patternText(read.value)];
      if (country !== null) return [country];
      problems.push({ at: ['places'], is: 'malformed', text: one, form: 'place pattern' });
      return [];
    });
}

/** How a file comes to a list: in place of all there is, or beside what it does not tell otherwise. */
export type TakenAs = 'in place' | 'beside';

/** A list with what a file tells. */
export function withPrices(
  list: PriceListBody,
  { zones, prices, extras }: PriceFile,
  as: TakenAs,
): Pick<PriceListBody, 'zones' | 'prices' | 'extras'> {
  if (as === 'in place') return { zones, prices, extras };
  const given = new Set(prices.map(keyOf));
  const extrasGiven = new Set(extras.map((one) => JSON.stringify(one)));
  const named = new Set(zones.map(({ zone }) => zone));
  return {
    zones: [...list.zones.map((one) => zones.find(({ zone }) => zone === one.zone) ?? one)].concat(
      zones.filter(({ zone }) => named.has(zone) && !list.zones.some((one) => one.zone === zone)),
    ),
    prices: [...list.prices.filter((one) => !given.has(keyOf(one))), ...prices],
    extras: [...list.extras.filter((one) => !extrasGiven.has(JSON.stringify(one))), ...extras],
  };
}

/** What two prices have in common of which the later takes the place of the earlier. */
const keyOf = ({ service, zone, most, from, until }: PriceLine): string =>
  JSON.stringify([service, zone, most.value, most.unit, from, until]);

/** A list as the file that reads back as it. */
export function priceCsv({ zones, prices, extras }: Pick<PriceListBody, 'zones' | 'prices' | 'extras'>): string {
  const heads = priceTargets.filter(({ name }) => name !== 'last' && name !== 'byZone').map(({ head }) => head);
  const told = new Set<string>();
  const placesOnce = (zone: string): string => {
    if (told.has(zone)) return '';
    told.add(zone);
    return zones.find((one) => one.zone === zone)?.places.join('; ') ?? '';
  };
  return csvOf(heads, [
    ...prices.map(({ service, zone, most, price, from, until }) => [
      '',
      service,
      zone,
      placesOnce(zone),
      `${most.value} ${most.unit}`,
      price,
      from ?? '',
      until ?? '',
    ]),
    ...extras.map((one) => [
      one.is,
      one.service ?? '',
      '',
      one.is === 'remote' ? one.places.join('; ') : '',
      '',
      one.is === 'fuel' ? one.percent : one.amount,
      one.from ?? '',
      one.until ?? '',
    ]),
  ]);
}
