import type { BenefitBody, OffBody } from '../../core/offers/index.ts';
import { amountOf } from '../../words/index.ts';
import { AmountPart, ChoicePart, figureFault, MoneyPart, Several, TestPart, TextPart } from '../parts/field.tsx';
import type { OpenBook } from '../store/desk.ts';
import { factsOf } from '../store/facts.ts';

interface Part<B> {
  readonly book: OpenBook;
  readonly benefit: B;
  readonly onCommit: (benefit: BenefitBody) => void;
}

const countFault = (text: string): string | null =>
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

const kinds: readonly { value: BenefitBody['is']; label: string }[] = [
  { value: 'off goods', label: 'a discount on goods:' },
  { value: 'fixed price', label: 'a fixed price:' },
  { value: 'buy and get', label: 'more for less:' },
  { value: 'gift', label: 'a gift:' },
  { value: 'off order', label: 'a discount on the order:' },
  { value: 'spend steps', label: 'steps of spending:' },
  { value: 'delivery', label: 'cheaper delivery:' },
];

/** A new benefit of a kind, as plain as it can be. */
export function freshBenefit(is: BenefitBody['is'], book: OpenBook): BenefitBody {
  switch (is) {
    case 'off goods':
      return { is, goods: null, off: { by: 'percent', percent: '10' } };
    case 'fixed price':
      return { is, goods: null, price: amountOf(10, book.home.currency), also: {} };
    case 'buy and get':
      return { is, goods: null, buy: 2, get: 1, percent: '100' };
    case 'gift':
      return { is, sku: book.goods[0]?.sku ?? '', units: 1 };
    case 'off order':
      return { is, off: { by: 'percent', percent: '10' } };
    case 'spend steps':
      return {
        is,
        goods: null,
        test: 'after',
        steps: [{ from: amountOf(65, book.home.currency), off: amountOf(9, book.home.currency), also: {} }],
      };
    case 'delivery':
      return { is, on: { is: 'services', services: [book.book.services[0]?.id ?? ''] }, off: { by: 'free' } };
  }
}

/** A benefit as part of the sentence: its kind, and its figures. */
export function BenefitPart({ book, benefit, onCommit }: Part<BenefitBody>) {
  return (
    <>
      <ChoicePart
        label="What they have"
        value={benefit.is}
        choices={kinds}
        onCommit={(is) => is !== benefit.is && onCommit(freshBenefit(is, book))}
      />{' '}
      <Figures book={book} benefit={benefit} onCommit={onCommit} />
    </>
  );
}

function Figures({ book, benefit, onCommit }: Part<BenefitBody>) {
  switch (benefit.is) {
    case 'off goods':
      return (
        <>
          <OffPart book={book} off={benefit.off} onCommit={(off) => onCommit({ ...benefit, off })} /> off{' '}
          {benefit.off.by === 'amount' && 'each of '}
          <GoodsPart
            book={book}
            label="Goods it takes off"
            goods={benefit.goods}
            onCommit={(goods) => onCommit({ ...benefit, goods })}
          />
        </>
      );
    case 'fixed price':
      return (
        <>
          <GoodsPart
            book={book}
            label="Goods at a price"
            goods={benefit.goods}
            onCommit={(goods) => onCommit({ ...benefit, goods })}
          />{' '}
          at{' '}
          <MoneyPart
            label="Fixed price"
            amount={benefit.price}
            also={benefit.also}
            {...others(book)}
            onCommit={(price, also) => onCommit({ ...benefit, price, also })}
          />{' '}
          each
        </>
      );
    case 'buy and get':
      return (
        <>
          of each{' '}
          <TextPart
            label="Bought"
            value={String(benefit.buy)}
            fault={countFault}
            onCommit={(text) => onCommit({ ...benefit, buy: Number(text) })}
          />{' '}
          +{' '}
          <TextPart
            label="Got"
            value={String(benefit.get)}
            fault={countFault}
            onCommit={(text) => onCommit({ ...benefit, get: Number(text) })}
          />{' '}
          of{' '}
          <GoodsPart
            book={book}
            label="Goods counted"
            goods={benefit.goods}
            onCommit={(goods) => onCommit({ ...benefit, goods })}
          />{' '}
          the cheapest less{' '}
          <TextPart
            label="Percent"
            value={benefit.percent}
            fault={figureFault}
            onCommit={(percent) => onCommit({ ...benefit, percent })}
          />{' '}
          %{Number(benefit.percent) === 100 && ', that is free'}
        </>
      );
    case 'gift':
      return (
        <>
          <TextPart
            label="Units of the gift"
            value={String(benefit.units)}
            fault={countFault}
            onCommit={(text) => onCommit({ ...benefit, units: Number(text) })}
          />{' '}
          ×{' '}
          <TextPart
            label="Gift"
            value={benefit.sku}
            fault={(text) => (factsOf(book.goods).skus.has(text) ? null : `no item “${text}”`)}
            onCommit={(sku) => onCommit({ ...benefit, sku })}
          />{' '}
          at 0.00
        </>
      );
    case 'off order':
      return (
        <>
          <OffPart book={book} off={benefit.off} onCommit={(off) => onCommit({ ...benefit, off })} /> off the order
        </>
      );
    case 'spend steps':
      return <StepsPart book={book} benefit={benefit} onCommit={onCommit} />;
    case 'delivery':
      return <DeliveryPart book={book} benefit={benefit} onCommit={onCommit} />;
  }
}

