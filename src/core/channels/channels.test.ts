import { describe, expect, test } from 'vitest';
import { opened } from '../../../tests/books/opened.ts';
import { laneOf, rateOf, serviceOf } from '../../../tests/books/parts.ts';
import { smallBook } from '../../../tests/books/small.ts';
import { lostWords, readsText, remedyWords, saidProblem, type Tender } from '../../words/index.ts';
import type { BookFile, ChannelId } from '../book/index.ts';
import { unwrap } from '../exact/index.ts';
import { offerSchema } from '../offers/index.ts';
import { parsePlace } from '../places/index.ts';
import { dialectOf, filesOf, leastBefore, type Note } from './index.ts';

const notesOf = (channel: ChannelId, change: (book: BookFile) => void = () => undefined): readonly Note[] => {
  const file = smallBook();
  change(file);
  const { book, goods } = opened(file);
  return dialectOf(channel).render(book, goods).notes;
};
const find = (notes: readonly Note[], about: Note['clause']['about'], id?: string) =>
  inWords(
    notes.find(({ clause }) => clause.about === about && (id === undefined || Object.values(clause).includes(id))),
  );
/** A note as people read it. */
const inWords = (note: Note | undefined) =>
  note && {
    ...note,
    reads: note.reads.length === 0 ? null : readsText(note.reads),
    fidelity: {
      ...note.fidelity,
      why: lostWords(smallBook(), note.fidelity, smallBook().markets[0] as Tender),
      remedies: remedyWords(note.fidelity, smallBook().markets[0] as Tender),
    },
  };
const said = (note: ReturnType<typeof inWords>) =>
  note ? [note.fidelity.is, note.fidelity.is === 'bounded' ? note.fidelity.bound : null] : null;
const lane = (book: BookFile, zone: string) =>
  book.templates[0]?.lanes[zone]?.post as NonNullable<BookFile['templates'][number]['lanes'][string]>[string];

describe('a threshold', () => {
  test.each<[ChannelId]>([['lerrin-shop'], ['harrowmere'], ['findlark']])(
    'before discounts is exact at %s; after them it is bounded by the lane while a code can be entered, else exact',
    (channel) => {
      const after = (book: BookFile) => {
        const free = lane(book, 'home').freeFrom;
        if (free) free.test = 'after';
      };
      expect(said(find(notesOf(channel), 'threshold', 'home'))).toEqual(['exact', null]);
      expect(said(find(notesOf(channel, after), 'threshold', 'home'))).toEqual(['bounded', 730]);
      expect(find(notesOf(channel, after), 'threshold', 'home')?.fidelity).toMatchObject({
        why: expect.stringContaining('€55.00 to €64.70 with “SUDS: 15 % off”'),
        remedies: expect.arrayContaining(['raise it to €64.71']),
      });
      expect(
        said(
          find(
            notesOf(channel, (book) => {
              after(book);
              book.offers = [];
            }),
            'threshold',
            'home',
          ),
        ),
      ).toEqual(['exact', null]);
    },
  );
  test('the least list value that still reaches a threshold after a code', () => {
    expect(leastBefore(6000 as never, [{ digits: 10n, scale: 0 }])).toBe(6667);
    expect(leastBefore(6000 as never, [])).toBe(6000);
  });
});

describe('a weight table', () => {
  test('on whole grams is exact at Lerrin Shop, in pounds bounded by the neighbouring charges', () => {
    const grams = (book: BookFile) => {
      lane(book, 'north').rate = rateOf({
        is: 'table',
        unit: 'g',
        breaks: [
          { to: '500', amount: '5.00' },
          { to: null, amount: '9.00' },
        ],
      });
    };
    expect(said(find(notesOf('lerrin-shop', grams), 'rate', 'north'))).toEqual(['exact', null]);
    expect(find(notesOf('lerrin-shop', grams), 'rate', 'north')?.reads).toContain('0 → 5.00 · 501 → 9.00');
    expect(said(find(notesOf('lerrin-shop'), 'rate', 'north'))).toEqual(['bounded', 180]);
  });
  test('that ends within a gram cannot be said exactly at Lerrin Shop', () => {
    expect(
      said(
        find(
          notesOf('lerrin-shop', (book) => {
            lane(book, 'north').rate = rateOf({ is: 'table', unit: 'lb', breaks: [{ to: '1', amount: '5.00' }] });
          }),
          'rate',
          'north',
        ),
      ),
    ).toEqual(['unsayable', null]);
  });
  test('at Findlark is bounded by its own reach: a basket pays its dearest item only', () => {
    const notes = notesOf('findlark', (book) => {
      book.channels.findlark = { speeds: {}, feeds: {}, ...book.channels.findlark, target: 'all' };
    });
    expect(said(find(notes, 'rate', 'north'))).toEqual(['bounded', 340]);
  });
});

