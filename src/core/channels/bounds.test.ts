import { expect, test } from 'vitest';
import { channels, free, isThreshold, saidOf } from '../../../tests/books/said.ts';
import { flat, item, offerOf, shopOf } from '../../../tests/books/shop.ts';
import type { ChannelId } from '../book/index.ts';
import type { Note } from './index.ts';

test.each<[ChannelId]>([['lerrin-shop'], ['harrowmere']])(
  'at %s an offer lowers the thresholds of places where it holds, and of no others',
  (channel) => {
    const book = shopOf({ post: flat('5.00', free) }, [item('A')], {
      ...channels(channel),
      zones: [
        { id: 'home', name: 'Home', takes: ['IE'], leaves: [] },
        { id: 'abroad', name: 'Abroad', takes: ['GB'], leaves: [] },
      ],
      templates: [
        {
          id: 'main',
          name: 'Main',
          origin: 'Here',
          zones: ['home', 'abroad'],
          lanes: { home: { post: flat('5.00', free) }, abroad: { post: flat('6.00', free) } },
        },
      ],
      offers: [
        offerOf('fifth', 1, { benefit: { is: 'off order', off: { by: 'percent', percent: '20' } }, zones: ['home'] }),
      ],
    });
    expect(saidOf(channel, book, isThreshold('abroad'))).toBe('exact');
    expect(saidOf(channel, book, isThreshold('home'))).toBe(500);
  },
);

test.each<[ChannelId, string]>([
  ['lerrin-shop', 'basket'],
  ['lerrin-shop', 'group'],
  ['harrowmere', 'basket'],
  ['harrowmere', 'group'],
])('at %s a threshold of its %s that no goods come to is met on neither side', (channel, of) => {
  const asked = { value: '250.00', test: 'after', of: of as 'basket' | 'group' } as const;
  const dear = item('B', { price: '90.00', barred: ['post'] });
  const book = shopOf({ post: flat('5.00', asked) }, [item('A'), dear], {
    ...channels(channel),
    offers: [offerOf('tenth', 1, { benefit: { is: 'off order', off: { by: 'percent', percent: '10' } } })],
  });
  expect(saidOf(channel, book, isThreshold('home'))).toBe('exact');
});

test.each<[ChannelId]>([['harrowmere'], ['findlark']])(
  'at %s goods that a service is barred for pay no fee by it',
  (channel) => {
    const fee = { each: '1.00', waived: false };
    const book = (barred: string[]) =>
      shopOf(
        { post: flat('5.00') },
        [item('A', { fee }), item('B', { fee: { each: '2.00', waived: false }, barred })],
        channels(channel),
      );
    const isFee = (clause: Note['clause']) => clause.about === 'apart' && clause.by === 'fee';
    expect(saidOf(channel, book([]), isFee)).toBe(4000);
    expect(saidOf(channel, book(['post']), isFee)).toBe(2000);
  },
);
