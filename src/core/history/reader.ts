import {
  type Currency,
  instantOf,
  kept,
  nothing,
  type Problem,
  parseAmount,
  parseMoment,
  written,
} from '../exact/index.ts';
import { partNamed } from '../parts/index.ts';
import { countryNamed, isPart, placeOf, placeText } from '../places/index.ts';
import { type CsvRow, cellReader, type Layout, moneyWords, plainCell } from '../tables/index.ts';
import { type HistorySort, historyNeeds, historyTargets } from './sorts.ts';

/**
 * A line of an order: several with one number and channel are one order. Amounts are of the first market's currency.
 */
export interface OrderLine {
  readonly number: string;
  /** ISO 8601, in UTC. */
  readonly at: string;
  readonly channel: string;
  readonly place: string;
  readonly service: string;
  readonly sku: string;
  readonly units: number;
  readonly codes: readonly string[];
  readonly charge: string | null;
  readonly discount: string | null;
}
/** Visits of a month (empty: of no month that is told) from a country or a part of it, by a channel. */
export interface VisitsRow {
  readonly month: string;
  readonly country: string;
  readonly part: string;
  readonly channel: string;
  readonly visits: number;
}
/** What advertising cost in a month, by a channel and, where it is told, for a country. */
export interface AdvertisingRow {
  readonly month: string;
  readonly country: string;
  readonly channel: string;
  readonly amount: string;
}
export type HistoryRow =
  | { readonly of: 'orders'; readonly row: OrderLine }
  | { readonly of: 'visits'; readonly row: VisitsRow }
  | { readonly of: 'advertising'; readonly row: AdvertisingRow };

/** What was read otherwise than it stands, as Plemb has no word for it; how often, and an example. */
export interface Remark {
  readonly what: 'channel' | 'part' | 'postcode' | 'service' | 'sku';
  readonly text: string;
  readonly count: number;
}

/** What history is read against. */
export interface HistoryAgainst {
  readonly currency: Currency;
  /** The zone of moments that are told without one. */
  readonly timeZone: string;
  readonly channels: readonly { readonly id: string; readonly name: string }[];
  readonly services: readonly { readonly id: string; readonly name: string }[];
  /** The SKU of the book that a word stands for. */
  readonly skuNamed: (word: string) => string | undefined;
}

const units = { least: 1, most: 10_000 };
const visitsMost = 1_000_000_000;

/**
 * Reads the rows of a file of history as it is laid out. Nothing personal is read: neither names nor addresses beyond
 * country, part and postcode. What Plemb has no word for (a channel, a service, a part) is left out of the row and
 * counted among the remarks.
 */
export function historyReader(sort: HistorySort, layout: Layout, against: HistoryAgainst) {
  const cells = cellsOf(sort, layout, against.currency);
  const remarks = new Map<string, { what: Remark['what']; text: string; count: number }>();
  const note = (what: Remark['what'], text: string) => {
    const key = `${what} ${text}`;
    const known = remarks.get(key);
    if (known) known.count += 1;
    else if (remarks.size < 10_000) remarks.set(key, { what, text, count: 1 });
  };
  const reads = { ...readers(against, note), cells };
  /** The order line before, from which one that goes on with its order takes what it leaves empty. */
  let before: OrderLine | null = null;
  return {
    /** What is wrong with the head; null where nothing is. */
    head: faultOfHead(sort, layout),
    /** A row; or what is wrong with it, beside what order it would be of, as far as it tells. */
    row(
      row: CsvRow,
    ):
      | { readonly is: HistoryRow }
      | { readonly problems: readonly Problem[]; readonly number: string; readonly channel: string } {
      const problems: Problem[] = [];
      if (row.open) problems.push({ at: ['line'], is: 'open quote' });
      const made = rowOf(sort, row, reads, before, problems);
      before = made.of === 'orders' && problems.length === 0 ? made.row : null;
      const ofOrder = made.of === 'orders' ? made.row : { number: '', channel: '' };
      return problems.length > 0 ? { problems, number: ofOrder.number, channel: ofOrder.channel } : { is: made };
    },
    remarks: (): Remark[] => [...remarks.values()].sort((a, b) => b.count - a.count),
  };
}

type Cells = (row: CsvRow, target: string) => string;
type Reads = ReturnType<typeof readers> & { readonly cells: Cells };

function cellsOf(sort: HistorySort, layout: Layout, currency: Currency): Cells {
  const money = moneyWords(currency);
  const by = new Map(
    historyTargets[sort].flatMap((target) => {
      const at = layout.columns.findIndex(({ to }) => to === target.name);
      const column = layout.columns[at];
      return column ? [[target.name as string, { at, read: cellReader(target.reads, column, money) }] as const] : [];
    }),
  );
  return ({ cells }, target) => {
    const one = by.get(target);
    return one ? one.read(cells[one.at] ?? '') : '';
  };
}

