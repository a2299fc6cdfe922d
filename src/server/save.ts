import type { Conflict } from '../contract/index.ts';
import {
  type Book,
  bookProblems,
  bookSchema,
  type Change,
  changesOf,
  compileBook,
  type Edit,
  missingGoods,
  NothingThere,
  readyGoods,
  shaped,
  skusOf,
  takenBack,
  touches,
} from '../core/book/index.ts';
import { type Problem, under, unwrap } from '../core/exact/index.ts';
import { type Item, itemSchema } from '../core/goods/index.ts';
import { nothingText, saidProblem } from '../words/index.ts';
import { type Connection, type Database, transaction } from './database.ts';
import { HttpProblem } from './problem.ts';
import { readBook, writeBook } from './queries/book.ts';
import { dropGoods, everyItem, goodsBySku, putGoods, variantsOf } from './queries/goods.ts';
import { addRevision, changesBetween, lockNewest, revisionOfKey } from './queries/revisions.ts';

export interface Save {
  readonly base: number;
  readonly who: string;
  readonly note: string;
  readonly edits: readonly Edit[];
  readonly at: Date;
  /** What whoever saves knows it by: arriving again, it has been saved already. Null where it is not known. */
  readonly key: string | null;
}

/** Does as one revision what has not been done by this key before; gives the number of the revision. */
const onceAs = (
  database: Database,
  key: string | null,
  work: (connection: Connection, newest: number) => Promise<Omit<Parameters<typeof addRevision>[1], 'number' | 'key'>>,
): Promise<number> =>
  transaction(database, async (connection) => {
    const newest = await lockNewest(connection);
    const before = key === null ? null : await revisionOfKey(connection, key);
    if (before !== null) return before;
    await addRevision(connection, { ...(await work(connection, newest)), number: newest + 1, key });
    return newest + 1;
  });

/**
 * Saves edits as one revision, all or none. Refuses with 409 and both versions where somebody has changed the same
 * since the base, and with 422 and every problem where the book would not hold together.
 */
export const save = (database: Database, request: Save): Promise<number> =>
  onceAs(database, request.key, (connection, newest) => saveWithin(connection, newest, request));

async function saveWithin(connection: Connection, newest: number, { base, who, note, edits, at }: Save) {
  if (base > newest) throw new HttpProblem(422, 'base', `There is no revision ${base} yet; the newest is ${newest}`);
  const conflicts = conflictsOf(edits, await changesBetween(connection, base, newest));
  if (conflicts.length > 0)
    throw new HttpProblem(409, 'conflict', 'Somebody else has saved the same meanwhile', {
      detail: 'Choose for each which version is to stand.',
      conflicts,
    });
  return { at, who, note, changes: await apply(connection, edits) };
}

function conflictsOf(
  edits: readonly Edit[],
  meanwhile: readonly { number: number; who: string; changes: Change[] }[],
): Conflict[] {
  return edits.flatMap((edit): Conflict[] => {
    const clashes = meanwhile.flatMap((revision) =>
      revision.changes.filter((change) => touches(change.path, edit.path)).map((change) => ({ revision, change })),
    );
    const last = clashes.at(-1);
    if (!last || JSON.stringify(last.change.after) === JSON.stringify(edit.value)) return [];
    return [
      {
        path: [...edit.path],
        mine: edit.value,
        theirs: last.change.after,
        who: last.revision.who,
        revision: last.revision.number,
      },
    ];
  });
}

