import { act, fireEvent, waitFor, within } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { smallBook } from '../../../../tests/books/small.ts';
import { at, away, drafted, press, screen, stands, type } from '../../../../tests/screen.tsx';
import { editTo } from '../../../core/book/index.ts';
import type { OfferBody } from '../../../core/offers/index.ts';
import { makeEdits } from '../../data/editing.ts';
import { store } from '../../data/index.ts';

afterEach(away);

const groups = [{ id: 'one', name: 'one code', of: 'order' as const, offers: ['suds'] }];
/** Takes an entry of the menu of new offers. */
async function begin(entry: string) {
  press(await screen.findByRole('button', { name: 'New offer' }));
  press(await screen.findByRole('menuitem', { name: entry }));
}

test.each([
  ['free delivery from a value', 'delivery', 1],
  ['a code for a percentage off', 'off order', 0],
  ['a discount on some goods', 'off goods', 0],
  ['goods at a fixed price', 'fixed price', 0],
  ['more for less', 'buy and get', 0],
  ['a gift', 'gift', 1],
  ['steps of spending', 'spend steps', 0],
])('a new offer begins as %s: a draft with the next number, open to be edited', async (entry, is, asks) => {
  const { path } = at('/offers');
  await begin(entry);
  await waitFor(() => expect(path()).toMatch(/^\/offers\/offer/));
  const id = path().split('/').at(-1) as string;
  const offer = stands(`offers/${id}`) as OfferBody;
  expect(offer).toMatchObject({ id, number: 2, state: 'draft', benefit: { is } });
  expect(offer.asks).toHaveLength(asks);
  expect(stands('numbered')).toBe(2);
  expect(await screen.findByRole('heading', { name: /a draft, not meant yet/ })).toBeDefined();
});

test('two new offers have numbers and ids of their own', async () => {
  at('/offers');
  await begin('more for less');
  await screen.findByRole('heading', { name: /^Three for two/ });
  await begin('a gift');
  await screen.findByRole('heading', { name: /^A gift with your order/ });
  const made = drafted().flatMap(([path, value]) => (String(path).startsWith('offers/') ? [value as OfferBody] : []));
  expect(made.map(({ number }) => number)).toEqual([2, 3]);
  expect(new Set(made.map(({ id }) => id)).size).toBe(2);
});

test('copied to the next year it is a draft in its groups; the 29th of February becomes the 28th', async () => {
  const book = smallBook({ eitherOr: groups });
  const [suds] = book.offers as [OfferBody];
  const window = { ...suds.window, from: '2028-02-29T09:00', until: '2028-03-31T00:00' };
  const { path } = at('/offers/suds', { ...book, offers: [{ ...suds, window }] });
  press(await screen.findByRole('button', { name: 'Copy to next year' }));
  await waitFor(() => expect(path()).not.toBe('/offers/suds'));
  const id = path().split('/').at(-1) as string;
  expect(stands(`offers/${id}`)).toMatchObject({
    number: 2,
    title: suds.title,
    state: 'draft',
    window: { from: '2029-02-28T09:00', until: '2029-03-31T00:00' },
  });
  expect(stands('eitherOr/one/offers')).toEqual(['suds', id]);
});

test('an end is moved on the time line by keyboard, a day or a week at a time', async () => {
  const book = smallBook();
  const [suds] = book.offers as [OfferBody];
  at('/offers', { ...book, offers: [{ ...suds, window: { ...suds.window, until: '2026-12-01T00:00' } }] });
  const end = await screen.findByRole('slider', { name: 'End of SUDS: 15 % off' });
  fireEvent.keyDown(end, { key: 'ArrowRight' });
  expect(stands('offers/suds/window')).toMatchObject({ until: '2026-12-02T00:00', from: null });
  fireEvent.keyDown(screen.getByRole('slider', { name: 'End of SUDS: 15 % off' }), {
    key: 'ArrowLeft',
    shiftKey: true,
  });
  await waitFor(() => expect(stands('offers/suds/window')).toMatchObject({ until: '2026-11-25T00:00' }));
});

test('offers are found by their words, several paused at once, and a title is held to its rule', async () => {
  at('/offers');
  const filter = await screen.findByLabelText('Filter the offers');
  fireEvent.change(filter, { target: { value: 'nothing so' } });
  expect(screen.queryByRole('checkbox')).toBeNull();
  fireEvent.change(filter, { target: { value: 'suds' } });
  fireEvent.click(screen.getByRole('checkbox', { name: 'Pick SUDS: 15 % off' }));
  press('Pause 1');
  expect(stands('offers/suds/state')).toBe('paused');
  expect(await screen.findByRole('heading', { name: /SUDS.*\(paused\)/ })).toBeDefined();
  expect(screen.queryByRole('group', { name: 'The picked offers' })).toBeNull();
  type('Percent', '20');
  const broken = () => screen.queryByRole('list', { name: 'Words that promise something else' })?.textContent;
  await waitFor(() => expect(broken()).toContain('The title says “15 %”; the rule has 20 %.'));
});

test('of an offer of yesterday it is said that it is gone, with what is nearest', async () => {
  at('/offers/sud');
  const alert = await screen.findByRole('alert');
  expect(alert.textContent).toContain('There is no offer “sud”');
  fireEvent.click(within(alert).getByRole('link', { name: 'SUDS: 15 % off' }));
  await screen.findByRole('heading', { name: /^SUDS/ });
});

