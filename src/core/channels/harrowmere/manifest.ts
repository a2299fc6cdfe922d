import { euro } from '../euros.ts';
import { type Manifest, plainSettings } from '../manifest.ts';
import { limits, speeds } from './format.ts';

export const manifest = {
  id: 'harrowmere',
  name: 'Harrowmere',
  short: 'Harrow',
  what: 'marketplace · EUR · 16 to 40 h review',
  files: ['plans.tsv'],
  speeds,
  titleLetters: limits.title,
  currency: euro,
  reviewHours: 40,
  settings: plainSettings,
  ownSettings: [],
  says: [
    { about: 'Zones', how: 'own regions, 40 postcode prefixes cut out' },
    { about: 'Rates', how: 'once a plan, plus per item or 250 g' },
    { about: 'Free delivery', how: 'from a spend before discounts' },
    { about: 'Discounts', how: 'percent on up to 400 listings' },
    { about: 'Codes', how: 'one shared, or none' },
    { about: 'Time', how: 'minute, UTC' },
    { about: 'Title', how: '36 letters; key 20' },
    { about: 'Other offers', how: 'not goods, gifts, steps, amounts, units, single-use codes, segments or limits' },
    { about: 'Review', how: '16 to 40 hours' },
  ],
} as const satisfies Manifest;
