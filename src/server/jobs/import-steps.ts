import { setImmediate as breathe } from 'node:timers/promises';
import {
  alike,
  type Change,
  type CompiledBook,
  changesTo,
  compileBook,
  leantOnByGoods,
  readyGoods,
  validate,
} from '../../core/book/index.ts';
import type { Problem } from '../../core/exact/index.ts';
import { type Column, cellOf, type GoodsFile, goodsFields, type Item, readGoodsSteps } from '../../core/goods/index.ts';
import { counts, faultText, saidProblem } from '../../words/index.ts';
import { nowOf, type Reaching, readStanding, type Saved } from '../context.ts';
import { type Connection, snapshot, transaction } from '../database.ts';
import { readBook } from '../queries/book.ts';
import { everyItem, familyOf, goodsBySku } from '../queries/goods.ts';
import { endImport, type ImportRow, importById, importText, moveImport, reportImport } from '../queries/imports.ts';
import { changesBetween, lockNewest, newest } from '../queries/revisions.ts';
import { addStagedRevision, openStage, putStaged, stageGoods } from '../queries/stage.ts';

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

/**
 * Takes the good lines of a file as one revision; leaves everything as it was where it has been ended meanwhile. All
 * that takes long is done before the saves of others are held up: what would be put is worked out, held to be sound,
 * and laid beside the goods.
 */
export async function takeImport(context: Reaching, id: number, progress: Progress): Promise<void> {
  const { database } = context;
  const row = await importById(database, id);
  if (!row) return;
  const { file } = await read(context, id, async () => breathe());
  const at = new Date(await nowOf(context));
  const seen = await snapshot(database, readStanding);
  if (!seen) throw new Error('There is no book to take goods into');
  const made = taken(seen, file);
  unlessSound(validate(seen.book, made.all, () => true));
  try {
    await transaction(database, async (connection) => {
      await openStage(connection, made.changes);
      for (let i = 0; i < made.put.length; i += batch) {
        await stageGoods(connection, made.put.slice(i, i + batch));
        await progress(Math.min(i + batch, made.put.length), made.put.length);
      }
      const revision = (await lockNewest(connection)) + 1;
      const theirs = await changedSince(connection, row, file);
      if (theirs > 0)
        throw new Error(
          `Of this file ${counts(theirs, ...saidOf)} been saved by others since it was read; read it again`,
        );
      await putStaged(connection);
      await stillSound(connection, seen, revision - 1);
      const note = `Imported ${row.name}`;
      if (made.changes.length > 0) await addStagedRevision(connection, { number: revision, at, who: row.who, note });
      // Last, as until then the import's row is written to by whoever tells how far it is, or stops it.
      if (!(await moveImport(connection, id, ['taking'], 'done'))) throw new Ended();
      await endImport(connection, id, made.changes.length > 0 ? revision : null);
    });
  } catch (error) {
    if (!(error instanceof Ended)) throw error;
  }
}

/** What a file makes of the goods that stand: what is put, what that changes, and all goods as they would be. */
function taken({ items }: Saved, file: GoodsFile): { put: Item[]; changes: Change[]; all: Item[] } {
  const there = new Map(items.map((item) => [item.sku, item]));
  const put = file.items
    .map((item) => mergedWith(there.get(item.sku), item, file.columns))
    .filter((item) => !isSame(there.get(item.sku), item));
  const changes = put.flatMap((item) => changesTo(there.get(item.sku), item, ['goods', item.sku]));
  for (const item of put) there.set(item.sku, item);
  return { put, changes, all: [...there.values()] };
}

/**
 * What was sound as it was seen is looked at again as far as others have changed it since: all of it where that is what
 * goods lean on, else the goods that they changed, with all they take from and all that takes from them.
 */
async function stillSound(connection: Connection, seen: Saved, newest: number): Promise<void> {
  if (newest === seen.revision) return;
  const book = await readBook(connection);
  if (!book) return;
  const revisions = await changesBetween(connection, seen.revision, newest);
  const skus = revisions.flatMap(({ changes }) =>
    changes.flatMap(({ path: [list, sku] }) => (list === 'goods' && sku !== undefined ? [sku] : [])),
  );
  const isLeantOn = !alike(leantOnByGoods(seen.book), leantOnByGoods(book));
  const there = await goodsBySku(connection, skus);
  const gone = skus.filter((sku) => !there.some((item) => item.sku === sku));
  const items = isLeantOn ? await everyItem(connection) : await familyOf(connection, there, gone);
  unlessSound(validate(book, items, () => true));
}

function unlessSound([wrong]: readonly Problem[]): void {
  if (wrong) throw new Error(`The book would not hold together: ${problemWords(wrong)}`);
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

/** What the file has no column for stays as it is. */
const mergedWith = (there: Item | undefined, item: Item, columns: readonly Column[]): Item =>
  there
    ? { ...there, ...(Object.fromEntries(columns.map((column) => [column, item[column]])) as Partial<Item>) }
    : item;

const isSame = (there: Item | undefined, item: Item): boolean =>
  there !== undefined && goodsFields.names.every((column) => cellOf(there, column) === cellOf(item, column));
