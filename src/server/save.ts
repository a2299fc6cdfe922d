import type { Conflict } from '../contract/index.ts';
import {
  alike,
  type Book,
  bookSchema,
  type Change,
  changesTo,
  type Edit,
  leantOnByGoods,
  NothingThere,
  namedSkus,
  OtherKey,
  patched,
  patchWith,
  shaped,
  takenBack,
  touching,
  validate,
  valueAt,
} from '../core/book/index.ts';
import { type Problem, under } from '../core/exact/index.ts';
import { type Item, itemSchema } from '../core/goods/index.ts';
import { nothingText, otherKeyText, saidProblem } from '../words/index.ts';
import { type Connection, type Database, transaction } from './database.ts';
import { once, type WriteKey } from './once.ts';
import { HttpProblem } from './problem.ts';
import { readBook, writeBook } from './queries/book.ts';
import { dropGoods, everyItem, familyOf, goodsBySku, putGoods } from './queries/goods.ts';
import { addRevision, changesBetween, lockNewest } from './queries/revisions.ts';

export interface Save {
  readonly base: number;
  readonly who: string;
  readonly note: string;
  readonly edits: readonly Edit[];
  readonly at: Date;
  /** By which it is known where it arrives again. */
  readonly key: WriteKey | null;
}

/** Does as one revision what has not been done by this key before; gives the number of the revision. */
const onceAs = (
  database: Database,
  key: WriteKey | null,
  work: (connection: Connection, newest: number) => Promise<Omit<Parameters<typeof addRevision>[1], 'number'>>,
): Promise<number> =>
  transaction(database, (connection) =>
    once(connection, key, async () => {
      const newest = await lockNewest(connection);
      const revision = await work(connection, newest);
      // What changes nothing is no revision.
      if (revision.changes.length === 0) return newest;
      await addRevision(connection, { ...revision, number: newest + 1 });
      return newest + 1;
    }),
  );

/**
 * Saves edits as one revision, all or none. Refuses with 409 and both versions where somebody has changed the same
 * since the base, and with 422 and every problem where the book would not hold together.
 */
export const save = (database: Database, request: Save): Promise<number> =>
  onceAs(database, request.key, (connection, newest) => saveWithin(connection, newest, request));

async function saveWithin(connection: Connection, newest: number, { base, who, note, edits, at }: Save) {
  if (base > newest) throw new HttpProblem(422, 'base', `There is no revision ${base} yet; the newest is ${newest}`);
  if (edits.some(({ path }) => path[0] === 'goods' && path.length === 1))
    throw new HttpProblem(422, 'path', 'Goods are changed item by item', {
      detail: 'Right would be a path such as goods, BAR-OAT, price.',
    });
  const before = await standingFor(connection, edits);
  const conflicts = conflictsOf(before, edits, await changesBetween(connection, base, newest));
  if (conflicts.length > 0)
    throw new HttpProblem(409, 'conflict', 'Somebody else has saved the same meanwhile', {
      detail: 'Choose for each which version is to stand.',
      conflicts,
    });
  return { at, who, note, changes: await apply(connection, before, edits) };
}

/** The book with those of its goods that edits are about. */
type Standing = Book & { readonly goods: readonly Item[] };
async function standingFor(connection: Connection, edits: readonly Edit[]): Promise<Standing> {
  const skus = [...new Set(edits.flatMap(({ path }) => (path[0] === 'goods' && path[1] ? [path[1]] : [])))];
  return { ...((await readBook(connection)) as Book), goods: await goodsBySku(connection, skus) };
}

/** Edits of what somebody has changed meanwhile, but for those that want what stands there now. */
function conflictsOf(
  now: Standing,
  edits: readonly Edit[],
  meanwhile: readonly { number: number; who: string; changes: Change[] }[],
): Conflict[] {
  const lastAt = touching(
    meanwhile.flatMap((revision) => revision.changes.map(({ path }) => ({ path, of: revision }))),
  );
  return edits.flatMap((edit): Conflict[] => {
    const last = lastAt(edit.path);
    const theirs = valueAt(now, edit.path);
    if (!last || alike(theirs, edit.value)) return [];
    return [{ path: [...edit.path], mine: edit.value, theirs, who: last.who, revision: last.number }];
  });
}

