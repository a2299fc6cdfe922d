import { benefitEditors } from '#benefit-editors';
import type { BenefitBody } from '../../../core/offers/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { ChoicePart } from '../../ui/field.tsx';
import type { BenefitEditor, BenefitEditorProps } from './benefits/editor.ts';

const editorOf = (is: BenefitBody['is']): BenefitEditor => benefitEditors[is] as BenefitEditor;
const choices = (Object.keys(benefitEditors) as BenefitBody['is'][]).map((is) => ({
  value: is,
  label: editorOf(is).label,
}));

/** A new benefit of a kind, as plain as it can be. */
export const freshBenefit = (is: BenefitBody['is'], book: OpenBook): BenefitBody => editorOf(is).begin(book);

/** A benefit as part of the sentence: its kind, and its figures. */
export function BenefitPart({ book, benefit, onCommit }: BenefitEditorProps<BenefitBody>) {
  const { Part } = editorOf(benefit.is);
  return (
    <>
      <ChoicePart
        label="What they have"
        value={benefit.is}
        choices={choices}
        onCommit={(is) => is !== benefit.is && onCommit(freshBenefit(is, book))}
      />{' '}
      <Part book={book} benefit={benefit} onCommit={onCommit} />
    </>
  );
}
