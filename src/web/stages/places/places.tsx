import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { type Book, defaultTemplateOf } from '../../../core/book/index.ts';
import {
  countriesOf,
  type Pattern,
  parsePattern,
  patternText,
  placeText,
  regionName,
} from '../../../core/places/index.ts';
import { countryName, faultText, serviceName, zoneName } from '../../../words/index.ts';
import { type OpenBook, useBook, useEngine, useMoment } from '../../data/book.ts';
import type { PlaceFound, Unanswered } from '../../engine/quick.ts';
import type { MapAnswer } from '../../engine/study.ts';
import { ChoicePart, nameFault, TextPart } from '../../ui/field.tsx';
import { freshId } from '../../ui/fresh-id.ts';
import { History } from '../../ui/history.tsx';
import { NotThere } from '../../ui/missing.tsx';
import { placesFault, placesIn } from '../../ui/places-list.ts';
import { World } from './world.tsx';

export function PlacesStage() {
  const book = useBook();
  const { zone: id } = useParams();
  if (!book) return null;
  const { zones } = book.book;
  if (id !== undefined && !zones.some((one) => one.id === id)) {
    const all = zones.map((one) => ({ id: one.id, name: one.name, to: `/places/${one.id}` }));
    return <NotThere what="zone" id={id} all={all} home="/places" />;
  }
  return <Places book={book} />;
}

/** What a pattern takes in, in words. */
function patternWords(pattern: Pattern): string {
  switch (pattern.is) {
    case 'world':
      return 'Everywhere that no other zone takes in';
    case 'region':
      return `${regionName(pattern.region)}, ${countriesOf(pattern.region).length} countries`;
    case 'country':
      return countryName(pattern.country);
    case 'part':
      return `Part of ${countryName(pattern.country)}`;
    case 'range':
      return `Postcodes of ${countryName(pattern.country)} from ${pattern.from} to ${pattern.to}`;
    case 'prefix':
      return `Postcodes of ${countryName(pattern.country)} that begin ${pattern.prefix}`;
    case 'postcode':
      return `One postcode of ${countryName(pattern.country)}`;
  }
}

/** What of the book names a zone: lanes that go with it, and offers; those that hold nowhere else cannot lose it. */
function usesOf(book: Book, zone: string): { lanes: string[]; offers: Book['offers']; stuck: Book['offers'] } {
  const offers = book.offers.filter((offer) => offer.zones?.includes(zone));
  return {
    lanes: book.templates.flatMap((template) =>
      book.services
        .filter(({ id }) => template.lanes[zone]?.[id])
        .map(({ id }) => `${template.name}: ${serviceName(book, id).toLowerCase()}`),
    ),
    offers,
    stuck: offers.filter((offer) => offer.zones?.length === 1),
  };
}

