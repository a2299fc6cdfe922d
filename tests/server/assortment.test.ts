import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { type ChannelId, channelIds } from '../../src/core/book/index.ts';
import { type Item, listingOf } from '../../src/core/goods/index.ts';
import { seeded } from '../../src/core/plan/index.ts';
import { item } from '../books/shop.ts';
import { smallBook } from '../books/small.ts';
import { seedFrom, times } from '../trials.ts';
import { type World, world } from './world.ts';

const moment = '2026-11-24T09:10:00Z';
let at: World;
beforeAll(async () => {
  at = await world();
});
afterAll(() => at.end());

const goodsThere = async (): Promise<Item[]> => (await at.call('GET', '/api/goods')).body.items;
const begin = (...goods: ReturnType<typeof item>[]) => at.take(smallBook({ pinned: [], goods }));
const newest = async (): Promise<number> => (await at.call('GET', '/api/book')).body.revision;
const saving = async (...edits: { path: string[]; value?: unknown }[]) =>
  at.call('POST', '/api/revisions', { base: await newest(), who: 'Ada', note: '', edits });
const own = (sku: string, channel: string, listing: string) => ({
  path: ['goods', sku, 'listedAs'],
  value: [{ channel, listing }],
});
const hidden = (sku: string, ...channels: string[]) => ({ path: ['goods', sku, 'notListed'], value: channels });
const wrong = (answer: Awaited<ReturnType<typeof saving>>): string[] =>
  (answer.body.problems ?? []).map((one: { at: string[]; wrong: string }) => `${one.at.join(' ')}: ${one.wrong}`);

