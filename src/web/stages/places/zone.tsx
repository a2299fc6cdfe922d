import { useState } from 'react';
import { useNavigate } from 'react-router';
import { type Book, defaultTemplateOf } from '../../../core/book/index.ts';
import { countriesOf, countryOf, type Pattern, parsePattern, regionName } from '../../../core/places/index.ts';
import { countryName, counts } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { nameFault, TextPart } from '../../ui/field.tsx';
import { usePartNames } from '../../ui/part-names.ts';
import { PlacePicker } from '../../ui/place-picker.tsx';
import { placesFault, placesIn } from '../../ui/places-list.ts';
import { Remover } from '../../ui/remover.tsx';
import { PastePostcodes } from './paste-postcodes.tsx';
import { FallsWithout } from './removal.tsx';

type Zone = Book['zones'][number];

/** What a pattern takes in, in words. */
function patternWords(pattern: Pattern, partName: (code: string) => string): string {
  switch (pattern.is) {
    case 'world':
      return 'Everywhere that no other zone takes in';
    case 'region':
      return `${regionName(pattern.region)}, ${countriesOf(pattern.region).length} countries`;
    case 'country':
      return countryName(pattern.country);
    case 'part':
      return `${partName(pattern.part)}, part of ${countryName(pattern.country)}`;
    case 'range':
      return `Postcodes of ${countryName(pattern.country)} from ${pattern.from} to ${pattern.to}`;
    case 'prefix':
      return `Postcodes of ${countryName(pattern.country)} that begin ${pattern.prefix}`;
    case 'postcode':
      return `One postcode of ${countryName(pattern.country)}`;
  }
}

/** A zone's name, its place in the order, and the way to be rid of it. */
export function ZoneHead({ book, zone }: { book: OpenBook; zone: Zone }) {
  const go = useNavigate();
  const template = defaultTemplateOf(book.book);
  const at = template.zones.indexOf(zone.id);
  const move = (by: number) => {
    const next = [...template.zones];
    const [moved] = next.splice(at, 1);
    if (moved) next.splice(at + by, 0, moved);
    book.edit(['templates', template.id, 'zones'], next);
  };
  return (
    <div className="head">
      <h1>{zone.name}</h1>
      <span className="muted">{counts(Object.keys(template.lanes[zone.id] ?? {}).length, 'lane')}</span>
      <span className="acts">
        <button type="button" className="act" disabled={at <= 0} onClick={() => move(-1)}>
          Earlier
        </button>
        <button
          type="button"
          className="act"
          disabled={at < 0 || at >= template.zones.length - 1}
          onClick={() => move(1)}
        >
          Later
        </button>
        <Remover
          book={book}
          things={[{ named: 'zone', id: zone.id }]}
          more={<FallsWithout book={book} zone={zone.id} />}
          onRemoved={() => go('/places')}
        >
          Remove the zone …
        </Remover>
      </span>
    </div>
  );
}

/** A zone as one sentence: its name, what it takes in and leaves out. */
export function ZoneSentence({ book, zone }: { book: OpenBook; zone: Zone }) {
  const [pasting, setPasting] = useState(false);
  const at = ['zones', zone.id, 'takes'];
  return (
    <>
      <div className="sentence bg-base-100 p-4">
        The zone{' '}
        <TextPart
          key={`${zone.id} name`}
          label="Name of the zone"
          value={zone.name}
          fault={nameFault}
          onCommit={(name) => book.edit(['zones', zone.id, 'name'], name.trim())}
        />{' '}
        takes in
        <TextPart
          key={`${zone.id} takes`}
          lines="codes"
          label="Places taken in"
          value={zone.takes.join(', ')}
          fault={placesFault(1)}
          onCommit={(text) => book.edit(['zones', zone.id, 'takes'], placesIn(text))}
        />
        and leaves out
        <TextPart
          key={`${zone.id} leaves`}
          lines="codes"
          label="Places left out"
          placeholder="nothing; for example GB HS*"
          value={zone.leaves.join(', ')}
          fault={placesFault(0)}
          onCommit={(text) => book.edit(['zones', zone.id, 'leaves'], placesIn(text))}
        />
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        Take in{' '}
        <PlacePicker
          label="Take in a place by its name"
          there={zone.takes}
          onPick={(pattern) => book.edit(at, [...zone.takes, pattern])}
        />{' '}
        or{' '}
        <button type="button" className="quiet" aria-expanded={pasting} onClick={() => setPasting(!pasting)}>
          paste postcodes
        </button>
      </div>
      {pasting && (
        <PastePostcodes
          there={zone.takes}
          begins={beginsWith(book, zone)}
          onTake={(patterns) => book.edit(at, [...zone.takes, ...patterns])}
          close={() => setPasting(false)}
        />
      )}
      <p className="muted small mt-2">
        A region (EU, EZ for the euro area, 150 for Europe), a country (GB), a part of one (GB-NIR), postcodes that
        begin alike (GB HS*, GB HS1 2*), a range (GB AB31 to AB38), one postcode (GB HS1 2AA), or world. Commas between.
      </p>
    </>
  );
}

/** The country whose postcodes are pasted first: the zone's own, else the seller's. */
function beginsWith(book: OpenBook, { takes }: Zone): string {
  const read = takes.map((one) => parsePattern(one)).find((one) => one.ok && countryOf(one.value) !== null);
  return (read?.ok ? countryOf(read.value) : null) ?? book.home.assumed?.slice(0, 2) ?? 'IE';
}

/** What a zone takes in, each in words. */
export function TakenIn({ zone }: { zone: Zone }) {
  const partName = usePartNames()?.partName ?? ((code: string) => code);
  return (
    <table className="ruled mt-4">
      <thead>
        <tr>
          <th>Taken in</th>
          <th>What it is</th>
        </tr>
      </thead>
      <tbody>
        {zone.takes.map((text) => {
          const read = parsePattern(text);
          const pattern = read.ok ? read.value : null;
          return (
            <tr key={text}>
              <td className="mono">{text}</td>
              <td>{pattern && patternWords(pattern, partName)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
