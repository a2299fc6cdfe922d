import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import type { Conflict } from '../../contract/index.ts';
import { alike, type Change, changesTo, type Edit, editsOf, editTo, valueAt, withEdit } from '../../core/book/index.ts';
import { seeded } from '../../core/plan/index.ts';
import { api } from './api.ts';
import { cleared, draftKept, undone } from './draft.ts';
import { catchUp, dropEdit, makeEdits, saveDraft, selectOpen, selectSaved, selectUnsaved, settle } from './editing.ts';
import { store } from './index.ts';
import { remember } from './remembered.ts';

type Tree = ReturnType<typeof smallBook>;
const path = (text: string) => text.split('/');
const lane = 'templates/soaps/lanes/home/post';
const amount = path(`${lane}/rate/amount`);

/** A server that keeps revisions, told in the plainest way. */
let tree: Tree;
let revisions: Change[][];
let whole: boolean;
const newest = () => revisions.length - 1;
/** Somebody saves, whatever others have done. */
function saveAs(edits: readonly Edit[]): void {
  const before = tree;
  tree = edits.reduce<Tree>((now, edit) => withEdit(now, edit), tree);
  revisions.push(changesTo(before, tree));
}
const meet = (a: readonly string[], b: readonly string[]) =>
  a.slice(0, b.length).every((step, i) => step === b[i]) && b.slice(0, a.length).every((step, i) => step === a[i]);
/** Edits that somebody has changed since a revision, but for those that want what stands. */
const conflicts = (base: number, edits: readonly Edit[]) =>
  edits.filter(
    (edit) =>
      revisions
        .slice(base + 1)
        .flat()
        .some((change) => meet(change.path, edit.path)) && !alike(valueAt(tree, edit.path), edit.value),
  );

function answer(to: string): unknown {
  const { goods, ...book } = tree;
  if (to === '/book') return { revision: newest(), book };
  if (to.startsWith('/goods')) return { revision: newest(), items: goods, next: null };
  const since = Number(to.split('/').at(-1));
  return { revision: newest(), changes: whole ? null : revisions.slice(since + 1).flat() };
}
/** A save that somebody has asked for: refused with what is in the way, or made. */
async function saved({ base, edits }: { base: number; edits: Edit[] }): Promise<[number, object]> {
  const found = conflicts(base, edits);
  const theirs = (path: readonly string[]) => valueAt(tree, path);
  if (found.length > 0) {
    const told = found.map(({ path, value }) => ({
      path,
      mine: value,
      theirs: theirs(path),
      who: 'B',
      revision: newest(),
    }));
    return [409, { type: '/problems/conflict', title: 'In the way', status: 409, conflicts: told }];
  }
  saveAs(edits);
  const revision = newest();
  await meanwhile();
  return [201, { revision }];
}
const asked: string[] = [];

const act = store.dispatch;
const edit = (text: string, value: unknown) => act(makeEdits([editTo(path(text), value)]));
const open = () => selectOpen(store.getState()) as NonNullable<ReturnType<typeof selectOpen>>;
const shown = () => ({ ...open().book, goods: open().goods });
const edits = () => editsOf(store.getState().draft.patch);
/** Saves the draft as the screen does; what is in the way, where there is something. */
async function save(): Promise<readonly Conflict[]> {
  const answer = await act(saveDraft('A', ''));
  return 'refused' in answer ? (answer.refused.conflicts ?? []) : [];
}
/** What happens between the server's having saved and its answer. */
let meanwhile: () => void | Promise<void>;

beforeEach(async () => {
  [tree, revisions, whole] = [smallBook(), [[], []], false];
  meanwhile = () => undefined;
  asked.length = 0;
  vi.stubGlobal('fetch', async (request: Request) => {
    const to = new URL(request.url).pathname.replace(/^\/api/, '');
    asked.push(to);
    const [status, said] = request.method === 'POST' ? await saved(await request.json()) : [200, answer(to)];
    return new Response(JSON.stringify(said), { status, headers: { 'Content-Type': 'application/json' } });
  });
  await act(api.endpoints.book.initiate());
  await act(api.endpoints.goods.initiate());
});
afterEach(() => {
  act(api.util.resetApiState());
  act(cleared());
  vi.unstubAllGlobals();
});

