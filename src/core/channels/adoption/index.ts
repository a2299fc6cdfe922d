import { inBook, type Taking } from './in-book.ts';
import { sameGoods } from './same-goods.ts';
import { editsFor } from './taking.ts';
import { type AdoptRow, differing, testedAs, thingsOf } from './things.ts';

export type { Taking } from './in-book.ts';
export type { AdoptRow, Difference } from './things.ts';

/**
 * Where what is live at a channel parts from what the book would tell it, thing by thing. Goods are left out: what a
 * channel lists, its own record says.
 */
export function adoptionRows(taking: Taking): AdoptRow[] {
  const { here, there } = taking;
  const [ours, theirs] = [thingsOf(here), thingsOf(there)];
  const onSame = sameGoods(here, there);
  const rows = [...new Set([...theirs.keys(), ...ours.keys()])].flatMap((key): AdoptRow[] => {
    const own = ours.get(key);
    const found = theirs.get(key);
    const other = own && found ? { ...found, body: onSame(testedAs(own.body, found.body), own.body) } : found;
    const thing = other ?? own;
    if (!thing) return [];
    const fields = own && other ? differing(own.body, other.body) : [];
    if (own && other && fields.length === 0) return [];
    const state = own && other ? 'different' : other ? 'new' : 'gone';
    const { what, path, name } = thing;
    const edits = editsFor(taking, thing, state, fields);
    return [{ what, path: inBook(taking, path) ?? path, name, state, fields, edits }];
  });
  // Lanes of a template that is new, or gone, go with it.
  const whole = new Set(
    rows.flatMap((row) => (row.what === 'template' && row.state !== 'different' ? row.path[1] : [])),
  );
  return rows.filter((row) => row.what !== 'lane' || !whole.has(row.path[1]));
}
