import { z } from 'zod';
import { euro } from '../euros.ts';
import { type Manifest, speeds, target } from '../manifest.ts';
import { limits, speeds as own } from './format.ts';

export const manifest = {
  id: 'findlark',
  name: 'Findlark',
  short: 'Findlark',
  what: 'comparison and adverts · EUR · a country opens in 10 h, review 30 h',
  files: ['items.xml', 'promotions.tsv'],
  speeds: own,
  titleLetters: limits.title,
  currency: euro,
  reviewHours: 40,
  settings: z.strictObject({ speeds, target: target.default('all') }),
  ownSettings: [{ field: 'target', is: 'all or a country', label: 'Target country', lead: 'This feed is for' }],
  says: [
    { about: 'Zones', how: 'countries, parts, postcode prefixes, 64 entries' },
    { about: 'Rates', how: 'an entry an item; the dearest counts' },
    { about: 'Free delivery', how: 'promotion by speed, whole countries' },
    { about: 'Discounts', how: 'percent, before anything else' },
    { about: 'Codes', how: 'one shared, or none' },
    { about: 'Time', how: 'minute, with offset' },
    { about: 'Title', how: '48 letters; id 32' },
    { about: 'Other offers', how: 'not goods, gifts, steps, amounts, units, single-use codes, segments or limits' },
    { about: 'Review', how: '30 hours, and 10 before it where a country is opened' },
  ],
} as const satisfies Manifest;
