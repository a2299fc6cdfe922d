import { useMemo, useState } from 'react';
import { ComboBox, Input, ListBox, ListBoxItem, Popover } from 'react-aria-components';
import { countriesOf, regionCodes, regionName } from '../../core/places/index.ts';
import { countryName, counts } from '../../words/index.ts';
import { countriesByName } from './countries.ts';
import { usePartNames } from './part-names.ts';

const most = 40;

/** Words as they are compared: small letters without accents. */
const plainWords = (text: string): string[] =>
  text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().split(/\s+/).filter(Boolean);

interface Offered {
  readonly id: string;
  readonly name: string;
  readonly more: string;
  /** What it is found by besides. */
  readonly also: string;
}

/** Countries and regions by name, and the world, each with its code. */
const places: readonly Offered[] = [
  { id: 'world', name: 'Everywhere', more: 'what no other zone takes in', also: '' },
  ...countriesByName.map((one) => ({ ...one, more: one.id, also: '' })),
  ...regionCodes
    .map((code) => ({
      id: code,
      name: regionName(code),
      more: `${code}, ${counts(countriesOf(code).length, 'country', 'countries')}`,
      also: '',
    }))
    .sort((a, b) => a.name.localeCompare(b.name)),
];

/** Parts of countries, behind all else. */
const partsOf = ({ countriesWithParts, partsOfCountry }: NonNullable<ReturnType<typeof usePartNames>>): Offered[] =>
  countriesWithParts.flatMap((country) =>
    partsOfCountry(country).map(({ code, name, also }) => ({
      id: code,
      name,
      more: `${countryName(country)}, ${code}`,
      also: also.join(' '),
    })),
  );

/** Picks a country, a part of one or a region by typing its name; the box is free for the next then. */
export function PlacePicker({
  label,
  there,
  onPick,
}: {
  label: string;
  /** Those that are not offered. */
  there: readonly string[];
  onPick: (pattern: string) => void;
}) {
  const [text, setText] = useState('');
  const names = usePartNames();
  const parts = useMemo(() => (names ? partsOf(names) : []), [names]);
  const found = useMemo(() => {
    const wanted = plainWords(text);
    const fits = ({ id, name, also }: Offered) => {
      const words = plainWords(`${name} ${id} ${also}`).join(' ');
      return !there.includes(id) && wanted.every((word) => words.includes(word));
    };
    /** Those whose name begins so stand first. */
    const ranked = (some: readonly Offered[]) => {
      const begins = ({ name }: Offered) => plainWords(name).join(' ').startsWith(wanted.join(' '));
      return [...some.filter(begins), ...some.filter((one) => !begins(one))];
    };
    const whole = places.filter(fits);
    // Parts are too many to be listed unasked.
    return ranked(wanted.length === 0 ? whole : [...whole, ...parts.filter(fits)]).slice(0, most);
  }, [text, there, parts]);
  return (
    <ComboBox
      aria-label={label}
      className="inline-block"
      items={found}
      inputValue={text}
      selectedKey={null}
      allowsEmptyCollection
      onInputChange={setText}
      onSelectionChange={(key) => {
        if (key !== null) onPick(String(key));
        setText('');
      }}
    >
      <Input className="search" placeholder="a country, part or region" />
      <Popover className="pop-list" placement="bottom start" offset={2}>
        <ListBox renderEmptyState={() => <p className="muted px-2.5 py-1">Nothing has these words.</p>}>
          {(place: Offered) => (
            <ListBoxItem className="pop-item" textValue={place.name}>
              <span>{place.name}</span>
              <span className="muted">{place.more}</span>
            </ListBoxItem>
          )}
        </ListBox>
      </Popover>
    </ComboBox>
  );
}
