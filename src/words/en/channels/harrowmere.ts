import type { ChannelWords } from './words.ts';

export const harrowmere: ChannelWords = {
  what: 'marketplace',
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
  settings: {},
};