describe('the draft', () => {
  test('is one edit a place, as deep as what differs, on the revision it began on', () => {
    edit(amount.join('/'), '5.10');
    edit(`${lane}/rate`, { is: 'flat', amount: '5.20' });
    expect(edits()).toEqual([{ path: amount, value: '5.20' }]);
    expect(store.getState().draft.base).toBe(1);
    expect(valueAt(shown(), amount)).toBe('5.20');
    expect(open().changed(path(lane))).toBe(true);
    expect(open().changed(path('zones/home'))).toBe(false);
  });
  test('an edit back to what is saved is none', () => {
    const stood = valueAt(tree, amount);
    edit(amount.join('/'), '5.10');
    edit(amount.join('/'), stood);
    expect([edits(), store.getState().draft.base, selectUnsaved(store.getState())]).toEqual([[], null, 0]);
  });
  test('an edit within a wider one is part of it', () => {
    edit(`${lane}/rate`, { is: 'free' });
    edit('offers/fresh', { id: 'fresh', title: 'Fresh' });
    edit('offers/fresh/title', 'Fresher');
    expect(edits()).toEqual([
      { path: path(`${lane}/rate`), value: { is: 'free' } },
      { path: path('offers/fresh'), value: { id: 'fresh', title: 'Fresher' } },
    ]);
  });
  test('acts are taken back one by one; what changed nothing was no act', () => {
    edit(amount.join('/'), '5.10');
    edit('seller', 'B');
    edit('seller', 'B');
    act(undone());
    expect(edits()).toEqual([{ path: amount, value: '5.10' }]);
    edit('seller', 'C');
    act(dropEdit({ path: amount }));
    expect(edits()).toEqual([{ path: ['seller'], value: 'C' }]);
    for (let i = 0; i < 5; i += 1) act(undone());
    expect(edits()).toEqual([]);
  });
  test('what is made while a save is on its way stays; what is taken back meanwhile is undone', async () => {
    const stood = valueAt(tree, amount);
    edit(amount.join('/'), '5.10');
    edit('seller', 'B');
    meanwhile = () => {
      edit(amount.join('/'), stood);
      edit('zones/home/name', 'Here');
    };
    expect(await save()).toEqual([]);
    expect(edits()).toEqual([
      { path: path('zones/home/name'), value: 'Here' },
      { path: amount, value: stood },
    ]);
    expect(store.getState().draft.base).toBe(2);
    expect(shown()).toEqual({ ...shown(), seller: 'B' });
    // Others have saved in between: what was made on revision 2 is held against that still.
    meanwhile = () => edit('seller', 'C');
    saveAs([{ path: path('zones/north/name'), value: 'Theirs' }]);
    expect(await save()).toEqual([]);
    expect(store.getState().draft).toMatchObject({ base: 2 });
    expect(edits()).toEqual([{ path: ['seller'], value: 'C' }]);
  });
});

