import type { RecordFinding } from '../../core/channels/index.ts';
import type { Weighed, WeighedFinding } from '../../core/plan/index.ts';
import { counted, counts, money, type Tender } from './figures.ts';

/** How a channel's or a carrier's record and the book part, and what taking theirs makes of the book. */
export interface RecordWords {
  readonly what: string;
  readonly here: string;
  readonly there: string;
  /** Null where it cannot be taken by itself. */
  readonly taken: string | null;
}

export const recordSorts: Readonly<Record<RecordFinding['is'], string>> = {
  unknown: 'not in the book',
  forgotten: 'not listed there',
  'still listed': 'listed though hidden',
  'other id': 'under another id',
  twice: 'listed twice',
  price: 'price',
  mass: 'mass',
  plan: 'charged with',
};

/** A finding of a channel's record. */
export function recordWords(finding: RecordFinding): RecordWords {
  const what = recordSorts[finding.is];
  switch (finding.is) {
    case 'unknown': {
      const { price, grams } = finding.listing;
      return {
        what,
        here: '–',
        there: [price, ...(grams ? [`${grams} g`] : [])].join(', '),
        taken: 'a new item, listed there alone',
      };
    }
    case 'forgotten':
      return { what, here: 'listed', there: '–', taken: 'hidden there' };
    case 'still listed':
      return { what, here: 'hidden', there: 'listed', taken: 'listed there' };
    case 'other id':
      return { what, here: finding.listing, there: finding.there, taken: `listed as ${finding.there}` };
    case 'twice':
      return { what, here: finding.listing, there: `${finding.there}, too`, taken: null };
    case 'price':
      return { what, here: finding.here ?? '–', there: finding.there ?? '–', taken: 'its price there' };
    case 'mass':
      return { what, here: gramsWords(finding.here), there: gramsWords(finding.there), taken: 'its mass' };
    case 'plan':
      return { what, here: finding.here ?? '–', there: finding.there ?? '–', taken: null };
  }
}

/** A finding of a carrier's record. */
export function weighedWords(finding: WeighedFinding): RecordWords {
  const what = weighedSorts[finding.is];
  switch (finding.is) {
    case 'unknown':
      return { what, here: '–', there: figuresOf(finding.there), taken: null };
    case 'not there':
      return { what, here: figuresOf(finding.here), there: '–', taken: null };
    case 'mass':
      return { what, here: gramsWords(finding.here), there: gramsWords(finding.there), taken: 'its mass' };
    case 'size':
      return { what, here: sidesWords(finding.here), there: sidesWords(finding.there), taken: 'its size' };
  }
}

const weighedSorts: Readonly<Record<WeighedFinding['is'], string>> = {
  unknown: 'not in the book',
  'not there': 'not known there',
  mass: 'mass',
  size: 'size',
};
const sidesWords = (sides: Weighed['sides'] | null): string =>
  sides === null ? 'not known' : `${sides.join(' × ')} mm`;
const figuresOf = ({ grams, sides }: Weighed): string => `${gramsWords(grams)}, ${sidesWords(sides)}`;

const gramsWords = (grams: string | number | null): string => (grams === null ? 'not known' : `${grams} g`);

/** What something costs over past orders, of which each stands for so many: orders, and amounts each way. */
export function overOrdersWords(
  {
    orders,
    more,
    less,
    offered,
  }: { readonly orders: number; readonly more: number; readonly less: number; readonly offered: number },
  every: number,
  market: Tender,
): string {
  const amounts = [
    ...(less > 0 ? [`${money(less * every, market)} too little`] : []),
    ...(more > 0 ? [`${money(more * every, market)} too much`] : []),
    ...(offered > 0 ? [`${counted(offered * every)} where only one side offers the service`] : []),
  ];
  return [counts(orders * every, 'order'), ...amounts].join(', ');
}
