import { channelIds, type Edit, importGoods, shaped } from '../../core/book/index.ts';
import {
  type PriceFile,
  type PriceListBody,
  type PricesBeside,
  priceListSchema,
  priceTargets,
  readPriceFile,
  type TakenAs,
  withPrices,
} from '../../core/carrier/index.ts';
import type { Currency, Problem } from '../../core/exact/index.ts';
import {
  absentFrom,
  type GoodsImport,
  goodsTargets,
  type MissingWay,
  readGoodsSteps,
  skuNamed,
} from '../../core/goods/index.ts';
import {
  type HistoryRow,
  type HistorySort,
  historyReader,
  historyTargets,
  type Remark,
} from '../../core/history/index.ts';
import type { Pace } from '../../core/plan/index.ts';
import {
  type CsvRow,
  csvRows,
  decoded,
  delimiterOf,
  type Encoding,
  guessLayout,
  type HeadNames,
  type Layout,
  rowsBelow,
  type Target,
} from '../../core/tables/index.ts';
import { channelName, goodsHeads, historyHeads, priceHeads } from '../../words/index.ts';
import { type GoodsLines, packed } from './goods-lines.ts';
import { draftOf, type Told } from './state.ts';
import { unhurried } from './unhurried.ts';

/** A file as it came, and how it is to be read; a layout of null is guessed. */
export interface OpenedFile {
  readonly bytes: Uint8Array;
  readonly layout: Layout | null;
  readonly remembered: readonly Layout[];
}

/** How a file was read: its text, its layout, and the first cells of each column. */
export interface ReadTable {
  readonly text: string;
  readonly encoding: Encoding;
  readonly layout: Layout;
  /** Heads of columns whose figures or dates could be read either way. */
  readonly unsure: readonly string[];
  /** Of each column, the first cells that are not empty. */
  readonly samples: readonly (readonly string[])[];
  /** Rows below the heads. */
  readonly count: number;
}

export type GoodsPreview =
  | { readonly is: 'workbook' }
  | (ReadTable & {
      readonly is: 'table';
      readonly lines: GoodsLines;
      /** Goods of the draft that are not in the file. */
      readonly absent: number;
      /** What taking it would do; null where that is too much for a draft. */
      readonly edits: readonly Edit[] | null;
    });

/** Goods beyond which a file is taken by the server, as a revision of its own. */
const draftable = 5000;
const sampled = 40;
const each = 2000;

/** Reads a file of anybody's goods, and works out what each of its lines would do to the draft. */
export function goodsFile(basis: Told, file: OpenedFile, missing: MissingWay, pace: Pace): GoodsPreview {
  const table = tableIn(file, goodsTargets, goodsHeads);
  if (table === null) return { is: 'workbook' };
  const { rows, ...read } = table;
  const { compiled, book, goods } = draftOf(basis);
  if (!compiled) throw new Error('The book does not hold together; mend that first');
  const there = new Map(goods.map((item) => [item.sku, item]));
  const against = { currency: compiled.written, templates: book.templates, itemOf: (sku: string) => there.get(sku) };
  const steps = readGoodsSteps(rows, read.layout, against, each);
  const tell = unhurried(pace);
  for (;;) {
    const step = steps.next();
    if (step.done) {
      const made = importGoods(compiled, goods, step.value, missing);
      const told = step.value.columns.filter((column) => column !== 'sku' && column !== 'name');
      const absent = absentFrom(step.value, goods).length;
      return { is: 'table', ...read, lines: packed(made.lines, told), absent, edits: editsOf(made) };
    }
    tell(step.value.done, step.value.all);
  }
}

/** A row of a file of history as it would be taken, or what is wrong with it. */
export interface HistoryLine {
  readonly line: number;
  readonly row: HistoryRow | null;
  readonly problems: readonly Problem[];
  readonly cells: readonly string[];
}
export type HistoryPreview =
  | { readonly is: 'workbook' }
  | (Omit<ReadTable, 'text'> & {
      readonly is: 'table';
      /** What is wrong with its head; null where nothing is. */
      readonly head: Problem | null;
      /** The first lines, and the first of them that cannot be read. */
      readonly lines: readonly HistoryLine[];
      readonly bad: number;
      readonly remarks: readonly Remark[];
    });

/** Letters of a file of history by which it is seen how it is read; all of it is read when it is taken. */
const looked = 600_000;
const listed = 300;