/** Makes the edits that change something and writes what they touch; gives what is another than before. */
async function apply(connection: Connection, before: Standing, edits: readonly Edit[]): Promise<Change[]> {
  const { goods, ...book } = made(before, edits);
  const shape = shaped(bookSchema, book);
  const read = goods.map((candidate) => shaped(itemSchema, candidate));
  const problems = [
    ...(shape.ok ? [] : shape.problems),
    ...read.flatMap((one, i) =>
      one.ok ? [] : under(['goods', String((goods[i] as Partial<Item> | null)?.sku ?? '')], one.problems),
    ),
  ];
  if (!shape.ok || problems.length > 0) throw unsound(problems);
  const items = read.flatMap((one) => (one.ok ? [one.value] : []));

  const kept = new Set(items.map((item) => item.sku));
  const gone = before.goods.map((item) => item.sku).filter((sku) => !kept.has(sku));
  const leansElsewhere = !alike(leantOnByGoods(before), leantOnByGoods(shape.value));
  const family = leansElsewhere ? await allWith(connection, items, gone) : await familyOf(connection, items, gone);
  const there = new Set([...(await goodsBySku(connection, namedSkus(shape.value))).map((item) => item.sku), ...kept]);
  const wrong = validate(shape.value, family, (sku) => there.has(sku) && !gone.includes(sku));
  if (wrong.length > 0) throw unsound(wrong);

  const { goods: stood, ...bookBefore } = before;
  const bySku = new Map(stood.map((item) => [item.sku, item]));
  const changed = items.filter((item) => !alike(bySku.get(item.sku), item));
  await writeBook(connection, bookBefore, shape.value);
  if (changed.length > 0) await putGoods(connection, changed);
  if (gone.length > 0) await dropGoods(connection, gone);
  return changesTo(before, { ...shape.value, goods: items });
}

/** All goods as they would be. */
async function allWith(connection: Connection, items: readonly Item[], gone: readonly string[]): Promise<Item[]> {
  const all = new Map((await everyItem(connection)).map((item) => [item.sku, item]));
  for (const sku of gone) all.delete(sku);
  for (const item of items) all.set(item.sku, item);
  return [...all.values()];
}

function made(
  standing: Standing,
  edits: readonly Edit[],
): Omit<Book, 'goods'> & { readonly goods: readonly unknown[] } {
  try {
    return patched(standing, patchWith(standing, null, edits));
  } catch (error) {
    if (error instanceof OtherKey)
      throw new HttpProblem(422, 'key', otherKeyText(error.path, error.key), {
        detail: 'Right would be to take the one away and to add the other.',
      });
    if (error instanceof NothingThere)
      throw new HttpProblem(422, 'path', nothingText(error.path), {
        detail: 'What the edit belongs to has been removed.',
      });
    throw error;
  }
}

const unsound = (problems: readonly Problem[]) =>
  new HttpProblem(422, 'unsound', 'The book would not hold together', {
    problems: problems.slice(0, 200).map(saidProblem),
  });

/** Takes one revision back as a new revision; refused with 409 where a later one has changed the same. */
export function takeBack(
  database: Database,
  number: number,
  { who, at, key }: Pick<Save, 'who' | 'at' | 'key'>,
): Promise<number> {
  return onceAs(database, key, async (connection, newest) => {
    const [revision] = await changesBetween(connection, number - 1, number);
    if (!revision || number === 0)
      throw new HttpProblem(404, 'revision', `There is no revision ${number} to take back`);
    const edits = takenBack(revision.changes);
    const before = await standingFor(connection, edits);
    const conflicts = conflictsOf(before, edits, await changesBetween(connection, number, newest));
    if (conflicts.length > 0)
      throw new HttpProblem(409, 'conflict', `A later revision has changed the same as revision ${number}`, {
        conflicts,
      });
    return { at, who, note: `Took back revision ${number}`, changes: await apply(connection, before, edits) };
  });
}

/**
 * Puts a whole book with goods in place of what stands, as one revision. With a base, refused with 409 where somebody
 * has saved since.
 */
export function replaceBook(
  database: Database,
  book: Book,
  goods: readonly Item[],
  { base, who, note, at, key }: Omit<Save, 'base' | 'edits'> & { base: number | null },
): Promise<number> {
  return onceAs(database, key, async (connection, newest) => {
    if (base !== null && base !== newest)
      throw new HttpProblem(409, 'saved-since', `The book has been saved since revision ${base}`, {
        detail: `It stands at revision ${newest}. Taken all the same, the file takes the place of that, too.`,
      });
    const standing = await readBook(connection);
    const old = await everyItem(connection);
    const before = new Map(old.map((item) => [item.sku, item]));
    const after = new Map(goods.map((item) => [item.sku, item]));
    // Goods are in no order: those that stood come first, as they stood.
    const placed = [...old.flatMap(({ sku }) => after.get(sku) ?? []), ...goods.filter(({ sku }) => !before.has(sku))];
    const changes = changesTo({ ...standing, goods: old }, { ...book, goods: placed });
    await writeBook(connection, standing, book);
    await dropGoods(
      connection,
      [...before.keys()].filter((sku) => !after.has(sku)),
    );
    await putGoods(
      connection,
      goods.filter((item) => !alike(before.get(item.sku), item)),
    );
    return { at, who, note, changes };
  });
}