test.each(['lerrin-shop', 'harrowmere', 'findlark'] as const)(
  'a book in another currency is not told to %s, and the note says so',
  (channel) => {
    const file = smallBook({
      markets: [{ id: 'home', name: 'Home', currency: 'KWD', locale: 'en-KW', timeZone: 'Asia/Kuwait' }],
    });
    const { book, goods } = opened(file);
    const rendition = dialectOf(channel).render(book, goods);
    expect(rendition.notes.map(inWords)).toMatchObject([
      {
        clause: { about: 'currency' },
        reads: null,
        fidelity: { is: 'unsayable', why: expect.stringContaining('counts in EUR, the book in KWD') },
      },
    ]);
    const place = unwrap(parsePlace('IE'));
    expect(rendition.rules.charges({ lines: [], place, codes: [] }, Date.parse('2026-11-24T09:10:00Z'))).toEqual([]);
    expect(dialectOf(channel).read(filesOf(rendition.rules)).ok).toBe(true);
  },
);

test.each(['lerrin-shop', 'harrowmere', 'findlark'] as const)(
  'where tax is added to prices, and some is, %s is told them with it; else the note says that it is not',
  (channel) => {
    const taxed = (percent: string) => (book: BookFile) => {
      book.markets = book.markets.map((market) => ({ ...market, tax: 'added' }));
      book.taxes = [{ id: 'all', class: 'standard', places: ['world'], percent }];
    };
    expect(find(notesOf(channel, taxed('23')), 'tax')).toMatchObject({
      reads: 'each amount with its tax inside',
      fidelity: { is: 'bounded', why: expect.stringContaining('told with tax, each rounded alone') },
    });
    // What is given in the market's currency besides cannot be turned with the rest.
    const given = notesOf(channel, (book) => {
      taxed('23')(book);
      const free = book.templates[0]?.lanes.home?.post?.freeFrom;
      if (free) free.also = { EUR: '55.00' };
    });
    expect(find(given, 'tax')?.fidelity).toMatchObject({
      is: 'unsayable',
      why: expect.stringContaining('told as they are, without it'),
    });
    expect(find(notesOf(channel, taxed('0')), 'tax')).toBeUndefined();
    expect(find(notesOf(channel), 'tax')).toBeUndefined();
  },
);

