import { useState } from 'react';
import { pastedPostcodes } from '../../../core/places/index.ts';
import { counts } from '../../../words/index.ts';
import { countryChoices } from '../../ui/countries.ts';
import { ChoicePart } from '../../ui/field.tsx';

const shown = 6;
const some = (all: readonly string[]): string =>
  `${all.slice(0, shown).join(', ')}${all.length > shown ? ` and ${all.length - shown} more` : ''}`;

/** Postcodes pasted in any form: what they come to is said before they are taken in. */
export function PastePostcodes({
  there,
  begins,
  onTake,
  close,
}: {
  /** The patterns that the zone has. */
  there: readonly string[];
  /** The country it begins with. */
  begins: string;
  onTake: (patterns: readonly string[]) => void;
  close: () => void;
}) {
  const [country, setCountry] = useState(begins);
  const [text, setText] = useState('');
  const { taken, double, within, unknown } = pastedPostcodes(country, text, there);
  const held = within.map((one) => `${one.text} in ${one.by}`);
  return (
    <section className="my-2 border border-base-300 bg-base-100 p-3" aria-label="Paste postcodes">
      <p className="sentence">
        Postcodes of{' '}
        <ChoicePart label="Country of the postcodes" value={country} choices={countryChoices} onCommit={setCountry} />:
      </p>
      <textarea
        className="search w-full"
        rows={3}
        aria-label="Postcodes"
        placeholder="HS1 2AA, ZE*, KW1, AB31 to AB38"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      {text.trim() !== '' && (
        <p aria-live="polite">
          {counts(taken.length, 'place')} to take in
          {double.length > 0 && `, ${counts(double.length, 'double')}: ${some(double)}`}
          {within.length > 0 && `; ${counts(within.length, 'lies', 'lie')} in a wider entry already: ${some(held)}`}
          {unknown.length > 0 && <span className="text-off">; not understood: {some(unknown)}</span>}.
        </p>
      )}
      <p className="mt-2 flex gap-2">
        <button
          type="button"
          className="act main"
          disabled={taken.length === 0}
          onClick={() => {
            onTake(taken);
            close();
          }}
        >
          Take in {counts(taken.length, 'place')}
        </button>
        <button type="button" className="act" onClick={close}>
          Leave it
        </button>
      </p>
    </section>
  );
}
