import type { ChannelWords } from './words.ts';

export const harrowmere: ChannelWords = {
  what: 'marketplace',
  says: [
    { about: 'Zones', how: 'own regions, less 40 postcodes or beginnings each; longest first' },
    { about: 'Goods', how: 'a delivery plan each, and up to six labels' },
    { about: 'Rates', how: 'first parcel and each further, by mass; plans add' },
    { about: 'Free delivery', how: 'of goods with a label, from a spend on them before discounts; one a speed' },
    { about: 'Discounts', how: 'percent, or n for the price of m, on goods with a label; the one that takes most' },
    { about: 'Codes', how: 'one shared, any of a file of single-use ones, or none' },
    { about: 'Members', how: 'pay no delivery, at its own cost' },
    { about: 'Pounds', how: 'a site of its own, with a file of its own' },
    { about: 'Time', how: 'minute, UTC' },
    { about: 'Texts', how: 'title 36 letters, terms 300, key 20' },
    { about: 'Not', how: 'fees, amounts off, gifts, steps, limits, segments, value or units asked' },
    { about: 'Review', how: '16 to 40 hours' },
  ],
  settings: {
    fit: {
      label: 'What rates by weight are to meet',
      lead: 'Rates are nearest for',
      values: { 'any order': 'any order', 'single goods': 'single goods' },
      acts: { 'single goods': 'let single goods be right, heavy orders less so' },
    },
  },
};
