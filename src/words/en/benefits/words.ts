import type { Benefit, BenefitBody } from '../../../core/offers/index.ts';

export type SayAmount = (amount: number) => string;

/** What terms name besides amounts. */
export interface About {
  readonly currency: string;
  /** A selection's name; `all` for all goods. */
  goods(id: string | null, all: string): string;
  service(id: string): string;
}

/** What is said of one kind of benefit. */
export interface BenefitWords<Body = BenefitBody, Ready = Benefit> {
  /** What it is, in a word. */
  readonly word: string;
  /** What it did, in the steps of an answer. */
  did(benefit: Ready, say: SayAmount): string;
  /** What shoppers have, as terms say it. */
  terms(benefit: Body, about: About): string;
}

/** The words for each kind in a list of benefits. */
export type BenefitWordsOf<Body extends { is: string }, Ready extends { is: string }> = {
  readonly [Is in Body['is']]: BenefitWords<Extract<Body, { is: Is }>, Extract<Ready, { is: Is }>>;
};
export type BenefitWordsFor<Is extends BenefitBody['is']> = BenefitWordsOf<BenefitBody, Benefit>[Is];
