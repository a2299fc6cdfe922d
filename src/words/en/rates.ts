import { type Book, defaultTemplateOf } from '../../core/book/index.ts';
import type { FreeFromBody, RateBody } from '../../core/rates/index.ts';
import { unitWords } from './measures.ts';
import { rateWordsOf } from './rate-kinds/index.ts';

/** A rate in a few words. */
export const rateText = (rate: RateBody): string => rateWordsOf(rate).text(rate);

/** What the smallest order pays by a rate: an amount, or a word. */
export const firstText = (rate: RateBody): string => rateWordsOf(rate).first(rate);

/** How a rate is charged, in the words below its first figure; null where the figure says it all. */
export const mannerText = (rate: RateBody): string | null => rateWordsOf(rate).manner(rate);

/** The rate of a lane of the default template. */
export function laneWords(book: Book, zone: string, service: string): string {
  const rate = defaultTemplateOf(book).lanes[zone]?.[service]?.rate;
  return rate ? rateText(rate) : 'not offered';
}

export const freeText = ({ value, unit, of }: FreeFromBody, currency: string): string =>
  [
    `free from ${value}`,
    ...(unit === 'value' ? [] : [unitWords(unit, currency)]),
    ...(of === 'group' ? ['of its own'] : []),
  ].join(' ');
