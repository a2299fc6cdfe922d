import { describe, expect, test } from 'vitest';
import type { FindingView } from '../../../contract/index.ts';
import type { Standing } from '../../../core/check/index.ts';
import { hangWords } from '../../ui/plumb.tsx';
import { hangOf, hangOfCharge } from './hang.ts';

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
