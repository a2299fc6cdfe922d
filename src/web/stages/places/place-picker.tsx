import { useMemo, useState } from 'react';
import { ComboBox, Input, ListBox, ListBoxItem, Popover } from 'react-aria-components';
import { countriesOf, regionCodes, regionName } from '../../../core/places/index.ts';
import { counts } from '../../../words/index.ts';
import { countriesByName } from '../../ui/countries.ts';

const most = 40;

/** Countries and regions by name, and the world, each with its code. */
const places: readonly { readonly id: string; readonly name: string; readonly more: string }[] = [
  { id: 'world', name: 'Everywhere', more: 'what no other zone takes in' },
  ...countriesByName.map((one) => ({ ...one, more: one.id })),
  ...regionCodes
    .map((code) => ({
      id: code,
      name: regionName(code),
      more: `${code}, ${counts(countriesOf(code).length, 'country', 'countries')}`,
    }))
    .sort((a, b) => a.name.localeCompare(b.name)),
];

/** Picks a country or a region by typing its name; the box is free for the next then. */
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
  const found = useMemo(() => {
    const wanted = text.toLowerCase().split(/\s+/).filter(Boolean);
    return places
      .filter(
        ({ id, name }) => !there.includes(id) && wanted.every((word) => `${name} ${id}`.toLowerCase().includes(word)),
      )
      .slice(0, most);
  }, [text, there]);
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
      <Input className="search" placeholder="a country or region by name" />
      <Popover className="pop-list" placement="bottom start" offset={2}>
        <ListBox renderEmptyState={() => <p className="muted px-2.5 py-1">No country or region has these words.</p>}>
          {(place: (typeof places)[number]) => (
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
