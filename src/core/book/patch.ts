import { aheadOf, type Edit } from './edit.ts';
import { type Added, isRecord, type Keyed, placedAs, placeOf, withMembers } from './members.ts';
import { type Own, type Steps, stepAt, stepsBetween, stepsIn, stepsOf, withStep } from './steps.ts';

/**
 * What is changed of a tree, keyed by path: at each step what stands there is put, goes, or is changed further in. No
 * two of its edits lie within each other. Never changed in place: what two patches share is the same object.
 */
export type Patch = Put | { readonly is: 'gone' } | Within;
interface Put {
  readonly is: 'put';
  readonly value: unknown;
  /** Before which other member of a list it is to stand; last where none is said. */
  readonly ahead?: string;
}
interface Within {
  readonly is: 'within';
  readonly steps: Steps<Patch>;
}

/** Changes further in; null where there are none. */
export const within = (steps: Steps<Patch>): Within | null => (steps.size === 0 ? null : { is: 'within', steps });

/** What a patch says one step further in; null where it says nothing. */
export const patchIn = (patch: Patch | null, step: string): Patch | null =>
  patch?.is === 'within' ? (stepAt(patch.steps, step) ?? null) : null;

/** A patch that says another thing one step further in, or nothing there; what it puts or takes away is no more. */
export const patchTo = (patch: Patch | null, step: string, to: Patch | null, own?: Own): Patch | null =>
  within(withStep(patch?.is === 'within' ? patch.steps : stepsOf<Patch>([]), step, to, own));

export type Path = readonly string[];

/**
 * Records that come to be with the first thing that stands in them: a zone's lanes, what is said of a channel. Asked of
 * the first so many steps of a path.
 */
export const comesWithItsFirst = (path: Path, steps = path.length): boolean =>
  (steps === 4 && path[0] === 'templates' && path[2] === 'lanes') ||
  (steps === 2 && path[0] === 'channels') ||
  (steps === 3 && path[0] === 'channels' && (path[2] === 'speeds' || path[2] === 'feeds'));

const isThere = (tree: unknown, step: string): boolean =>
  Array.isArray(tree) ? placeOf(tree, step) >= 0 : isRecord(tree) && Object.hasOwn(tree, step);

/** What stands at a step of a tree; undefined where nothing does. */
export function memberAt(tree: unknown, step: string): unknown {
  if (Array.isArray(tree)) return tree[placeOf(tree, step)];
  return isThere(tree, step) ? (tree as Keyed)[step] : undefined;
}

const known = new WeakMap<Patch, { readonly tree: unknown; readonly gave: unknown }>();

/**
 * A tree with a patch made on it; what is not changed is shared, and what was made before is kept. What the patch
 * changes within things that are not there is left out.
 */
export function patched<T>(tree: T, patch: Patch | null, above: Path = []): T {
  if (patch === null) return tree;
  if (patch.is === 'put') return patch.value as T;
  if (patch.is === 'gone') return undefined as T;
  const last = known.get(patch);
  if (last && last.tree === tree) return last.gave as T;
  const gave = Array.isArray(tree)
    ? listWith(tree, patch.steps, above)
    : isRecord(tree)
      ? recordWith(tree, patch.steps, above)
      : tree === undefined && comesWithItsFirst(above)
        ? recordWith({}, patch.steps, above)
        : tree;
  known.set(patch, { tree, gave });
  return gave as T;
}

/** The same one step further in; what was made before is found without spelling out the path. */
function patchedAt(tree: unknown, patch: Patch, above: Path, step: string): unknown {
  const last = known.get(patch);
  return last && last.tree === tree ? last.gave : patched(tree, patch, [...above, step]);
}

/**
 * Of a list the last patch, and what it gave; members stand there where they stand in the list. Only patches that are
 * done are asked for what they give: one that is still being made changes in place.
 */
const lastOf = new WeakMap<readonly unknown[], { readonly steps: Steps<Patch>; readonly gave: readonly unknown[] }>();

