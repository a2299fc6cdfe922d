import type { Currency } from '../../../../core/exact/index.ts';
import { type Column, goodsFields, needsText, testsOf, type Where, whereTest } from '../../../../core/goods/index.ts';
import { goodsFieldWords } from '../../../../words/index.ts';
import type { OpenBook } from '../../../data/book.ts';
import { ChoicePart, PickPart, TextPart } from '../../../ui/field.tsx';

/** The conditions that goods shown meet, one a column or several; each a sentence, added and taken away. */
export function Conditions({
  book,
  where,
  onChange,
}: {
  book: OpenBook;
  where: readonly Where[];
  onChange: (where: readonly Where[]) => void;
}) {
  const set = (at: number, change: Partial<Where>) =>
    onChange(where.map((one, i) => (i === at ? { ...one, ...change } : one)));
  const add = (column: Column) => onChange([...where, { column, test: testsOf(column)[0] ?? 'has', text: '' }]);
  return (
    <div className="sentence mb-1 flex flex-wrap items-baseline gap-x-3" role="group" aria-label="Conditions">
      {where.map((one, at) => {
        const label = goodsFieldWords[one.column].label;
        const passes = whereTest(one, book.home.currency as Currency);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a condition is where it stands
          <span key={at}>
            {at === 0 ? 'Shown where ' : 'and '}
            {label.toLowerCase()}{' '}
            <ChoicePart
              label={`How ${label} is held`}
              value={one.test}
              choices={testsOf(one.column).map((test) => ({
                value: test,
                label:
                  test === 'empty' || test === 'filled'
                    ? `is ${test}`
                    : test === 'at least' || test === 'at most'
                      ? `is ${test}`
                      : test,
              }))}
              onCommit={(test) => set(at, { test })}
            />{' '}
            {needsText(one.test) && (
              <TextPart
                label={`What ${label} is held against`}
                value={one.text}
                placeholder={goodsFieldWords[one.column].example}
                onCommit={(text) => set(at, { text })}
              />
            )}
            {passes === null && one.text !== '' && (
              <span className="fault"> right would be {goodsFieldWords[one.column].right}</span>
            )}{' '}
            <button
              type="button"
              className="quiet small"
              aria-label={`Without the condition on ${label}`}
              onClick={() => onChange(where.filter((_, i) => i !== at))}
            >
              ×
            </button>
          </span>
        );
      })}
      <PickPart
        label="Add a condition"
        shown={where.length === 0 ? 'Show only where …' : 'and where …'}
        from={goodsFields.names.map((column) => ({ id: column, name: goodsFieldWords[column].label }))}
        onPick={(column) => add(column as Column)}
      />
    </div>
  );
}
