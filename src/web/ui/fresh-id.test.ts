import { expect, test } from 'vitest';
import { freshId } from './fresh-id.ts';

test('a new thing gets an id that none has, also after one was taken away', () => {
  expect(freshId('zone', [{ id: 'ie' }, { id: 'zone-3' }])).toBe('zone-4');
  expect(freshId('zone', [])).toBe('zone-1');
});
