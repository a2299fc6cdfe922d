import type { HistoryReport } from '../../contract/index.ts';
import { channelIds, compileBook } from '../../core/book/index.ts';
import { skuNamed } from '../../core/goods/index.ts';
import {
  type AdvertisingRow,
  type HistoryRow,
  historyReader,
  type OrderLine,
  type VisitsRow,
} from '../../core/history/index.ts';
import { type CsvRow, type Layout, rowReader } from '../../core/tables/index.ts';
import { channelName, saidProblem } from '../../words/index.ts';
import type { Reaching } from '../context.ts';
import { type Connection, transaction } from '../database.ts';
import { readBook } from '../queries/book.ts';
import { everyItem } from '../queries/goods.ts';
import {
  endHistoryImport,
  type HistoryImportRow,
  historyImportById,
  moveHistoryImport,
  pieceOf,
  piecesOf,
} from '../queries/history-imports.ts';
import {
  openOrderStage,
  type Put,
  putAdvertising,
  putStagedOrders,
  putVisits,
  type StagedOrder,
  stageBadOrders,
  stageOrders,
} from '../queries/history-stage.ts';

type Progress = (done: number, all: number) => Promise<void>;

/** Lines put beside at a time; bad lines and remarks that are told. */
const batch = 5000;
const reported = { badLines: 1000, remarks: 100 };

/** Thrown into an import that somebody has ended meanwhile: what it wrote is rolled back. */
class Ended extends Error {}

/**
 * Takes a file of history, all of it or nothing: the rows that can be read are put, by number, or by month, country and
 * channel, so that a file taken again doubles nothing.
 */
export async function takeHistory(context: Reaching, id: number, progress: Progress): Promise<void> {
  const { database } = context;
  const row = await historyImportById(database, id);
  if (row?.state !== 'taking') return;
  const reader = await readerFor(database, row);
  if (reader.head !== null) {
    const report = { fresh: 0, changed: 0, same: 0, bad: 1, badLines: [badLine(row.layout, reader.head)], remarks: [] };
    await endHistoryImport(database, id, report);
    await moveHistoryImport(database, id, ['taking'], 'done');
    return;
  }
  try {
    await transaction(database, async (connection) => {
      const made = await put(connection, row, reader, piecesAhead(database, id), progress);
      if (!(await moveHistoryImport(connection, id, ['taking'], 'done'))) throw new Ended();
      await endHistoryImport(connection, id, made);
    });
  } catch (error) {
    if (!(error instanceof Ended)) throw error;
  }
}

const badLine = ({ line, columns }: Layout, problem: Parameters<typeof saidProblem>[0]) => ({
  line,
  cells: columns.map(({ head }) => head),
  problems: [saidProblem(problem)],
});

async function readerFor(database: Connection, { sort, layout }: HistoryImportRow) {
  const book = await readBook(database);
  const compiled = book && compileBook(book);
  const home = book?.markets[0];
  if (!book || !home || !compiled?.ok) throw new Error('There is no sound book to read it beside');
  const goods = await everyItem(database);
  return historyReader(sort, layout, {
    currency: compiled.value.written,
    timeZone: home.timeZone,
    channels: channelIds.map((channel) => ({ id: channel, name: channelName(channel) })),
    services: book.services,
    skuNamed: skuNamed(goods),
  });
}

/** The pieces of a file, and of how many letters it is; the next is fetched while one is worked on. */
async function* piecesAhead(database: Connection, id: number) {
  const { count, letters } = await piecesOf(database, id);
  const fetched = (n: number) => {
    const piece = pieceOf(database, id, n);
    // Told when it is its turn.
    piece.catch(() => undefined);
    return piece;
  };
  let next = fetched(0);
  for (let n = 0; n < count; n += 1) {
    const piece = (await next) ?? '';
    next = fetched(n + 1);
    yield { piece, letters };
  }
}

