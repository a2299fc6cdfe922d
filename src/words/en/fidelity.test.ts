import { describe, expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import type { Fidelity, Loss, ReadLine, Remedy } from '../../core/channels/index.ts';
import { minor } from '../../core/exact/index.ts';
import { lostWords, remedyWords } from './fidelity.ts';
import { readsText } from './readings.ts';

const tender = { currency: 'EUR', locale: 'en-IE' };
const unsayable = (loss: Loss, ...remedies: Remedy[]): Fidelity => ({ is: 'unsayable', losses: [loss], remedies });

/** What is lost of a clause, as sellers read it; amounts in the market's currency, offers and services by name. */
const lost: readonly (readonly [Loss, string])[] = [
  [{ is: 'no speed', service: 'post', speed: null }, 'Post has no speed there, in the channel’s settings.'],
  [{ is: 'speed taken', service: 'post', speed: 'EXPRESS' }, 'Post: EXPRESS is another service there already.'],
  [
    { is: 'rate', manner: { is: 'kind', kind: 'carrier quote' } },
    'A rate of the kind “carrier quote” cannot be said there: the service is not offered.',
  ],
  [
    { is: 'rate', manner: { is: 'measure', over: 'volume' } },
    'A rate by volume cannot be said there: the service is not offered.',
  ],
  [
    { is: 'rates of kinds', kinds: ['battery', 'tube'] },
    'The rates of their own of battery and tube cannot be said there: they pay the lane’s.',
  ],
  [
    { is: 'fee of each item', each: minor(85) },
    'A lane fee of each item cannot be said there: €0.85 too little for each.',
  ],
  [
    { is: 'bounds', over: ['mass', 'long side'] },
    'Bounds on weight and long side cannot be said there: it is offered outside them too.',
  ],
  [{ is: 'no fallback' }, 'While the carrier is silent the shop has no fallback: it is not offered then.'],
  [
    { is: 'packed in another order', goods: 2 },
    '2 goods as large as others are packed there by listing id, here by SKU.',
  ],
  [
    { is: 'as the carrier asks', of: 'dearest group only' },
    'Of several groups the dearest pays there: by how much goes by what the carrier asks.',
  ],
  [
    { is: 'as the carrier asks', of: 'budget as uses' },
    'A budget is told there as so many uses, each of the largest saving: by how much goes by what the carrier asks.',
  ],
  [
    { is: 'nearest parcels', holds: '250', off: minor(154) },
    'An amount for each parcel there, of 250 g: the nearest is up to €1.54 off.',
  ],
  [
    { is: 'threshold', over: 'own group' },
    'Free from the value of its own group cannot be said there: it is never free.',
  ],
  [
    {
      is: 'tested before discounts',
      ranges: [
        { from: minor(5500), to: minor(6470), offer: 'suds' },
        { from: minor(5500), to: null, offer: 'gone' },
      ],
      most: minor(730),
    },
    [
      'Tested before discounts there: baskets of €55.00 to €64.70 with “SUDS: 15 % off”,',
      '€55.00 and more with “gone” are charged up to €7.30 too little.',
    ].join(' '),
  ],
  [{ is: 'currency', there: 'EUR', here: 'KWD' } as Loss, 'It counts in EUR, the book in KWD: nothing is told there.'],
  [
    { is: 'parcels of each', off: minor(13) },
    'Of goods of several plans each is off by what its parcels are: up to €0.13 more.',
  ],
  [{ is: 'market', there: ['EUR', 'GBP'] as never, as: null }, 'It sells in EUR and GBP alone.'],
  [
    { is: 'market', there: ['EUR'] as never, as: 'gone' },
    'It is told one market in a currency: these are charged as those of gone.',
  ],
  [
    { is: 'prices converted there', goods: 12, off: minor(35) },
    'It converts prices by itself: 12 goods cost up to €0.35 more or less.',
  ],
  [{ is: 'converted there', off: minor(5) }, 'It converts its figures by itself, each alone: up to €0.05 off.'],
  [{ is: 'labels full', fit: 6 }, 'Goods carry at most 6 labels there: it is not told.'],
  [
    { is: 'entries full', fit: 64, left: ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H'] },
    'Only 64 entries fit an item; left out: A, B, C, D, E, F and 2 more.',
  ],
  [
    { is: 'whole countries', reached: ['GB-NIR'], missed: ['FR 75*'] },
    'Only whole countries can be named there: it reaches GB-NIR too. It misses FR 75*.',
  ],
  [{ is: 'whole countries', reached: [], missed: ['FR 75*'] }, 'It misses FR 75*.'],
  [
    { is: 'region takes in', region: 'EURO', place: 'FR 75*' },
    'EURO there takes in FR 75*, which the book puts elsewhere.',
  ],
  [{ is: 'not cut out', region: 'EURO', place: 'FR 75*' }, 'FR 75* cannot be cut out of EURO there.'],
  [
    { is: 'promised where closed', places: ['US-AK'], most: minor(1900) },
    [
      'US-AK: left out of the book, but under the country’s entry there;',
      'up to €19.00 is promised where the shop does not deliver.',
    ].join(' '),
  ],
  [{ is: 'limits', limits: ['uses', 'budget'] }, 'Not kept there, and it goes on: uses in all and the budget.'],
  [
    { is: 'tested after goods offers', offers: ['suds'], most: minor(180) },
    'Tested there after “SUDS: 15 % off”, which acts even where it costs the free delivery: up to €1.80 differs.',
  ],
  [
    { is: 'tested after goods offers', offers: ['suds', 'gone'], most: minor(180) },
    [
      'Tested there after “SUDS: 15 % off” and “gone”, which act even where they cost the free delivery:',
      'up to €1.80 differs.',
    ].join(' '),
  ],
  [
    { is: 'gift keeps off', services: ['post'] },
    'By Post the gift does not go: here it is not given then, there it is shown all the same.',
  ],
  [{ is: 'adds there', offers: ['suds'] }, 'It adds to “SUDS: 15 % off” there.'],
  [
    { is: 'cap', cap: minor(730), services: ['post'], most: minor(600) },
    'Services cannot be named there; a cap of €7.30 frees Post too, up to €6.00.',
  ],
  [
    { is: 'cap of each set', cap: minor(730), most: minor(600) },
    [
      'There it pays up to €7.30 of what each set is charged, rates of their own among them,',
      'and waives fees only where that is all: off by up to €6.00.',
    ].join(' '),
  ],
  [{ is: 'title cut', letters: 36 }, 'The title is cut to 36 letters.'],
];

describe('what is lost in a channel', () => {
  test.each(lost)('%j', (loss, words) => expect(lostWords(smallBook(), unsayable(loss), tender)).toBe(words));
  test('an exact clause loses nothing, several losses are told one after another', () => {
    expect([lostWords(smallBook(), { is: 'exact' }, tender), remedyWords({ is: 'exact' }, tender)]).toEqual(['', []]);
    const losses: Loss[] = [{ is: 'no stop' }, { is: 'no beginning' }];
    expect(lostWords(smallBook(), { is: 'unsayable', losses, remedies: [] }, tender)).toBe(
      [
        'It cannot stop at a mass there: what the table does not reach is sold all the same.',
        'It cannot begin at a mass there: lighter orders are sold all the same.',
      ].join(' '),
    );
  });
  test('remedies, with what they come to', () => {
    const remedies: Remedy[] = [
      { is: 'raised', to: minor(6471) },
      { is: 'a book in', currency: 'EUR' as never },
      { is: 'converted by', to: 'GBP' as never, rate: '0.86', step: '0.05' },
      'live with it',
    ];
    expect(remedyWords(unsayable({ is: 'shown' }, ...remedies), tender)).toEqual([
      'raise it to €64.71',
      'have a market in EUR',
      'convert as it does, at 0.86 up to 0.05',
      'live with it',
    ]);
  });
});

test.each<[readonly ReadLine[], string]>([
  [[], '—'],
  [[['LISTING', { is: 'lines', count: 1 }]], 'LISTING · 1 line'],
  [
    [['RATE', 'IRELAND', { is: 'parcels', first: '4.90', further: null, holds: null }]],
    'RATE · IRELAND · 4.90 an order',
  ],
  [
    [
      [
        { is: 'parcels', first: '5.40', further: '0.12', holds: '250' },
        { is: 'label', label: 'ANY' },
      ],
    ],
    '5.40 + 0.12 each further parcel of 250 g · label ANY',
  ],
  [
    [['tubes home post', { is: 'asks the carrier', service: 'ground', percent: '8', amount: '2.50' }]],
    'tubes home post · what Ternline’s ground asks, 8 % and 2.50 on top',
  ],
  [
    [['home post', { is: 'steps by', over: 'mass' }, { is: 'step', from: '501', charge: null }]],
    'home post · by weight · 501 → not offered',
  ],
  [
    [
      [
        'delivery',
        { is: 'letter', letter: 'B' },
        { is: 'time', from: null, until: '2026-12-01T00:00', clock: 'Europe/Dublin' },
      ],
    ],
    'delivery · letter B · open – 2026-12-01T00:00 Europe/Dublin',
  ],
  [
    [
      [
        { is: 'entry', speed: 'swift', least: '4.90', most: '9.50' },
        { is: 'entries of an item', count: 2 },
      ],
    ],
    'delivery swift 4.90 to 9.50, by the item · 2 entries an item',
  ],
  [
    [
      ['DELIVERY', { is: 'least spend', amount: '60.00' }],
      ['DELIVERY', { is: 'code', code: 'SUDS' }],
    ],
    'DELIVERY · least spend 60.00; DELIVERY · code SUDS',
  ],
])('%j is read as “%s”', (lines, words) => expect(readsText(lines)).toBe(words));
