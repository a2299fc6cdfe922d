import { describe, expect, test } from 'vitest';
import { flat, item, shopOf } from '../../../tests/books/shop.ts';
import { coverageOf } from './coverage.ts';

const found = (...made: Parameters<typeof shopOf>) => {
  const { book, goods } = shopOf(...made).open();
  return coverageOf(book, goods);
};

describe('what is not covered', () => {
  test('nothing, where one lane takes everything', () => {
    expect(found({ post: flat('4.00') }, [item('A')])).toEqual([]);
  });
  test('a zone that is served without any lane', () => {
    expect(
      found({ post: flat('4.00') }, [item('A')], {
        zones: [
          { id: 'home', name: 'Home', takes: ['IE'], leaves: [] },
          { id: 'bare', name: 'Bare', takes: ['FR'], leaves: [] },
        ],
        templates: [
          {
            id: 'main',
            name: 'Main',
            origin: 'Here',
            zones: ['home', 'bare'],
            lanes: { home: { post: flat('4.00') } },
          },
        ],
      }),
    ).toEqual([{ is: 'zone without lanes', template: 'main', zone: 'bare', place: 'FR' }]);
  });
  test('a gap between the bounds of two services, with the smallest basket that falls in it', () => {
    const kilogram = 1_600_000_000_000;
    expect(
      found(
        {
          light: { ...flat('4.00'), bounds: [{ unit: 'kg', from: null, to: '2' }] },
          heavy: { ...flat('9.00'), bounds: [{ unit: 'kg', from: '5', to: null }] },
        },
        [item('A'), item('B', { price: '50.00', mass: { value: '4', unit: 'kg' } })],
      ).filter((one) => one.is === 'gap'),
    ).toEqual([
      {
        is: 'gap',
        template: 'main',
        zone: 'home',
        over: 'mass',
        from: 2 * kilogram + 1,
        to: 5 * kilogram - 1,
        example: [{ sku: 'A', units: 3 }],
        service: 'light',
      },
    ]);
  });
  test('a lane that stops where another takes over is only to be known of', () => {
    const kinds = found({ a: { ...flat('4.00'), bounds: [{ unit: 'kg', from: null, to: '2' }] }, b: flat('9.00') }, [
      item('A'),
    ]).map((one) => one.is);
    expect(kinds).toEqual(['lane ends']);
  });
  test('goods that cannot be bought anywhere, and why', () => {
    expect(
      found({ post: { rate: { is: 'table', unit: 'kg', breaks: [{ to: '2', amount: '4.00' }] }, freeFrom: null } }, [
        item('A'),
        item('HEAVY', { mass: { value: '3', unit: 'kg' } }),
        item('BARE', { mass: null }),
      ]).filter((one) => one.is === 'never sold'),
    ).toEqual([
      { is: 'never sold', skus: ['HEAVY'], why: 'beyond the table' },
      { is: 'never sold', skus: ['BARE'], why: 'no mass' },
    ]);
  });
  test('goods that clash, the cheapest of each sort shown', () => {
    expect(
      found({ a: flat('4.00'), b: flat('6.00') }, [
        item('A', { barred: ['b'] }),
        item('B', { barred: ['a'] }),
        item('C', { price: '2.00', barred: ['b'] }),
      ]),
    ).toEqual([{ is: 'clash', zone: 'home', zones: 1, a: 'C', b: 'B', services: [['a'], ['b']], pairs: 2 }]);
  });
});