describe('places', () => {
  test('Harrowmere cuts postcodes out of its regions, and says what it cannot', () => {
    expect(find(notesOf('harrowmere'), 'zone', 'north')?.reads).toBe('CUT NORTH · BRITAIN · GB BT*');
    const paris = (...takes: string[]) =>
      notesOf('harrowmere', (book) => {
        book.zones.push({ id: 'paris', name: 'Paris', takes, leaves: [] });
        book.templates[0]?.zones.push('paris');
        if (book.templates[0])
          book.templates[0].lanes.paris = { post: laneOf({ rate: { is: 'flat', amount: '12.00' }, freeFrom: null }) };
      });
    expect(find(paris('FR 75*', 'FR 75001', 'ES-GC'), 'zone', 'paris')).toMatchObject({
      reads: 'CUT PARIS · EURO · ES 35*, FR 75*, FR 75001',
      fidelity: { is: 'exact' },
    });
    expect(find(paris('FR-IDF'), 'zone', 'paris')).toMatchObject({
      reads: null,
      fidelity: { is: 'unsayable', why: 'FR-IDF cannot be cut out of EURO there.' },
    });
    const many = Array.from({ length: 41 }, (_, i) => `FR ${String(10 + i)}*`);
    expect(find(paris(...many), 'zone', 'paris')?.fidelity).toMatchObject({
      is: 'unsayable',
      why: 'FR 50* cannot be cut out of EURO there.',
    });
  });
  test('Findlark tells of places left out that fall under the country’s entry', () => {
    const notes = notesOf('findlark', (book) => {
      book.channels.findlark = { speeds: {}, feeds: {}, ...book.channels.findlark, target: 'US' };
      book.zones.push({ id: 'states', name: 'States', takes: ['US'], leaves: ['US-AK'] });
      book.templates[0]?.zones.push('states');
      if (book.templates[0])
        book.templates[0].lanes.states = { post: laneOf({ rate: { is: 'flat', amount: '19.00' }, freeFrom: null }) };
    });
    expect(find(notes, 'zone', 'states')?.fidelity).toMatchObject({
      is: 'unsayable',
      why: expect.stringContaining('US-AK: left out of the book'),
    });
    expect(find(notes, 'zone', 'home')).toMatchObject({ reads: null, fidelity: { is: 'unsayable' } });
  });
  test('no more than 64 entries fit an item at Findlark, and what is left out is told', () => {
    const many = Array.from({ length: 70 }, (_, i) => `GB ${'ABCDEFGH'[i % 8]}${'ABCDEHJKL'[Math.floor(i / 8)]}*`);
    const { book, goods } = opened(
      (() => {
        const file = smallBook();
        file.channels.findlark = { speeds: {}, feeds: {}, ...file.channels.findlark, target: 'all' };
        if (file.zones[0]) file.zones[0].takes = ['IE', ...many];
        return file;
      })(),
    );
    const rendition = dialectOf('findlark').render(book, goods);
    expect(
      rendition.notes.some(
        (note) =>
          note.fidelity.is === 'unsayable' && inWords(note)?.fidelity.why.includes('Only 64 entries fit an item'),
      ),
    ).toBe(true);
    expect(
      filesOf(rendition.rules)[0]
        ?.text.match(/<delivery id="d1">.*?<\/delivery>/s)?.[0]
        .match(/<entry /g)?.length,
    ).toBe(64);
  });
});