/** How a file of history would be read, by its beginning. */
export function historyFile(basis: Told, sort: HistorySort, file: OpenedFile): HistoryPreview {
  const table = tableIn(file, historyTargets[sort], historyHeads[sort], looked);
  if (table === null) return { is: 'workbook' };
  const { rows, text, ...read } = table;
  const { book, goods, compiled } = draftOf(basis);
  if (!compiled) throw new Error('The book does not hold together; mend that first');
  const reader = historyReader(sort, read.layout, {
    currency: compiled.written,
    timeZone: compiled.market.body.timeZone,
    channels: channelIds.map((id) => ({ id, name: channelName(id) })),
    services: book.services,
    skuNamed: skuNamed(goods),
  });
  const lines = rowsBelow(rows, read.layout).map((row): HistoryLine => {
    const made = reader.row(row);
    const { line, cells } = row;
    return 'is' in made
      ? { line, row: made.is, problems: [], cells }
      : { line, row: null, problems: made.problems, cells };
  });
  const bad = lines.filter(({ row }) => row === null);
  return {
    is: 'table',
    ...read,
    count: linesOf(text) - read.layout.line,
    head: reader.head,
    lines: [...bad.slice(0, listed), ...lines.filter(({ row }) => row !== null).slice(0, listed)],
    bad: bad.length,
    remarks: reader.remarks(),
  };
}

/** About how many lines a text has, should cells have line ends within; an empty last one is none. */
const linesOf = (text: string): number => (text.match(/\n/g)?.length ?? 0) + (text.endsWith('\n') ? 0 : 1);

export type PricesPreview =
  | { readonly is: 'workbook' }
  | (Omit<ReadTable, 'text'> &
      Pick<PriceFile, 'head' | 'bad' | 'nowhere'> & {
        readonly is: 'table';
        /** What the file tells by itself. */
        readonly told: {
          readonly prices: number;
          readonly zones: number;
          readonly services: number;
          readonly extras: number;
        };
        /** What the list would be, by either way of taking it; and how many prices of it are other ones than now. */
        readonly after: Readonly<
          Record<
            TakenAs,
            {
              readonly list: PriceTable;
              readonly fresh: number;
              readonly gone: number;
              /** Why the list could not be saved so: it would hold too much. */
              readonly wrong: readonly Problem[];
            }
          >
        >;
      });
type PriceTable = Pick<PriceListBody, 'zones' | 'prices' | 'extras'>;

/** Reads a file of a carrier's prices, and works out what the list of the draft would be with it. */
export function priceFile(
  { drafted }: Told,
  id: string,
  file: OpenedFile,
  said: Omit<PricesBeside, 'currency'>,
): PricesPreview {
  const list = drafted.book.priceLists.find((one) => one.id === id);
  if (!list) throw new Error('The price list has been taken away');
  const table = tableIn(file, priceTargets, priceHeads);
  if (table === null) return { is: 'workbook' };
  const { rows, text: _, ...read } = table;
  const made = readPriceFile(rows, read.layout, {
    currency: list.currency as Currency,
    service: said.service,
    zones: [...list.zones, ...said.zones],
  });
  const before = new Set(list.prices.map((one) => JSON.stringify(one)));
  const after = (as: TakenAs) => {
    const next = withPrices(list, made, as);
    const whole = shaped(priceListSchema, { ...list, ...next });
    const there = new Set(next.prices.map((one) => JSON.stringify(one)));
    return {
      list: next,
      wrong: whole.ok ? [] : whole.problems,
      fresh: next.prices.filter((one) => !before.has(JSON.stringify(one))).length,
      gone: list.prices.filter((one) => !there.has(JSON.stringify(one))).length,
    };
  };
  return {
    is: 'table',
    ...read,
    head: made.head,
    bad: made.bad,
    nowhere: made.nowhere,
    told: {
      prices: made.prices.length,
      zones: made.zones.length,
      services: new Set(made.prices.map(({ service }) => service)).size,
      extras: made.extras.length,
    },
    after: { 'in place': after('in place'), beside: after('beside') },
  };
}

/**
 * A file's rows, and how its columns are read; null for a workbook, which is no text. `most`: letters to read at most;
 * the last line, which may be cut then, is left out.
 */
function tableIn(
  { bytes, layout: said, remembered }: OpenedFile,
  targets: readonly Target[],
  names: HeadNames,
  most = Number.POSITIVE_INFINITY,
): (ReadTable & { readonly rows: readonly CsvRow[] }) | null {
  const file = decoded(bytes);
  if (file.is === 'workbook') return null;
  const delimiter = said?.delimiter ?? delimiterOf(file.text);
  const isCut = file.text.length > most;
  const whole = csvRows(isCut ? file.text.slice(0, most) : file.text, delimiter);
  const rows = isCut ? whole.slice(0, -1) : whole;
  const { layout, unsure } = said
    ? { layout: said, unsure: [] }
    : guessLayout(rows, delimiter, targets, names, remembered);
  const below = rowsBelow(rows, layout);
  const samples = layout.columns.map((_, at) => {
    const found: string[] = [];
    for (const { cells } of below) {
      if (found.length === sampled) break;
      const cell = cells[at]?.trim();
      if (cell) found.push(cell);
    }
    return found;
  });
  return { text: file.text, encoding: file.encoding, layout, unsure, samples, count: below.length, rows };
}

const editsOf = ({ put, gone }: GoodsImport): readonly Edit[] | null =>
  put.length + gone.length > draftable
    ? null
    : [
        ...put.map((item) => ({ path: ['goods', item.sku], value: item })),
        ...gone.map((sku) => ({ path: ['goods', sku] })),
      ];
