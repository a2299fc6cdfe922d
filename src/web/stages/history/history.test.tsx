import { fireEvent, within } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { smallBook } from '../../../../tests/books/small.ts';
import { at, away, noHistory, press, screen } from '../../../../tests/screen.tsx';

afterEach(away);

const some = {
  ...noHistory,
  orders: { count: 120_000, first: '2025-10-01T10:00:00.000Z', last: '2026-10-01T10:00:00.000Z' },
  visits: { count: 612 },
  countries: [
    { country: 'IE', orders: 110_000, visits: 0, month: null, inMonth: 0 },
    { country: 'NO', orders: 0, visits: 652, month: '2026-10', inMonth: 612 },
  ],
};

test('until there is any, each sort says what stands on it and what its files hold', async () => {
  at('/history');
  const orders = within(await screen.findByRole('region', { name: 'Past orders' }));
  expect(orders.getByText('none yet')).toBeDefined();
  expect(orders.getByText(/What an offer or a threshold would cost/).textContent).toContain('No names, no addresses');
  expect(orders.queryByRole('button', { name: 'Forget them …' })).toBeNull();
});

test('what there is, by country; one that no zone takes in is said first, with its month', async () => {
  at('/history', smallBook(), { 'GET /history': some });
  const orders = within(await screen.findByRole('region', { name: 'Past orders' }));
  expect(orders.getByText(/120,000 orders, 2025-10-01 to 2026-10-01; .* one in 10/)).toBeDefined();
  expect(await screen.findByText('612 visits from Norway in October 2026; no zone takes it in.')).toBeDefined();
});

test('it is forgotten only after a second word', async () => {
  const { sent } = at('/history', smallBook(), { 'GET /history': some, 'DELETE /history/orders': noHistory });
  const orders = within(await screen.findByRole('region', { name: 'Past orders' }));
  press(orders.getByRole('button', { name: 'Forget them …' }));
  press('Keep them');
  expect(sent).toEqual([]);
  press(orders.getByRole('button', { name: 'Forget them …' }));
  fireEvent.click(orders.getByRole('button', { name: 'Forget all past orders' }));
  await expect.poll(() => sent.map(({ to }) => to)).toEqual(['DELETE /history/orders']);
});

test('what past orders ran into, those that touched most first, each with the act that mends it', async () => {
  const file = smallBook();
  const [bare] = file.goods;
  const order = (id: number, place: string) => ({
    id,
    at: '2026-10-01T10:00:00.000Z',
    place,
    service: 'post',
    lines: [{ sku: bare?.sku ?? '', units: 1 }],
    channel: null,
  });
  const goods = file.goods.map((one) => (one === bare ? { ...one, mass: null } : one));
  at(
    '/history/overlooked',
    { ...file, goods },
    {
      'GET /history': {
        ...noHistory,
        orders: { count: 3, first: '2026-10-01T10:00:00.000Z', last: '2026-10-01T10:00:00.000Z' },
      },
      'GET /orders': { orders: [order(1, 'IE'), order(2, 'IE'), order(3, 'AQ')], next: null, every: 1 },
    },
  );
  const sheet = within(await screen.findByRole('region', { name: 'Overlooked' }));
  const table = within(await sheet.findByRole('table'));
  const rows = (await table.findAllByRole('row')).slice(1).map((row) => row.textContent);
  const weight = rows.find((row) => /without weight/.test(row ?? ''));
  expect(weight).toMatch(/3Give them a weight$/);
  const touched = rows.map((row) => Number(/(\d+)(?=Give|Look|Take|Add)/.exec(row ?? '')?.[1]));
  expect(touched).toEqual([...touched].sort((a, b) => b - a));
  expect(rows.join()).toMatch(/1 order from Antarctica; no zone takes it in/);
});
