import { useState } from 'react';
import { TextPart } from './field.tsx';
import { PlacePicker } from './place-picker.tsx';
import { placesFault, placesIn } from './places-list.ts';

/** Places as a part of a sentence: by their codes, or one more by its name. At least so many stay. */
export function PlacesPart({
  label,
  places,
  least,
  placeholder,
  onCommit,
}: {
  label: string;
  places: readonly string[];
  least: number;
  placeholder?: string;
  onCommit: (places: string[]) => void;
}) {
  const [byName, setByName] = useState(false);
  return (
    <>
      <TextPart
        label={label}
        value={places.join(', ')}
        placeholder={placeholder ?? ''}
        fault={placesFault(least)}
        onCommit={(text) => onCommit(placesIn(text))}
      />{' '}
      <button
        type="button"
        className="quiet small"
        aria-label={`${label}, one more by its name`}
        aria-expanded={byName}
        onClick={() => setByName(!byName)}
      >
        +
      </button>
      {byName && (
        <>
          {' '}
          <PlacePicker
            label={`${label}: a place by its name`}
            there={places}
            onPick={(pattern) => {
              onCommit([...places, pattern]);
              setByName(false);
            }}
          />
        </>
      )}
    </>
  );
}
