import { setImmediate as breathe } from 'node:timers/promises';
import { type Change, compileBook, readyGoods } from '../../core/book/index.ts';
import { type Column, cellOf, type GoodsFile, goodsFields, type Item, readGoodsSteps } from '../../core/goods/index.ts';
import { saidProblem } from '../../words/index.ts';
import { type Context, nowOf } from '../context.ts';
import { type Connection, transaction } from '../database.ts';
import { readBook } from '../queries/book.ts';
import { everyItem, goodsBySku, putGoods } from '../queries/goods.ts';
import { endImport, importById, importText, markImport, moveImport, reportImport } from '../queries/imports.ts';
import { addRevision, lockNewest } from '../queries/revisions.ts';

/** Thrown into an import that is to stop: what it wrote so far is rolled back. */
class Stopped extends Error {}

const batch = 2000;
const reported = 200;

/**
 * Goes on with an import: reads the file and reports what it holds, or, where somebody has said so, takes its good
 * lines as one revision. Gives way between batches, tells how far it is, and stops when asked to, leaving nothing
 * behind.
 */
export async function runImport(context: Context, id: number, stop: () => boolean): Promise<void> {
  const { database, log } = context;
  const row = await importById(database, id);
  if (row?.state !== 'reading' && row?.state !== 'taking') return;
  const progress = async (done: number, total: number) => {
    await markImport(database, id, done, total);
    await breathe();
    if (stop()) throw new Stopped();
  };
  try {
    const { book, file } = await read(context, id, row.state === 'reading' ? progress : async () => breathe());
    if (row.state === 'reading') {
      const there = new Map((await everyItem(database)).map((item) => [item.sku, item]));
      const merged = file.items.map((item) => mergedWith(there.get(item.sku), item, file.columns));
      const fresh = file.items.filter((item) => !there.has(item.sku)).length;
      const same = merged.filter((item) => isSame(there.get(item.sku), item)).length;
      const whole = readyGoods(book, [
        ...new Map([...there.values(), ...merged].map((item) => [item.sku, item])).values(),
      ]);
      const bad = file.badLines.map((line) => ({
        line: line.line,
        problems: line.problems.map(saidProblem),
      }));
      await reportImport(database, id, {
        fresh,
        same,
        changed: merged.length - fresh - same,
        bad: bad.length,
        badLines: bad.slice(0, reported),
        problems: whole.problems.slice(0, reported).map(saidProblem),
      });
      await moveImport(database, id, ['reading'], 'read');
      return;
    }
    const at = new Date(await nowOf(context));
    const revision = await transaction(database, async (connection) => {
      const newest = await lockNewest(connection);
      const changes = await take(connection, file, progress);
      await addRevision(connection, { number: newest + 1, at, who: row.who, note: `Imported ${row.name}`, changes });
      return newest + 1;
    });
    await moveImport(database, id, ['taking'], 'done');
    await endImport(database, id, revision);
  } catch (error) {
    const stopped = error instanceof Stopped;
    if (!stopped) log.error(error, 'import');
    await moveImport(
      database,
      id,
      ['reading', 'taking'],
      stopped ? 'stopped' : 'failed',
      stopped ? null : (error as Error).message,
    );
    await endImport(database, id, null);
  }
}

async function read(context: Context, id: number, progress: (done: number, total: number) => Promise<void>) {
  const book = await readBook(context.database);
  const compiled = book && compileBook(book);
  if (!compiled?.ok) throw new Error('There is no sound book to take goods into');
  const steps = readGoodsSteps(
    await importText(context.database, id),
    compiled.value.written,
    new Set(compiled.value.templates.map((template) => template.id)),
    batch,
  );
  for (;;) {
    const step = steps.next();
    if (step.done) return { book: compiled.value, file: step.value as GoodsFile };
    await progress(step.value.done, step.value.all);
  }
}

/** Puts the items of a file in, batch by batch; gives what changed. */
async function take(
  connection: Connection,
  file: GoodsFile,
  progress: (done: number, total: number) => Promise<void>,
): Promise<Change[]> {
  const changes: Change[] = [];
  for (let i = 0; i < file.items.length; i += batch) {
    const some = file.items.slice(i, i + batch);
    const there = new Map(
      (
        await goodsBySku(
          connection,
          some.map((item) => item.sku),
        )
      ).map((item) => [item.sku, item]),
    );
    const put = some
      .map((item) => mergedWith(there.get(item.sku), item, file.columns))
      .filter((item) => !isSame(there.get(item.sku), item));
    await putGoods(connection, put);
    for (const item of put) {
      const before = there.get(item.sku);
      changes.push({ path: ['goods', item.sku], ...(before ? { before } : {}), after: item });
    }
    await progress(Math.min(i + batch, file.items.length), file.items.length);
  }
  return changes;
}

/** What the file has no column for stays as it is. */
const mergedWith = (there: Item | undefined, item: Item, columns: readonly Column[]): Item =>
  there
    ? { ...there, ...(Object.fromEntries(columns.map((column) => [column, item[column]])) as Partial<Item>) }
    : item;

const isSame = (there: Item | undefined, item: Item): boolean =>
  there !== undefined && goodsFields.names.every((column) => cellOf(there, column) === cellOf(item, column));
