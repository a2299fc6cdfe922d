import { parse } from 'csv-parse/sync';
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest';
import { offerOf } from '../books/shop.ts';
import { smallBook } from '../books/small.ts';
import { type World, world } from './world.ts';

/** Single-use codes on their way: made here, sent beside a channel's file, used at its checkout, read back. */
let at: World;
beforeAll(async () => {
  at = await world();
});
afterAll(() => at.end());
beforeEach(() => at.database.query('delete from single_code'));
const file = async (path: string): Promise<Record<string, string>[]> =>
  parse((await at.call('GET', path)).body, { columns: true });

const cards = offerOf('cards', 2, {
  benefit: { is: 'off order', off: { by: 'amount', amount: '2.00' } },
  code: { is: 'single use', batch: 'cards' },
  terms: 'Good once.',
});
const percent = offerOf('cards', 2, {
  benefit: { is: 'off order', off: { by: 'percent', percent: '10' } },
  code: { is: 'single use', batch: 'cards' },
  terms: 'Good once.',
});
const basket = (code: string) => ({
  lines: [{ listing: 'BAR-OAT', units: 1, price: '6.50', grams: '226.796185' }],
  place: { country: 'IE', part: null, postcode: null },
  codes: [code],
});

test.each([
  ['lerrin-shop', cards, '2.00', 'post', '2026-11-24T12:00:00.000Z'],
  // What is new there is looked at for 40 hours.
  ['harrowmere', percent, '0.65', 'STANDARD', '2026-12-24T12:00:00.000Z'],
] as const)(
  'at %s codes are sent, each is good once, and those used are read back and taken',
  async (id, offer, off, speed, moment) => {
    const { offers } = smallBook();
    const here = {
      'lerrin-shop': { speeds: { post: 'post' } },
      harrowmere: { speeds: { post: 'STANDARD' }, fit: 'any order' as const },
    };
    await at.take(smallBook({ offers: [...offers, offer], numbered: 2, channels: here }));
    await at.call('PUT', '/api/codes/batches/cards', {
      text: 'code,used\r\nCARD1,\r\nCARD2,\r\nOLD99,2026-11-01T10:00:00Z\r\n',
    });
    await at.call('PUT', '/api/codes/batches/others', { text: 'code\r\nELSE1\r\n' });
    const sent = (await at.call('POST', `/api/channels/${id}/sends`, { who: 'Ada' })).body.id as number;
    await at.until(`/api/channels/${id}`, ({ lastSend }) => lastSend.id === sent && lastSend.state === 'accepted');
    const { told, live } = (await at.call('GET', `/api/channels/${id}/files?moment=${moment}`)).body;
    const codes = (files: { name: string; text: string }[]) => files.find(({ name }) => name === 'codes.csv')?.text;
    // Used ones, and those of batches that no offer there asks for, are not sent.
    expect(codes(told)).toBe('batch,code\ncards,CARD1\ncards,CARD2\n');
    expect(codes(live)).toBe(codes(told));

    const there = at.addresses[id];
    const ask = async (path: string, body: object) => {
      const answer = await fetch(`${there}${path}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ moment, ...body }),
      });
      return { status: answer.status, body: await answer.json() };
    };
    const asked = async (code: string) => {
      const { answers } = (await ask('/checkout', { baskets: [basket(code)] })).body;
      return [answers[0].choices[0].discount, answers[0].codes[0].used, answers[0].codes[0].why];
    };
    expect(await asked('CARD1')).toEqual([off, true, null]);
    expect(await asked('OLD99')).toEqual(['0.00', false, 'unknown']);
    expect((await at.call('GET', `/api/channels/${id}`)).body.usedCodes).toEqual({ used: 0, fresh: 0 });
    expect((await ask('/order', { basket: basket('CARD1'), speed })).status).toBe(200);
    expect(await asked('CARD1')).toEqual(['0.00', false, 'used up']);
    expect(await asked('CARD2')).toEqual([off, true, null]);

    expect((await at.call('GET', `/api/channels/${id}`)).body.usedCodes).toEqual({ used: 1, fresh: 1 });
    expect((await at.call('POST', `/api/channels/${id}/used-codes`, {})).body).toEqual({ used: 1, fresh: 0 });
    expect((await at.call('POST', `/api/channels/${id}/used-codes`, {})).body).toEqual({ used: 1, fresh: 0 });
    expect(await file('/api/codes/batches/cards/file')).toMatchObject([
      { code: 'CARD1', used: moment },
      { code: 'CARD2', used: '' },
      { code: 'OLD99' },
    ]);
    // Sent again without it, it stays used there.
    const again = (await at.call('POST', `/api/channels/${id}/sends`, { who: 'Ada' })).body.id as number;
    await at.until(`/api/channels/${id}`, ({ lastSend }) => lastSend.id === again && lastSend.state === 'accepted');
    expect((await asked('CARD1')).slice(0, 2)).toEqual(['0.00', false]);
  },
);