function faultOfHead(sort: HistorySort, { columns }: Layout): Problem | null {
  const taken = columns.flatMap(({ to }) => to ?? []);
  const missing = historyNeeds[sort].filter((any) => !any.some((name) => taken.includes(name)));
  if (missing.length === 0) return null;
  return {
    at: ['head'],
    is: 'head',
    missing: missing.map((any) => any[0]),
    strange: columns.filter(({ to }) => to === null).map(({ head }) => head),
    needed: historyNeeds[sort].map((any) => any[0]),
    optional: historyTargets[sort].map(({ name }) => name),
  };
}

function rowOf(
  sort: HistorySort,
  row: CsvRow,
  reads: Reads,
  before: OrderLine | null,
  problems: Problem[],
): HistoryRow {
  const { cells } = reads;
  const at = (target: string) => cells(row, target);
  const number = at('number');
  const begun = sort === 'orders' && before && goesOn(before, number, at, reads) ? before : null;
  const place = reads.place(at('country'), at('part'), at('postcode'), at('place'), problems);
  // Advertising may be for no country.
  if (place === 'nowhere' && sort !== 'advertising' && !begun)
    problems.push({ at: ['country'], is: 'malformed', text: '', form: 'place' });
  const where = place === 'nowhere' ? null : place;
  switch (sort) {
    case 'orders': {
      if (!begun && !/^[^\p{Cc}]{1,80}$/u.test(number))
        problems.push({ at: ['number'], is: 'malformed', text: number, form: 'name' });
      return {
        of: sort,
        row: {
          number: begun?.number ?? number,
          at: begun && at('at') === '' ? begun.at : reads.moment(at('at'), problems),
          channel: begun && at('channel') === '' ? begun.channel : reads.channel(at('channel')),
          place: where === null ? (begun?.place ?? '') : placeText(where),
          service: reads.service(at('service')),
          sku: reads.sku(at('sku'), problems),
          units: reads.count(at('units'), 'units', units.least, units.most, problems),
          codes: at('codes')
            .toUpperCase()
            .split(/[\s,;|]+/)
            .filter((one) => /^[A-Z0-9]{3,20}$/.test(one)),
          charge: reads.amount(at('charge'), 'charge', problems),
          discount: reads.amount(at('discount').replace(/^-/, ''), 'discount', problems),
        },
      };
    }
    case 'visits':
      return {
        of: sort,
        row: {
          month: reads.month(at('month'), problems),
          country: where?.country ?? '',
          part: where?.part ?? '',
          channel: reads.channel(at('channel')),
          visits: reads.count(at('visits'), 'visits', 0, visitsMost, problems),
        },
      };
    case 'advertising': {
      const amount = reads.amount(at('amount'), 'amount', problems);
      if (amount === null && at('amount') === '')
        problems.push({ at: ['amount'], is: 'malformed', text: '', form: 'amount' });
      return {
        of: sort,
        row: {
          month: reads.month(at('month'), problems),
          country: where?.country ?? '',
          channel: reads.channel(at('channel')),
          amount: amount ?? '0',
        },
      };
    }
  }
}

/**
 * Whether a line goes on with the order of the line before: many programs write what is said of an order as a whole in
 * its first line alone, some its number too. One without a number that tells of another time or place is of no order.
 */
function goesOn(before: OrderLine, number: string, at: (target: string) => string, reads: Reads): boolean {
  if (number === '') return ['at', 'country', 'part', 'postcode', 'place'].every((target) => at(target) === '');
  return number === before.number && (at('channel') === '' || reads.channelNamed(at('channel')) === before.channel);
}

