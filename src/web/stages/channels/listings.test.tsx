import { waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { opened } from '../../../../tests/books/opened.ts';
import { smallBook } from '../../../../tests/books/small.ts';
import { at, away, press, screen, stands } from '../../../../tests/screen.tsx';
import { bookFileSchema } from '../../../core/book/index.ts';
import { dialectOf, filesOf, toldAt } from '../../../core/channels/index.ts';

// A list draws what is in sight, and nothing has a height without a browser.
beforeEach(() => void vi.spyOn(HTMLElement.prototype, 'clientHeight', 'get').mockReturnValue(600));

afterEach(away);

const shop = dialectOf('lerrin-shop');
const order = (id: number, units: number) => ({
  id,
  at: '2026-10-01T10:00:00.000Z',
  place: 'IE',
  service: 'post',
  lines: [{ sku: 'BAR-OAT', units }],
  channel: 'lerrin-shop',
});
const line = (listing: string, price: string, grams: string) => ({ listing, price, grams });

/** Lerrin Shop as it was told the small book, and a record of its own. */
function recorded(listings: readonly ReturnType<typeof line>[], address = '/channels/listings/lerrin-shop') {
  const file = smallBook();
  const { book, goods } = opened(file);
  const live = filesOf(shop.render(book, goods).rules);
  return at(address, file, {
    'GET /channels/lerrin-shop/listings': { listings },
    'GET /channels/lerrin-shop/files': { told: live, live },
    'GET /orders': { orders: [order(1, 1), order(2, 2)], next: null, every: 1 },
  });
}
const drifted = [line('BAR-OAT', '6.90', '226.796185'), line('SET-GIFT', '54.99', '1200'), line('X-1', '3.00', '90')];

const rows = (where = 'Lerrin Shop') =>
  within(screen.getByRole('table', { name: `What ${where} lists otherwise` }))
    .getAllByRole('row')
    .slice(1)
    .map((row) => [...row.querySelectorAll('td')].map((cell) => cell.textContent).join(' | '));

test('where its record parts from the book is told line by line, what costs most over past orders first', async () => {
  recorded(drifted);
  await screen.findByText('BAR-OAT');
  expect(rows()).toEqual([
    'BAR-OAT | price | 6.50 | 6.90 | 2 orders, €1.20 too much | its price there',
    'SET-GIFT | mass | 1000 g | 1200 g | no order | its mass',
    'BAR-SEA | not listed there | listed | – | – | hidden there',
    'X-1 | not in the book | – | 3.00, 90 g | – | a new item, listed there alone',
  ]);
});

test('lines are ticked, one or many, and taken; what is taken parts no more', async () => {
  recorded(drifted);
  await screen.findByText('BAR-OAT');
  const take = () => screen.getByRole('button', { name: /^Take \d+ from Lerrin Shop$/ }) as HTMLButtonElement;
  expect(take().disabled).toBe(true);
  press(screen.getByRole('checkbox', { name: 'BAR-OAT, price' }));
  press(screen.getByRole('checkbox', { name: 'X-1, not in the book' }));
  press(screen.getByRole('button', { name: 'Take 2 from Lerrin Shop' }));
  expect(stands('goods/BAR-OAT/prices')).toEqual([{ market: null, channel: 'lerrin-shop', price: '6.90' }]);
  expect(stands('goods/X-1/notListed')).toEqual(['harrowmere', 'findlark']);
  await waitFor(() => expect(rows()).toHaveLength(2));
  press(screen.getByRole('checkbox', { name: 'Tick all 2 lines shown' }));
  press(screen.getByRole('button', { name: 'Take 2 from Lerrin Shop' }));
  await screen.findByText('All listings at Lerrin Shop are the book’s, with its prices and masses.');
});

test('one sort is looked at alone, and ticked alone', async () => {
  recorded(drifted);
  await screen.findByText('BAR-OAT');
  press(screen.getByRole('button', { name: 'mass 1' }));
  expect(rows()).toHaveLength(1);
  press(screen.getByRole('checkbox', { name: 'Tick all 1 line shown' }));
  press(screen.getByRole('button', { name: 'all 4' }));
  expect(rows()).toHaveLength(4);
  press(screen.getByRole('button', { name: 'Take 1 from Lerrin Shop' }));
  expect(stands('goods/SET-GIFT/mass')).toEqual({ value: '1200', unit: 'g' });
});

test('what the book cannot have as it is there is not offered to be taken', async () => {
  recorded([...drifted.slice(0, 1), line('SET-GIFT', '54.99', '0.0005'), line('X-2', '3.00', '0.0005')]);
  await screen.findByText('BAR-OAT');
  expect(rows().filter((row) => row.endsWith('| –'))).toEqual([
    'SET-GIFT | mass | 1000 g | 0.0005 g | no order | –',
    'X-2 | not in the book | – | 3.00, 0.0005 g | – | –',
  ]);
  press(screen.getByRole('checkbox', { name: 'Tick all 4 lines shown' }));
  expect(screen.getByRole('button', { name: 'Take 2 from Lerrin Shop' })).toBeDefined();
});

test('what differs is summed up beside what the channel is told', async () => {
  recorded(drifted, '/channels/lerrin-shop');
  const record = within(await screen.findByRole('region', { name: 'Its own record' }));
  await record.findByText('4 lines differ');
  expect(record.getByRole('link', { name: 'Look at them' }).getAttribute('href')).toBe(
    '/channels/listings/lerrin-shop',
  );
});

test('a site in another currency has a record of its own: a price taken from it is that of its market', async () => {
  const file = bookFileSchema.parse({
    ...smallBook(),
    markets: [
      ...smallBook().markets,
      { id: 'britain', name: 'Britain', currency: 'GBP', locale: 'en-GB', timeZone: 'Europe/London' },
    ],
    exchange: [{ id: 'pounds', from: 'EUR', to: 'GBP', rate: '0.86' }],
  });
  const live = toldAt('harrowmere', file, (market) => opened(file, market)).flatMap(({ rendition }) =>
    filesOf(rendition.rules),
  );
  at('/channels/listings/harrowmere', file, {
    'GET /channels/harrowmere/listings': { listings: [line('BAR-OAT', '6.50', '226.796185')] },
    'GET /channels/harrowmere/files': { told: live, live },
    'GET /orders': { orders: [{ ...order(1, 1), channel: 'harrowmere' }], next: null, every: 1 },
  });
  await screen.findByRole('button', { name: 'GBP, Britain' });
  await waitFor(() => expect(rows('Harrowmere').some((row) => row.startsWith('BAR-OAT'))).toBe(false));
  press(screen.getByRole('button', { name: 'GBP, Britain' }));
  // The same record, read as pounds: 6.50 where 5.59 is meant.
  await waitFor(() => expect(rows('Harrowmere')[0]).toBe('BAR-OAT | price | 5.59 | 6.50 | – | its price there'));
  // What is listed is listed on all its sites: that is not taken from one of them.
  expect(
    rows('Harrowmere')
      .slice(1)
      .every((row) => row.endsWith('| –')),
  ).toBe(true);
  press(screen.getByRole('checkbox', { name: 'BAR-OAT, price' }));
  press(screen.getByRole('button', { name: 'Take 1 from Harrowmere' }));
  expect(stands('goods/BAR-OAT/prices')).toEqual([{ market: 'britain', channel: 'harrowmere', price: '6.50' }]);
});
