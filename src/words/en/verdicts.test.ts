import { expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import type { Finding } from '../../core/check/index.ts';
import { causeWords, chargedWords, decidingWords, differenceWords } from './index.ts';

const tender = { currency: 'EUR', locale: 'en-IE' };
const finding = (more: Partial<Record<keyof Finding, unknown>>) =>
  ({
    cause: 'drift',
    difference: -250,
    meant: null,
    told: null,
    charged: null,
    note: null,
    ...more,
  }) as unknown as Finding;
const charge = (delivery: number, discount = 0) => ({ delivery, discount }) as NonNullable<Finding['charged']>;

test('a finding says what it comes to, and why', () => {
  expect(differenceWords(finding({}), tender)).toBe('Shoppers there pay €2.50 too little.');
  expect(differenceWords(finding({ difference: null, charged: charge(490) }), tender)).toBe(
    'Shoppers there are offered it at €4.90, though it is not meant to be.',
  );
  expect(differenceWords(finding({ difference: null, meant: charge(490) }), tender)).toBe(
    'Shoppers there are not offered it, though it is meant to be.',
  );
  expect(causeWords(smallBook(), finding({ told: charge(1200), charged: charge(950) }), 'Lerrin Shop', tender)).toBe(
    [
      'Drift over there: what is live at Lerrin Shop is not what Plemb sent.',
      'Sent, it would charge €12.00; it charges €9.50.',
    ].join(' '),
  );
  const note = { fidelity: { is: 'unsayable', losses: [{ is: 'no region' }], remedies: [] } };
  expect(causeWords(smallBook(), finding({ cause: 'limit', note }), 'Harrowmere', tender)).toBe(
    'A limit of translation. No region there stands for this zone.',
  );
  expect([chargedWords(null, tender), chargedWords(charge(490, 720), tender)]).toEqual(['—', '€4.90 −€7.20']);
});

test('what an offer decides, or that it decides nothing', () => {
  const example = { lines: [{ sku: 'BAR-OAT', units: 2 }], place: 'IE', codes: ['SUDS'], value: 1300 as never };
  const words = (deciding: Parameters<typeof decidingWords>[1]) => decidingWords(smallBook(), deciding, tender);
  expect(words({ is: 'decides', example, service: 'post', saves: 195 as never })).toBe(
    '2 × BAR-OAT to IE with SUDS, worth €13.00: €1.95 less by post.',
  );
  expect(words({ is: 'never', proof: { why: 'ended', until: Date.parse('2026-11-01T00:00Z') } })).toBe(
    'It decides nothing: it ended Sun 1 Nov 2026, 00:00.',
  );
});