/** Readers of single cells, which remember what they have read: most of a file's cells come again. */
function readers(against: HistoryAgainst, note: (what: Remark['what'], text: string) => void) {
  const { currency, timeZone, skuNamed } = against;
  const named = (all: readonly { readonly id: string; readonly name: string }[]) =>
    new Map(all.flatMap(({ id, name }) => [[id.toLowerCase(), id] as const, [name.toLowerCase(), id] as const]));
  const [channels, services] = [named(against.channels), named(against.services)];
  const hours = new Map<string, number | null>();
  /** A local time by the hour it lies in: clocks change at hours alone, or by whole ones. */
  const instant = (local: string): number | null => {
    const hour = local.slice(0, 13);
    let began = hours.get(hour);
    if (began === undefined) {
      const read = instantOf(`${hour}:00`, timeZone);
      began = read.ok ? read.value : null;
      hours.set(hour, began);
    }
    return began === null ? null : began + Number(local.slice(14, 16)) * 60_000;
  };
  let lastMoment: { readonly text: string; readonly at: string } | null = null;
  const places = new Map<string, ReturnType<typeof placeIn>>();
  return {
    moment(text: string, problems: Problem[]): string {
      // Lines of one order stand together, and so do orders of a moment.
      if (text === lastMoment?.text) return lastMoment.at;
      const at = /[Z+]|-\d{2}:\d{2}$/.test(text)
        ? parseMoment(text)
        : /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/.test(text)
          ? instant(text)
          : null;
      if (at === null) problems.push({ at: ['at'], is: 'malformed', text, form: 'moment' });
      const iso = new Date(at ?? 0).toISOString();
      if (at !== null) lastMoment = { text, at: iso };
      return iso;
    },
    month(text: string, problems: Problem[]): string {
      const found = /^(\d{4}-(?:0[1-9]|1[0-2]))(?:$|-)/.exec(text);
      if (text !== '' && !found) problems.push({ at: ['month'], is: 'malformed', text, form: 'moment' });
      return found?.[1] ?? '';
    },
    channelNamed: (text: string): string => channels.get(text.toLowerCase()) ?? '',
    channel(text: string): string {
      const id = channels.get(text.toLowerCase());
      if (id === undefined && text !== '') note('channel', text);
      return id ?? '';
    },
    service(text: string): string {
      const id = services.get(text.toLowerCase());
      if (id === undefined && text !== '') note('service', text);
      return id ?? '';
    },
    sku(cell: string, problems: Problem[]): string {
      const text = cell.normalize('NFC');
      const own = skuNamed(text);
      if (own !== undefined) return own;
      if (written.sku.safeParse(text).success) note('sku', text);
      else problems.push({ at: ['sku'], is: 'malformed', text, form: 'SKU' });
      return text;
    },
    count(text: string, field: string, least: number, most: number, problems: Problem[]): number {
      const value = /^\d{1,10}$/.test(text) ? Number(text) : Number.NaN;
      const fits = value >= least && value <= most;
      if (!fits) problems.push({ at: [field], is: 'malformed', text, form: 'count of units' });
      return fits ? value : least;
    },
    amount(text: string, field: string, problems: Problem[]): string | null {
      if (text === '') return null;
      kept(parseAmount(text, currency), [field], problems, nothing);
      return text;
    },
    /** A place; null, and a problem, where the cells are none; `nowhere` where they are empty. */
    place(country: string, part: string, postcode: string, whole: string, problems: Problem[]) {
      if (!country && !part && !whole) return 'nowhere';
      const key = [country, part, postcode, whole].join('\n');
      let read = places.get(key);
      if (!read) {
        read = placeIn(country, part, postcode, whole);
        if (places.size < 200_000) places.set(key, read);
      }
      for (const [what, text] of read.left) note(what, text);
      if (read.place === null)
        problems.push({ at: ['country'], is: 'malformed', text: country || part || whole, form: 'place' });
      return read.place;
    },
  };
}

/** How a place written in one begins: a country's code, and perhaps a part's. */
const codeAhead = /^([A-Z]{2})(?:-[A-Z0-9]{1,3})?(?=\s|$)/i;

/**
 * The place of some cells: a country by code or name, a part by its code with or without its country, a postcode. What
 * is no part or postcode is left out, and told; a country has to be one.
 */
function placeIn(country: string, part: string, postcode: string, whole: string) {
  const [head = '', ...rest] = plainCell(whole).split(/\s+/);
  const ahead =
    codeAhead.exec(whole)?.[1] ?? (whole === '' && part.includes('-') ? codeAhead.exec(part)?.[1] : undefined);
  const code = countryNamed(country || whole) ?? (country === '' && ahead !== undefined ? countryNamed(ahead) : null);
  const left: ['part' | 'postcode', string][] = [];
  if (code === null) return { place: null, left };
  const given = part || (head.includes('-') ? head : '');
  const full = given.toUpperCase().startsWith(`${code}-`) ? given.toUpperCase() : `${code}-${given.toUpperCase()}`;
  const own = given === '' ? null : isPart(full) ? full : partNamed(code, given);
  if (given !== '' && own === null) left.push(['part', given]);
  const post = postcode || (countryNamed(whole) === null ? rest.join(' ') : '');
  const read = placeOf({ country: code, part: own, postcode: post || null });
  if (read.ok) return { place: read.value, left };
  if (post !== '') left.push(['postcode', post]);
  const less = placeOf({ country: code, part: own });
  return { place: less.ok ? less.value : null, left };
}
