import { waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { smallBook } from '../../../../tests/books/small.ts';
import { at, away, press, Refusal, screen, stands } from '../../../../tests/screen.tsx';

// A list draws what is in sight, and nothing has a height without a browser.
beforeEach(() => void vi.spyOn(HTMLElement.prototype, 'clientHeight', 'get').mockReturnValue(600));
afterEach(away);

const line = (goods: string, grams: number, ...sides: number[]) => ({ goods, grams, sides });
const weighed = (record: ReturnType<typeof line>[], told: unknown = null) =>
  at('/rates/carrier/goods', smallBook(), {
    'GET /carrier/goods': { goods: record, down: null },
    'PUT /carrier/goods': told ?? { goods: record, down: null },
  });
const rows = () =>
  within(screen.getByRole('table', { name: 'What Ternline has otherwise' }))
    .getAllByRole('row')
    .slice(1)
    .map((row) => [...row.querySelectorAll('td')].map((cell) => cell.textContent).join(' | '));

test('what the carrier weighs and measures otherwise is told, and taken where it is a figure', async () => {
  weighed([line('SET-GIFT', 1100, 210, 150, 80), line('X', 5, 1, 1, 1)]);
  await waitFor(() => expect(rows()).toHaveLength(3));
  expect(rows().sort()).toEqual([
    'SET-GIFT | mass | 1000 g | 1100 g | no order | its mass',
    'SET-GIFT | size | 200 × 150 × 80 mm | 210 × 150 × 80 mm | no order | its size',
    'X | not in the book | – | 5 g, 1 × 1 × 1 mm | – | –',
  ]);
  press(screen.getByRole('checkbox', { name: 'Tick all 3 lines shown' }));
  press(screen.getByRole('button', { name: 'Take 2 from Ternline' }));
  expect(stands('goods/SET-GIFT/size')).toEqual({ length: '210', width: '150', height: '80', unit: 'mm' });
  await waitFor(() => expect(rows()).toHaveLength(1));
  // The draft is not what it would be told.
  const tell = screen.getByRole('button', { name: /^Tell Ternline/ }) as HTMLButtonElement;
  expect([tell.disabled, tell.title]).toEqual([true, 'Save the changes first: it is told what is saved']);
});

test('it is told the book’s figures of what is ticked, each item once; a refusal is said', async () => {
  const { sent } = weighed(
    [line('SET-GIFT', 1100, 210, 150, 80)],
    new Refusal(422, { type: '/problems/goods', title: 'Of SET-GIFT the carrier can be told nothing', status: 422 }),
  );
  await waitFor(() => expect(rows()).toHaveLength(2));
  press(screen.getByRole('checkbox', { name: 'Tick all 2 lines shown' }));
  press(screen.getByRole('button', { name: 'Tell Ternline 2 of the book' }));
  await screen.findByText('Of SET-GIFT the carrier can be told nothing');
  expect(sent).toEqual([{ to: 'PUT /carrier/goods', body: { skus: ['SET-GIFT'] } }]);
});

test('a carrier that does not answer is said', async () => {
  at('/rates/carrier/goods', smallBook(), {
    'GET /carrier/goods': { goods: null, down: 'no key for the carrier is set' },
  });
  await screen.findByText('no key for the carrier is set.');
});
