import { fireEvent, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import { at, away, press, screen } from '../../../tests/screen.tsx';
import type { OpenBook } from '../data/book.ts';
import { store } from '../data/index.ts';
import { lettersSet, stripToggled } from '../data/view.ts';
import { addressOf } from './stage.ts';
import { rooms } from './stages.ts';

// What ends a test asks that the console has stayed quiet: no fault, and no element where HTML has none.
afterEach(away);

const { goods, ...body } = smallBook();
const book = { book: body, goods } as unknown as OpenBook;
const addresses = rooms.flatMap((room) => [
  // A sheet of one thing has no page without it.
  ...room.sheets.filter(({ path }) => !/:\w+$/.test(path)).map((sheet) => addressOf(room, sheet)),
  ...room.finds(book).map((one) => one.to),
]);

describe('every sheet, and every object that the finder leads to', () => {
  test.each([...new Set(addresses)])('%s is drawn under a title of its own, and nothing is amiss', async (address) => {
    const { path } = at(address);
    await waitFor(() => expect(document.querySelector('main .sheet h1, main .sheet h2')).not.toBeNull());
    expect(path()).toBe(new URL(address, 'http://here').pathname);
    expect(document.title).toMatch(/^\S.* · Plemb$/);
    // Everything that can be worked has a name.
    const worked = [...document.querySelectorAll<HTMLElement>('main button, main input, main select, main textarea')];
    const named = (one: HTMLElement) =>
      one.getAttribute('aria-label') || one.textContent || one.title || one.closest('label, [hidden], [aria-hidden]');
    const unnamed = worked.filter((one) => one.getAttribute('type') !== 'hidden' && !named(one));
    expect(unnamed.map((one) => one.outerHTML)).toEqual([]);
    expect(screen.queryByText(/went wrong|does not answer/)).toBeNull();
  });
});

test.each([
  ['?', {}, 'Keys'],
  ['s', { ctrlKey: true }, 'Nothing has changed'],
  ['k', { ctrlKey: true }, 'Find'],
])('%s with %j opens “%s” over a page, Esc closes it', async (key, more, name) => {
  at('/places');
  await screen.findByRole('heading', { name: 'Home' });
  fireEvent.keyDown(document.body, { key, ...more });
  await screen.findByRole('dialog', { name: new RegExp(name) });
  fireEvent.keyDown(document.activeElement ?? document.body, { key: 'Escape' });
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
});

test('keys pressed alone can be turned off, and those with Ctrl go on', async () => {
  at('/places');
  await screen.findByRole('heading', { name: 'Home' });
  const strip = () => screen.queryByRole('button', { name: /hides/ });
  fireEvent.keyDown(document.body, { key: '.' });
  await waitFor(() => expect(strip()).toBeNull());
  fireEvent.keyDown(document.body, { key: '?' });
  const alone = await screen.findByRole('checkbox', { name: /^Keys pressed alone act/ });
  fireEvent.click(alone);
  press('Close');
  fireEvent.keyDown(document.body, { key: '.' });
  expect(strip()).toBeNull();
  fireEvent.keyDown(document.body, { key: 'k', ctrlKey: true });
  await screen.findByRole('dialog', { name: /Find/ });
  await waitFor(() => expect(JSON.parse(localStorage.getItem('plemb-screen-1') ?? '{}').view?.letters).toBe(false));
  fireEvent.keyDown(document.activeElement ?? document.body, { key: 'Escape' });
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  for (const back of [lettersSet(true), stripToggled()]) store.dispatch(back);
});

test.each([
  ['/offers/sud', 'There is no offer “sud”', 'SUDS: 15 % off', '/offers/suds'],
  ['/offers/costs/sud', 'There is no offer “sud”', 'SUDS: 15 % off', '/offers/costs/suds'],
  ['/check/findlarc', 'There is no channel “findlarc”', 'Findlark', '/check/findlark'],
  ['/places/noth', 'There is no zone “noth”', 'The north', '/places/north'],
  ['/rates/home/pots', 'There is no service “pots”', 'Post', '/rates/home/post'],
  ['/rates?template=soap', 'There is no template “soap”', 'Soaps by post', '/rates?template=soaps'],
  ['/channels/harowmere', 'There is no channel “harowmere”', 'Harrowmere', '/channels/harrowmere'],
  ['/bench/two-bar', 'There is no pinned basket “two-bar”', 'Two bars to Sligo', '/bench/two-bars'],
])(
  '%s leads to nothing: it says so, shows nothing else, and offers what is nearest',
  async (address, said, near, to) => {
    at(address);
    const alert = within(await screen.findByRole('alert'));
    expect(alert.getByRole('heading').textContent).toBe(said);
    const link = alert.getByRole('link', { name: near });
    expect(link.getAttribute('href')).toBe(to);
    fireEvent.click(link);
    await waitFor(() => expect(screen.queryByRole('heading', { name: /^There is no/ })).toBeNull());
  },
);
