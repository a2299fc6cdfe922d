/** Findlark: comparison and adverts, fed with items and promotions. */
import type { Dialect } from '../dialect.ts';
import { speeds } from './format.ts';
import { render } from './render.ts';
import { read } from './rules.ts';

export const findlark: Dialect = {
  id: 'findlark',
  name: 'Findlark',
  what: 'comparison and adverts · EUR · a country opens in 10 h, review 30 h',
  reviewHours: 40,
  speeds,
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
  render,
  read,
};