test.each([
  ['x'.repeat(501), 'at most 500 letters; these are 501'],
  ['one line\nand another', 'one line, without breaks or tabs'],
])('terms that no book holds are told at their field, and none of them is cut or kept', async (text, told) => {
  at('/offers/suds');
  type(await screen.findByLabelText('Terms'), text);
  expect(screen.getByText(told)).toBeDefined();
  expect(drafted()).toEqual([]);
  type('Terms', 'x'.repeat(500));
  await waitFor(() => expect(drafted()).toEqual([['offers/suds/terms', 'x'.repeat(500)]]));
});

test('a time zone that is none yet is told, and the page stays; the whole of it is taken', async () => {
  at('/offers/suds');
  type(await screen.findByLabelText('Time zone'), 'Asia/Kuwit');
  expect(screen.getByText('a time zone such as Europe/Dublin')).toBeDefined();
  expect(drafted()).toEqual([]);
  type('Time zone', 'Asia/Kuwait');
  await waitFor(() => expect(drafted()).toEqual([['offers/suds/window/zone', 'Asia/Kuwait']]));
});

test('a private note and links are kept with an offer: a link has its code once one says how links look', async () => {
  const book = smallBook({});
  const [offer] = book.offers;
  if (!offer) throw new Error('the small book has an offer');
  at(`/offers/${offer.id}`, {
    ...book,
    offers: [{ ...offer, code: { is: 'link', code: 'GUST' } }, ...book.offers.slice(1)],
  });
  type(await screen.findByLabelText('Private note'), 'For the autumn postcard');
  await waitFor(() => expect(stands(`offers/${offer.id}/note`)).toBe('For the autumn postcard'));
  expect(screen.queryByRole('button', { name: 'Copy the link' })).toBeNull();
  type('What links look like', 'https://shop.example/');
  expect(screen.getByRole('alert').textContent).toContain('an address with {code} in it');
  type('What links look like', 'https://shop.example/?c={code}&from=plemb');
  const written: string[] = [];
  vi.stubGlobal('navigator', {
    ...navigator,
    clipboard: { writeText: async (text: string) => void written.push(text) },
  });
  press(await screen.findByRole('button', { name: 'Copy the link' }));
  await screen.findByText('copied');
  press('Copy the address of this offer');
  expect(written).toEqual(['https://shop.example/?c=GUST&from=plemb', `${location.origin}/offers/${offer.id}`]);
});

/** The costs of the one offer over two orders of 26.00, and how many pieces of long work have been begun. */
function atCosts(answers = {}) {
  const order = { at: '2026-11-02T10:00:00.000Z', place: 'IE', service: 'post', channel: null };
  const orders = [1, 2].map((id) => ({ ...order, id, lines: [{ sku: 'BAR-OAT', units: 4 }] }));
  at('/offers/costs', smallBook(), { 'GET /orders': { orders, next: null, every: 1 }, ...answers });
  const Beside = globalThis.Worker as unknown as new () => object;
  const begun = vi.fn();
  vi.stubGlobal(
    'Worker',
    class extends Beside {
      constructor() {
        super();
        begun();
      }
    },
  );
  return begun;
}
const costs = async (text: string) => {
  const said = await screen.findByText(/would have used/);
  await waitFor(() => expect(said.textContent).toContain(text));
  await screen.findByText(/there is nothing to move/);
};

test('what an offer costs is worked out once, for whoever comes back to it; anew for another book', async () => {
  const begun = atCosts();
  // 15 % of 26.00, twice.
  await costs('2 of 2 orders would have used it, and shoppers would have paid €7.80 less');
  expect(begun).toHaveBeenCalledTimes(2);
  press(screen.getByRole('link', { name: /Places$/ }));
  await screen.findByRole('heading', { name: 'Home' });
  press(screen.getByRole('link', { name: /Offers$/ }));
  press(await screen.findByRole('link', { name: 'What they cost' }));
  await costs('€7.80 less');
  expect(begun).toHaveBeenCalledTimes(2);
  act(() => store.dispatch(makeEdits([editTo(['offers', 'suds', 'benefit', 'off', 'percent'], '10')])));
  await costs('€5.20 less');
  expect(begun).toHaveBeenCalledTimes(3);
  // Goods changed elsewhere: 10 % of 40.00, twice; the curve is drawn anew too.
  press(screen.getByRole('link', { name: /Places$/ }));
  await screen.findByRole('heading', { name: 'Home' });
  act(() => store.dispatch(makeEdits([editTo(['goods', 'BAR-OAT', 'price'], '10.00')])));
  press(screen.getByRole('link', { name: /Offers$/ }));
  press(await screen.findByRole('link', { name: 'What they cost' }));
  await costs('€8.00 less');
  await waitFor(() => expect(begun).toHaveBeenCalledTimes(5));
});

test('what was worked out before the carrier’s cards had come is worked out again with them', async () => {
  let come = (_: object): void => undefined;
  const cards = new Promise<object>((done) => {
    come = done;
  });
  const begun = atCosts({ 'GET /carrier': () => cards });
  await costs('€7.80 less');
  expect(begun).toHaveBeenCalledTimes(2);
  come({ cards: [], down: null });
  await waitFor(() => expect(begun).toHaveBeenCalledTimes(4));
  await costs('€7.80 less');
});

test('while it is looked for what meets, nothing is said of it; where nothing does, that is said', async () => {
  const seen = new Set<string>();
  const words = ['looking …', 'Nothing to meet.'];
  const watch = new MutationObserver(() => seen.add(words.filter((one) => screen.queryByText(one)).join(' and ')));
  watch.observe(document.body, { childList: true, characterData: true, subtree: true });
  at('/offers/meets', { ...smallBook(), offers: [] });
  await screen.findByText('Nothing to meet.');
  watch.disconnect();
  expect(seen).toContain('Nothing to meet.');
  expect(seen).not.toContain(words.join(' and '));
});
