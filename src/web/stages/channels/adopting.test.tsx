import { waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { opened } from '../../../../tests/books/opened.ts';
import { smallBook } from '../../../../tests/books/small.ts';
import { at, away, press, screen, stands } from '../../../../tests/screen.tsx';
import { bookFileSchema } from '../../../core/book/index.ts';
import { dialectOf, filesOf, shopSchema, toldAt } from '../../../core/channels/index.ts';

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
const rows = (where = 'Lerrin Shop') =>
  within(screen.getByRole('table', { name: `What differs at ${where}` }))
    .getAllByRole('row')
    .slice(1)
    .map((row) => [...row.querySelectorAll('td')].map((cell) => cell.textContent).join(' | '));

/** Harrowmere with one line in review, in the currency that it counts in or in another. */
const reviewing = (key: string, currency?: string) => ({
  id: 'harrowmere',
  lastSend: null,
  told: null,
  uses: [],
  usedCodes: { used: 0, fresh: 0 },
  down: null,
  held: [{ key, until: '2026-11-26T00:00:00.000Z', state: 'in review', reason: '', ...(currency ? { currency } : {}) }],
});

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

test('a marketplace’s rate is taken in the book’s own terms; what is held for review is no difference', async () => {
  const file = smallBook();
  const { book, goods } = opened(file);
  const told = filesOf(dialectOf('harrowmere').render(book, goods).rules);
  const text = told[0]?.text ?? '';
  expect(text).toMatch(/^RATE\tSOAPS\tIRELAND\tSTANDARD\t7\.30\t0\.00$/m);
  expect(text).toMatch(/^GOODS\tSUDS\t/m);
  // The offer is in review, so that it is not live yet; somebody has changed a rate.
  const live = text.replace(/^GOODS\tSUDS\t.*\n/m, '').replace('STANDARD\t7.30\t', 'STANDARD\t7.80\t');
  at('/channels/live/harrowmere', file, {
    'GET /channels/harrowmere/files': { told, live: [{ name: 'plans.tsv', text: live }] },
    'GET /channels/harrowmere': reviewing('SUDS'),
  });
  await screen.findByText('Home, post');
  expect(rows('Harrowmere')).toEqual(['Home, post | lane, different | 7.30 flat | 7.80 flat | as there']);
  screen.getByText(/what Harrowmere holds for review under “What it is told”/);
  press(screen.getByRole('checkbox', { name: /^Tick all 1/ }));
  press(screen.getByRole('button', { name: 'Take 1 from Harrowmere' }));
  expect(stands('templates/soaps/lanes/home/post/rate')).toEqual({ is: 'flat', amount: '7.80' });
});

test('a threshold that is being reviewed in place of the one in force is no difference', async () => {
  const file = smallBook();
  const { book, goods } = opened(file);
  const told = filesOf(dialectOf('harrowmere').render(book, goods).rules);
  const live = told.map(({ name, text }) => ({ name, text: text.replace(/\t55\.00\t/, '\t50.00\t') }));
  expect(live).not.toEqual(told);
  const [key = ''] = /FREE-STANDARD-\S+/.exec(told[0]?.text ?? '') ?? [];
  at('/channels/live/harrowmere', file, {
    'GET /channels/harrowmere/files': { told, live },
    'GET /channels/harrowmere': reviewing(key),
  });
  await screen.findByText(/Zones, rates and offers there are as the book would tell them/);
});

test('what is live in pounds stands beside what is told in pounds, and is taken as an amount in pounds', async () => {
  const [home] = smallBook().markets;
  const file = bookFileSchema.parse({
    ...smallBook(),
    markets: [home, { ...home, id: 'britain', name: 'Britain', currency: 'GBP', locale: 'en-GB' }],
    exchange: [{ id: 'pounds', from: 'EUR', to: 'GBP', rate: '0.86' }],
  });
  const { goods: _, ...body } = file;
  const told = toldAt('harrowmere', body, (market) => opened(file, market)).flatMap(({ rendition }) =>
    filesOf(rendition.rules),
  );
  // There a rate was changed, and the offer is in review, so that it is not live yet.
  const edited = (text: string) => text.replace('STANDARD\t6.28', 'STANDARD\t6.50').replace(/^GOODS\tSUDS\t.*\n/m, '');
  const live = told.map(({ name, text }) => ({ name, text: name === 'plans-gbp.tsv' ? edited(text) : text }));
  expect(live).not.toEqual(told);
  at('/channels/live/harrowmere', file, {
    'GET /channels/harrowmere/files': { told, live },
    'GET /channels/harrowmere': reviewing('SUDS', 'GBP'),
  });
  await screen.findByText(/are as the book would tell them, in EUR/);
  press(screen.getByRole('button', { name: 'GBP, Britain' }));
  await screen.findByText('Home, post');
  expect(rows('Harrowmere')).toEqual(['Home, post | lane, different | 6.28 flat | 6.50 flat | as there']);
  press(screen.getByRole('checkbox', { name: /^Tick all 1/ }));
  press(screen.getByRole('button', { name: 'Take 1 from Harrowmere' }));
  expect(stands('templates/soaps/lanes/home/post/also/GBP')).toEqual({ is: 'flat', amount: '6.50' });
  expect(stands('templates/soaps/lanes/home/post/rate/amount')).toBe('7.30');
  await screen.findByText(/are as the book would tell them, in GBP/);
});

test('of a book in pounds alone what is live in pounds is looked at', async () => {
  const [home] = smallBook().markets;
  const file = smallBook({ markets: [{ ...(home as NonNullable<typeof home>), currency: 'GBP' }] });
  const { book, goods } = opened(file);
  const told = filesOf(dialectOf('harrowmere', 'GBP' as never).render(book, goods).rules);
  const live = told.map(({ name, text }) => ({ name, text: text.replace('STANDARD\t7.30', 'STANDARD\t7.80') }));
  at('/channels/live/harrowmere', file, { 'GET /channels/harrowmere/files': { told, live } });
  await screen.findByText('Home, post');
  press(screen.getByRole('checkbox', { name: /^Tick all 1/ }));
  press(screen.getByRole('button', { name: 'Take 1 from Harrowmere' }));
  expect(stands('templates/soaps/lanes/home/post/rate/amount')).toBe('7.80');
});

test('of a channel that sells in no currency of the book it is said so', async () => {
  const [home] = smallBook().markets;
  const file = smallBook({ markets: [{ ...(home as NonNullable<typeof home>), currency: 'USD' }] });
  at('/channels/live/harrowmere', file, { 'GET /channels/harrowmere/files': { told: null, live: [] } });
  await screen.findByText(/Harrowmere sells in EUR and GBP: no/);
});

test('what makes no book is said, with where and why', async () => {
  changed((live) => {
    live.sets.length = 0;
    live.listings.length = 0;
    for (const zone of live.zones) zone.rates.length = 0;
  });
  expect((await screen.findByRole('alert')).textContent).toMatch(/makes no book: templates: /);
});
