import { differences } from './differences.ts';
import { aheadOf, type Edit, editTo, NothingThere, OtherKey } from './edit.ts';
import { isRecord, keyOf, naming } from './members.ts';
import { comesWithItsFirst, memberAt, type Patch, type Path, patched, patchIn, patchTo } from './patch.ts';
import type { Own } from './steps.ts';

/**
 * A patch of a tree with more edits, each made on what those before it give, and told as deep as what differs from the
 * tree. Throws {@link NothingThere} where an edit leads nowhere, {@link OtherKey} where a member would stand under
 * another name than its own; with `passes`, edits that lead nowhere are left out.
 */
export function patchWith(
  tree: unknown,
  patch: Patch | null,
  edits: Iterable<Edit>,
  { above = [], passes = false }: { above?: Path; passes?: boolean } = {},
): Patch | null {
  const own: Own = new Set();

  function set(at: unknown, one: Patch | null, edit: Edit, depth: number): Patch | null {
    const { path, value, ahead } = edit;
    const step = path[depth];
    if (step === undefined) {
      const made = differences(at, value);
      return made?.is === 'put' && ahead !== undefined ? { ...made, ahead } : made;
    }
    const stands =
      one?.is === 'put' ? one.value : one?.is === 'gone' && comesWithItsFirst(path, depth) ? {} : undefined;
    if (stands !== undefined) {
      const here = path.slice(0, depth);
      const inner = patchWith(stands, null, [aheadOf(editTo(path.slice(depth), value), ahead)], { above: here });
      return differences(at, patched(stands, inner, here));
    }
    if (one?.is !== 'within' && one !== null) throw new NothingThere(path);
    if (typeof at !== 'object' || at === null) throw new NothingThere(path);
    const stood = memberAt(at, step);
    const begins = stood === undefined && depth < path.length - 1 && comesWithItsFirst(path, depth + 1);
    const next = set(begins ? {} : stood, patchIn(one, step), edit, depth + 1);
    if (Array.isArray(at)) {
      const key = keyWith(stood, next);
      if (key !== 'gone' && key.is !== step) throw new OtherKey(path, key.is);
    }
    return patchTo(one, step, next, own);
  }

  let now = patch;
  for (const edit of edits) {
    try {
      now = set(tree, now, above.length > 0 ? { ...edit, path: [...above, ...edit.path] } : edit, above.length);
    } catch (error) {
      if (!passes || !(error instanceof NothingThere)) throw error;
    }
  }
  return now;
}

/**
 * What a member of a list is called once it is changed so. Only the fields that may name it are looked at: while edits
 * are being made nothing is to be kept of what they come to.
 */
function keyWith(stood: unknown, change: Patch | null): { readonly is: string | undefined } | 'gone' {
  if (change?.is === 'gone' || (change === null && stood === undefined)) return 'gone';
  if (change?.is === 'put') return { is: keyOf(change.value) };
  const fields = naming.flatMap((field) => {
    const to = patchIn(change, field);
    return to === null ? [] : [[field, to.is === 'put' ? to.value : undefined]];
  });
  return { is: keyOf(isRecord(stood) && fields.length > 0 ? { ...stood, ...Object.fromEntries(fields) } : stood) };
}
