import { fireEvent, within } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { smallBook } from '../../../../tests/books/small.ts';
import { at, away, press, screen, stands } from '../../../../tests/screen.tsx';

// A list draws what is in sight, and nothing has a height without a browser.
beforeEach(() => void vi.spyOn(HTMLElement.prototype, 'clientHeight', 'get').mockReturnValue(600));
afterEach(away);

const feeds = async () => within(await screen.findByRole('list', { name: 'Feeds' }));
const choose = (box: HTMLElement, value: string) => fireEvent.change(box, { target: { value } });

test('the feed that a book of before has is the one for its target; what it is for is chosen in a sentence', async () => {
  at('/channels/findlark', smallBook());
  const list = await feeds();
  expect(list.getAllByRole('listitem').map((one) => one.textContent)).toEqual([
    expect.stringMatching(/^\.xml for Ireland.*, in .*, with /),
  ]);
  choose(list.getByLabelText('Language of main'), 'en');
  choose(list.getByLabelText('Add to countries of main'), 'GB');
  expect(stands('channels/findlark/feeds/main/countries')).toEqual(['IE', 'GB']);
  press(list.getByRole('button', { name: 'Ireland' }));
  press(list.getByRole('button', { name: 'United Kingdom' }));
  expect(stands('channels/findlark/feeds/main/countries')).toBe('all');
});

test('feeds are added, named and removed; each is a file to download, and a name is its own', async () => {
  at('/channels/findlark', smallBook());
  await feeds();
  press(screen.getByRole('button', { name: 'Add a feed' }));
  const name = (await screen.findByLabelText('Name of feed-2')) as HTMLInputElement;
  fireEvent.change(name, { target: { value: 'main' } });
  expect(screen.getByRole('alert').textContent).toContain('a name of its own');
  fireEvent.change(name, { target: { value: 'Wide' } });
  expect(screen.getByRole('alert').textContent).toContain('small letters');
  fireEvent.change(name, { target: { value: 'wide' } });
  fireEvent.blur(name);
  expect(Object.keys(stands('channels/findlark/feeds') as object)).toEqual(['main', 'wide']);
  expect(await screen.findByRole('link', { name: 'Download wide.xml' })).toBeTruthy();
  press(screen.getByRole('button', { name: 'Remove main' }));
  expect(stands('channels/findlark/feeds')).toEqual({ wide: { countries: 'all', language: 'en', goods: null } });
});

test('one item is looked at as the channel will read it: its price, then its entries', async () => {
  at('/channels/findlark', smallBook());
  const box = await screen.findByRole('combobox', { name: 'Item to look at, as Findlark will read it' });
  box.focus();
  fireEvent.change(box, { target: { value: 'oat' } });
  press(await screen.findByRole('option', { name: /BAR-OAT/ }));
  const lines = within(await screen.findByRole('list', { name: 'BAR-OAT at Findlark' })).getAllByRole('listitem');
  expect(lines.map((one) => one.textContent)).toEqual([
    expect.stringMatching(/^main\.xml · 6\.50 · 226\.796185 g/),
    expect.stringMatching(/^standard \d+\.\d\d, .* to IE$/),
  ]);
});
