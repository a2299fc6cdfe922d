import { waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { opened } from '../../../../tests/books/opened.ts';
import { smallBook } from '../../../../tests/books/small.ts';
import { at, away, press, screen, stands } from '../../../../tests/screen.tsx';
import { dialectOf, filesOf, shopSchema } from '../../../core/channels/index.ts';

type Shop = ReturnType<typeof shopSchema.parse>;

// A list draws what is in sight, and nothing has a height without a browser.
beforeEach(() => void vi.spyOn(HTMLElement.prototype, 'clientHeight', 'get').mockReturnValue(600));
afterEach(away);

const shop = dialectOf('lerrin-shop');

/** Lerrin Shop as it was told the small book, and as somebody has changed it since. */
function changed(change: (live: Shop) => void) {
  const file = smallBook();
  const { book, goods } = opened(file);
  const told = filesOf(shop.render(book, goods).rules);
  const live = shopSchema.parse(JSON.parse(told[0]?.text ?? ''));
  change(live);
  const files = [{ name: 'shop.json', text: JSON.stringify(live) }];
  return at('/channels/live/lerrin-shop', file, { 'GET /channels/lerrin-shop/files': { told, live: files } });
}
const rows = () =>
  within(screen.getByRole('table', { name: 'What differs at Lerrin Shop' }))
    .getAllByRole('row')
    .slice(1)
    .map((row) => [...row.querySelectorAll('td')].map((cell) => cell.textContent).join(' | '));

test('what somebody changed, began and ended there is told in the book’s words, and taken by a tick', async () => {
  changed((live) => {
    const rate = live.zones[0]?.rates[0];
    if (rate) rate.freeFrom = '60.00';
    const [suds] = live.campaigns;
    if (suds) live.campaigns = [{ ...suds, key: 'by-hand', title: { 'en-IE': 'By hand' }, code: 'BYHAND' }];
  });
  await screen.findByText('Home, post');
  expect(rows()).toEqual([
    'Home, post | lane, different | 55.00 before discounts | 60.00 before discounts | as there',
    'By hand | offer, new | – | by-hand | in the book, for Lerrin Shop',
    'SUDS: 15 % off | offer, not there | told | – | not at Lerrin Shop',
  ]);
  press(screen.getByRole('checkbox', { name: 'Tick all 3 lines shown' }));
  press(screen.getByRole('button', { name: 'Take 3 from Lerrin Shop' }));
  expect(stands('templates/soaps/lanes/home/post/freeFrom/value')).toBe('60.00');
  expect(stands('offers/by-hand/channels')).toEqual(['lerrin-shop']);
  expect(stands('offers/by-hand/number')).toBe(2);
  expect(stands('offers/suds/channels')).toEqual(['harrowmere', 'findlark']);
  await waitFor(() => expect(screen.queryByRole('table', { name: 'What differs at Lerrin Shop' })).toBeNull());
  await screen.findByText(/are as the book would tell them/);
});

test('what makes no book is said, with where and why', async () => {
  changed((live) => {
    live.sets.length = 0;
    live.listings.length = 0;
    for (const zone of live.zones) zone.rates.length = 0;
  });
  expect((await screen.findByRole('alert')).textContent).toMatch(/makes no book: templates: /);
});

test('a channel that cannot be read into a book says so', async () => {
  at('/channels/live/harrowmere');
  await screen.findByText(/cannot be read into the book yet/);
});
