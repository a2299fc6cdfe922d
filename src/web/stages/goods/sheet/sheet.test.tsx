import { fireEvent, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { smallBook } from '../../../../../tests/books/small.ts';
import { at, away, drafted, press, removed, screen, stands, type } from '../../../../../tests/screen.tsx';
import { removal } from '../../../../core/book/index.ts';
import type { Currency } from '../../../../core/exact/index.ts';
import {
  type Block,
  blockText,
  type Column,
  cellOf,
  emptied,
  entryReader,
  filledDown,
  goodsFields,
  pasted,
} from '../../../../core/goods/index.ts';
import { seeded } from '../../../../core/plan/index.ts';
import { redone, undone } from '../../../data/draft.ts';
import { makeEdits, selectOpen } from '../../../data/editing.ts';
import { store } from '../../../data/index.ts';

afterEach(away);

/** The first goods of the small book, as the sheet shows them. */
const goods = smallBook().goods;
const [first, second] = goods;
if (!first || !second) throw new Error('the small book has two goods at least');

/** The sheet with the first item alone in it, ticked: a DOM without a layout draws no rows. */
async function onlyFirst(): Promise<void> {
  at(`/goods?where=${encodeURIComponent(`sku is ${first?.sku}`)}`);
  await screen.findByText(`1 of ${goods.length} goods`);
  fireEvent.click(screen.getByLabelText('Tick all that are shown'));
}

test('an item is added by hand: as people write figures, once each SKU', async () => {
  at('/goods');
  press(await screen.findByRole('button', { name: 'Add an item' }));
  const form = within(await screen.findByRole('form', { name: 'A new item' }));
  const fill = (label: string, text: string) =>
    fireEvent.change(form.getByLabelText(label), { target: { value: text } });
  fill('SKU', first.sku);
  fill('Name', 'Double');
  fill('Price', '4,50');
  press('Add it');
  expect(screen.getByRole('alert').textContent).toBe(`${first.sku} is there already`);
  fill('SKU', 'NEW-1');
  fill('Price', 'dear');
  press('Add it');
  expect(screen.getByRole('alert').textContent).toContain('Price: “dear”');
  fill('Price', '4,50');
  fill('Mass', '0,25 kg');
  press('Add it');
  expect(drafted()).toMatchObject([
    ['goods/NEW-1', { sku: 'NEW-1', name: 'Double', price: '4.50', mass: { value: '0.25', unit: 'kg' }, kind: null }],
  ]);
});

test('goods are ticked, copied, made variants of, and removed, with what names them said first', async () => {
  await onlyFirst();
  const bar = within(await screen.findByRole('toolbar', { name: 'Goods that are ticked' }));
  press(bar.getByRole('button', { name: 'Copy it' }));
  expect(stands(`goods/${first.sku}-2`)).toMatchObject({
    ...first,
    sku: `${first.sku}-2`,
    name: `${first.name}, copy`,
  });
  press(bar.getByRole('button', { name: 'Make variants of it' }));
  fireEvent.change(await screen.findByLabelText('In what they differ, parted by commas'), {
    target: { value: 'red, blue' },
  });
  press('Make 2 variants');
  expect(stands(`goods/${first.sku}-RED`)).toMatchObject({ parent: first.sku, price: null, mass: null });
  await removed('Remove …');
  // Variants keep what they had of it.
  await waitFor(() => expect(stands(`goods/${first.sku}`)).toBeUndefined());
  expect(stands(`goods/${first.sku}-RED`)).toMatchObject({ parent: null, price: first.price, mass: first.mass });
});

test('conditions narrow the sheet, and stand in its address', async () => {
  at(`/goods?where=${encodeURIComponent(`sku is ${first.sku}`)}`);
  expect(await screen.findByText(`1 of ${goods.length} goods`)).toBeDefined();
  press('Without the condition on SKU');
  expect(await screen.findByText(`${goods.length} goods`)).toBeDefined();
  fireEvent.change(screen.getByLabelText('Add a condition'), { target: { value: 'price' } });
  fireEvent.change(await screen.findByLabelText('How Price is held'), { target: { value: 'at least' } });
  type('What Price is held against', 'dear');
  expect(await screen.findByText(/right would be an amount/)).toBeDefined();
  type('What Price is held against', '0');
  await waitFor(() => expect(screen.queryByText(/right would be an amount/)).toBeNull());
});

test('a bulk change is for what is ticked, and says whose charges it changes', async () => {
  await onlyFirst();
  press('Change these 1 …');
  fireEvent.change(screen.getByLabelText('What to change'), { target: { value: 'price by' } });
  type('To what', '10');
  expect(await screen.findByText(/pinned baskets? .*charged otherwise/)).toBeDefined();
  press('Change 1 item');
  expect(drafted()).toHaveLength(1);
});

describe('random acts in the sheet', () => {
  const read = entryReader({ currency: 'EUR' as Currency, templates: smallBook().templates });
  const open = () => {
    const now = selectOpen(store.getState());
    if (!now) throw new Error('no book');
    return now;
  };

  test.each([1, 2, 3, 4])('are taken back one by one to where they began, and done again: seed %i', async (seed) => {
    at('/goods');
    await screen.findByRole('grid', { name: 'Goods' });
    const random = seeded(seed);
    const below = (n: number) => Math.floor(random() * n);
    const columns = goodsFields.names;
    const block = (): Block => {
      const rows = open().goods;
      const [top, left] = [below(rows.length), below(columns.length)];
      return {
        rows: rows.slice(top, top + 1 + below(4)),
        columns: columns.slice(left, left + 1 + below(4)) as Column[],
      };
    };
    const acts: readonly (() => void)[] = [
      () => store.dispatch(makeEdits(filledDown(block(), read).edits)),
      () => store.dispatch(makeEdits(emptied(block(), read).edits)),
      () => {
        const from = block();
        store.dispatch(
          makeEdits(pasted({ rows: open().goods, columns: from.columns }, from, blockText(block()), read).edits),
        );
      },
      () => {
        const item = open().goods[below(open().goods.length)];
        if (item)
          store.dispatch(
            makeEdits([{ path: ['goods', item.sku, 'price'], value: `${1 + below(90)}.${10 + below(89)}` }]),
          );
      },
      () => {
        const item = open().goods[below(open().goods.length)];
        const sku = `C-${below(1e6)}`;
        if (item) store.dispatch(makeEdits([{ path: ['goods', sku], value: { ...item, sku } }]));
      },
      () => {
        const item = open().goods[below(open().goods.length)];
        const { book, goods: all } = open();
        if (item && all.length > 3)
          store.dispatch(makeEdits(removal({ book, goods: all }, [{ named: 'item', id: item.sku }]).edits));
      },
    ];
    /** All that stands, cell by cell, and the book: what somebody sees. */
    const seen = () =>
      JSON.stringify([
        open()
          .goods.map((item) => columns.map((column) => cellOf(item, column)))
          .sort(),
        open().book,
      ]);
    const states = [seen()];
    for (let i = 0; i < 60; i += 1) {
      acts[below(acts.length)]?.();
      if (states.at(-1) !== seen()) states.push(seen());
    }
    expect(states.length).toBeGreaterThan(20);
    for (const before of states.slice(0, -1).reverse()) {
      store.dispatch(undone());
      expect(seen()).toBe(before);
    }
    expect(drafted()).toEqual([]);
    for (const after of states.slice(1)) {
      store.dispatch(redone());
      expect(seen()).toBe(after);
    }
  });
});
