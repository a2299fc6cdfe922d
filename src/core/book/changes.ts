import { differences } from './differences.ts';
import { aheadOf, alike, type Edit, editTo } from './edit.ts';
import { hasEdge, keyOf, placeOf } from './members.ts';
import { editsOf, memberAt, patched } from './patch.ts';
import { patchWith } from './patch-with.ts';

/** An edit with what stood there before, so that it can be shown and taken back. */
export interface Change {
  readonly path: readonly string[];
  readonly before?: unknown;
  readonly after?: unknown;
  /** Of a member that was taken out of a list: the one that stood behind it. */
  readonly ahead?: string | undefined;
}

/** What stands at a path; undefined where nothing does. */
export const valueAt = (tree: unknown, path: readonly string[]): unknown => path.reduce<unknown>(memberAt, tree);

/**
 * The tree with an edit made; parts not on the path are shared. Throws NothingThere where the path leads nowhere,
 * OtherKey where an element is put under a key that is not its own. `above`: where in a larger tree this one lies.
 */
export const withEdit = <T>(tree: T, edit: Edit, above: readonly string[] = []): T =>
  patched(tree, patchWith(tree, null, [edit], { above }), above);

/**
 * What makes one value of another, as deep as they differ, each with what stood there: at a path, of the whole tree
 * where none is given.
 */
export const changesTo = (before: unknown, after: unknown, path: readonly string[] = []): Change[] =>
  editsOf(differences(before, after)).map((edit) => {
    const change = told([...path, ...edit.path], valueAt(before, edit.path), edit.value);
    const behind = edit.value === undefined ? behindOf(valueAt(before, edit.path.slice(0, -1)), edit.path) : undefined;
    return behind === undefined ? change : { ...change, ahead: behind };
  });

/** What stands behind a member of a list, if that is where a path leads. Goods are in no order, breaks in their own. */
function behindOf(list: unknown, path: readonly string[]): string | undefined {
  if (!Array.isArray(list) || path[0] === 'goods') return undefined;
  const i = placeOf(list, path.at(-1) ?? '');
  return hasEdge(list[i]) ? undefined : keyOf(list[i + 1]);
}

/** A change told as deep as what differs, where one place alone does. */
export function narrowed(change: Change): Change {
  const [only, ...others] = changesTo(change.before, change.after, change.path);
  return only === undefined || others.length > 0 ? change : only;
}

/** The edits that take changes back, last first. */
export const takenBack = (changes: readonly Change[]): Edit[] =>
  changes.map(({ path, before, ahead }) => aheadOf(editTo(path, before), ahead)).reverse();

/**
 * Whatever was said of paths, found by a path that touches one of them: that leads to it or through it. Of several the
 * last said.
 */
export function touching<T>(said: Iterable<{ readonly path: readonly string[]; readonly of: T }>) {
  interface Node {
    /** The number of what was said last of this place, and of any place within it. */
    here: number;
    inside: number;
    readonly steps: Map<string, Node>;
  }
  const fresh = (): Node => ({ here: -1, inside: -1, steps: new Map() });
  const [root, all] = [fresh(), [] as T[]];
  for (const { path, of } of said) {
    let at = root;
    for (const step of path) {
      at.inside = all.length;
      const next = at.steps.get(step) ?? fresh();
      at.steps.set(step, next);
      at = next;
    }
    at.here = at.inside = all.length;
    all.push(of);
  }
  return (path: readonly string[]): T | undefined => {
    let [at, last]: [Node | undefined, number] = [root, root.here];
    for (const step of path) {
      at = at.steps.get(step);
      if (!at) return all[last];
      last = Math.max(last, at.here);
    }
    return all[Math.max(last, at.inside)];
  };
}

/**
 * What several revisions changed in all, none within another: what first stood there, and what stands at the end. What
 * came back is left out.
 * @example an offer made, then its title changed → the offer, new, as it is at the end
 */
export function foldChanges(changes: readonly Change[]): Change[] {
  const folded = new Map<string, Change>();
  /** The keys of what is folded so far, by the paths that it lies within. */
  const inside = new Map<string, Set<string>>();
  const keyAt = (path: readonly string[]) => JSON.stringify(path);
  const widerThan = (path: readonly string[]) => path.map((_, i) => path.slice(0, i));
  const put = (key: string, change: Change) => {
    folded.set(key, change);
    for (const wider of widerThan(change.path).map(keyAt))
      inside.set(wider, (inside.get(wider) ?? new Set<string>()).add(key));
  };
  const drop = (key: string, change: Change) => {
    folded.delete(key);
    for (const wider of widerThan(change.path)) inside.get(keyAt(wider))?.delete(key);
  };
  /** A value with another put into it, further in. */
  const joined = (value: unknown, { path }: Change, deeper: readonly string[], put: unknown) =>
    withEdit(value, editTo(deeper.slice(path.length), put), path);

  for (const change of changes) {
    const { path, after } = change;
    const wider = widerThan(path)
      .map(keyAt)
      .find((key) => folded.has(key));
    const whole = wider === undefined ? undefined : folded.get(wider);
    if (wider !== undefined && whole) {
      folded.set(wider, told(whole.path, whole.before, joined(whole.after, whole, path, after)));
      continue;
    }
    const key = keyAt(path);
    const deeper = [...(inside.get(key) ?? [])].map((one) => [one, folded.get(one) as Change] as const).reverse();
    for (const [one, found] of deeper) drop(one, found);
    const first = folded.get(key);
    const before = first
      ? first.before
      : deeper.reduce<unknown>((value, [, one]) => joined(value, change, one.path, one.before), change.before);
    put(key, told(path, before, after));
  }
  return [...folded.values()].filter((change) => !alike(change.before, change.after));
}

/** A change; a side on which nothing stands is left out. */
const told = (path: readonly string[], before: unknown, after: unknown): Change => ({
  path,
  ...(before === undefined ? {} : { before }),
  ...(after === undefined ? {} : { after }),
});
