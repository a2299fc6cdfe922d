import { describe, expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import { findingText, saidProblem } from '../../words/index.ts';
import { unwrap } from '../exact/index.ts';
import { bookFindings, compileBook, readBookFile } from './index.ts';

describe('reading a book', () => {
  type Loose = Record<string, never> & { [key: string]: never };
  const broken = (change: (book: Loose) => void) => {
    const book = smallBook() as unknown as Loose;
    change(book);
    const read = readBookFile(book);
    return read.ok ? null : read.problems.map(saidProblem).map((one) => `${one.at.join('/')}: ${one.right}`);
  };

  test('a sound book is read', () => {
    expect(readBookFile(smallBook()).ok).toBe(true);
  });

  test.each<[string, (book: never) => void, string]>([
    [
      'a locale that is none',
      (book: { markets: { locale: string }[] }) => {
        if (book.markets[0]) book.markets[0].locale = 'en-';
      },
      'markets/home/locale: a language and a region, such as en-IE',
    ],
    [
      'a currency that is none',
      (book: { markets: { currency: string }[] }) => {
        if (book.markets[0]) book.markets[0].currency = 'ZZZ';
      },
      'markets/home/currency: a code of ISO 4217, such as EUR',
    ],
    [
      'a zone the template does not know',
      (book: { templates: { zones: string[] }[] }) => {
        book.templates[0]?.zones.push('moon');
      },
      'templates/soaps/zones/2: home, north',
    ],
    [
      'an unknown time zone',
      (book: { offers: { window: { zone: string } }[] }) => {
        if (book.offers[0]) book.offers[0].window.zone = 'Mars/Base';
      },
      'offers/suds/window/zone: an IANA zone such as Europe/Dublin',
    ],
    [
      'an end before the start',
      (book: { offers: { window: { from: string } }[] }) => {
        if (book.offers[0]) book.offers[0].window.from = '2027-01-01T00:00';
      },
      'offers/suds/window/until: a time after 2027-01-01T00:00',
    ],
    [
      'a percentage above 100',
      (book: { offers: { benefit: { off: { percent: string } } }[] }) => {
        if (book.offers[0]) book.offers[0].benefit.off.percent = '101';
      },
      'offers/suds/benefit/percent: a percentage above 0 and up to 100',
    ],
    ...(
      [
        [
          'a selection the book does not have',
          { benefit: { is: 'off goods', goods: 'moon', off: { by: 'percent', percent: '5' } } },
          'offers/suds/benefit/goods: a selection of the book, or all goods',
        ],
        [
          'steps that do not rise',
          {
            benefit: {
              is: 'spend steps',
              goods: null,
              test: 'before',
              steps: [
                { from: '20.00', off: '2.00', also: {} },
                { from: '20.00', off: '3.00', also: {} },
              ],
            },
          },
          'offers/suds/benefit/steps/1/from: steps that rise',
        ],
        [
          'a service the book does not have',
          { benefit: { is: 'delivery', on: { is: 'services', services: ['drone'] }, off: { by: 'free' } } },
          'offers/suds/benefit: post',
        ],
        [
          'an amount off with more decimals than the currency',
          { benefit: { is: 'off order', off: { by: 'amount', amount: '1.005', also: {} } } },
          'offers/suds/benefit/amount: at most 2',
        ],
        [
          'a currency that is none',
          { asks: [{ over: 'value', value: '20.00', also: { ZZZ: '18.00' }, test: 'before', goods: null }] },
          'offers/suds/asks/0/value/also/ZZZ: a code of ISO 4217, such as EUR',
        ],
        ['a channel that is none', { channels: ['bazaar'] }, 'offers/suds/channels: lerrin-shop, harrowmere, findlark'],
        ['a segment the book does not have', { segments: ['gold'] }, 'offers/suds/segments: a segment of the book'],
        ['a market the book does not have', { markets: ['moon'] }, 'offers/suds/markets: home'],
        [
          'no units asked for',
          { asks: [{ over: 'units', units: 0, goods: null }] },
          'offers/suds/asks/0/units: at least 1',
        ],
        [
          'a code with small letters',
          { code: { is: 'shared', code: 'suds' } },
          'offers/suds/code/code: 3 to 20 capital letters and digits',
        ],
        [
          'a budget that is no amount',
          { limits: { uses: null, each: null, most: null, budget: { amount: '-5' } } },
          'offers/suds/limits/budget/amount: an amount such as 4.90',
        ],
      ] as const
    ).map(
      ([name, change, expected]) =>
        [
          name,
          (book: { offers: object[] }) => {
            book.offers[0] = { ...book.offers[0], ...change };
          },
          expected,
        ] as [string, (book: { offers: object[] }) => void, string],
    ),
    [
      'a SKU twice',
      (book: { goods: unknown[] }) => {
        book.goods.push(book.goods[0]);
      },
      'goods/BAR-OAT: each SKU once',
    ],
    [
      'a pinned item that is not there',
      (book: { pinned: { lines: { sku: string }[] }[] }) => {
        const line = book.pinned[0]?.lines[0];
        if (line) line.sku = 'GONE';
      },
      'pinned/two-bars/lines: a SKU of the goods',
    ],
    [
      'a word the format does not have',
      (book: Record<string, unknown>) => {
        book.colour = 'red';
      },
      '.: the words that the format names, and no others',
    ],
    [
      'a postcode of another country',
      (book: { zones: { takes: string[] }[] }) => {
        book.zones[0]?.takes.push('GB 75001');
      },
      'zones/home/takes/1: outward and inward part, such as HS1 2AA',
    ],
  ])('%s is refused, with its place and what would be right', (_, change, expected) => {
    expect(broken(change as never)).toContain(expected);
  });
});

describe('what a sound book may not mean', () => {
  const found = (changes: Parameters<typeof smallBook>[0], market?: string) => {
    const { goods: _, ...body } = smallBook(changes);
    return bookFindings(unwrap(compileBook(body, market))).map((one) => [
      one.market,
      one.at.join(' '),
      findingText(one),
    ]);
  };
  const lanes = (names: Record<string, string>) => ({
    services: ['post', 'van'].map((id, i) => ({ id, name: id, days: [i + 1, i + 2] as [number, number] })),
    zones: [{ id: 'home', name: 'Home', takes: ['IE'], leaves: [] }],
    templates: [
      {
        id: 'soaps',
        name: 'Soaps',
        origin: 'Here',
        zones: ['home'],
        lanes: {
          home: {
            post: {
              rate: {
                is: 'table' as const,
                unit: 'value' as const,
                breaks: ['0.40', '0.42', '9.00'].map((to) => ({ to, amount: '1.00' })),
              },
              freeFrom: null,
              names,
            },
            van: { rate: { is: 'flat' as const, amount: '2.00' }, freeFrom: null, names },
          },
        },
      },
    ],
  });
  const yen = {
    markets: [
      { id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' },
      { id: 'japan', name: 'Japan', currency: 'JPY', locale: 'ja-JP', timeZone: 'Asia/Tokyo' },
    ],
    exchange: [{ id: 'way', from: 'EUR', to: 'JPY', rate: '0.5' }],
  };
  test('edges that meet once converted leave a break no room, in that market alone, and the book stays sound', () => {
    expect(found({ ...lanes({}), ...yen })).toEqual([]);
    // At half a yen a euro 0.40 and 0.42 both come to no yen, 9.00 to five.
    expect(found({ ...lanes({}), ...yen }, 'japan')).toEqual([
      ['japan', 'templates soaps lanes home post', 'break 2 has no room: converted, its edges meet'],
    ]);
  });
  test('two services under one shown name, unless the market shows one of a name', () => {
    expect(found(lanes({ 'en-IE': 'Delivery' }))).toEqual([
      ['home', 'templates soaps lanes home', 'post and van are both seen as “Delivery”'],
    ]);
    const [home] = yen.markets;
    expect(
      found({
        ...lanes({ 'en-IE': 'Delivery' }),
        markets: [{ ...(home as (typeof yen.markets)[number]), oneOfAName: true }],
      }),
    ).toEqual([]);
  });
  test('two tax rows of a class for one place', () => {
    const taxes = ['a', 'b'].map((id) => ({ id, class: 'standard', places: ['IE'], percent: '23' }));
    expect(found({ taxes })).toEqual([['home', 'taxes b', 'IE stands in a already, which counts']]);
  });
});

describe('the channels of a book', () => {
  test('without settings for one it is sound, and nothing is said there', () => {
    const read = readBookFile({ ...smallBook(), channels: {} });
    expect(read).toMatchObject({ ok: true, value: { channels: {} } });
  });
  test('settings of one that is gone are kept as they stand and told, and what names it goes on', () => {
    const { goods: _, ...body } = smallBook();
    const gone = { stalls: 7, speeds: { post: 'POST' } };
    const book = {
      ...body,
      channels: { ...body.channels, bazaar: gone },
      offers: body.offers.map((offer) => ({ ...offer, channels: ['bazaar'] })),
    };
    const read = unwrap(readBookFile({ ...book, pinned: [], goods: [] }));
    expect(read.channels).toHaveProperty('bazaar', gone);
    expect(bookFindings(unwrap(compileBook(read))).map((one) => [one.at.join(' '), findingText(one)])).toEqual([
      ['channels bazaar', 'settings of a channel that is not there; they are kept'],
    ]);
  });
  test('a setting that a channel does not know is refused where it stands', () => {
    const { channels, ...book } = smallBook();
    const read = readBookFile({ ...book, channels: { ...channels, harrowmere: { speeds: {}, colour: 'red' } } });
    expect(read).toMatchObject({ ok: false, problems: [{ at: ['channels', 'harrowmere'] }] });
  });
});
