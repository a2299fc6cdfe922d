import type { ChannelWords } from './words.ts';

export const lerrinShop: ChannelWords = {
  what: 'own storefront',
  says: [
    { about: 'Zones', how: 'countries, parts, postcodes and their beginnings; most specific' },
    { about: 'Goods', how: 'sets by tag, each with rates of its own; the dearest set pays' },
    { about: 'Rates', how: 'value or mass steps, whole grams; what Ternline asks; an amount each unit' },
    { about: 'Single goods', how: 'handling fees, barred speeds, rates of their own' },
    { about: 'Free delivery', how: 'from a value, after goods campaigns, before order codes' },
    { about: 'Offers', how: 'off goods, n for m, off the order, spend steps; same letter competes' },
    { about: 'Delivery offers', how: 'pay at most an amount of any speed' },
    { about: 'Codes', how: 'one shared, any of a file of single-use ones, or none' },
    { about: 'Limits', how: 'uses in all; a budget as uses' },
    { about: 'Pounds', how: 'its own figures, each at 0.86 up to 0.05' },
    { about: 'Time', how: 'minute, Dublin' },
    { about: 'Title', how: '120 letters' },
    { about: 'Not', how: 'gifts, segments, units or some goods asked for, uses a customer' },
    { about: 'Review', how: 'none' },
  ],
  settings: {},
};