describe('ids under which a channel lists goods', () => {
  test('are refused where another item has them there, by its own id or by its SKU, and nothing is saved', async () => {
    await begin(
      item('A'),
      item('B'),
      item('Kite 3/4'),
      item('C', { listedAs: [{ channel: 'harrowmere', listing: '7' }] }),
    );
    expect(wrong(await saving(own('A', 'harrowmere', '7')))).toEqual([
      expect.stringMatching(/Harrowmere lists [AC] under 7 already/),
    ]);
    expect(wrong(await saving(own('A', 'harrowmere', 'B')))).toEqual([
      'goods A listedAs: Harrowmere lists B under B already',
    ]);
    expect((await saving(own('A', 'findlark', '7'))).status).toBe(201);
    // What an SKU that no channel takes is listed as, its row tells.
    const strange = listingOf('Kite 3/4');
    expect((await saving(own('B', 'lerrin-shop', strange))).status).toBe(422);
    expect((await goodsThere()).find(({ sku }) => sku === 'B')?.listedAs).toEqual([]);
  });

  test('may be taken over from an item that is hidden there, which then cannot come back beside it', async () => {
    await begin(
      item('OLD'),
      item('NEW'),
      item('P', { notListed: ['harrowmere'] }),
      item('V', { parent: 'P', price: null }),
    );
    expect((await saving(hidden('OLD', 'harrowmere'), own('NEW', 'harrowmere', 'OLD'))).status).toBe(201);
    expect(wrong(await saving(hidden('OLD')))).toEqual(['goods NEW listedAs: Harrowmere lists OLD under OLD already']);
    // A variant goes with its parent.
    expect((await saving(own('OLD', 'harrowmere', 'V'))).status).toBe(201);
    expect((await saving(hidden('OLD'), own('NEW', 'harrowmere', 'V'))).status).toBe(422);
    expect((await saving(own('NEW', 'harrowmere', 'V'), own('OLD', 'harrowmere', 'O'))).status).toBe(201);
    expect((await saving(hidden('P'))).status).toBe(422);
  });

  test('of two who give the same one at once, one is refused', async () => {
    await begin(item('A'), item('B'));
    const base = await newest();
    const save = (sku: string) =>
      at.call('POST', '/api/revisions', { base, who: sku, note: '', edits: [own(sku, 'harrowmere', '1')] });
    const answers = await Promise.all([save('A'), save('B')]);
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 422]);
  });

  test('a line of a file is bad where its id is another’s', async () => {
    await begin(item('A', { listedAs: [{ channel: 'harrowmere', listing: '7' }] }), item('B'));
    const asked = await at.call('POST', '/api/imports', {
      name: 'goods.csv',
      text: 'sku,price,listed as\r\nA,10.00,at harrowmere 7\r\nB,11.00,at harrowmere 7\r\n',
      missing: 'kept',
      layout: null,
      who: 'Ada',
    });
    const read = await at.until(`/api/imports/${asked.body.id}`, ({ state }) => !['queued', 'reading'].includes(state));
    expect(read.report.bad, JSON.stringify(read)).toBe(1);
    expect(JSON.stringify(read.report.badLines)).toContain('Harrowmere lists A under 7 already');
  });

  test('random edits never leave two goods under one, nor are refused without need', async () => {
    const random = seeded(seedFrom(4711));
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
    const skus = ['A', 'B', 'C', 'D', 'E 1/2', 'F'];
    await begin(...skus.map((sku) => item(sku)));
    const ids = [...skus.map(listingOf), 'x', 'y'];
    /** Written anew from the page: an id stands once among what a channel lists. */
    const isSound = (goods: readonly Item[]): boolean => {
      const bySku = new Map(goods.map((one) => [one.sku, one]));
      const hides = (one: Item | undefined, channel: string): boolean =>
        one !== undefined &&
        (one.notListed === 'none'
          ? false
          : one.notListed.length > 0
            ? one.notListed.includes(channel)
            : one.parent !== null && hides(bySku.get(one.parent), channel));
      return ['harrowmere', 'findlark'].every((channel) => {
        const there = goods
          .filter((one) => !hides(one, channel))
          .map((one) => one.listedAs.find((as) => as.channel === channel)?.listing ?? listingOf(one.sku));
        return new Set(there).size === there.length;
      });
    };
    const counts = { taken: 0, refused: 0 };
    for (let i = 0; i < times(150); i += 1) {
      const before = await goodsThere();
      const edits = Array.from({ length: 1 + Math.floor(random() * 2) }, () => {
        const sku = pick(skus);
        const way = random();
        if (way < 0.5)
          return {
            path: ['goods', sku, 'listedAs'],
            value: random() < 0.3 ? [] : [{ channel: pick(['harrowmere', 'findlark']), listing: pick(ids) }],
          };
        if (way < 0.85)
          return { path: ['goods', sku, 'notListed'], value: pick([[], ['harrowmere'], ['findlark'], 'none']) };
        // Parents come earlier, so that there is no circle.
        return { path: ['goods', sku, 'parent'], value: sku > 'B' && random() < 0.7 ? pick(['A', 'B']) : null };
      });
      const wanted = before.map((one) => ({
        ...one,
        ...Object.fromEntries(
          edits.flatMap(({ path: [, sku, field = ''], value }) => (sku === one.sku ? [[field, value]] : [])),
        ),
      }));
      const { status } = await saving(...edits);
      expect([i, status < 300], JSON.stringify(edits)).toEqual([i, isSound(wanted)]);
      expect(isSound(await goodsThere())).toBe(true);
      if (status < 300) counts.taken += 1;
      else counts.refused += 1;
    }
    expect(counts.taken).toBeGreaterThan(times(40));
    expect(counts.refused).toBeGreaterThan(times(15));
  }, 60_000);
});

