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
  size: 'size',
  plan: 'charged with',
};

/** A finding of a channel's record; `isTaken`: whether the book can have it as it is there. */
export function recordWords(finding: RecordFinding, isTaken: boolean): RecordWords {
  const { taken, ...sides } = { what: recordSorts[finding.is], ...sidesOf(finding) };
  return { ...sides, taken: isTaken ? taken : null };
}

function sidesOf(finding: RecordFinding): Omit<RecordWords, 'what'> {
  switch (finding.is) {
    case 'unknown': {
      const { price, grams, size } = finding.listing;
      const there = [price, ...(grams ? [`${grams} g`] : []), ...(size ? [`${size.join(' × ')} mm`] : [])].join(', ');
      return { here: '–', there, taken: 'a new item, listed there alone' };
    }
    case 'forgotten':
      return { here: 'listed', there: '–', taken: 'hidden there' };
    case 'still listed':
      return { here: 'hidden', there: 'listed', taken: 'listed there' };
    case 'other id':
      return { here: finding.listing, there: finding.there, taken: `listed as ${finding.there}` };
    case 'twice':
      return { here: finding.listing, there: `${finding.there}, too`, taken: null };
    case 'mass':
      return { here: gramsWords(finding.here), there: gramsWords(finding.there), taken: 'its mass' };
    case 'size': {
      const size = (text: string | null) => (text === null ? 'not known' : `${text.split(' ').join(' × ')} mm`);
      return { here: size(finding.here), there: size(finding.there), taken: 'its size' };
    }
    case 'price':
      return { here: finding.here ?? '–', there: finding.there ?? '–', taken: 'its price there' };
    case 'plan':
      return { here: finding.here ?? '–', there: finding.there ?? '–', taken: null };
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
