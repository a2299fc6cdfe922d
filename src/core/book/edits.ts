/**
 * One change to the book: the path to a value, and the new value; without `value`, what stands there goes.
 * A step of the path is the key of an object, or the id (of goods: the SKU) of an element of a list.
 * @example { path: ['templates', 'small', 'lanes', 'ie', 'standard', 'rate', 'amount'], value: '5.20' }
 */
export interface Edit {
  readonly path: readonly string[];
  readonly value?: unknown;
}

/** An edit with what stood there before, so that it can be shown and taken back. */
export interface Change {
  readonly path: readonly string[];
  readonly before?: unknown;
  readonly after?: unknown;
}

/** Where an edit leads nowhere: what it belongs to has been removed. */
export class NothingThere extends RangeError {
  constructor(readonly path: readonly string[]) {
    super(JSON.stringify(path));
  }
}

/** Where an element is to stand under another key than its own: it would be two things at once. */
export class OtherKey extends RangeError {
  constructor(
    readonly path: readonly string[],
    readonly key: unknown,
  ) {
    super(JSON.stringify(path));
  }
}

type Keyed = Record<string, unknown>;
const keyOf = (element: unknown): unknown => (element as Keyed | null)?.id ?? (element as Keyed | null)?.sku;

/** Whether two values say the same, whatever the order of their fields. */
export function alike(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [fields, others] = [Object.keys(a), Object.keys(b)];
  return (
    fields.length === others.length &&
    fields.every((field) => Object.hasOwn(b, field) && alike((a as Keyed)[field], (b as Keyed)[field]))
  );
}

/** What stands at a path; undefined where nothing does. */
export function valueAt(tree: unknown, path: readonly string[]): unknown {
  return path.reduce<unknown>((at, step) => {
    if (Array.isArray(at)) return at.find((element) => keyOf(element) === step);
    return typeof at === 'object' && at !== null && Object.hasOwn(at, step) ? (at as Keyed)[step] : undefined;
  }, tree);
}

/**
 * The tree with an edit made; parts not on the path are shared. Throws {@link NothingThere} where the path leads
 * nowhere, {@link OtherKey} where an element is put under a key that is not its own.
 */
export function withEdit<T>(tree: T, edit: Edit): T {
  return put(tree, edit.path, edit) as T;
}

function put(at: unknown, path: readonly string[], edit: Edit): unknown {
  const [step, ...rest] = path;
  if (step === undefined) return edit.value;
  if (typeof at !== 'object' || at === null) throw new NothingThere(edit.path);
  const gone = rest.length === 0 && edit.value === undefined;
  if (Array.isArray(at)) {
    const i = at.findIndex((element) => keyOf(element) === step);
    if (gone) return at.filter((_, j) => j !== i);
    if (i < 0 && rest.length > 0) throw new NothingThere(edit.path);
    const element = put(at[i], rest, edit);
    if (keyOf(element) !== step) throw new OtherKey(edit.path, keyOf(element));
    return i >= 0 ? at.map((other, j) => (j === i ? element : other)) : [...at, element];
  }
  if (!gone) return { ...at, [step]: put((at as Keyed)[step] ?? (rest.length > 0 ? {} : undefined), rest, edit) };
  const { [step]: _, ...others } = at as Keyed;
  return others;
}

/** The edits made in turn, with what each found before it; those that want what stands there already change nothing. */
export function changesOf(tree: unknown, edits: readonly Edit[]): { tree: unknown; changes: Change[] } {
  let now = tree;
  const changes = edits.flatMap((edit): Change[] => {
    const before = valueAt(now, edit.path);
    if (alike(before, edit.value)) return [];
    now = withEdit(now, edit);
    return [
      {
        path: edit.path,
        ...(before === undefined ? {} : { before }),
        ...(edit.value === undefined ? {} : { after: edit.value }),
      },
    ];
  });
  return { tree: now, changes };
}

/**
 * A change told as deep as what differs: through records of one sort and of the same fields, of which one alone does. A
 * measure stays whole, its figure and its unit.
 * @example a flat rate of 7.30 that becomes 8.10 → its amount, 7.30 before and 8.10 after
 */
export function narrowed(change: Change): Change {
  const { path, before, after } = change;
  if (!isRecord(before) || !isRecord(after) || before.is !== after.is || isMeasure(after)) return change;
  const fields = Object.keys(after);
  if (fields.length !== Object.keys(before).length || !fields.every((field) => Object.hasOwn(before, field)))
    return change;
  const [field, ...others] = fields.filter((one) => !alike(before[one], after[one]));
  return field === undefined || others.length > 0
    ? change
    : narrowed({ path: [...path, field], before: before[field], after: after[field] });
}

const isRecord = (value: unknown): value is Keyed =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isMeasure = (value: Keyed): boolean => Object.keys(value).sort().join() === 'unit,value';

/** The edits that take changes back, last first. */
export const takenBack = (changes: readonly Change[]): Edit[] =>
  changes.map(({ path, before }): Edit => (before === undefined ? { path } : { path, value: before })).reverse();

/** Whether two paths touch the same value: one leads to the other or through it. */
export const touches = (a: readonly string[], b: readonly string[]): boolean => {
  const shared = Math.min(a.length, b.length);
  return a.slice(0, shared).every((step, i) => step === b[i]);
};

/**
 * What several revisions changed in all, path by path: the first before and the last after; what came back is left out.
 */
export function foldChanges(changes: readonly Change[]): Change[] {
  const byPath = new Map<string, Change>();
  for (const change of changes) {
    const key = JSON.stringify(change.path);
    const first = byPath.get(key);
    const { after: _, ...kept } = first ?? change;
    byPath.set(key, change.after === undefined ? kept : { ...kept, after: change.after });
  }
  return [...byPath.values()].filter((change) => !alike(change.before, change.after));
}
