import type { ReactNode } from 'react';
import type { BenefitBody } from '../../../../core/offers/index.ts';
import type { OpenBook } from '../../../data/book.ts';

export interface BenefitEditorProps<Body> {
  readonly book: OpenBook;
  readonly benefit: Body;
  readonly onCommit: (benefit: BenefitBody) => void;
}

/** How one kind of benefit is seen and changed. */
export interface BenefitEditor<Body extends BenefitBody = BenefitBody> {
  /** Its choice in the sentence: “Shoppers have …”. */
  readonly label: string;
  /** A new one, as plain as it can be. */
  begin(book: OpenBook): Body;
  /** Its figures, as part of the sentence. */
  readonly Part: (props: BenefitEditorProps<Body>) => ReactNode;
}

export type BenefitEditorFor<Is extends BenefitBody['is']> = BenefitEditor<Extract<BenefitBody, { is: Is }>>;
export type BenefitEditors = { readonly [Is in BenefitBody['is']]: BenefitEditorFor<Is> };
