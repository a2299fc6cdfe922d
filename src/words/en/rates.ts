import type { Book } from '../../core/book/index.ts';
import type { FreeFromBody, LaneBody, RateBody } from '../../core/rates/index.ts';
import { unitWords } from './measures.ts';
import { rateWordsOf } from './rate-kinds/index.ts';

/** A rate in a few words. */
export const rateText = (rate: RateBody): string => rateWordsOf(rate).text(rate);

/** What the smallest order pays by a rate: an amount, or a word. */
export const firstText = (rate: RateBody): string => rateWordsOf(rate).first(rate);

/** How a rate is charged, in the words below its first figure; null where the figure says it all. */
export const mannerText = (rate: RateBody): string | null => rateWordsOf(rate).manner(rate);

/** The rate of a lane. */
export function laneWords(
  book: Book,
  { template, zone, service }: { readonly template: string; readonly zone: string; readonly service: string },
): string {
  const rate = laneOf(book, template, zone, service)?.rate;
  return rate ? rateText(rate) : 'not offered';
}

/** A lane of a template as the book has it. */
export const laneOf = (book: Book, template: string, zone: string, service: string): LaneBody | undefined =>
  book.templates.find(({ id }) => id === template)?.lanes[zone]?.[service];

export const freeText = ({ value, unit, of }: FreeFromBody, currency: string): string =>
  [
    `free from ${value}`,
    ...(unit === 'value' ? [] : [unitWords(unit, currency)]),
    ...(of === 'group' ? ['of its own'] : []),
  ].join(' ');
