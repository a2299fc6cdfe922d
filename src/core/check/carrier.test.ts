import { expect, test } from 'vitest';
import { item, shopOf } from '../../../tests/books/shop.ts';
import { withCarrier } from '../../../tests/telling/carried.ts';
import { dialectOf, settingsOf } from '../channels/index.ts';
import { checkChannel } from './index.ts';

const dialect = dialectOf('lerrin-shop');
const now = Date.parse('2026-11-24T09:10:00Z');

test('a channel that asks the carrier is asked with the answers that the book has', async () => {
  const rate = { is: 'carrier quote', service: 'ground', percent: '7.5', add: '1.20', fallback: '9.00' } as const;
  const size = { length: '19', width: '12', height: '9', unit: 'cm' } as const;
  const box = { id: 'small', name: 'Small', length: '30', width: '20', height: '10', unit: 'cm' } as const;
  const { book, goods, file, ask } = shopOf({ post: { rate, freeFrom: null } }, [item('CAKE', { size })], {
    channels: { 'lerrin-shop': { speeds: { post: 'post' } } },
    boxes: [{ ...box, limit: { value: '25', unit: 'kg' } }],
  }).open();
  const { carrier } = withCarrier(ask({ lines: [{ sku: 'CAKE', units: 1 }], place: 'IE', moment: now }));
  const sides = { rendition: dialect.render(book, goods), sent: null, speeds: settingsOf(file, dialect).speeds };
  const foundWith = async (answer: typeof carrier) =>
    (await checkChannel(book, goods, { id: dialect.id, sides, ask: null, carrierAt: () => answer }, now)).findings;
  expect(await foundWith(carrier)).toEqual([]);
  // Silent, the book falls back on 9.00, and the shop offers nothing.
  const [finding] = await foundWith(null);
  expect(finding).toMatchObject({ service: 'post', difference: null, meant: { delivery: 900 } });
});