function OffPart({ book, off, onCommit }: { book: OpenBook; off: OffBody; onCommit: (off: OffBody) => void }) {
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

function StepsPart({ book, benefit, onCommit }: Part<BenefitBody & { is: 'spend steps' }>) {
  const { steps } = benefit;
  const change = (at: number, field: 'from' | 'off', text: string) =>
    onCommit({ ...benefit, steps: steps.map((step, i) => (i === at ? { ...step, [field]: text } : step)) });
  const last = steps.at(-1);
  return (
    <>
      on{' '}
      <GoodsPart
        book={book}
        label="Goods whose value counts"
        goods={benefit.goods}
        onCommit={(goods) => onCommit({ ...benefit, goods })}
      />{' '}
      <TestPart value={benefit.test} onCommit={(test) => onCommit({ ...benefit, test })} /> discounts
      {steps.map((step, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: steps have no names, and stay in their places
        <span key={i}>
          {i > 0 ? ', ' : ' '}from{' '}
          <AmountPart label={`From, step ${i + 1}`} value={step.from} onCommit={(text) => change(i, 'from', text)} />{' '}
          take <AmountPart label={`Off, step ${i + 1}`} value={step.off} onCommit={(text) => change(i, 'off', text)} />
        </span>
      ))}{' '}
      off the order{' '}
      <button
        type="button"
        className="quiet small"
        onClick={() =>
          onCommit({
            ...benefit,
            steps: [
              ...steps,
              {
                from: String(Math.floor(Number(last?.from ?? 0)) + 40),
                off: String(Math.floor(Number(last?.off ?? 0)) + 6),
                also: {},
              },
            ],
          })
        }
      >
        one more step
      </button>
      {steps.length > 1 && (
        <>
          {' '}
          <button
            type="button"
            className="quiet small"
            onClick={() => onCommit({ ...benefit, steps: steps.slice(0, -1) })}
          >
            one less
          </button>
        </>
      )}
    </>
  );
}

function DeliveryPart({ book, benefit, onCommit }: Part<BenefitBody & { is: 'delivery' }>) {
  const { on, off } = benefit;
  const { services } = book.book;
  const change = (by: typeof off.by): typeof off =>
    by === 'free'
      ? { by }
      : by === 'percent'
        ? { by, percent: '50' }
        : { by, amount: amountOf(3, book.home.currency), also: {} };
  return (
    <>
      <ChoicePart
        label="How much cheaper"
        value={off.by}
        choices={[
          { value: 'free', label: 'free' },
          { value: 'percent', label: 'less by %' },
          { value: 'amount', label: 'less by an amount' },
          { value: 'to', label: 'at a price of' },
        ]}
        onCommit={(by) => by !== off.by && onCommit({ ...benefit, off: change(by) })}
      />{' '}
      {off.by === 'percent' && (
        <TextPart
          label="Percent"
          value={off.percent}
          fault={figureFault}
          onCommit={(percent) => onCommit({ ...benefit, off: { by: 'percent', percent } })}
        />
      )}
      {(off.by === 'amount' || off.by === 'to') && (
        <MoneyPart
          label="Amount"
          amount={off.amount}
          also={off.also}
          {...others(book)}
          onCommit={(amount, also) => onCommit({ ...benefit, off: { ...off, amount, also } })}
        />
      )}{' '}
      <ChoicePart
        label="What is free"
        value={on.is}
        choices={[
          { value: 'services', label: 'by' },
          { value: 'cheapest', label: 'by the cheapest choice' },
        ]}
        onCommit={(is) =>
          is !== on.is &&
          onCommit({ ...benefit, on: is === 'cheapest' ? { is } : { is, services: [services[0]?.id ?? ''] } })
        }
      />{' '}
      {on.is === 'services' && (
        <Several
          label="Services"
          all={services.map((one) => ({ id: one.id, name: one.name.replace(/ delivery$/, '').toLowerCase() }))}
          chosen={on.services}
          onCommit={(next) => onCommit({ ...benefit, on: { ...on, services: next } })}
        />
      )}
    </>
  );
}

/** What an offer is, in a word. */
export const kindWord = (benefit: BenefitBody): string => words[benefit.is];
const words: Readonly<Record<BenefitBody['is'], string>> = {
  'off goods': 'goods',
  'fixed price': 'price',
  'buy and get': 'goods',
  gift: 'gift',
  'off order': 'order',
  'spend steps': 'steps',
  delivery: 'delivery',
};
