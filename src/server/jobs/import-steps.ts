import { setImmediate as breathe } from 'node:timers/promises';
import {
  alike,
  changesTo,
  compileBook,
  importGoods,
  leantOnByGoods,
  validate,
  validateSteps,
} from '../../core/book/index.ts';
import type { Problem } from '../../core/exact/index.ts';
import { type GoodsImport, goodsTargets, type ImportLine, readGoodsSteps } from '../../core/goods/index.ts';
import { csvRows, delimiterOf, guessLayout } from '../../core/tables/index.ts';
import { counts, faultText, goodsHeads, saidProblem } from '../../words/index.ts';
import { nowOf, type Reaching, readStanding, type Saved } from '../context.ts';
import { type Connection, type Database, snapshot, transaction } from '../database.ts';
import { readBook } from '../queries/book.ts';
import { everyItem, familyOf, goodsBySku } from '../queries/goods.ts';
import { endImport, type ImportRow, importById, importText, moveImport, reportImport } from '../queries/imports.ts';
import { changesBetween, lockNewest, newest } from '../queries/revisions.ts';
import { addStagedRevision, openStage, putStaged, stageGoods } from '../queries/stage.ts';

type Progress = (done: number, all: number) => Promise<void>;

const batch = 2000;
const reported = 200;

/**
 * Reads a file of goods and keeps what it would do: which items are new, changed or the same, and its bad lines.
 * Takes it at once where that is just what somebody has seen.
 */
export async function readImport(context: Reaching, id: number, progress: Progress): Promise<void> {
  const { database } = context;
  const standing = await standingGoods(database);
  const made = await read(context, id, standing, progress);
  const of = (does: ImportLine['does']) => made.lines.filter((one) => one.does === does).length;
  const bad = of('bad');
  await reportImport(database, id, standing.revision, {
    fresh: of('new'),
    same: of('same'),
    changed: of('changed'),
    bad,
    hidden: of('hidden'),
    removed: of('removed'),
    named: of('named'),
    badLines: made.lines
      .flatMap((one) => (one.does === 'bad' ? [{ line: one.line, problems: one.problems.map(saidProblem) }] : []))
      .slice(0, reported),
  });
  const wanted = (await importById(database, id))?.seen;
  if (wanted?.changing !== made.put.length + made.gone.length || wanted.bad !== bad)
    return void (await moveImport(database, id, ['reading'], 'read'));
  if (await moveImport(database, id, ['reading'], 'taking')) await take(context, id, standing, made, progress);
}

/** Thrown into an import that somebody has ended meanwhile: what it wrote is rolled back. */
class Ended extends Error {}

/** Takes the good lines of a file as one revision; leaves everything as it was where it has been ended meanwhile. */
export async function takeImport(context: Reaching, id: number, progress: Progress): Promise<void> {
  const standing = await standingGoods(context.database);
  await take(context, id, standing, await read(context, id, standing, async () => breathe()), progress);
}

/**
 * All that takes long is done before the saves of others are held up: what would be put is worked out, held to be
 * sound, and laid beside the goods.
 */
async function take(context: Reaching, id: number, seen: Saved, found: GoodsImport, progress: Progress): Promise<void> {
  const { database } = context;
  const row = await importById(database, id);
  if (!row) return;
  const at = new Date(await nowOf(context));
  const made = taken(seen, found);
  try {
    await transaction(database, async (connection) => {
      // While the database takes in what changes, what would stand is held to be sound.
      const [, wrong] = await Promise.all([staged(connection, made, progress), soundness(seen, made)]);
      unlessSound(wrong);
      const revision = (await lockNewest(connection)) + 1;
      const theirs = await changedSince(connection, row, made);
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

/** What an import makes of the goods that stand: what is put and goes, what that changes, and all as they would be. */
function taken({ items }: Saved, { put, gone }: GoodsImport) {
  const there = new Map(items.map((item) => [item.sku, item]));
  const changes = [
    ...put.flatMap((item) => changesTo(there.get(item.sku), item, ['goods', item.sku])),
    ...gone.flatMap((sku) => changesTo(there.get(sku), undefined, ['goods', sku])),
  ];
  for (const item of put) there.set(item.sku, item);
  for (const sku of gone) there.delete(sku);
  return { put, gone, changes, all: [...there.values()], isThere: (sku: string) => there.has(sku) };
}

/** Lays what an import makes beside the goods. */
async function staged(
  connection: Connection,
  { changes, put, gone }: ReturnType<typeof taken>,
  progress: Progress,
): Promise<void> {
  await openStage(connection, changes, gone);
  for (let i = 0; i < put.length; i += batch) {
    await stageGoods(connection, put.slice(i, i + batch));
    await progress(Math.min(i + batch, put.length), put.length);
  }
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

/** What would not hold together once it is taken; it gives way all the while. */
async function soundness({ book }: Saved, { all, isThere }: ReturnType<typeof taken>): Promise<readonly Problem[]> {
  const steps = validateSteps(book, all, isThere, batch);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    await breathe();
  }
}

function unlessSound([wrong]: readonly Problem[]): void {
  if (wrong) throw new Error(`The book would not hold together: ${problemWords(wrong)}`);
}

/** Works out what a file does to the goods that stand. */
async function read(
  { database }: Reaching,
  id: number,
  { book, items }: Pick<Saved, 'book' | 'items'>,
  progress: Progress,
): Promise<GoodsImport> {
  const row = await importById(database, id);
  const compiled = compileBook(book);
  if (!row || !compiled.ok) throw new Error('There is no sound book to take goods into');
  const text = await importText(database, id);
  const delimiter = row.layout?.delimiter ?? delimiterOf(text);
  const rows = csvRows(text, delimiter);
  const layout = row.layout ?? guessLayout(rows, delimiter, goodsTargets, goodsHeads).layout;
  const there = new Map(items.map((item) => [item.sku, item]));
  const against = {
    currency: compiled.value.written,
    templates: book.templates,
    itemOf: (sku: string) => there.get(sku),
  };
  const steps = readGoodsSteps(rows, layout, against, batch);
  for (;;) {
    const step = steps.next();
    if (step.done) return importGoods(compiled.value, items, step.value, row.missing);
    await progress(step.value.done, step.value.all);
  }
}

async function standingGoods(database: Database): Promise<Saved> {
  const standing = await snapshot(database, readStanding);
  if (!standing) throw new Error('There is no book to take goods into');
  return standing;
}

const saidOf = ['item has', 'items have'] as const;
const problemWords = (problem: Problem): string => `${problem.at.join(' › ')}: ${faultText(problem)}`;

/** How many items that an import puts or takes away have been changed since it was read: nobody has seen that. */
async function changedSince(
  connection: Connection,
  { base }: ImportRow,
  { put, gone }: Pick<GoodsImport, 'put' | 'gone'>,
): Promise<number> {
  const skus = new Set([...put.map((item) => item.sku), ...gone]);
  const revisions = await changesBetween(connection, base ?? 0, await newest(connection));
  const changed = revisions.flatMap(({ changes }) =>
    changes.flatMap(({ path: [list, sku = ''] }) => (list === 'goods' && skus.has(sku) ? [sku] : [])),
  );
  return new Set(changed).size;
}
