import type { Target } from '../tables/index.ts';

/** What sellers have of the past, each in files of its own. */
export const historySorts = ['orders', 'visits', 'advertising'] as const;
export type HistorySort = (typeof historySorts)[number];

const text = { is: 'text' } as const;
const target = <Name extends string>(name: Name, reads: Target['reads'] = text): Target<Name> => ({
  name,
  head: name,
  reads,
});

/** Where somebody or something was. */
const where = [target('country'), target('part'), target('postcode'), target('place')] as const;

/** What the columns of each sort of file can be taken for, and which it cannot be without. */
export const historyTargets = {
  orders: [
    target('number', { is: 'text', digits: true }),
    target('at', { is: 'moment' }),
    target('channel'),
    ...where,
    target('service'),
    target('sku'),
    target('units', { is: 'count' }),
    target('codes'),
    target('charge', { is: 'amount' }),
    target('discount', { is: 'amount' }),
  ],
  visits: [target('month', { is: 'moment' }), target('channel'), ...where, target('visits', { is: 'count' })],
  advertising: [target('month', { is: 'moment' }), target('channel'), ...where, target('amount', { is: 'amount' })],
} as const satisfies Record<HistorySort, readonly Target[]>;

/** Of each sort, columns that a file has to have; of several in one place, one of them. */
export const historyNeeds = {
  orders: [['number'], ['at'], ['country', 'part', 'place'], ['sku'], ['units']],
  visits: [['country', 'part', 'place'], ['visits']],
  advertising: [['month'], ['channel'], ['amount']],
} as const satisfies Record<HistorySort, readonly (readonly string[])[]>;