describe('a channel and its goods', () => {
  const send = async (id: ChannelId) => {
    await at.call('POST', `/api/channels/${id}/sends`, { who: 'Ada' });
    await at.until(`/api/channels/${id}`, ({ lastSend }) => !['queued', 'sending'].includes(lastSend.state));
  };
  const listings = async (id: ChannelId): Promise<string[]> =>
    (await at.call('GET', `/api/channels/${id}/listings`)).body.listings.map((one: { listing: string }) => one.listing);

  test('each is told its own, under the ids it has there, and asked about them by these', async () => {
    await begin(
      item('A', { listedAs: [{ channel: 'harrowmere', listing: 'HM-1' }] }),
      item('B', { notListed: ['findlark', 'lerrin-shop'] }),
    );
    for (const id of channelIds) await send(id);
    expect([await listings('lerrin-shop'), await listings('harrowmere'), await listings('findlark')]).toEqual([
      ['A'],
      ['HM-1', 'B'],
      ['A'],
    ]);
    const ask = (id: string, sku: string) =>
      at.call('POST', `/api/channels/${id}/checkouts`, {
        moment,
        baskets: [
          { id: 'x', name: 'X', lines: [{ sku, units: 1 }], place: 'IE', codes: [], moment: null, market: null },
        ],
      });
    for (const id of channelIds) {
      const { body } = await ask(id, 'A');
      expect(
        body.answers[0].map((one: { charge: number }) => one.charge),
        id,
      ).toEqual([730]);
    }
    expect((await ask('findlark', 'B')).body.answers).toEqual([[]]);
  });

  test('what somebody changes over there stands in its record until the next send', async () => {
    await begin(item('A'), item('B'));
    for (const id of channelIds) {
      await send(id);
      await at.desk(id, 'listing', { listing: 'A', price: '9.00', grams: null });
      await at.desk(id, 'listing', { listing: 'B', gone: true });
      await at.desk(id, 'listing', { listing: 'X-9', price: '3.00', grams: '12.5' });
      expect((await at.call('GET', `/api/channels/${id}/listings`)).body.listings, id).toEqual([
        { listing: 'A', price: '9.00', grams: null },
        { listing: 'X-9', price: '3.00', grams: '12.5' },
      ]);
      expect((await at.desk(id, 'listing', { listing: 'B', gone: true })).status).toBe(404);
      await send(id);
      expect(await listings(id), id).toEqual(['A', 'B']);
    }
  });
});

describe('the carrier’s record of goods', () => {
  const size = { length: '10', width: '20', height: '5.01', unit: 'cm' } as const;
  const key = () => at.call('PUT', '/api/keys/ternline', { key: 'soap-1', prices: 'list', who: 'Ada' });
  test('is told started grams and millimetres, and read back as it then weighs them', async () => {
    await begin(item('A', { size, mass: { value: '1', unit: 'lb' } }), item('B', { size }), item('BARE'));
    expect((await at.call('GET', '/api/carrier/goods')).body).toEqual({
      goods: null,
      down: 'no key for the carrier is set',
    });
    await key();
    expect((await at.call('GET', '/api/carrier/goods')).body).toEqual({ goods: [], down: null });
    const told = await at.call('PUT', '/api/carrier/goods', { skus: ['A', 'B'] });
    const lines = [
      { goods: 'A', grams: 454, sides: [200, 100, 51] },
      { goods: 'B', grams: 1000, sides: [200, 100, 51] },
    ];
    expect(told.body).toEqual({ goods: lines, down: null });
    await at.desk('ternline', 'goods', { goods: 'A', grams: 510, sides: [210, 100, 51] });
    expect((await at.call('GET', '/api/carrier/goods')).body.goods).toEqual([
      { goods: 'A', grams: 510, sides: [210, 100, 51] },
      lines[1],
    ]);
  });
  test('goods without a mass or a size, and none, are refused, and nothing is told', async () => {
    const before = (await at.call('GET', '/api/carrier/goods')).body;
    for (const bare of ['BARE', 'NONE'])
      expect(await at.call('PUT', '/api/carrier/goods', { skus: ['B', bare] })).toMatchObject({
        status: 422,
        body: { title: `Of ${bare} the carrier can be told nothing` },
      });
    expect((await at.call('GET', '/api/carrier/goods')).body).toEqual(before);
  });
});
