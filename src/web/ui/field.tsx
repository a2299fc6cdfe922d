import clsx from 'clsx';
import { type KeyboardEvent, useEffect, useId, useRef, useState } from 'react';
import { amountText, currencyDigits, isCurrency, minor, parseAmount } from '../../core/exact/index.ts';
import { AddPart } from './add-part.tsx';
import { useCurrency } from './tender.ts';

/** Underlined parts of sentences: labelled form controls that commit as one types what can be read. */
interface TextPart {
  readonly label: string;
  readonly value: string;
  /** As one types, whenever it can be read; or once, when the part is left. */
  readonly onCommit?: (value: string) => void;
  readonly onLeave?: (value: string) => void;
  /** What is wrong with a text, or null. */
  readonly fault?: (text: string) => string | null;
  /** As long a text as there is, over several lines: words, or codes such as places. */
  readonly lines?: 'words' | 'codes';
  readonly placeholder?: string;
}

export function TextPart({ label, value, onCommit, onLeave, fault, lines, placeholder }: TextPart) {
  const [text, setText] = useState(value);
  const [focused, setFocused] = useState(false);
  const id = useId();
  const dropped = useRef(false);
  useEffect(() => {
    if (!focused) setText(value);
  }, [value, focused]);
  const wrong = fault?.(text) ?? null;
  const changed = (next: string) => {
    setText(next);
    if (!fault?.(next) && next !== value) onCommit?.(next);
  };
  const keyed = (event: KeyboardEvent<HTMLInputElement | HTMLTextAreaElement>) => {
    if (event.key === 'Escape') {
      dropped.current = true;
      setText(value);
      event.currentTarget.blur();
    }
    if (event.key === 'Enter' && !lines) event.currentTarget.blur();
  };
  const common = {
    'aria-label': label,
    'aria-invalid': wrong !== null,
    'aria-describedby': wrong ? id : undefined,
    className: clsx('part', lines, { wrong: wrong !== null }),
    value: text,
    placeholder,
    onFocus: () => setFocused(true),
    onBlur: () => {
      setFocused(false);
      if (wrong) setText(value);
      else if (!dropped.current) onLeave?.(text);
      dropped.current = false;
    },
    onKeyDown: keyed,
  };
  return (
    <>
      {lines ? (
        <textarea {...common} rows={2} onChange={(event) => changed(event.target.value)} />
      ) : (
        <input {...common} size={Math.max(2, text.length)} onChange={(event) => changed(event.target.value)} />
      )}
      {wrong && (
        <span id={id} className="fault" role="alert">
          {' '}
          {wrong}{' '}
        </span>
      )}
    </>
  );
}

export function ChoicePart<T extends string>({
  label,
  value,
  choices,
  onCommit,
}: {
  label: string;
  value: T;
  choices: readonly { value: T; label: string }[];
  onCommit: (value: T) => void;
}) {
  return (
    <select aria-label={label} className="part" value={value} onChange={(event) => onCommit(event.target.value as T)}>
      {choices.map((choice) => (
        <option key={choice.value} value={choice.value}>
          {choice.label}
        </option>
      ))}
    </select>
  );
}

/**
 * One of a few things, picked to be added; nothing stays chosen. By the keyboard one looks through them by arrows and
 * letters, and Enter picks.
 */
export function PickPart({
  label,
  shown,
  from,
  onPick,
}: {
  label: string;
  shown: string;
  from: readonly { id: string; name: string }[];
  onPick: (id: string) => void;
}) {
  const [looked, setLooked] = useState('');
  /** A closed list changes with every key: that is a look, until Enter. */
  const byKey = useRef(false);
  const pick = (id: string) => {
    setLooked('');
    if (id !== '') onPick(id);
  };
  return (
    <select
      aria-label={label}
      className="part"
      value={looked}
      title={looked === '' ? undefined : 'Enter picks it'}
      onKeyDown={(event) => {
        byKey.current = event.key !== 'Enter';
        if (event.key === 'Enter' && looked !== '') {
          event.preventDefault();
          pick(looked);
        }
        if (event.key === 'Escape') setLooked('');
      }}
      onPointerDown={() => {
        byKey.current = false;
      }}
      onBlur={() => setLooked('')}
      onChange={(event) => (byKey.current ? setLooked(event.target.value) : pick(event.target.value))}
    >
      <option value="">{shown}</option>
      {from.map((one) => (
        <option key={one.id} value={one.id}>
          {one.name}
        </option>
      ))}
    </select>
  );
}

