/**
 * One change to the book: the path to a value, and the new value; without `value`, what stands there goes.
 * A step of the path is the key of an object, or what an element of a list is called: its id, its SKU, a break's edge.
 * @example { path: ['templates', 'small', 'lanes', 'ie', 'post', 'rate', 'breaks', '0.5', 'amount'], value: '5.20' }
 */
export interface Edit {
  readonly path: readonly string[];
  readonly value?: unknown;
  /** Of a member that is put into a list: before which other it is to stand; left out, or where that is gone, last. */
  readonly ahead?: string;
}

/** The edit that puts a value, or takes away what stands there where it is undefined. */
export const editTo = (path: readonly string[], value: unknown): Edit =>
  value === undefined ? { path } : { path, value };

/** The same edit of a member that is to stand before another; nothing said: last. */
export const aheadOf = (edit: Edit, ahead: string | undefined): Edit =>
  ahead === undefined ? edit : { ...edit, ahead };

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

/** Whether two values say the same, whatever the order of their fields. */
export function alike(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [fields, others] = [Object.keys(a), Object.keys(b)];
  return (
    fields.length === others.length &&
    fields.every(
      (field) =>
        Object.hasOwn(b, field) && alike((a as Record<string, unknown>)[field], (b as Record<string, unknown>)[field]),
    )
  );
}