/** Reads all pieces and puts what they hold; what is to be told of it. */
async function put(
  connection: Connection,
  { sort, layout }: HistoryImportRow,
  reader: Awaited<ReturnType<typeof readerFor>>,
  pieces: ReturnType<typeof piecesAhead>,
  progress: Progress,
): Promise<HistoryReport> {
  const sink = sinks[sort]();
  const badLines: HistoryReport['badLines'] = [];
  let bad = 0;
  await sink.open(connection);
  /** What is being put beside while the next lines are read. */
  let putting: Promise<void> = Promise.resolve();
  const take = async (rows: readonly CsvRow[]) => {
    const good: Read[] = [];
    const spoilt: { number: string; channel: string }[] = [];
    for (const row of rows) {
      if (row.line <= layout.line) continue;
      const read = reader.row(row);
      if ('is' in read) good.push({ row: read.is.row, line: row.line });
      else {
        bad += 1;
        spoilt.push(read);
        if (badLines.length < reported.badLines)
          badLines.push({ line: row.line, cells: [...row.cells], problems: read.problems.map(saidProblem) });
      }
    }
    await putting;
    putting = sink.take(connection, good, spoilt);
    putting.catch(() => undefined);
  };
  const rows = rowReader(layout.delimiter);
  let done = 0;
  for await (const { piece, letters } of pieces) {
    const found = rows.feed(piece);
    for (let i = 0; i < found.length; i += batch) {
      await take(found.slice(i, i + batch));
      await progress(done + (piece.length * i) / found.length, letters);
    }
    done += piece.length;
    await progress(done, letters);
  }
  await take(rows.end());
  await putting;
  return { ...(await sink.end(connection)), bad, badLines, remarks: reader.remarks().slice(0, reported.remarks) };
}

/** A row that could be read, and the line it begins in. */
interface Read {
  readonly line: number;
  readonly row: HistoryRow['row'];
}

/** Where the rows of a sort of file go. */
interface Sink {
  open(connection: Connection): Promise<void>;
  take(
    connection: Connection,
    good: readonly Read[],
    spoilt: readonly { readonly number: string; readonly channel: string }[],
  ): Promise<void>;
  end(connection: Connection): Promise<Put>;
}

/** Rows that are few, as they are sums: kept until the end. */
function gathering<Row>(put: (connection: Connection, rows: readonly Row[]) => Promise<Put>): Sink {
  const rows: Row[] = [];
  return {
    open: async () => undefined,
    take: async (_, good) => {
      for (const one of good) rows.push(one.row as Row);
    },
    end: (connection) => put(connection, rows),
  };
}

/** Orders, of which the lines that stand together are put together before they are laid beside. */
function ordersSink(): Sink {
  let whole: StagedOrder[] = [];
  let last: (StagedOrder & { readonly lines: Map<string, number> }) | null = null;
  const close = () => {
    if (last) whole.push(last);
    last = null;
  };
  const put = (connection: Connection) => {
    const orders = whole;
    whole = [];
    return orders.length === 0 ? Promise.resolve() : stageOrders(connection, orders);
  };
  return {
    open: openOrderStage,
    async take(connection, good, spoilt) {
      for (const one of good) {
        const row = one.row as OrderLine;
        if (last && last.number === row.number && last.channel === row.channel) last = joined(last, row);
        else {
          close();
          last = begunWith(row, one.line);
        }
      }
      if (spoilt.length > 0) await stageBadOrders(connection, spoilt);
      await put(connection);
    },
    async end(connection) {
      close();
      await put(connection);
      return putStagedOrders(connection);
    },
  };
}

const begunWith = (row: OrderLine, line: number) => ({
  line,
  number: row.number,
  channel: row.channel,
  at: row.at,
  place: row.place,
  service: row.service,
  lines: new Map([[row.sku, row.units]]),
  codes: row.codes.join(' '),
  charge: row.charge,
  discount: row.discount,
});

/** An order with a further line: what it says once is taken from the first line that has it. */
function joined<Order extends ReturnType<typeof begunWith>>(order: Order, row: OrderLine): Order {
  order.lines.set(row.sku, (order.lines.get(row.sku) ?? 0) + row.units);
  const { service, codes, charge, discount, at } = order;
  const said = service !== '' && codes !== '' && charge !== null && discount !== null && at <= row.at;
  if (said) return order;
  return {
    ...order,
    at: [at, row.at].sort()[0] ?? at,
    service: service || row.service,
    codes: codes || row.codes.join(' '),
    charge: charge ?? row.charge,
    discount: discount ?? row.discount,
  };
}

const sinks: Readonly<Record<HistoryRow['of'], () => Sink>> = {
  orders: ordersSink,
  visits: () => gathering<VisitsRow>(putVisits),
  advertising: () => gathering<AdvertisingRow>(putAdvertising),
};
