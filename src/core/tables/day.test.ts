import { expect, test } from 'vitest';
import { dayOrderOf, writtenMoment } from './day.ts';

/** How days and moments are written in files (common practice, no source). */
test.each([
  ['2026-12-24', '2026-12-24T00:00'],
  ['2026/12/24 9:05', '2026-12-24T09:05'],
  ['2026-12-24T09:05:11.250Z', '2026-12-24T09:05:00Z'],
  ['2026-12-24 09:05:11 +0100', '2026-12-24T09:05:00+01:00'],
  ['2026-12-24T09:05:11-05:30', '2026-12-24T09:05:00-05:30'],
  ['2026-12-24 09:05', '2026-12-24T09:05'],
  ['2028-02-29T23:59:59.9Z', '2028-02-29T23:59:00Z'],
  ['Thu, 24 Dec 2026 09:05:11 GMT', '2026-12-24T09:05:00Z'],
  ['24.12.2026 09.05 Uhr', '2026-12-24T09:05'],
  ['24.12.26', '2026-12-24T00:00'],
  ['24/12/2026 à 9h05', '2026-12-24T09:05'],
  ['24/12/2026, 9:05 pm', '2026-12-24T21:05'],
  ['Dec 24th, 2026 12:05 AM', '2026-12-24T00:05'],
  ['Donnerstag, 24. Dezember 2026', '2026-12-24T00:00'],
  ['24 décembre 2026 09:05', '2026-12-24T09:05'],
  ['1 févr. 2026', '2026-02-01T00:00'],
  ['24 de diciembre de 2026', '2026-12-24T00:00'],
  ['24 mrt. 2026', '2026-03-24T00:00'],
  ['24 maggio 2026', '2026-05-24T00:00'],
  ['März 2026', '2026-03-01T00:00'],
  ['Sept 2026', '2026-09-01T00:00'],
  ['2026-12', '2026-12-01T00:00'],
  ['20261224', '2026-12-24T00:00'],
  ['20261224T090511Z', '2026-12-24T09:05:00Z'],
])('%s', (cell, expected) => expect(writtenMoment(cell, 'day first')).toBe(expected));

/** Seconds as `date --utc --date=2026-12-24T09:05 +%s` tells them; days as ECMA-376, 18.17.4.1, counts them. */
test.each([
  ['1798103100', '2026-12-24T09:05:00Z'],
  ['1798103100250', '2026-12-24T09:05:00Z'],
  ['46380', '2026-12-24T00:00'],
  ['46380.378472222219', '2026-12-24T09:05'],
  ['46380,5', '2026-12-24T12:00'],
])('counted: %s', (cell, expected) => expect(writtenMoment(cell, null)).toBe(expected));

test.each([
  '',
  '31.02.2026',
  '24:12:2026',
  '24 Foo 2026',
  '25:61',
  '2026-12-24 24:00',
  '2026-02-31T10:00',
  '2026-02-31 10:00:00Z',
  '2026-13-01T10:00',
  '20261324',
  '12345',
  '99999',
  '24',
  'Dec',
  '1.5.2026 to 3.5.2026',
])('“%s” is none', (cell) => expect(writtenMoment(cell, 'day first')).toBeNull());

test('points put the day first; of other signs those tell that can be read one way only', () => {
  expect(dayOrderOf(['02.03.2026'])).toEqual({ days: 'day first', unsure: false });
  expect(dayOrderOf(['2/3/2026', '2/25/2026'])).toEqual({ days: 'month first', unsure: false });
  expect(dayOrderOf(['2/3/2026', '25/2/2026'])).toEqual({ days: 'day first', unsure: false });
  expect(dayOrderOf(['2/3/2026'])).toEqual({ days: 'day first', unsure: true });
  expect(dayOrderOf(['2026-03-02'])).toEqual({ days: null, unsure: false });
});
