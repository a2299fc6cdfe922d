import fc from 'fast-check';
import { expect, test } from 'vitest';
import { pathIn, pathWord } from './index.ts';

test('a path is what its word stands for, whatever letters its steps have', () => {
  const step = fc.string({ unit: fc.constantFrom('a', '/', '%', ' ', 'ö', '2', 'F', '&', '=') });
  fc.assert(
    fc.property(fc.array(step, { minLength: 1 }), (path) => {
      expect(pathIn(pathWord(path))).toEqual(path);
    }),
  );
});

test('a word with a sign that stands for no letter is taken as it stands', () => {
  expect(pathIn('goods/100%')).toEqual(['goods', '100%']);
});
