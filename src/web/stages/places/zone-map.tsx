import { useState } from 'react';
import { type Book, defaultTemplateOf } from '../../../core/book/index.ts';
import { patternText, placeText } from '../../../core/places/index.ts';
import { countryName, zoneName } from '../../../words/index.ts';
import { type OpenBook, useEngine, useMoment } from '../../data/book.ts';
import type { MapAnswer, MapPlace } from '../../engine/study.ts';
import { countryChoices } from '../../ui/countries.ts';
import { ChoicePart } from '../../ui/field.tsx';
import { usePartNames } from '../../ui/part-names.ts';
import { World } from './world.tsx';

/** The map of the default template, by zones or by what a pinned basket's delivery costs; what is amiss below it. */
export function ZoneMap({
  book,
  zones,
  chosen,
  marked,
}: {
  book: OpenBook;
  zones: Book['zones'];
  /** The zone that a press on the map may change. */
  chosen: Book['zones'][number];
  /** The country of the address that is looked for. */
  marked: string | null;
}) {
  const template = defaultTemplateOf(book.book);
  const moment = useMoment();
  const [by, setBy] = useState<'zone' | 'charge'>('zone');
  const [basket, setBasket] = useState(book.book.pinned[0]?.id ?? '');
  const map = useEngine<MapAnswer | null>(
    (engine) =>
      moment === null ? null : (engine.map(template?.id ?? '', basket, moment) as Promise<MapAnswer | null>),
    [template?.id, basket, moment],
    'study',
  );
  const [zoomed, setZoomed] = useState<string | null>(null);
  const [pressing, setPressing] = useState<'closer' | 'takes' | 'leaves'>('closer');
  const names = usePartNames();
  const parts = useEngine<MapPlace[] | null>(
    (engine) =>
      zoomed === null || moment === null
        ? null
        : (engine.partsIn(template.id, basket, moment, zoomed) as Promise<MapPlace[] | null>),
    [template.id, basket, moment, zoomed],
    'study',
  );
  if (!map) return null;
  const press =
    pressing === 'closer'
      ? null
      : {
          words: (code: string) => pressWords(pressing, chosen, code),
          act: (code: string) => {
            const there = chosen[pressing];
            const next = there.includes(code) ? there.filter((one) => one !== code) : [...there, code];
            // A zone takes in something.
            if (pressing === 'leaves' || next.length > 0) book.edit(['zones', chosen.id, pressing], next);
          },
        };
  return (
    <>
      <div className="mt-4">
        <p className="mb-1">
          The map of {template?.name}, coloured by{' '}
          <ChoicePart
            label="Coloured by"
            value={by}
            choices={[
              { value: 'zone', label: 'zone' },
              { value: 'charge', label: 'the delivery of' },
            ]}
            onCommit={setBy}
          />{' '}
          {by === 'charge' && (
            <ChoicePart
              label="Basket on the map"
              value={basket}
              choices={book.book.pinned.map((one) => ({ value: one.id, label: one.name }))}
              onCommit={setBasket}
            />
          )}
          {'; a press '}
          <ChoicePart
            label="What a press does"
            value={pressing}
            choices={[
              { value: 'closer', label: 'looks closer' },
              { value: 'takes', label: `takes it into ${chosen.name}, or out again` },
              { value: 'leaves', label: `leaves it out of ${chosen.name}, or no longer` },
            ]}
            onCommit={setPressing}
          />
          {'; closer at '}
          <ChoicePart
            label="Looked closer at"
            value={zoomed ?? ''}
            choices={[{ value: '', label: 'the whole world' }, ...countryChoices]}
            onCommit={(country) => setZoomed(country || null)}
          />
        </p>
        <World
          answer={map}
          zones={zones.map((one) => ({ ...one, widest: one.takes.includes('world') }))}
          by={by}
          marked={marked}
          nameOf={countryName}
          partName={names?.partName ?? ((code) => code)}
          parts={zoomed !== null && parts?.[0]?.country === zoomed ? parts : []}
          zoomed={zoomed}
          onZoom={setZoomed}
          press={press}
        />
      </div>
      {map.findings.length > 0 && <Amiss book={book.book} findings={map.findings} />}
    </>
  );
}

/** What a press would do to a zone, of a country or part. */
const pressWords = (field: 'takes' | 'leaves', zone: Book['zones'][number], code: string): string => {
  const there = zone[field].includes(code);
  if (field === 'takes') return there ? 'Take it out again' : `Take into ${zone.name}`;
  return there ? 'No longer leave it out' : `Leave out of ${zone.name}`;
};

/** Zones that overlap, are hidden by others, or take in nothing. */
function Amiss({ book, findings }: { book: Book; findings: MapAnswer['findings'] }) {
  return (
    <section aria-label="Amiss among the zones">
      {findings.map((one) => (
        <div key={JSON.stringify(one)} className="aside-note">
          {one.is === 'overlap' ? (
            <>
              <strong>
                {zoneName(book, one.zone)} and {zoneName(book, one.over)} overlap:
              </strong>{' '}
              {placeText(one.place)} is in both, by {patternText(one.patterns[0])} and {patternText(one.patterns[1])},
              equally specific. {zoneName(book, one.zone)} decides, being listed first.
            </>
          ) : one.is === 'hidden' ? (
            <>
              <strong>{zoneName(book, one.zone)} is hidden:</strong>{' '}
              {one.by.map((id) => zoneName(book, id)).join(' and ')} take all of its places.
            </>
          ) : (
            <>
              <strong>{zoneName(book, one.zone)} is empty:</strong> it leaves out all that it takes in.
            </>
          )}
        </div>
      ))}
    </section>
  );
}
