import { setImmediate as breathe } from 'node:timers/promises';
import { type Change, type CompiledBook, changesTo, compileBook, readyGoods, validate } from '../../core/book/index.ts';
import type { Problem } from '../../core/exact/index.ts';
import { type Column, cellOf, type GoodsFile, goodsFields, type Item, readGoodsSteps } from '../../core/goods/index.ts';
import { counts, faultText, saidProblem } from '../../words/index.ts';
import { nowOf, type Reaching } from '../context.ts';
import { type Connection, transaction } from '../database.ts';
import { readBook } from '../queries/book.ts';
import { everyItem, goodsBySku, putGoods } from '../queries/goods.ts';
import { endImport, type ImportRow, importById, importText, moveImport, reportImport } from '../queries/imports.ts';
import { addRevision, changesBetween, lockNewest, newest } from '../queries/revisions.ts';

type Progress = (done: number, all: number) => Promise<void>;

const batch = 2000;
const reported = 200;

/** Reads a file of goods and keeps what it would do: which items are new, changed or the same, and its bad lines. */
export async function readImport(context: Reaching, id: number, progress: Progress): Promise<void> {
  const { database } = context;
  const base = await newest(database);
  const { book, file } = await read(context, id, progress);
  const there = new Map((await everyItem(database)).map((item) => [item.sku, item]));
  const merged = file.items.map((item) => mergedWith(there.get(item.sku), item, file.columns));
  const fresh = file.items.filter((item) => !there.has(item.sku)).length;
  const same = merged.filter((item) => isSame(there.get(item.sku), item)).length;
  const whole = readyGoods(book, [...new Map([...there.values(), ...merged].map((item) => [item.sku, item])).values()]);
  await reportImport(database, id, base, {
    fresh,
    same,
    changed: merged.length - fresh - same,
    bad: file.badLines.length,
    badLines: file.badLines
      .slice(0, reported)
      .map((line) => ({ line: line.line, problems: line.problems.map(saidProblem) })),
    problems: whole.problems.slice(0, reported).map(saidProblem),
  });
  await moveImport(database, id, ['reading'], 'read');
}

/** Thrown into an import that somebody has ended meanwhile: what it wrote is rolled back. */
class Ended extends Error {}

/** Takes the good lines of a file as one revision; leaves everything as it was where it has been ended meanwhile. */
export async function takeImport(context: Reaching, id: number, progress: Progress): Promise<void> {
  const { database } = context;
  const row = await importById(database, id);
  if (!row) return;
  const { book, file } = await read(context, id, async () => breathe());
  const at = new Date(await nowOf(context));
  try {
    await transaction(database, async (connection) => {
      const revision = (await lockNewest(connection)) + 1;
      const theirs = await changedSince(connection, row, file);
      if (theirs > 0)
        throw new Error(
          `Of this file ${counts(theirs, ...saidOf)} been saved by others since it was read; read it again`,
        );
      const changes = await take(connection, file, progress);
      const [wrong] = validate(book.body, await everyItem(connection), () => true);
      if (wrong) throw new Error(`The book would not hold together: ${problemWords(wrong)}`);
      const note = `Imported ${row.name}`;
      if (changes.length > 0) await addRevision(connection, { number: revision, at, who: row.who, note, changes });
      // Last, as until then the import's row is written to by whoever tells how far it is, or stops it.
      if (!(await moveImport(connection, id, ['taking'], 'done'))) throw new Ended();
      await endImport(connection, id, changes.length > 0 ? revision : null);
    });
  } catch (error) {
    if (!(error instanceof Ended)) throw error;
  }
}

async function read(
  context: Reaching,
  id: number,
  progress: Progress,
): Promise<{ book: CompiledBook; file: GoodsFile }> {
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

const saidOf = ['item has', 'items have'] as const;
const problemWords = (problem: Problem): string => `${problem.at.join(' › ')}: ${faultText(problem)}`;

/** How many items of a file have been changed since it was read: what it would do to them nobody has seen. */
async function changedSince(connection: Connection, { base }: ImportRow, { items }: GoodsFile): Promise<number> {
  const skus = new Set(items.map((item) => item.sku));
  const revisions = await changesBetween(connection, base ?? 0, await newest(connection));
  const changed = revisions.flatMap(({ changes }) =>
    changes.flatMap(({ path: [list, sku = ''] }) => (list === 'goods' && skus.has(sku) ? [sku] : [])),
  );
  return new Set(changed).size;
}

/** Puts the items of a file in, batch by batch; gives what changed. */
async function take(connection: Connection, file: GoodsFile, progress: Progress): Promise<Change[]> {
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
    for (const item of put) changes.push(...changesTo(there.get(item.sku), item, ['goods', item.sku]));
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