/** One or more of a few things, as words that can be switched on and off; at least `least` stay. */
export function Several({
  label,
  all,
  chosen,
  least = 1,
  onCommit,
}: {
  label: string;
  all: readonly { id: string; name: string }[];
  chosen: readonly string[];
  least?: number;
  onCommit: (chosen: string[]) => void;
}) {
  const rest = all.filter((one) => !chosen.includes(one.id));
  const fixed = chosen.length <= least;
  return (
    <span role="group" aria-label={label}>
      {chosen.map((id) => (
        <button
          type="button"
          key={id}
          className="part cursor-pointer"
          disabled={fixed}
          title={fixed ? 'at least one stays' : 'click takes it away'}
          onClick={() => onCommit(chosen.filter((other) => other !== id))}
        >
          {all.find((one) => one.id === id)?.name ?? id}
        </button>
      ))}
      {rest.length > 0 && (
        <PickPart
          label={`Add to ${label.toLowerCase()}`}
          shown="+"
          from={rest}
          onPick={(id) => onCommit([...chosen, id])}
        />
      )}
    </span>
  );
}

/** An amount, and what it is in other currencies where it is not to be converted. */
export function MoneyPart({
  label,
  amount,
  also,
  home,
  currencies,
  onCommit,
}: {
  label: string;
  amount: string;
  also: Record<string, string>;
  /** The currency it is written in, and the other ones of the book's markets. */
  home: string;
  currencies: readonly string[];
  onCommit: (amount: string, also: Record<string, string>) => void;
}) {
  const rest = currencies.filter((one) => !(one in also));
  return (
    <>
      <TextPart label={label} value={amount} fault={amountIn(home)} onCommit={(next) => onCommit(next, also)} />
      {Object.entries(also).map(([currency, own]) => (
        <span key={currency}>
          {' '}
          ({currency}{' '}
          <TextPart
            label={`${label} in ${currency}`}
            value={own}
            fault={amountIn(currency)}
            onCommit={(next) => onCommit(amount, { ...also, [currency]: next })}
          />{' '}
          <button
            type="button"
            className="quiet small"
            title="as converted"
            aria-label={`${label} in ${currency} as converted`}
            onClick={() =>
              onCommit(amount, Object.fromEntries(Object.entries(also).filter(([one]) => one !== currency)))
            }
          >
            ×
          </button>
          )
        </span>
      ))}
      {rest.length > 0 && (
        <AddPart
          label={`${label} in another currency`}
          shown="¤"
          added={Object.fromEntries(
            rest.map((currency) => [`in ${currency}`, () => onCommit(amount, { ...also, [currency]: amount })]),
          )}
        />
      )}
    </>
  );
}

/** An amount in the currency at hand. */
export function AmountPart(part: Omit<Parameters<typeof TextPart>[0], 'fault'>) {
  return <TextPart {...part} fault={amountIn(useCurrency())} />;
}

/** Whether a value is taken before or after discounts. */
export function TestPart({
  value,
  onCommit,
}: {
  value: 'before' | 'after';
  onCommit: (value: 'before' | 'after') => void;
}) {
  return (
    <ChoicePart
      label="Before or after discounts"
      value={value}
      choices={[
        { value: 'before', label: 'before' },
        { value: 'after', label: 'after' },
      ]}
      onCommit={onCommit}
    />
  );
}

/** What is wrong with an amount of a currency, by the decimals it has (ISO 4217); or null. */
export const amountIn =
  (currency: string) =>
  (text: string): string | null => {
    if (!isCurrency(currency)) return null;
    const read = /^\d{1,10}(\.\d{1,4})?$/.test(text) ? parseAmount(text, currency) : null;
    if (read?.ok) return null;
    const example = minor(490 * 10 ** Math.max(0, currencyDigits(currency) - 2));
    return `“${text}” is no amount; write it like ${amountText(example, currency)}`;
  };
export const figureFault = (text: string): string | null =>
  /^\d{1,7}(\.\d{1,3})?$/.test(text) ? null : `“${text}” is no figure; write it like 0.5`;
export const nameFault = (text: string): string | null =>
  text.trim() === '' ? 'a name is needed' : text.length > 120 ? 'at most 120 letters' : null;
/** What is wrong with words on one line, as terms and notes are. */
export function lineFault(text: string): string | null {
  if (/\p{Cc}/u.test(text)) return 'one line, without breaks or tabs';
  return text.length > 500 ? `at most 500 letters; these are ${text.length}` : null;
}
