import { alike } from './edit.ts';
import { isRecord, type Keyed, keysOf, placeOf } from './members.ts';
import { type Patch, patched, within } from './patch.ts';
import { stepsOf } from './steps.ts';

/**
 * What makes one value of another, as deep as they differ: through records of the same sort, and through lists whose
 * members have names. A measure stays whole, its figure and its unit. Null where both say the same; undefined is that
 * nothing stands there.
 * @example a flat rate of 7.30 that becomes 8.10 → its amount is put
 */
export function differences(before: unknown, after: unknown): Patch | null {
  if (before === after) return null;
  if (after === undefined) return { is: 'gone' };
  const deep =
    isRecord(before) && isRecord(after) && isOneSort(before, after)
      ? fieldsOf(before, after)
      : Array.isArray(before) && Array.isArray(after)
        ? membersOf(before, after)
        : undefined;
  return deep === undefined ? (alike(before, after) ? null : { is: 'put', value: after }) : deep;
}

/** The fields that tell which of several forms a thing has. */
const sorts = ['is', 'by', 'over'] as const;
const isOneSort = (a: Keyed, b: Keyed): boolean => sorts.every((field) => a[field] === b[field]) && !isMeasure(b);
const isMeasure = (value: Keyed): boolean => 'value' in value && 'unit' in value && Object.keys(value).length === 2;

function fieldsOf(before: Keyed, after: Keyed): Patch | null {
  const of = (all: Keyed, field: string): unknown => (Object.hasOwn(all, field) ? all[field] : undefined);
  const fields = new Set([...Object.keys(before), ...Object.keys(after)]);
  return eachOf(fields, (field) => differences(of(before, field), of(after, field)));
}

/** By name where each has one of its own, and where nothing but the order of what was added is to be told. */
function membersOf(before: readonly unknown[], after: readonly unknown[]): Patch | null | undefined {
  const [old, keys] = [keysOf(before), keysOf(after)];
  if (!old || !keys) return undefined;
  const of = (list: readonly unknown[], key: string): unknown => list[placeOf(list, key)];
  const patch = eachOf(new Set([...old, ...keys]), (key) => differences(of(before, key), of(after, key)));
  const placed = patch === null ? old : keysOf(patched(before, patch));
  return placed?.every((key, i) => key === keys[i]) ? patch : undefined;
}

/** A patch of what is made of each name. */
function eachOf(names: ReadonlySet<string>, made: (name: string) => Patch | null): Patch | null {
  const steps: [string, Patch][] = [];
  for (const name of names) {
    const step = made(name);
    if (step) steps.push([name, step]);
  }
  return within(stepsOf(steps));
}
