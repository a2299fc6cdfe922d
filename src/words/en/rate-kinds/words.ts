import type { Came, Rate, RateBody } from '../../../core/rates/index.ts';

/** An amount in words, in the market's currency where no other is said. */
export type Say = (value: number, currency?: string) => string;

/** What is said of one kind of rate. */
export interface RateWords<Body = RateBody, Ready = Rate> {
  /** As it is written in the book, in a few words. */
  text(rate: Body): string;
  /** What the smallest order pays: an amount, or a word. */
  first(rate: Body): string;
  /** How it is charged, below that figure; null where the figure says it all. */
  manner(rate: Body): string | null;
  /**
   * What it did for one group.
   * @param kind “ of kind battery”, or nothing
   */
  step(rate: Ready, came: Came, kind: string, say: Say): string;
}

/** The words for each kind in a list of rates. */
export type RateWordsOf<Body extends { is: string }, Ready extends { is: string }> = {
  readonly [Is in Body['is']]: RateWords<Extract<Body, { is: Is }>, Extract<Ready, { is: Is }>>;
};
export type RateWordsFor<Is extends RateBody['is']> = RateWordsOf<RateBody, Rate>[Is];
