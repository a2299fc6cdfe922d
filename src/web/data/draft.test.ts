import { describe, expect, test } from 'vitest';
import type { FindingView } from '../../contract/index.ts';
import type { Standing } from '../../core/check/index.ts';
import { hangOf, hangOfCharge } from '../stages/check/hang.ts';
import { readBlock } from '../stages/rates/block.ts';
import { freshId } from '../ui/fresh-id.ts';
import { hangWords } from '../ui/plumb.tsx';
import { cleared, type DraftState, draft, dropped, edited, rebased, saved, undone } from './draft.ts';

const amount = ['templates', 'a', 'lanes', 'ie', 'post', 'rate', 'amount'];
const rate = amount.slice(0, -1);
const made = (state: DraftState | undefined, path: string[], saved: unknown, value?: unknown) =>
  draft.reducer(state, edited({ revision: 4, path, saved, value }));

describe('the draft', () => {
  test('remembers the revision it began on, and one edit a place', () => {
    const state = made(made(undefined, amount, '4.90', '5.10'), amount, '4.90', '5.20');
    expect(state).toMatchObject({ base: 4, edits: [{ path: amount, value: '5.20' }] });
  });
  test('an edit back to what is saved is none', () => {
    expect(made(made(undefined, amount, '4.90', '5.10'), amount, '4.90', '4.90')).toMatchObject({
      base: null,
      edits: [],
    });
  });
  test('a wider edit takes the place of those within it', () => {
    const state = made(made(undefined, amount, '4.90', '5.10'), rate, { is: 'flat', amount: '4.90' }, { is: 'free' });
    expect(state.edits).toEqual([{ path: rate, value: { is: 'free' } }]);
  });
  test('an edit within a wider one stays, even back to what was saved: the wider one has changed it', () => {
    const state = made(
      made(undefined, rate, { is: 'flat', amount: '4.90' }, { is: 'flat', amount: '9.00' }),
      amount,
      '4.90',
      '4.90',
    );
    expect(state.edits).toHaveLength(2);
  });
  test('without a value, what stands there goes', () => {
    expect(made(undefined, rate, { is: 'free' }).edits).toEqual([{ path: rate }]);
  });
  test('can be taken back, dropped one by one, rebased and cleared', () => {
    const state = made(made(undefined, amount, '4.90', '5.10'), ['seller'], 'A', 'B');
    expect(draft.reducer(state, undone()).edits).toHaveLength(1);
    expect(draft.reducer(draft.reducer(state, undone()), undone())).toMatchObject({ base: null, edits: [] });
    expect(draft.reducer(state, dropped(0)).edits).toEqual([{ path: ['seller'], value: 'B' }]);
    expect(draft.reducer(state, rebased({ base: 7, edits: state.edits.slice(1) }))).toMatchObject({
      base: 7,
      edits: [{ path: ['seller'] }],
    });
    expect(draft.reducer(state, cleared())).toEqual({ base: null, edits: [], past: [] });
  });
  test('of what was saved nothing stays; what was made meanwhile does, and what was taken back is undone', () => {
    const sent = made(made(undefined, amount, '4.90', '5.10'), ['seller'], 'A', 'B');
    const undo = [
      { path: ['seller'], value: 'A' },
      { path: amount, value: '4.90' },
    ];
    const end = (state: DraftState, revision: number) =>
      draft.reducer(state, saved({ revision, sent: sent.edits, undo }));
    expect(end(sent, 5)).toEqual({ base: null, edits: [], past: [] });
    const more = made(made(sent, amount, '4.90', '5.30'), ['note'], '', 'x');
    expect(end(more, 5)).toMatchObject({
      base: 5,
      edits: [
        { path: amount, value: '5.30' },
        { path: ['note'], value: 'x' },
      ],
    });
    // Others have saved in between: what was made on revision 4 is held against that still.
    expect(end(more, 7).base).toBe(4);
    const back = made(sent, ['seller'], 'A', 'A');
    expect(end(back, 5)).toMatchObject({ base: 5, edits: [{ path: ['seller'], value: 'A' }] });
  });
});

test('a new thing gets an id that none has, also after one was taken away', () => {
  expect(freshId('zone', [{ id: 'ie' }, { id: 'zone-3' }])).toBe('zone-4');
  expect(freshId('zone', [])).toBe('zone-1');
});

describe('a block from a spreadsheet', () => {
  test.each<[string, string, unknown]>([
    [
      'two columns',
      '0.5\t5.40\r\n1\t6.20\r\n',
      [
        { to: '0.5', amount: '5.40' },
        { to: '1', amount: '6.20' },
      ],
    ],
    [
      'units, signs and decimal commas',
      '0,5 kg\t€5,40\nopen\t€ 9',
      [
        { to: '0.5', amount: '5.40' },
        { to: null, amount: '9' },
      ],
    ],
    ['words', 'hello', null],
    ['a negative amount', '1\t-4.00', null],
  ])('%s', (_, text, breaks) => {
    expect(readBlock(text, 'EUR')).toEqual(breaks);
  });
  test('amounts have the decimals of their currency', () => {
    const read = (amount: string) =>
      ['KWD', 'EUR', 'JPY'].map((currency) => readBlock(`open\t${amount}`, currency)?.[0]?.amount ?? null);
    expect(['1.305', '1.30', '130'].map(read)).toEqual([
      ['1.305', null, null],
      ['1.30', '1.30', null],
      ['130', '130', '130'],
    ]);
  });
});

describe('how things hang', () => {
  const finding = (more: { standing?: Standing; largest?: number; difference?: number }) =>
    ({
      channel: 'harrowmere',
      service: 'post',
      class: { is: 'zone', zone: 'ie', codes: [] },
      standing: 'off',
      difference: -250,
      largest: -250,
      ...more,
    }) as unknown as FindingView;
  test('what is off goes before a review, a review before a limit; of equals the largest', () => {
    expect(hangOf([])).toEqual({ is: 'matches' });
    expect(hangOf([finding({ standing: 'known limit', largest: -900 }), finding({ standing: 'in review' })])).toEqual({
      is: 'in review',
    });
    expect(hangOf([finding({ largest: -250 }), finding({ largest: 400 })])).toEqual({ is: 'off', by: 400 });
  });
  test('a charge hangs as the last check found for its class', () => {
    const at = { channel: 'harrowmere', service: 'post', zone: 'ie', codes: ['SUDS'] } as const;
    expect(hangOfCharge([finding({ standing: 'known limit' })], at, -100)).toEqual({ is: 'known limit', by: -100 });
    expect(hangOfCharge([finding({ standing: 'known limit' })], at, 100)).toEqual({ is: 'off', by: 100 });
    expect(hangOfCharge([], at, 0)).toEqual({ is: 'matches' });
  });
  test('is said in words for those who hear it', () => {
    expect(hangWords({ is: 'off', by: -250 }, 'Harrowmere', { currency: 'EUR', locale: 'en-IE' })).toBe(
      '€2.50 too little at Harrowmere',
    );
    expect(hangWords({ is: 'known limit', by: 5 }, 'Findlark', { currency: 'EUR', locale: 'en-IE' })).toBe(
      '€0.05 too much at Findlark, a known limit',
    );
    expect(hangWords({ is: 'off', by: null }, 'Findlark', { currency: 'EUR', locale: 'en-IE' })).toBe(
      'offered on one side only at Findlark',
    );
  });
});
