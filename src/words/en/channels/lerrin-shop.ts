import type { ChannelWords } from './words.ts';

export const lerrinShop: ChannelWords = {
  what: 'own storefront',
  says: [
    { about: 'Zones', how: 'countries, parts, postcode prefixes; most specific' },
    { about: 'Rates', how: 'value or mass steps, whole grams' },
    { about: 'Free delivery', how: 'from a value, before order codes' },
    { about: 'Discounts', how: 'order campaigns; same letter competes' },
    { about: 'Delivery offers', how: 'whole countries, rate at most an amount' },
    { about: 'Time', how: 'minute, Dublin' },
    { about: 'Title', how: '120 letters' },
    { about: 'Other offers', how: 'not goods, gifts, steps, amounts, units, single-use codes, segments or limits' },
    { about: 'Review', how: 'none' },
  ],
  settings: {},
};
