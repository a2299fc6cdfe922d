import { expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import { bookFileSchema, compileBook } from '../../core/book/index.ts';
import { unwrap } from '../../core/exact/index.ts';
import { type Benefit, type BenefitBody, benefitKindOf, type WhyNot } from '../../core/offers/index.ts';
import { benefitDone, benefitWord, money, proposedTerms, whyWords } from './index.ts';

/** The sentences about offers, letter by letter. */
const { goods: _, ...book } = bookFileSchema.parse(smallBook());
const say = (amount: number) => money(amount, { currency: 'EUR', locale: 'en-IE' });
const first = book.offers[0] as (typeof book.offers)[number];
const made = (benefit: BenefitBody): Benefit | undefined =>
  unwrap(compileBook({ ...book, offers: [{ ...first, goods: null, benefit }] })).offers[0]?.benefit;
const terms = (benefit: BenefitBody) =>
  proposedTerms(book, {
    ...first,
    benefit,
    code: null,
    asks: [],
    zones: null,
    window: { from: null, until: null, zone: 'Europe/Dublin' },
  });
const also = {};

test.each<[BenefitBody, word: string, did: string, said: string]>([
  [
    { is: 'off goods', goods: null, off: { by: 'percent', percent: '10' } },
    'goods',
    'takes 10 % off its goods',
    '10 % off all goods.',
  ],
  [
    { is: 'off goods', goods: null, off: { by: 'amount', amount: '2.50', also } },
    'goods',
    'takes €2.50 off each of its goods',
    'EUR 2.50 off each of all goods.',
  ],
  [
    { is: 'fixed price', goods: null, price: '9.00', also },
    'price',
    'sells its goods at €9.00 each',
    'All goods at EUR 9.00 each.',
  ],
  [
    { is: 'buy and get', goods: null, buy: 2, get: 1, percent: '100' },
    'goods',
    'takes the cheapest 1 of each 3 off',
    'Of each 3 of our goods the cheapest free.',
  ],
  [
    { is: 'buy and get', goods: null, buy: 2, get: 2, percent: '50' },
    'goods',
    'takes 50 % off the cheapest 2 of each 4',
    'Of each 4 of our goods the 2 cheapest 50 % off.',
  ],
  [{ is: 'gift', sku: 'BAR-OAT', units: 1 }, 'gift', 'adds 1 × BAR-OAT as a gift', 'A BAR-OAT as a gift.'],
  [
    { is: 'off order', off: { by: 'amount', amount: '5.00', also } },
    'order',
    'takes €5.00 off the order',
    'EUR 5.00 off the order.',
  ],
  [
    { is: 'spend steps', goods: null, test: 'after', steps: [{ from: '40.00', off: '4.00', also }] },
    'steps',
    'takes its highest step reached off the order',
    'From EUR 40.00 take EUR 4.00 off.',
  ],
  [
    { is: 'delivery', on: { is: 'cheapest' }, off: { by: 'free' } },
    'delivery',
    'takes the delivery off',
    'The cheapest delivery free.',
  ],
  [
    { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'to', amount: '2.00', also } },
    'delivery',
    'takes down to €2.00 off the delivery',
    'Post delivery at EUR 2.00.',
  ],
  [
    { is: 'delivery', on: { is: 'cheapest' }, off: { by: 'percent', percent: '50' } },
    'delivery',
    'takes 50 % off the delivery',
    '50 % off the cheapest delivery.',
  ],
])('%j', (benefit, word, did, said) => {
  expect(benefitWord(benefit)).toBe(word);
  expect(benefitDone(made(benefit) as Benefit, say)).toBe(did);
  expect(terms(benefit)).toBe(said);
  expect(benefitKindOf(benefit).is).toBe(benefit.is);
});

const at = Date.parse('2026-12-01T00:00:00Z') as never;
test.each<[WhyNot, string]>([
  [{ why: 'draft' }, 'a draft, not meant yet'],
  [{ why: 'paused' }, 'paused'],
  [{ why: 'not begun', from: at }, 'begins Tue 1 Dec 2026, 00:00'],
  [{ why: 'ended', until: at }, 'ended Tue 1 Dec 2026, 00:00'],
  [{ why: 'code not entered', code: { is: 'shared', code: 'SUDS' } }, 'the code SUDS is not entered'],
  [
    { why: 'code not entered', code: { is: 'single use', batch: 'cards' } },
    'no unused code of the batch cards is entered',
  ],
  [{ why: 'place' }, 'not for this place'],
  [{ why: 'market' }, 'not in this market'],
  [{ why: 'channel' }, 'only in some channels'],
  [{ why: 'segment' }, 'only for some customers'],
  [{ why: 'used up', uses: 3 }, 'used up, after 3 orders'],
  [{ why: 'used by the customer', uses: 1 }, 'the customer has used it once already'],
  [{ why: 'used by the customer', uses: 2 }, 'the customer has used it 2 times already'],
  [{ why: 'budget', left: 100 as never, saving: 450 as never }, '€1.00 of its budget is left, and it would take €4.50'],
  [{ why: 'budget', left: 0 as never, saving: 0 as never }, 'its budget is spent'],
  [{ why: 'missed', by: 1 as never }, 'missed by €0.01'],
  [{ why: 'too few', by: 1 }, 'missed by 1 unit'],
  [{ why: 'too few', by: 2 }, 'missed by 2 units'],
  [{ why: 'no such goods' }, 'none of its goods is in the basket'],
  [{ why: 'gift not sold', sku: 'X' }, 'the gift X is not among the goods'],
  [{ why: 'gift costs', more: 250 as never }, 'with the gift the shopper would pay €2.50 more'],
  [{ why: 'service' }, 'not for this service'],
  [{ why: 'not the cheapest' }, 'only on the cheapest choice, which is another'],
  [{ why: 'nothing to take' }, 'there is nothing it could take off'],
  [{ why: 'outweighed', by: [] }, 'it would save nothing'],
])('%j', (why, words) => {
  expect(whyWords(book, why, say)).toBe(words);
});
