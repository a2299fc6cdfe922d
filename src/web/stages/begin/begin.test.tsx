import { waitFor, within } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { opened } from '../../../../tests/books/opened.ts';
import { smallBook } from '../../../../tests/books/small.ts';
import { at, away, drafted, noHistory, press, screen, stands, type } from '../../../../tests/screen.tsx';
import { type BookFile, bookFileSchema, starterBook } from '../../../core/book/index.ts';
import { dialectOf, filesOf } from '../../../core/channels/index.ts';
import { starterNames } from '../../../words/index.ts';

afterEach(away);

/** A book and its goods, made ready for its first market. */
function inHome(file: BookFile) {
  const { book, goods } = opened(file);
  return [book, goods] as const;
}

const empty = bookFileSchema.parse({
  ...starterBook({ country: 'IE', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' }, starterNames),
  goods: [],
});

test('a few answers make a first book: zones of the countries of past orders, a lane each, as one act', async () => {
  at('/begin', empty, {
    'GET /history': {
      ...noHistory,
      orders: { count: 2, first: '2026-10-01T10:00:00.000Z', last: '2026-10-01T10:00:00.000Z' },
      countries: [
        { country: 'IE', orders: 1, visits: 0, month: null, inMonth: 0 },
        { country: 'FR', orders: 1, visits: 0, month: null, inMonth: 0 },
      ],
    },
  });
  type(await screen.findByLabelText('The seller'), 'Soap of the Isles');
  press(await screen.findByRole('button', { name: 'all 1 country of past orders' }));
  type('Flat amount', '6.50');
  type('Free from', '45');
  const lanes = within(await screen.findByRole('table', { name: 'The lanes it begins with' }));
  expect(await lanes.findByRole('row', { name: /France 6.50 flat/ })).toBeDefined();
  // An answer given last of all: until it is worked out, what stands there is by those before, and cannot be taken.
  const begin = screen.getByRole<HTMLButtonElement>('button', { name: 'Begin with 2 zones and 1 service' });
  await waitFor(() => expect(begin.disabled).toBe(false));
  type('Flat amount', '7.25');
  expect(begin.disabled).toBe(true);
  press(begin);
  expect(drafted()).toEqual([]);
  await waitFor(() => expect(begin.disabled).toBe(false));
  press(begin);
  await waitFor(() => expect(stands('seller')).toBe('Soap of the Isles'));
  expect(stands('zones/abroad-1/takes')).toEqual(['FR']);
  expect(stands('templates/parcels/lanes/home/standard')).toMatchObject({
    rate: { is: 'flat', amount: '7.25' },
    freeFrom: { value: '45', test: 'after' },
  });
  expect(drafted().length).toBeGreaterThan(2);
});

test('a book that has begun is told what comes next, and how far each is', async () => {
  at('/begin', smallBook());
  const next = within(await screen.findByRole('region', { name: 'What comes next' }));
  expect((await next.findByRole('row', { name: /Goods: a CSV/ })).textContent).toMatch(/^there/);
  expect((await next.findByRole('row', { name: /Check: are shoppers/ })).textContent).toContain('not yet');
});

test('an empty book begins with what is live at a channel, told again it is the same file', async () => {
  const shop = dialectOf('lerrin-shop');
  const { book, goods } = opened(smallBook());
  const live = filesOf(shop.render(book, goods).rules);
  at('/begin', empty, { 'GET /channels/lerrin-shop/files': { told: null, live } });
  const begin = within(await screen.findByRole('region', { name: 'Begin with Lerrin Shop' }));
  await begin.findByText(/has 2 zones, 1 service, 1 template, 1 offer, and 3 goods/);
  press(begin.getByRole('button', { name: 'Begin with Lerrin Shop’s' }));
  await waitFor(() => expect(stands('zones/north/takes')).toEqual(['GB-NIR']));
  expect(stands('templates/parcels')).toBeUndefined();
  expect(stands('offers/suds/code')).toEqual({ is: 'shared', code: 'SUDS' });
  const fields = Object.keys(bookFileSchema.shape);
  const saved = bookFileSchema.parse(Object.fromEntries(fields.map((field) => [field, stands(field)])));
  const again = opened(saved);
  expect(filesOf(shop.render(again.book, again.goods).rules)).toEqual(live);
});

test('it begins with both sites of a marketplace: amounts in pounds stand beside', async () => {
  const told = filesOf(dialectOf('harrowmere').render(...inHome(smallBook())).rules);
  const inPounds = {
    name: 'plans-gbp.tsv',
    text: (told[0]?.text ?? '').replace('SITE\tEUR', 'SITE\tGBP').replace('STANDARD\t7.30', 'STANDARD\t6.10'),
  };
  at('/begin', empty, { 'GET /channels/harrowmere/files': { told: null, live: [...told, inPounds] } });
  const begin = within(await screen.findByRole('region', { name: 'Begin with Harrowmere' }));
  await begin.findByText(/and 3 goods, with amounts in GBP beside/);
  press(begin.getByRole('button', { name: 'Begin with Harrowmere’s' }));
  await waitFor(() => expect(stands('markets/gbp/currency')).toBe('GBP'));
  const [zone] = Object.keys(stands('templates/soaps/lanes') as object);
  expect(stands(`templates/soaps/lanes/${zone}/standard`)).toMatchObject({
    rate: { is: 'flat', amount: '7.30' },
    also: { GBP: { is: 'flat', amount: '6.10' } },
  });
});

test('a book in a currency in which a channel does not sell cannot begin with it, which is said', async () => {
  const [home] = empty.markets;
  const shop = dialectOf('lerrin-shop');
  const live = filesOf(shop.render(...inHome(smallBook())).rules);
  const dollars = bookFileSchema.parse({ ...empty, markets: [{ ...home, currency: 'USD' }] });
  at('/begin', dollars, { 'GET /channels/lerrin-shop/files': { told: null, live } });
  await screen.findByText(/live at Lerrin Shop is in EUR: a book whose first market is in USD cannot/);
  expect(screen.queryByRole('button', { name: /Begin with Lerrin/ })).toBeNull();
});

test('what is live and makes no book is said where an empty book could begin with it', async () => {
  at('/begin', empty, { 'GET /channels/lerrin-shop/files': { told: null, live: [{ name: 'shop.json', text: '{' }] } });
  expect((await screen.findByRole('alert')).textContent).toMatch(
    /^What is live at Lerrin Shop makes no book: shop.json/,
  );
  expect(screen.queryByRole('button', { name: /Begin with Lerrin/ })).toBeNull();
});
