import type { HistoryReport } from '../../contract/index.ts';
import { channelIds, compileBook } from '../../core/book/index.ts';
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
  stageBadOrders,
  stageOrderLines,
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
      const made = await put(connection, row, reader, progress);
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
  const skus = new Set((await everyItem(database)).map(({ sku }) => sku));
  return historyReader(sort, layout, {
    currency: compiled.value.written,
    timeZone: home.timeZone,
    channels: channelIds.map((channel) => ({ id: channel, name: channelName(channel) })),
    services: book.services,
    hasItem: (sku) => skus.has(sku),
  });
}

/** Reads all pieces and puts what they hold; what is to be told of it. */
async function put(
  connection: Connection,
  { id, sort, layout }: HistoryImportRow,
  reader: Awaited<ReturnType<typeof readerFor>>,
  progress: Progress,
): Promise<HistoryReport> {
  const sink = sinks[sort]();
  const badLines: HistoryReport['badLines'] = [];
  let bad = 0;
  await sink.open(connection);
  const take = async (rows: readonly CsvRow[]) => {
    const good: (HistoryRow & { readonly line: number })[] = [];
    const spoilt: { number: string; channel: string }[] = [];
    for (const row of rows) {
      if (row.line <= layout.line) continue;
      const read = reader.row(row);
      if ('is' in read) good.push({ ...read.is, line: row.line });
      else {
        bad += 1;
        spoilt.push(read);
        if (badLines.length < reported.badLines)
          badLines.push({ line: row.line, cells: [...row.cells], problems: read.problems.map(saidProblem) });
      }
    }
    await sink.take(connection, good, spoilt);
  };
  const { count, letters } = await piecesOf(connection, id);
  const rows = rowReader(layout.delimiter);
  let done = 0;
  for (let n = 0; n < count; n += 1) {
    const piece = (await pieceOf(connection, id, n)) ?? '';
    const found = rows.feed(piece);
    for (let i = 0; i < found.length; i += batch) {
      await take(found.slice(i, i + batch));
      await progress(done + (piece.length * i) / found.length, letters);
    }
    done += piece.length;
    await progress(done, letters);
  }
  await take(rows.end());
  return { ...(await sink.end(connection)), bad, badLines, remarks: reader.remarks().slice(0, reported.remarks) };
}

/** Where the rows of a sort of file go. */
interface Sink {
  open(connection: Connection): Promise<void>;
  take(
    connection: Connection,
    good: readonly (HistoryRow & { readonly line: number })[],
    spoilt: readonly { readonly number: string; readonly channel: string }[],
  ): Promise<void>;
  end(connection: Connection): Promise<Put>;
}

/** Rows that are few, as they are sums: kept until the end. */
function gathering<Row>(
  of: HistoryRow['of'],
  put: (connection: Connection, rows: readonly Row[]) => Promise<Put>,
): Sink {
  const rows: Row[] = [];
  return {
    open: async () => undefined,
    take: async (_, good) => {
      for (const one of good) if (one.of === of) rows.push(one.row as Row);
    },
    end: (connection) => put(connection, rows),
  };
}

const sinks: Readonly<Record<HistoryRow['of'], () => Sink>> = {
  orders: () => ({
    open: openOrderStage,
    async take(connection, good, spoilt) {
      const lines = good.flatMap(({ line, row }) => {
        const { codes, ...rest } = row as OrderLine;
        return [{ ...rest, line, codes: codes.join(' ') }];
      });
      if (lines.length > 0) await stageOrderLines(connection, lines);
      if (spoilt.length > 0) await stageBadOrders(connection, spoilt);
    },
    end: putStagedOrders,
  }),
  visits: () => gathering<VisitsRow>('visits', putVisits),
  advertising: () => gathering<AdvertisingRow>('advertising', putAdvertising),
};