/** Makes the edits and writes what they touch; gives what each changed. */
async function apply(connection: Connection, edits: readonly Edit[]): Promise<Change[]> {
  const before = await readBook(connection);
  const skus = [...new Set(edits.flatMap((edit) => (edit.path[0] === 'goods' && edit.path[1] ? [edit.path[1]] : [])))];
  const touched = await goodsBySku(connection, skus);
  const { tree, changes } = made({ ...before, goods: touched }, edits);
  const { goods, ...book } = tree as Book & { goods: unknown[] };

  const shape = shaped(bookSchema, book);
  if (!shape.ok) throw unsound(shape.problems);
  const unsoundIn = bookProblems(shape.value);
  if (unsoundIn.length > 0) throw unsound(unsoundIn);
  const compiled = unwrap(compileBook(shape.value));

  const problems: Problem[] = [];
  const items = goods.flatMap((candidate): Item[] => {
    const read = shaped(itemSchema, candidate);
    const sku = String((candidate as Partial<Item> | null)?.sku ?? '');
    const note = (list: readonly Problem[]) => problems.push(...under(['goods', sku], list));
    if (!read.ok) {
      note(read.problems);
      return [];
    }
    return [read.value];
  });
  // Variants are read with the items they take from, however far up; and every item that takes from one of these.
  const family = await familyOf(connection, items);
  problems.push(...under(['goods'], readyGoods(compiled, family).problems));
  const kept = new Set(items.map((item) => item.sku));
  const gone = touched.map((item) => item.sku).filter((sku) => !kept.has(sku));
  const needed = namedSkus(shape.value);
  const there = new Set([...(await goodsBySku(connection, needed)).map((item) => item.sku), ...kept]);
  problems.push(...missingGoods(shape.value, (sku) => there.has(sku) && !gone.includes(sku)));
  if (problems.length > 0) throw unsound(problems);

  await writeBook(connection, shape.value);
  if (items.length > 0) await putGoods(connection, items);
  if (gone.length > 0) await dropGoods(connection, gone);
  return changes;
}

/** The SKUs that a book names. */
const namedSkus = ({ pinned, offers }: Book): string[] => [
  ...new Set([
    ...pinned.flatMap((basket) => basket.lines.map((line) => line.sku)),
    ...offers.flatMap(({ benefit }) => skusOf(benefit)),
  ]),
];

/** Items with the parents they take from, and the variants that take from them. */
async function familyOf(connection: Connection, items: readonly Item[]): Promise<Item[]> {
  const family = new Map(items.map((item) => [item.sku, item]));
  for (const item of await variantsOf(connection, [...family.keys()]))
    if (!family.has(item.sku)) family.set(item.sku, item);
  for (;;) {
    const missing = [...family.values()].flatMap((item) =>
      item.parent !== null && !family.has(item.parent) ? [item.parent] : [],
    );
    const found = missing.length > 0 ? await goodsBySku(connection, missing) : [];
    if (found.length === 0) return [...family.values()];
    for (const item of found) family.set(item.sku, item);
  }
}

function made(tree: object, edits: readonly Edit[]): { tree: unknown; changes: Change[] } {
  try {
    return changesOf(tree, edits);
  } catch (error) {
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
    const conflicts = conflictsOf(edits, await changesBetween(connection, number, newest));
    if (conflicts.length > 0)
      throw new HttpProblem(409, 'conflict', `A later revision has changed the same as revision ${number}`, {
        conflicts,
      });
    return { at, who, note: `Took back revision ${number}`, changes: await apply(connection, edits) };
  });
}

/** Puts a whole book with goods in place of what stands, as one revision. */
export function replaceBook(
  database: Database,
  book: Book,
  goods: readonly Item[],
  { who, note, at, key }: Omit<Save, 'base' | 'edits'>,
): Promise<number> {
  return onceAs(database, key, async (connection) => {
    const standing: Record<string, unknown> = { ...(await readBook(connection)) };
    const wanted: Record<string, unknown> = { ...book };
    const old = new Map((await everyItem(connection)).map((item) => [item.sku, item]));
    const fresh = new Map(goods.map((item) => [item.sku, item]));
    const changed = (a: unknown, b: unknown) => JSON.stringify(a) !== JSON.stringify(b);
    const changes: Change[] = [
      ...Object.keys({ ...standing, ...wanted })
        .filter((key) => changed(standing[key], wanted[key]))
        .map(
          (key): Change => ({
            path: [key],
            ...(key in standing ? { before: standing[key] } : {}),
            ...(key in wanted ? { after: wanted[key] } : {}),
          }),
        ),
      ...[...new Set([...old.keys(), ...fresh.keys()])]
        .filter((sku) => changed(old.get(sku), fresh.get(sku)))
        .map((sku): Change => {
          const [before, after] = [old.get(sku), fresh.get(sku)];
          return { path: ['goods', sku], ...(before ? { before } : {}), ...(after ? { after } : {}) };
        }),
    ];
    await writeBook(connection, book);
    await dropGoods(
      connection,
      [...old.keys()].filter((sku) => !fresh.has(sku)),
    );
    await putGoods(connection, goods);
    return { at, who, note, changes };
  });
}