describe('offers', () => {
  const free = offerSchema.parse({
    id: 'free',
    number: 2,
    title: 'Free post for everybody who likes soap',
    benefit: { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } },
    code: null,
    asks: [{ over: 'value', value: '20.00', test: 'before' }],
    zones: ['home'],
    window: { from: null, until: null, zone: 'Europe/Dublin' },
    terms: 'Free',
    note: '',
  });
  const withFree =
    (change: (offer: typeof free) => void = () => undefined) =>
    (book: BookFile) => {
      const offer = structuredClone(free);
      change(offer);
      book.offers.push(offer);
      book.numbered = 2;
    };
  const apart = (book: BookFile) =>
    book.eitherOr.push({ id: 'one', name: 'One of these', of: 'order', offers: ['suds', 'free'] });
  test('a percentage is exact at Lerrin Shop, and bounded by half a cent a line at Harrowmere', () => {
    expect(said(find(notesOf('lerrin-shop'), 'offer', 'suds'))).toEqual(['exact', null]);
    expect(said(find(notesOf('harrowmere'), 'offer', 'suds'))).toEqual(['bounded', 10]);
  });
  test('conditions that Harrowmere’s goods offers do not know cannot be said there', () => {
    const notes = notesOf('harrowmere', (book) => {
      if (book.offers[0])
        book.offers[0] = {
          ...book.offers[0],
          zones: ['home'],
          asks: [{ over: 'value', value: '10.00', test: 'before', also: {}, goods: null }],
        };
    });
    expect(find(notes, 'offer', 'suds')?.fidelity).toMatchObject({
      is: 'unsayable',
      why: expect.stringMatching(/hold everywhere.*ask no least value/),
    });
  });
  test('a title too long for Harrowmere is cut between words, and told', () => {
    expect(find(notesOf('harrowmere', withFree()), 'offer', 'free')?.fidelity).toMatchObject({
      is: 'bounded',
      bound: 0,
      why: 'The title is cut to 36 letters.',
    });
  });
  test('a code that Findlark’s review finds unknown at the shop, or not enough for an item, is told of', () => {
    const suds = (change: Partial<BookFile['offers'][number]>) =>
      find(
        notesOf('findlark', (book) => {
          book.channels.findlark = { speeds: {}, feeds: {}, ...book.channels.findlark, target: 'all' };
          if (book.offers[0]) book.offers[0] = { ...book.offers[0], ...change };
        }),
        'offer',
        'suds',
      );
    expect(suds({})?.fidelity.is).toBe('exact');
    expect(suds({ channels: ['findlark'] })?.fidelity).toMatchObject({
      is: 'unsayable',
      why: expect.stringContaining('Its review asks Lerrin Shop for the code'),
      remedies: expect.arrayContaining(['hold it at Lerrin Shop too']),
    });
    const asks = [{ over: 'value' as const, value: '10.00', test: 'before' as const, also: {}, goods: null }];
    expect(suds({ asks })?.fidelity).toMatchObject({
      is: 'unsayable',
      why: expect.stringMatching(/cost less than €10.00: it is refused/),
    });
  });
  test('terms too long for Harrowmere are never cut: the offer is not told, and the note says so', () => {
    const notes = notesOf(
      'harrowmere',
      withFree((offer) => {
        offer.terms = 'x'.repeat(301);
      }),
    );
    expect(find(notes, 'offer', 'free')).toMatchObject({
      reads: null,
      fidelity: {
        is: 'unsayable',
        why: 'Its terms have 301 letters, 300 fit there: it is not told.',
        remedies: ['shorter terms'],
      },
    });
  });
  test('of one either/or share a letter at Lerrin Shop; that act together do not', () => {
    const letters = (keptApart: boolean) => {
      const notes = notesOf('lerrin-shop', (book) => {
        withFree()(book);
        if (keptApart) apart(book);
      });
      return ['suds', 'free'].map((id) => /letter (\w)/.exec(find(notes, 'offer', id)?.reads ?? '')?.[1]);
    };
    expect(letters(true)).toEqual(['A', 'A']);
    expect(letters(false)).toEqual(['A', 'B']);
  });
  test('of one either/or act together at Harrowmere all the same, bounded by the delivery', () => {
    const notes = notesOf('harrowmere', (book) => {
      withFree((offer) => {
        offer.title = 'Free';
      })(book);
      apart(book);
    });
    expect(said(find(notes, 'offer', 'free'))).toEqual(['bounded', 730]);
  });
  test('named services become what is paid of any at Lerrin Shop, exact where there are no others', () => {
    expect(find(notesOf('lerrin-shop', withFree()), 'offer', 'free')).toMatchObject({
      reads: expect.stringContaining('pays at most 7.30 of the rate'),
      fidelity: { is: 'exact' },
    });
    const dearer = (amount: string) =>
      notesOf('lerrin-shop', (book) => {
        withFree()(book);
        book.services.push(serviceOf({ id: 'van', name: 'Van', days: [1, 1] }));
        book.channels['lerrin-shop'] = { speeds: { ...book.channels['lerrin-shop']?.speeds, van: 'van' } };
        if (book.templates[0]?.lanes.home)
          book.templates[0].lanes.home.van = laneOf({ rate: { is: 'flat', amount }, freeFrom: null });
      });
    expect(said(find(dearer('9.00'), 'offer', 'free'))).toEqual(['bounded', 730]);
    expect(said(find(dearer('6.00'), 'offer', 'free'))).toEqual(['bounded', 600]);
  });
});

test('files that are none of a channel’s are refused with what would be right', () => {
  for (const [channel, files] of [
    ['lerrin-shop', [{ name: 'shop.json', text: '{' }]],
    ['harrowmere', [{ name: 'plans.tsv', text: 'WHAT\n' }]],
    [
      'findlark',
      [
        { name: 'items.xml', text: '<items' },
        { name: 'promotions.tsv', text: 'x' },
      ],
    ],
  ] as const) {
    const read = dialectOf(channel).read(files);
    expect(!read.ok && read.problems.map(saidProblem)[0]?.right.length).toBeGreaterThan(0);
    expect(dialectOf(channel).read([]).ok).toBe(false);
  }
});
