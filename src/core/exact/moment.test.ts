import fc from 'fast-check';
import { expect, test } from 'vitest';
import { parseMoment } from './index.ts';

test('moments are read to the millisecond, by their offsets', () => {
  fc.assert(
    fc.property(fc.date({ min: new Date(0), max: new Date('2199-12-30'), noInvalidDate: true }), (date) => {
      expect(parseMoment(date.toISOString())).toBe(date.getTime());
    }),
  );
  expect(parseMoment('2026-11-24T10:10+01:00')).toBe(Date.parse('2026-11-24T09:10:00Z'));
  expect(parseMoment('2024-02-29T00:00:00Z')).toBe(Date.UTC(2024, 1, 29));
});

test.each([
  'batch 3',
  '3',
  '',
  '2026-11-24',
  '2026-11-24T09:10',
  '2026-11-24 09:10:00Z',
  '2026-02-30T00:00:00Z',
  '2026-02-29T00:00:00Z',
  '2026-13-01T00:00:00Z',
  '2026-00-10T00:00:00Z',
  '2026-11-24T24:00:00Z',
  '2026-11-24T09:60:00Z',
  '2026-11-24T09:10:00+25:00',
  '+275760-09-13T00:00:00Z',
  '275760-09-13T00:00:00Z',
  '0000-01-01T00:00:00Z',
  '1969-12-31T23:59:59Z',
  '2200-01-01T00:00:00Z',
  'Tue Nov 24 2026',
])('“%s” is no moment', (text) => {
  expect(parseMoment(text)).toBeNull();
});
