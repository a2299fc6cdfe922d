import { waitFor, within } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { opened } from '../../../../tests/books/opened.ts';
import { smallBook } from '../../../../tests/books/small.ts';
import { at, away, press, screen, stands } from '../../../../tests/screen.tsx';
import { bookFileSchema } from '../../../core/book/index.ts';
import { dialectOf, filesOf } from '../../../core/channels/index.ts';

afterEach(away);

/** The small book with a threshold after discounts, and an offer for some customers alone. */
function unlike() {
  const book = smallBook();
  const free = book.templates[0]?.lanes.home?.post?.freeFrom;
  if (free) free.test = 'after';
  const [suds] = book.offers;
  return bookFileSchema.parse({
    ...book,
    segments: [{ id: 'clubs', name: 'Clubs' }],
    offers: [
      ...book.offers,
      { ...suds, id: 'clubs', number: 2, title: 'Clubs: 15 %', code: null, segments: ['clubs'] },
    ],
    numbered: 2,
  });
}

/** The clauses as they stand, those folded away left out. */
const rows = () =>
  within(screen.getByRole('region', { name: 'Lerrin Shop' }))
    .getAllByRole('row')
    .filter((row) => !row.closest('details'))
    .map((row) => row.querySelector('strong')?.textContent ?? '')
    .filter(Boolean);

test('what cannot be said stands first, then what differs by most; what is exact is folded away', async () => {
  at('/channels/lerrin-shop', unlike());
  await screen.findByText('Clubs: 15 %');
  expect(rows()).toEqual([
    'Clubs: 15 %',
    'Home, post: free from 55.00 after discounts',
    'The north, post: table by weight, 3 breaks',
  ]);
  expect(screen.getByText(/^\d+ clauses said exactly$/).closest('details')?.open).toBe(false);
});

test('a remedy that one edit is, is a press: the clause is exact then, and the edit is one to save', async () => {
  at('/channels/lerrin-shop', unlike());
  press(await screen.findByRole('button', { name: 'Test it before discounts' }));
  expect(stands('templates/soaps/lanes/home/post/freeFrom/test')).toBe('before');
  await waitFor(() => expect(rows()).not.toContain('Home, post: free from 55.00 after discounts'));
  press(screen.getByRole('button', { name: 'Hold it for everybody' }));
  expect(stands('offers/clubs/segments')).toBeNull();
  await screen.findByText(/Shown with your 2 unsaved changes/);
});

test('what is to be sent is counted by what the channel will read, and nothing is sent before that is known', async () => {
  at('/channels/lerrin-shop', unlike());
  await waitFor(() => {
    screen.getByText('Working out what Lerrin Shop will read …');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Send' }).disabled).toBe(true);
    expect(screen.queryByText(/exact ·/)).toBeNull();
  });
  const button = await screen.findByRole<HTMLButtonElement>('button', { name: 'Send 1 template, 1 offer' });
  expect(button.disabled).toBe(false);
  expect(screen.queryByText(/^Working out/)).toBeNull();
});

test('what clauses cost over past orders is said beside them, and what costs most stands first', async () => {
  const order = (id: number, place: string, units: number) => ({
    id,
    at: '2026-10-01T10:00:00.000Z',
    place,
    service: 'post',
    lines: [{ sku: 'BAR-OAT', units }],
    channel: null,
  });
  const orders = [order(1, 'IE', 1), order(2, 'IE', 12), order(3, 'IE', 12), order(4, 'GB BT1 1AA', 1)];
  const book = unlike();
  const cheap = { by: 'amount' as const, amount: '1.00', also: {} };
  const clubs = book.offers.find(({ id }) => id === 'clubs');
  // An offer for everybody that asks for units: the shop cannot be told it.
  if (clubs)
    Object.assign(clubs, {
      segments: null,
      benefit: { is: 'off order', off: cheap },
      asks: [{ over: 'units', units: 12, goods: null }],
    });
  at('/channels/lerrin-shop', book, { 'GET /orders': { orders, next: null, every: 1 } });
  await screen.findByText('2 otherwise');
  expect(rows()[0]).toBe('Clubs: 15 %');
  const row = screen.getByText('Clubs: 15 %').closest('tr');
  expect(row?.textContent).toContain('Over the past orders: 2 orders, €2.00 too much.');
  // Nothing is counted before somebody asks.
  expect(within(row as HTMLElement).queryByRole('table')).toBeNull();
  press(within(row as HTMLElement).getByRole('button', { name: 'What would that cost?' }));
  const table = await within(row as HTMLElement).findByRole('table');
  expect(
    within(table)
      .getAllByRole('row')
      .map((one) => one.textContent),
  ).toEqual(['As it is2 orders otherwise€2.00 in all', 'Leave the channel out of it0 orders otherwise€0.00 in all']);
});

test('what was used there is read back: uses by their offers, and codes to be marked with a press', async () => {
  const file = smallBook();
  const { book, goods } = opened(file);
  const live = filesOf(dialectOf('lerrin-shop').render(book, goods).rules);
  const state = (fresh: number) => ({
    id: 'lerrin-shop',
    lastSend: null,
    told: { revision: 1, at: '2026-11-24T08:00:00.000Z' },
    held: [],
    uses: [{ key: 'suds', used: 12 }],
    usedCodes: { used: 3, fresh },
    down: null,
  });
  const { sent } = at('/channels/lerrin-shop', file, {
    'GET /channels/lerrin-shop': state(2),
    'GET /channels/lerrin-shop/files': { told: live, live },
    'POST /channels/lerrin-shop/used-codes': { used: 3, fresh: 0 },
  });
  expect((await screen.findByText(/12 uses so far/)).textContent).toBe('SUDS: 15 % off suds 12 uses so far');
  expect(screen.getByText(/single-use codes used there/).textContent).toBe(
    '3 single-use codes used there. Mark 2 as used',
  );
  press(screen.getByRole('button', { name: 'Mark 2 as used' }));
  await waitFor(() => expect(sent.map(({ to }) => to)).toContain('POST /channels/lerrin-shop/used-codes'));
});
