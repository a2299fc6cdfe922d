import type { ChannelWords } from './words.ts';

export const findlark: ChannelWords = {
  what: 'comparison and adverts',
  says: [
    { about: 'Zones', how: 'countries, parts, postcode prefixes, 64 entries' },
    { about: 'Feeds', how: 'up to 20: countries, a language, a selection of goods; one file each' },
    { about: 'Rates', how: 'an entry an item, as it is charged alone; the dearest of a basket counts, once' },
    {
      about: 'Free delivery',
      how: 'promotion by speed, whole countries; frees all of a basket that has what it is for',
    },
    { about: 'Sale prices', how: 'an item, with a period; what takes the same off each unit for everybody' },
    { about: 'Promotions', how: 'percent, amount, n for m, gift: the one that takes most, after sales' },
    { about: 'For', how: 'all items or those with a label; a least value or so many units of them' },
    { about: 'Codes', how: 'one shared, or none; its review asks the shop for it' },
    { about: 'Time', how: 'minute, with offset' },
    { about: 'Texts', how: 'title 48 letters, in the feed’s language' },
    { about: 'Not', how: 'single-use codes, segments, limits, reduced delivery, amounts off a unit beside others' },
    { about: 'Review', how: '30 hours, and 10 before it where a country is opened' },
  ],
  settings: {},
};
