import { matchPath } from 'react-router';
import { expect, test } from 'vitest';
import { demoBook } from '../../../demo/book.ts';
import { bookFileSchema } from '../../core/book/index.ts';
import type { OpenBook } from '../data/book.ts';
import { addressOf } from './stage.ts';
import { rooms, stages } from './stages.ts';

/** What the stages say of themselves, held against each other: no address twice, none that leads nowhere. */
const { goods, ...book } = bookFileSchema.parse(demoBook());
const open = { book, goods, savedGoods: goods } as unknown as OpenBook;
const routes = rooms.flatMap((room) =>
  room.sheets.map((sheet) => `/${[room.path, sheet.path].filter(Boolean).join('/')}`),
);
const leads = (to: string): boolean => routes.some((route) => matchPath(route, to.split('?')[0] ?? '') !== null);

test('six stages in the order of the work, each address and each name once', () => {
  expect(stages.map((stage) => stage.name)).toEqual(['Goods', 'Places', 'Rates', 'Offers', 'Channels', 'Check']);
  expect(new Set(rooms.map((room) => room.path)).size).toBe(rooms.length);
  expect(new Set(routes).size).toBe(routes.length);
});

test('the finder lists every sheet but a stage’s own, and each leads to a page', () => {
  for (const room of rooms)
    for (const [i, sheet] of room.sheets.entries()) {
      if (stages.includes(room)) expect(sheet.find === null, `${room.name}, ${sheet.name}`).toBe(i === 0);
      if (sheet.find !== null) expect(leads(addressOf(room, sheet)), sheet.find).toBe(true);
    }
  const offers = rooms.find((room) => room.path === 'offers');
  expect(offers?.sheets.filter((sheet) => sheet.find !== null).length).toBe(4);
});

test('everything the finder lists of the demo’s book leads to a page, and has a name and what it is', () => {
  const found = rooms.flatMap((room) => room.finds(open));
  for (const { name, what, to } of found) {
    expect(name.length, to).toBeGreaterThan(0);
    expect(what.length, to).toBeGreaterThan(0);
    expect(leads(to), to).toBe(true);
  }
  const lanes = book.templates.flatMap((template) => Object.values(template.lanes).flatMap((row) => Object.keys(row)));
  const counts = { zones: book.zones.length, lanes: lanes.length, offers: book.offers.length, goods: goods.length };
  expect({
    zones: found.filter((one) => one.what === 'zone').length,
    lanes: found.filter((one) => one.what.startsWith('lane of ')).length,
    offers: found.filter((one) => one.what === 'offer').length,
    goods: found.filter((one) => one.to.startsWith('/goods')).length,
  }).toEqual(counts);
});

test('a path of the book is at home in one room, and opens a page there', () => {
  const kinds = rooms.flatMap((room) => Object.keys(room.opens));
  expect(new Set(kinds).size).toBe(kinds.length);
  for (const room of rooms)
    for (const [kind, opens] of Object.entries(room.opens)) {
      const { to, words } = opens([kind, 'some', 'lanes', 'ie', 'standard']);
      expect(leads(to), `${kind}: ${to}`).toBe(true);
      expect(words).toMatch(/^Open /);
    }
  const lane = rooms
    .find((room) => room.path === 'rates')
    ?.opens.templates?.(['templates', 't', 'lanes', 'ie', 'post']);
  expect(lane).toEqual({ to: '/rates/ie/post?template=t', words: 'Open the lane' });
});

test('every sheet’s page is there to be fetched', async () => {
  for (const room of rooms)
    for (const sheet of room.sheets) expect(typeof sheet.page, `${room.name}, ${sheet.name}`).toBe('function');
});
