import clsx from 'clsx';
import { useId, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { ComboBox, Input, ListBox, ListBoxItem, Popover } from 'react-aria-components';
import { currencies, isCurrency, knowsLocale, knowsZone } from '../../core/exact/index.ts';
import { countries } from '../../core/places/index.ts';

/** Something with a code, and the name by which it is found. */
interface Named {
  readonly id: string;
  readonly name: string;
}

/** What a part picks from: those that are offered by name, what else is one, and what to say where a text is none. */
interface Choice {
  readonly all: () => readonly Named[];
  readonly isOne: (text: string) => boolean;
  readonly fault: string;
}

const most = 40;

/**
 * A part of a sentence that is one of many things with a code: picked by typing some of its name, or the code itself.
 * What is left half typed is dropped. The list that helps is there while one is in it.
 */
export function NamePart({
  label,
  value,
  all,
  onCommit,
}: {
  label: string;
  value: string;
  all: Choice;
  onCommit: (id: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [isIn, setIsIn] = useState(false);
  const id = useId();
  const box = useRef<HTMLInputElement>(null);
  useLayoutEffect(() => {
    if (isIn) box.current?.focus();
  }, [isIn]);
  const found = useMemo(() => (typed === null ? [] : fitting(all, typed === value ? '' : typed)), [typed, value, all]);
  const wrong = typed !== null && found.length === 0 && !all.isOne(typed.trim()) ? all.fault : null;
  const write = (text: string) => {
    setTyped(text);
    const code = text.trim();
    if (all.isOne(code) && code !== value) onCommit(code);
  };
  const leave = () => {
    setTyped(null);
    setIsIn(false);
  };
  const shown = {
    className: clsx('part', wrong && 'wrong'),
    size: Math.max(3, (typed ?? value).length),
    'aria-invalid': wrong !== null,
    'aria-describedby': wrong ? id : undefined,
  };
  const fault = wrong && (
    <span id={id} className="fault" role="alert">
      {' '}
      {wrong}{' '}
    </span>
  );
  // A page has a dozen of these: until one is in it, it is a field and nothing more.
  if (!isIn)
    return (
      <>
        <input
          {...shown}
          role="combobox"
          aria-expanded={false}
          aria-autocomplete="list"
          aria-label={label}
          value={typed ?? value}
          onFocus={() => setIsIn(true)}
          onChange={(event) => write(event.target.value)}
        />
        {fault}
      </>
    );
  return (
    <ComboBox
      aria-label={label}
      className="inline-block"
      items={found}
      inputValue={typed ?? value}
      selectedKey={value}
      menuTrigger="focus"
      onOpenChange={(open) => open && setTyped((before) => before ?? value)}
      onInputChange={write}
      onSelectionChange={(key) => {
        if (key === null) return;
        setTyped(null);
        if (String(key) !== value) onCommit(String(key));
      }}
      onBlur={leave}
    >
      <Input ref={box} {...shown} />
      {fault}
      <Popover className="pop-list" placement="bottom start" offset={2}>
        <ListBox>
          {({ id, name }: Named) => (
            <ListBoxItem className="pop-item" textValue={name}>
              {name} <span className="muted">{id}</span>
            </ListBoxItem>
          )}
        </ListBox>
      </Popover>
    </ComboBox>
  );
}

/** The first of those that have all words of a text in their name or code. */
function fitting({ all }: Choice, text: string): readonly Named[] {
  const wanted = text.toLowerCase().split(/\s+/).filter(Boolean);
  const fits = ({ id, name }: Named) => wanted.every((word) => `${name} ${id}`.toLowerCase().includes(word));
  return all().filter(fits).slice(0, most);
}

/** A list that is made when it is first asked for. */
const once = (make: () => Named[]): (() => readonly Named[]) => {
  let made: readonly Named[] | null = null;
  return () => {
    made ??= make().sort((a, b) => a.name.localeCompare(b.name));
    return made;
  };
};

const displayed = (type: 'currency' | 'language') => {
  const names = new Intl.DisplayNames('en', { type, fallback: 'code', languageDisplay: 'standard' });
  return (id: string): Named => ({ id, name: names.of(id) ?? id });
};

/** The currencies of ISO 4217, by name. */
export const allCurrencies: Choice = {
  all: once(() => [...currencies].map(displayed('currency'))),
  isOne: isCurrency,
  fault: 'a code of ISO 4217, such as EUR',
};
/** The time zones, by the place they are named by. */
export const allTimeZones: Choice = {
  all: once(() =>
    ['UTC', ...Intl.supportedValuesOf('timeZone')].map((id) => ({
      id,
      name: (id.split('/').at(-1) ?? id).replaceAll('_', ' '),
    })),
  ),
  isOne: knowsZone,
  fault: 'a time zone such as Europe/Dublin',
};
/** The language most spoken in each country (CLDR), and English there, by name. */
export const allLocales: Choice = {
  all: once(() => {
    const codes = [...countries].flatMap((country) => {
      const { language, region } = new Intl.Locale(`und-${country}`).maximize();
      return region === country ? [`${language}-${country}`, `en-${country}`] : [`en-${country}`];
    });
    return [...new Set(codes)].map(displayed('language'));
  }),
  isOne: (text) => text.includes('-') && knowsLocale(text),
  fault: 'a language and a region, such as en-IE',
};