function listWith(list: readonly unknown[], steps: Steps<Patch>, above: Path): readonly unknown[] {
  const gave = inPlace(list, steps, above);
  if (gave) {
    placedAs(gave, list);
    lastOf.set(list, { steps, gave });
    return gave;
  }
  const copy = [...list];
  const [gone, added] = [new Set<number>(), [] as Added[]];
  for (const [step, patch] of stepsIn(steps)) {
    const i = placeOf(list, step);
    if (i >= 0 && patch.is === 'gone') gone.add(i);
    else if (i >= 0) copy[i] = patchedAt(list[i], patch, above, step);
    else if (patch.is === 'put') added.push({ member: patch.value, ahead: patch.ahead });
  }
  return withMembers(
    copy.filter((_, i) => !gone.has(i)),
    added,
  );
}

/**
 * The list with what a patch changes in members that stand, which is all that it may do; where a patch was made on it
 * before, what differs from that alone is looked at. Null where members come or go.
 */
function inPlace(list: readonly unknown[], steps: Steps<Patch>, above: Path): unknown[] | null {
  const last = lastOf.get(list) ?? { steps: stepsOf<Patch>([]), gave: list };
  const copy = [...last.gave];
  for (const { name, to } of stepsBetween(last.steps, steps)) {
    const i = placeOf(list, name);
    if (to?.is === 'gone' || (i < 0 && to?.is === 'put')) return null;
    if (i >= 0) copy[i] = to === undefined ? list[i] : patchedAt(list[i], to, above, name);
  }
  return copy;
}

function recordWith(record: Keyed, steps: Steps<Patch>, above: Path): Keyed {
  const copy = { ...record };
  for (const [step, patch] of stepsIn(steps)) {
    if (patch.is === 'gone') delete copy[step];
    else if (patch.is === 'put') field(copy, step, patch.value);
    else if (isThere(record, step)) field(copy, step, patchedAt(record[step], patch, above, step));
    else if (comesWithItsFirst([...above, step])) field(copy, step, patchedAt(undefined, patch, above, step));
  }
  return copy;
}

/** Sets a field, whatever it is called. */
function field(record: Keyed, name: string, value: unknown): void {
  if (name === '__proto__')
    Object.defineProperty(record, name, { value, enumerable: true, writable: true, configurable: true });
  else record[name] = value;
}

/** The edits that a patch is made of, none within another. */
export function editsOf(patch: Patch | null): Edit[] {
  const edits: Edit[] = [];
  const add = (one: Patch, path: Path): void => {
    if (one.is === 'put') edits.push(aheadOf({ path, value: one.value }, one.ahead));
    else if (one.is === 'gone') edits.push({ path });
    else for (const [step, next] of stepsIn(one.steps)) add(next, [...path, step]);
  };
  if (patch) add(patch, []);
  return edits;
}

const counted = new WeakMap<object, number>();
/** How many edits a patch is made of. */
export function countOf(patch: Patch | null): number {
  if (patch === null) return 0;
  if (patch.is !== 'within') return 1;
  let count = 0;
  for (const part of patch.steps.parts) {
    let inPart = counted.get(part);
    if (inPart === undefined) {
      inPart = 0;
      for (const { to } of part.values()) inPart += countOf(to);
      counted.set(part, inPart);
    }
    count += inPart;
  }
  return count;
}

/** What a patch says at a path: of all that lies there, or of something that it lies in. Null where it says nothing. */
export function patchAt(patch: Patch | null, path: Path): Patch | null {
  let at = patch;
  for (const step of path) {
    if (at?.is !== 'within') return at;
    at = patchIn(at, step);
  }
  return at;
}

/** One place at which two patches differ, and what the second says there. */
export interface Turn {
  readonly path: Path;
  readonly to: Patch | null;
}

/** What makes one patch of another; what they share is passed over. */
export function turnsBetween(from: Patch | null, to: Patch | null, path: Path = []): Turn[] {
  if (from === to) return [];
  if (from?.is !== 'within' || to?.is !== 'within') return [{ path, to }];
  return stepsBetween(from.steps, to.steps).flatMap((one) =>
    turnsBetween(one.from ?? null, one.to ?? null, [...path, one.name]),
  );
}

/** A patch with turns made, as {@link turnsBetween} gives them. */
export function turned(patch: Patch | null, turns: readonly Turn[]): Patch | null {
  const own: Own = new Set();
  const set = (at: Patch | null, { path, to }: Turn, depth: number): Patch | null => {
    const step = path[depth];
    return step === undefined ? to : patchTo(at, step, set(patchIn(at, step), { path, to }, depth + 1), own);
  };
  return turns.reduce<Patch | null>((now, turn) => set(now, turn, 0), patch);
}