describe('others’ saves', () => {
  test('come as what changed, not as the whole book, and leave the draft as it is', async () => {
    edit(amount.join('/'), '5.10');
    saveAs([
      { path: path('zones/home/name'), value: 'Theirs' },
      { path: path('goods/BAR-OAT/price'), value: '8.00' },
    ]);
    asked.length = 0;
    const [oat, sea] = ['BAR-OAT', 'BAR-SEA'].map((sku) => open().goods.find((one) => one.sku === sku));
    await act(catchUp());
    expect(asked).toEqual(['/book/since/1']);
    expect({ ...open().saved, goods: open().savedGoods }).toEqual(tree);
    expect(edits()).toEqual([{ path: amount, value: '5.10' }]);
    expect(open().goods.find((one) => one.sku === 'BAR-SEA')).toBe(sea);
    expect(open().goods.find((one) => one.sku === 'BAR-OAT')).not.toBe(oat);
  });
  test('come as a whole where they are too many', async () => {
    whole = true;
    saveAs([{ path: ['seller'], value: 'Theirs' }]);
    await act(catchUp());
    await vi.waitFor(() => expect(open().saved.seller).toBe('Theirs'));
  });
  test('that take away what the draft changes something in leave it whole, to be told when it is saved', async () => {
    edit(amount.join('/'), '5.10');
    saveAs([{ path: path(lane) }]);
    await act(catchUp());
    expect(valueAt(shown(), amount)).toBe('5.10');
    const found = await save();
    expect(found.map((one) => one.path)).toEqual([path(lane)]);
    await act(settle(found, () => true));
    expect(await save()).toEqual([]);
    expect(valueAt(tree, amount)).toBe('5.10');
  });
  test('that are one’s own leave nothing unsaved, also where they are heard of before the answer', async () => {
    meanwhile = () => act(catchUp());
    edit('templates/soaps/lanes/west/post', { rate: { is: 'free' }, freeFrom: null });
    edit(`${lane}/rate`, { is: 'free' });
    edit('offers/suds/title', 'Mine');
    expect(await save()).toEqual([]);
    expect([edits(), shown()]).toEqual([[], tree]);
    expect(valueAt(shown(), path('templates/soaps/lanes/west/post/rate'))).toEqual({ is: 'free' });
  });
  test('that make another sort of it do, too; theirs can be let stand', async () => {
    edit(amount.join('/'), '5.10');
    saveAs([{ path: path(`${lane}/rate`), value: { is: 'free' } }]);
    await act(catchUp());
    expect(valueAt(shown(), path(`${lane}/rate`))).toEqual({ is: 'flat', amount: '5.10' });
    const told = [{ path: [...amount], mine: '5.10', who: 'B', revision: newest() }];
    await act(settle(told, () => false));
    expect([edits(), valueAt(shown(), path(`${lane}/rate`))]).toEqual([[], { is: 'free' }]);
  });
  test('whoever edits, saves, is in the way and goes on, in any order: the last word stands', async () => {
    const random = seeded(5);
    const pick = <T,>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
    const places = [
      'seller',
      'zones/home/name',
      'zones/north/name',
      amount.join('/'),
      'templates/soaps/lanes/north/post/rate/amount',
      'offers/suds/title',
      ...['BAR-OAT', 'BAR-SEA'].flatMap((sku) => [`goods/${sku}/price`, `goods/${sku}/name`]),
    ];
    let met = 0;
    for (let round = 0; round < 150; round += 1) {
      const mine = new Map<string, string>();
      for (let i = 0; i < 4; i += 1) {
        const place = pick(places);
        const value = `${round}.${i}0`;
        if (random() < 0.6) {
          mine.set(place, value);
          edit(place, value);
        } else {
          saveAs([editTo(path(place), `${value}7`)]);
          if (random() < 0.5) await act(catchUp());
        }
        expect(valueAt(shown(), path(place))).toBe(
          mine.get(place) ?? valueAt(selectSaved(store.getState())?.tree, path(place)),
        );
      }
      const theirs = new Map<string, unknown>();
      for (let found = await save(); found.length > 0; found = await save()) {
        met += 1;
        const isMine = new Map(found.map((one) => [one.path.join('/'), random() < 0.5]));
        for (const one of found)
          if (!isMine.get(one.path.join('/'))) theirs.set(one.path.join('/'), valueAt(tree, one.path));
        await act(settle(found, (one) => isMine.get(one.path.join('/')) === true));
      }
      expect(edits()).toEqual([]);
      await act(catchUp());
      expect(shown()).toEqual(tree);
      for (const [place, value] of mine)
        expect(valueAt(tree, path(place)), place).toEqual(theirs.has(place) ? theirs.get(place) : value);
    }
    expect(met).toBeGreaterThan(30);
  });
});

describe('the browser', () => {
  let forget: () => void;
  beforeEach(() => {
    forget = remember(store);
  });
  afterEach(() => forget());

  test('the draft is kept in the browser at rest, and at once where the page is left', async () => {
    edit(amount.join('/'), '5.10');
    const kept = () => JSON.parse(localStorage.getItem('plemb-screen-1') ?? '{}').draft;
    window.dispatchEvent(new Event('pagehide'));
    expect(kept()).toEqual({ base: 1, edits: [{ path: amount, value: '5.10' }] });
    edit('seller', 'B');
    expect(kept().edits).toHaveLength(1);
    await vi.waitFor(() => expect(kept().edits).toHaveLength(2));
  });

  test('where the browser has no room for the draft, that is said, and taken back when it has', async () => {
    vi.stubGlobal('localStorage', {
      setItem() {
        throw new DOMException('full', 'QuotaExceededError');
      },
    });
    edit('seller', 'B');
    await vi.waitFor(() => expect(store.getState().view.unkept).toBe(true));
    vi.stubGlobal('localStorage', { setItem: () => undefined });
    edit('seller', 'C');
    await vi.waitFor(() => expect(store.getState().view.unkept).toBe(false));
  });

  test('what it has kept is the draft again', () => {
    edit(amount.join('/'), '5.10');
    edit('offers/suds', undefined);
    const kept = edits();
    expect(editsOf(draftKept({ base: 1, edits: kept }).patch)).toEqual(kept);
    expect(draftKept({ base: 1, edits: kept }).patch).toEqual(store.getState().draft.patch);
  });
});
