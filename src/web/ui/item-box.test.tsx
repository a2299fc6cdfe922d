import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import type { OpenBook } from '../data/book.ts';
import { ItemBox } from './item-box.tsx';

afterEach(cleanup);

const goods = Array.from({ length: 100 }, (_, i) => ({
  sku: `S-${i}`,
  name: i % 2 === 0 ? `Oat bar ${i}` : `Rose bar ${i}`,
  price: '6.50',
})) as unknown as OpenBook['goods'];

function show(shows: string | null) {
  const chosen: string[] = [];
  render(<ItemBox goods={goods} label="Gift" shows={shows} className="part" onChoose={(sku) => chosen.push(sku)} />);
  return chosen;
}
const box = () => screen.getByRole('combobox', { name: 'Gift' }) as HTMLInputElement;
const type = (text: string) => {
  box().focus();
  fireEvent.change(box(), { target: { value: text } });
};
const found = () => screen.queryAllByRole('option').map((one) => one.textContent);

test('items are found by words of name and SKU in any order', () => {
  show(null);
  type('bar 42 oat');
  expect(found()).toEqual(['Oat bar 426.50 · S-42']);
  type('s-7');
  expect(found()).toHaveLength(11);
});

test('of many only the first are listed; where none fits it says so', () => {
  show(null);
  type('bar');
  expect(found()).toHaveLength(30);
  type('soap');
  expect(screen.getByText('Nothing has these words.')).toBeDefined();
});

test('a choice is handed on, and the box is free for the next', () => {
  const chosen = show(null);
  type('rose 13');
  fireEvent.keyDown(box(), { key: 'ArrowDown' });
  fireEvent.keyDown(box(), { key: 'Enter' });
  expect(chosen).toEqual(['S-13']);
  expect(box().value).toBe('');
});

test('a box that shows an item comes back to it where nothing is chosen', () => {
  const chosen = show('S-4');
  type('rose');
  fireEvent.keyDown(box(), { key: 'Escape' });
  fireEvent.blur(box());
  expect(box().value).toBe('S-4');
  expect(chosen).toEqual([]);
});