/** The zones in their order, what each takes in and leaves out, and for any address which zone and why. */
function Places({ book }: { book: OpenBook }) {
  const { zone: chosen } = useParams();
  const go = useNavigate();
  const [address, setAddress] = useState('GB HS1 2AA');
  const found = useEngine<PlaceFound | Unanswered>(
    (engine, edits) => engine.find(edits, address) as Promise<PlaceFound | Unanswered>,
    [address],
  );
  const computed = useEngine((engine, edits) => engine.compute(edits, 0), []);
  const { zones, templates } = book.book;
  const template = defaultTemplateOf(book.book);
  const order = template.zones;
  const sorted = [...zones].sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
  const zone = zones.find((one) => one.id === chosen) ?? sorted[0];
  const uses = zone ? usesOf(book.book, zone.id) : null;
  const moment = useMoment();
  const [by, setBy] = useState<'zone' | 'charge'>('zone');
  const [basket, setBasket] = useState(book.book.pinned[0]?.id ?? '');
  const [removing, setRemoving] = useState(false);
  const map = useEngine<MapAnswer | null>(
    (engine, edits) =>
      moment === null ? null : (engine.map(edits, template?.id ?? '', basket, moment) as Promise<MapAnswer | null>),
    [template?.id, basket, moment],
    'study',
  );
  const falls = useEngine(
    (engine, edits) => (removing && zone ? engine.without(edits, zone.id) : null),
    [removing, zone?.id],
  );
  const at = zone ? order.indexOf(zone.id) : -1;

  const add = () => {
    const id = freshId('zone', zones);
    book.editAll([
      { path: ['zones', id], value: { id, name: 'New zone', takes: ['CH'], leaves: [] } },
      { path: ['templates', template?.id ?? '', 'zones'], value: [...order, id] },
    ]);
    go(`/places/${id}`);
  };
  const move = (by: number) => {
    const next = [...order];
    const [moved] = next.splice(at, 1);
    if (moved) next.splice(at + by, 0, moved);
    book.edit(['templates', template?.id ?? '', 'zones'], next);
  };
  const remove = () => {
    if (!zone) return;
    book.editAll([
      ...templates
        .filter((one) => one.zones.includes(zone.id))
        .map((one) => ({ path: ['templates', one.id, 'zones'], value: one.zones.filter((id) => id !== zone.id) })),
      ...templates
        .filter((one) => zone.id in one.lanes)
        .map((one) => ({ path: ['templates', one.id, 'lanes', zone.id] })),
      ...(uses?.offers ?? []).map((offer) => ({
        path: ['offers', offer.id, 'zones'],
        value: offer.zones?.filter((id) => id !== zone.id),
      })),
      { path: ['zones', zone.id] },
    ]);
    setRemoving(false);
    go('/places');
  };

  return (
    <div className="stage with-list">
      <nav className="side" aria-label="Zones">
        <div className="head">
          <h2>Zones</h2>
          <span className="acts">
            <button type="button" className="quiet" onClick={add}>
              + New
            </button>
          </span>
        </div>
        {sorted.map((one) => (
          <button
            type="button"
            key={one.id}
            className="row-link"
            aria-current={one.id === zone?.id}
            onClick={() => go(`/places/${one.id}`)}
          >
            <span>{one.name}</span>
            <span className="muted">{one.takes.length}</span>
          </button>
        ))}
        <p className="muted small mt-3">The most specific place decides; of equals, the zone listed first.</p>
      </nav>
      {zone ? (
        <section className="sheet" aria-label={zone.name}>
          <div className="head">
            <h1>{zone.name}</h1>
            <span className="muted">{Object.keys(template?.lanes[zone.id] ?? {}).length} lanes</span>
            <span className="acts">
              <button type="button" className="act" disabled={at <= 0} onClick={() => move(-1)}>
                Earlier
              </button>
              <button type="button" className="act" disabled={at < 0 || at >= order.length - 1} onClick={() => move(1)}>
                Later
              </button>
              <button type="button" className="act" aria-expanded={removing} onClick={() => setRemoving(!removing)}>
                Remove the zone …
              </button>
            </span>
          </div>
          {removing && uses && (
            <section className="aside-note off mb-3" aria-label="What removing it would do">
              <p>
                <strong>Without {zone.name}</strong>{' '}
                {uses.lanes.length > 0 ? `its lanes go (${uses.lanes.join('; ')})` : 'no lane goes'}
                {uses.offers.length > 0 &&
                  [
                    `, and ${uses.offers.map((offer) => `“${offer.title}”`).join(', ')}`,
                    `no longer ${uses.offers.length === 1 ? 'names' : 'name'} it`,
                  ].join(' ')}
                . Its places would fall:
              </p>
              {(falls ?? []).map((one) => (
                <p key={`${one.template} ${one.to}`}>
                  {one.patterns.slice(0, 8).join(', ')}
                  {one.patterns.length > 8 && ` and ${one.patterns.length - 8} more`} →{' '}
                  <strong>{one.to === null ? 'nowhere: not delivered to' : zoneName(book.book, one.to)}</strong>
                  {templates.length > 1 && (
                    <span className="muted"> in {templates.find((other) => other.id === one.template)?.name}</span>
                  )}
                </p>
              ))}
              {falls?.length === 0 && <p>none: no place falls in it now.</p>}
              {uses.stuck.length > 0 && (
                <p>
                  {uses.stuck.map((offer) => `“${offer.title}”`).join(', ')} would hold nowhere: give it another zone
                  first.
                </p>
              )}
              <p className="mt-2 flex gap-2">
                <button type="button" className="act" disabled={uses.stuck.length > 0} onClick={remove}>
                  Remove {zone.name}
                  {uses.lanes.length > 0 && ` and ${uses.lanes.length} ${uses.lanes.length === 1 ? 'lane' : 'lanes'}`}
                </button>
                <button type="button" className="act" onClick={() => setRemoving(false)}>
                  Leave it
                </button>
              </p>
            </section>
          )}
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
              lines
              label="Places taken in"
              value={zone.takes.join(', ')}
              fault={placesFault(1)}
              onCommit={(text) => book.edit(['zones', zone.id, 'takes'], placesIn(text))}
            />
            and leaves out
            <TextPart
              key={`${zone.id} leaves`}
              lines
              label="Places left out"
              placeholder="nothing; for example GB HS*"
              value={zone.leaves.join(', ')}
              fault={placesFault(0)}
              onCommit={(text) => book.edit(['zones', zone.id, 'leaves'], placesIn(text))}
            />
          </div>
          <p className="muted small mt-2">
            A region (EU, EZ for the euro area, 150 for Europe), a country (GB), a part of one (GB-NIR), postcodes that
            begin alike (GB HS*, GB HS1 2*), a range (GB AB31 to AB38), one postcode (GB HS1 2AA), or world. Commas
            between.
          </p>
          {map && (
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
              </p>
              <World
                answer={map}
                zones={sorted.map((one) => ({ ...one, widest: one.takes.includes('world') }))}
                by={by}
                marked={found && 'place' in found ? found.place.country : null}
                nameOf={countryName}
              />
            </div>
          )}
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
                    <td>{pattern && patternWords(pattern)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          {map && map.findings.length > 0 && (
            <section aria-label="Amiss among the zones">
              {map.findings.map((one) => (
                <div key={JSON.stringify(one)} className="aside-note">
                  {one.is === 'overlap' ? (
                    <>
                      <strong>
                        {zoneName(book.book, one.zone)} and {zoneName(book.book, one.over)} overlap:
                      </strong>{' '}
                      {placeText(one.place)} is in both, by {patternText(one.patterns[0])} and{' '}
                      {patternText(one.patterns[1])}, equally specific. {zoneName(book.book, one.zone)} decides, being
                      listed first.
                    </>
                  ) : one.is === 'hidden' ? (
                    <>
                      <strong>{zoneName(book.book, one.zone)} is hidden:</strong>{' '}
                      {one.by.map((id) => zoneName(book.book, id)).join(' and ')} take all of its places.
                    </>
                  ) : (
                    <>
                      <strong>{zoneName(book.book, one.zone)} is empty:</strong> it leaves out all that it takes in.
                    </>
                  )}
                </div>
              ))}
            </section>
          )}
        </section>
      ) : (
        <section className="sheet">
          <h1>No zones yet</h1>
          <p>A seller at home needs three at least: home, the neighbour, the rest of the world.</p>
          <button type="button" className="act main mt-3" onClick={add}>
            Add the first zone
          </button>
        </section>
      )}
      <aside className="meaning" aria-label="Which zone has an address">
        <h2>Which zone?</h2>
        <label className="mt-2 block">
          Country or part, and postcode
          <input
            className="search mt-1 w-full"
            value={address}
            onChange={(event) => setAddress(event.target.value)}
            placeholder="GB HS1 2AA"
          />
        </label>
        {found && 'problems' in found && (
          <div className="aside-note off" role="alert">
            {found.problems.map((one) => (
              <p key={faultText(one)}>{faultText(one)}</p>
            ))}
          </div>
        )}
        {found && 'place' in found && (
          <div aria-live="polite">
            <p className="mt-3 text-[15px]">
              {found.zone ? (
                <>
                  <strong>{zones.find((one) => one.id === found.zone)?.name}</strong>, because of{' '}
                  <code>{found.pattern}</code>.
                </>
              ) : (
                <strong className="text-off">No zone: not delivered to.</strong>
              )}
            </p>
            <p className="muted">
              {countryName(found.place.country)}
              {found.place.part && `, part ${found.place.part}`}
              {found.place.postcode && `, postcode ${found.place.postcode}`}
            </p>
            {found.others.length > 0 && (
              <table className="ruled mt-3">
                <tbody>
                  {found.others.map((one) => (
                    <tr key={one.zone}>
                      <td>{zones.find((other) => other.id === one.zone)?.name}</td>
                      <td className="muted">
                        {one.left ? (
                          <>
                            leaves out <code>{one.left}</code>
                          </>
                        ) : (
                          <>
                            also has it by <code>{one.pattern}</code>, less specific or later
                          </>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </div>
        )}
        {computed && computed.problems.length > 0 && (
          <div className="aside-note off" role="alert">
            {computed.problems.slice(0, 6).map((one) => (
              <p key={`${one.at.join()} ${faultText(one)}`}>
                {one.at.join(' › ')}: {faultText(one)}
              </p>
            ))}
          </div>
        )}
        {zone && <History key={zone.id} book={book} path={['zones', zone.id]} />}
      </aside>
    </div>
  );
}
