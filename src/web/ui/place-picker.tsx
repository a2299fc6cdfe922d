import { useMemo, useState } from 'react';
import { ComboBox, Input, ListBox, ListBoxItem, Popover } from 'react-aria-components';
import { memo } from '../../core/exact/index.ts';
import { countriesOf, regionCodes, regionName } from '../../core/places/index.ts';
import { countryName, counts } from '../../words/index.ts';
import { countriesByName } from './countries.ts';
import { usePartNames } from './part-names.ts';

const most = 40;

/** Text as it is compared: small letters without accents. */
const plain = (text: string): string =>
  text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().split(/\s+/).filter(Boolean).join(' ');

interface Offered {
  readonly id: string;
  readonly name: string;
  readonly more: string;
  /** Its name, and all that it is found by, as they are compared. */
  readonly plainName: string;
  readonly words: string;
}
const offered = (id: string, name: string, more: string, also = ''): Offered => ({
  id,
  name,
  more,
  plainName: plain(name),
  words: plain(`${name} ${id} ${also}`),
});

/** Countries and regions by name, and the world, each with its code. */
const places: readonly Offered[] = [
  offered('world', 'Everywhere', 'what no other zone takes in'),
  ...countriesByName.map(({ id, name }) => offered(id, name, id)),
  ...regionCodes
    .map((code) =>
      offered(code, regionName(code), `${code}, ${counts(countriesOf(code).length, 'country', 'countries')}`),
    )
    .sort((a, b) => a.name.localeCompare(b.name)),
];

/** Parts of countries, behind all else; some thousands, made when somebody first types. */
const partsOf = memo(
  ({ countriesWithParts, partsOfCountry }: NonNullable<ReturnType<typeof usePartNames>>): Offered[] =>
    countriesWithParts.flatMap((country) =>
      partsOfCountry(country).map(({ code, name, also }) =>
        offered(code, name, `${countryName(country)}, ${code}`, also.join(' ')),
      ),
    ),
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
  const found = useMemo(() => {
    const typed = plain(text);
    const wanted = typed.split(' ');
    const fits = ({ id, words }: Offered) => !there.includes(id) && wanted.every((word) => words.includes(word));
    /** Those whose name begins so stand first. */
    const ranked = (some: readonly Offered[]) => [
      ...some.filter(({ plainName }) => plainName.startsWith(typed)),
      ...some.filter(({ plainName }) => !plainName.startsWith(typed)),
    ];
    // Parts are too many to be listed unasked.
    const parts = typed !== '' && names ? partsOf(names) : [];
    return ranked([...places, ...parts].filter(fits)).slice(0, most);
  }, [text, there, names]);
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
