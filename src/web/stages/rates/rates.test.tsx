import { fireEvent, waitFor, within } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { at, away, drafted, press, screen, stands, type } from '../../../../tests/screen.tsx';

afterEach(away);

const lane = (id: string) => document.querySelector(`[data-lane="${id}"]`) as HTMLElement;
const key = (id: string, name: string, more: object = {}) => fireEvent.keyDown(lane(id), { key: name, ...more });
/** What copying at a lane puts on the clipboard. */
function copied(id: string): string {
  let text = '';
  fireEvent.copy(lane(id), { clipboardData: { setData: (_: string, taken: string) => (text = taken) } });
  return text;
}
const pasted = (id: string, text: string) => fireEvent.paste(lane(id), { clipboardData: { getData: () => text } });

test('a charge that is typed moves the pinned baskets unsaved, and is told beside what it was', async () => {
  const { sent } = at('/rates/home/post');
  const intended = await screen.findByTestId('intended-two-bars');
  await waitFor(() => expect(intended.textContent).toBe('€7.30'));
  type('Flat amount', '8.10');
  await waitFor(() => expect(intended.textContent).toBe('€8.10'));
  expect(screen.getByText(/^was €7.30/)).toBeDefined();
  type('Flat amount', '8.1x');
  expect(screen.getByRole('alert').textContent).toContain('“8.1x” is no amount');
  expect(drafted()).toEqual([['templates/soaps/lanes/home/post/rate/amount', '8.10']]);
  expect(sent).toEqual([]);
});

test('arrows move from lane to lane and stay within the sheet; Enter goes into the sentence', async () => {
  const { path } = at('/rates/home/post');
  await screen.findByLabelText('Flat amount');
  key('home/post', 'ArrowUp');
  expect(path()).toBe('/rates/home/post');
  key('home/post', 'ArrowDown');
  // At once: a key that follows within the same frame is to find the lane that this one led to.
  expect(document.activeElement).toBe(lane('north/post'));
  await waitFor(() => expect(path()).toBe('/rates/north/post'));
  expect(lane('north/post').tabIndex).toBe(0);
  expect(lane('home/post').tabIndex).toBe(-1);
  key('north/post', 'Enter');
  expect(document.activeElement?.closest('.meaning')).not.toBeNull();
});

test('a block taken in with Shift is copied, and lies over the lanes it is pasted at', async () => {
  at('/rates/home/post');
  await screen.findByLabelText('Flat amount');
  key('home/post', 'ArrowDown', { shiftKey: true });
  await waitFor(() => expect(lane('north/post').getAttribute('aria-pressed')).toBe('true'));
  expect([lane('home/post'), lane('north/post')].map((one) => one.classList.contains('in-block'))).toEqual([
    true,
    true,
  ]);
  const both = copied('north/post');
  key('north/post', 'Escape');
  expect(lane('home/post').classList.contains('in-block')).toBe(false);
  const one = copied('north/post');
  expect(both).not.toBe(one);
  pasted('home/post', one);
  await waitFor(() => expect(lane('home/post').textContent).toContain('3 breaks'));
  // What does not fit below the last row is left out.
  pasted('north/post', both);
  expect(drafted().map(([path]) => path)).toEqual([
    'templates/soaps/lanes/home/post/rate',
    'templates/soaps/lanes/home/post/freeFrom',
    'templates/soaps/lanes/north/post/rate',
    'templates/soaps/lanes/north/post/freeFrom',
  ]);
  await waitFor(() => expect(lane('north/post').textContent).toContain('free from 55.00'));
});

test('figures from a spreadsheet are flat amounts, an empty cell changes nothing, words are no lanes', async () => {
  at('/rates/home/post');
  await screen.findByLabelText('Flat amount');
  pasted('home/post', '\n€ 9,20\n');
  await waitFor(() => expect(lane('north/post').textContent).toContain('9.20'));
  expect(drafted().map(([path]) => path)).toEqual(['templates/soaps/lanes/north/post/rate']);
  for (const text of ['nine', 'plemb-lanes:{', '1.234', '']) pasted('home/post', text);
  expect(drafted()).toHaveLength(1);
});

test('a lane is no longer offered, and is offered again at a flat amount', async () => {
  at('/rates/north/post');
  await screen.findByRole('table', { name: 'Breaks' });
  press('Stop offering it');
  press(await screen.findByRole('button', { name: 'Offer it at a flat 5.00' }));
  await waitFor(() => expect(lane('north/post').textContent).toContain('5.00'));
  await screen.findByLabelText('Flat amount');
});

test('breaks are added before the endless one, taken away, and end where the last edge does', async () => {
  at('/rates/north/post');
  const breaks = () => within(screen.getByRole('table', { name: 'Breaks' }));
  const charges = () =>
    breaks()
      .getAllByLabelText(/^Charge \d/)
      .map((one) => (one as HTMLInputElement).value);
  await screen.findByRole('table', { name: 'Breaks' });
  expect(charges()).toEqual(['5.35', '6.95', '8.75']);
  press('Add a break');
  await waitFor(() => expect(charges()).toEqual(['5.35', '6.95', '8.75', '8.75']));
  expect((screen.getByLabelText('Upper edge 3') as HTMLInputElement).value).toBe('6');
  press('Remove break 1');
  await waitFor(() => expect(charges()).toEqual(['6.95', '8.75', '8.75']));
  press('End with the last edge');
  await waitFor(() => expect(charges()).toEqual(['6.95', '8.75']));
  expect(screen.getByText(/Above 6 lb it is not offered/)).toBeDefined();
  press('Step within the last');
  type(await screen.findByLabelText('Step 2'), '0.40');
  type('Size of a step 2', '0.5');
  press('Offer it only from a least');
  await screen.findByLabelText('Least that is offered');
  expect(stands('templates/soaps/lanes/north/post/rate')).toEqual({
    is: 'table',
    unit: 'lb',
    from: '1',
    breaks: [
      { to: '3', amount: '6.95' },
      { to: '6', amount: '8.75', step: '0.40', per: '0.5' },
    ],
  });
});

test('edges that do not rise are told at their lane, with what would be right', async () => {
  at('/rates/north/post');
  type(await screen.findByLabelText('Upper edge 2'), '0.5');
  await screen.findByText(/0.5 lb does not lie above the edge before it; right would be edges that rise/);
  press('Remove break 1');
  await waitFor(() => expect(screen.queryByText(/does not lie above/)).toBeNull());
});
