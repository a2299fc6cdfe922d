import type { OffBody } from '../../../core/offers/index.ts';
import { amountOf } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { ChoicePart, figureFault, MoneyPart, TextPart } from '../../ui/field.tsx';

/** What is wrong with a count from 1 to 999; null for nothing. */
export const countFault = (text: string): string | null =>
  /^[1-9]\d{0,2}$/.test(text) ? null : 'a whole number from 1 to 999';

/** The currency that amounts are written in, and those of the book's other markets. */
export const others = (book: OpenBook): { home: string; currencies: string[] } => ({
  home: book.home.currency,
  currencies: [...new Set(book.book.markets.map((market) => market.currency))].filter(
    (currency) => currency !== book.home.currency,
  ),
});

/** All goods, or one of the book's selections. */
export function GoodsPart({
  book,
  label,
  goods,
  onCommit,
}: {
  book: OpenBook;
  label: string;
  goods: string | null;
  onCommit: (goods: string | null) => void;
}) {
  return (
    <ChoicePart
      label={label}
      value={goods ?? ''}
      choices={[
        { value: '', label: 'all goods' },
        ...book.book.selections.map((one) => ({ value: one.id, label: one.name })),
      ]}
      onCommit={(next) => onCommit(next || null)}
    />
  );
}

/** What is taken off: a share, or an amount. */
export function OffPart({ book, off, onCommit }: { book: OpenBook; off: OffBody; onCommit: (off: OffBody) => void }) {
  return (
    <>
      {off.by === 'percent' ? (
        <TextPart
          label="Percent"
          value={off.percent}
          fault={figureFault}
          onCommit={(percent) => onCommit({ by: 'percent', percent })}
        />
      ) : (
        <MoneyPart
          label="Amount off"
          amount={off.amount}
          also={off.also}
          {...others(book)}
          onCommit={(amount, also) => onCommit({ ...off, amount, also })}
        />
      )}{' '}
      <ChoicePart
        label="Percent or amount"
        value={off.by}
        choices={[
          { value: 'percent', label: '%' },
          { value: 'amount', label: 'in money' },
        ]}
        onCommit={(by) =>
          by !== off.by &&
          onCommit(by === 'percent' ? { by, percent: '10' } : { by, amount: amountOf(5, book.home.currency), also: {} })
        }
      />
    </>
  );
}
