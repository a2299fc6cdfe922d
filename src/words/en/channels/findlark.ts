import type { ChannelWords } from './words.ts';

export const findlark: ChannelWords = {
  what: 'comparison and adverts',
  says: [
    { about: 'Zones', how: 'countries, parts, postcode prefixes, 64 entries' },
    { about: 'Rates', how: 'an entry an item, as it is charged alone; the dearest of a basket counts, once' },
    { about: 'Free delivery', how: 'promotion by speed, whole countries; frees all of a basket' },
    { about: 'Discounts', how: 'percent, before anything else' },
    { about: 'Codes', how: 'one shared, or none' },
    { about: 'Time', how: 'minute, with offset' },
    { about: 'Title', how: '48 letters; id 32' },
    { about: 'Other offers', how: 'not goods, gifts, steps, amounts, units, single-use codes, segments or limits' },
    { about: 'Review', how: '30 hours, and 10 before it where a country is opened' },
  ],
  settings: { target: { label: 'Target country', lead: 'This feed is for' } },
};
