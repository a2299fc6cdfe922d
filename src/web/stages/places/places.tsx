import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { type Book, defaultTemplateOf } from '../../../core/book/index.ts';
import { Problems } from '../../app/problems.tsx';
import { type OpenBook, useBook, useEngine } from '../../data/book.ts';
import type { PlaceFound, Unanswered } from '../../engine/quick.ts';
import { freshId } from '../../ui/fresh-id.ts';
import { History } from '../../ui/history.tsx';
import { NotThere } from '../../ui/missing.tsx';
import { WhichZone } from './which-zone.tsx';
import { TakenIn, ZoneHead, ZoneSentence } from './zone.tsx';
import { ZoneMap } from './zone-map.tsx';
import { ZoneUses } from './zone-uses.tsx';

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

/** The zones in their order, what each takes in and leaves out, and for any address which zone and why. */
function Places({ book }: { book: OpenBook }) {
  const { zone: chosen } = useParams();
  const go = useNavigate();
  const [address, setAddress] = useState('GB HS1 2AA');
  const found = useEngine<PlaceFound | Unanswered>(
    (engine) => engine.find(address) as Promise<PlaceFound | Unanswered>,
    [address],
  );
  const { zones } = book.book;
  const template = defaultTemplateOf(book.book);
  const order = template.zones;
  const sorted = [...zones].sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
  const zone = zones.find((one) => one.id === chosen) ?? sorted[0];
  const add = () => {
    const id = freshId('zone', zones);
    book.editAll([
      { path: ['zones', id], value: { id, name: 'New zone', takes: ['CH'], leaves: [] } },
      { path: ['templates', template.id, 'zones'], value: [...order, id] },
    ]);
    go(`/places/${id}`);
  };
  return (
    <div className="stage with-list">
      <ZoneList zones={sorted} chosen={zone?.id ?? null} onAdd={add} />
      {zone ? (
        <section className="sheet" aria-label={zone.name}>
          <ZoneHead key={zone.id} book={book} zone={zone} />
          <ZoneSentence book={book} zone={zone} />
          <ZoneMap
            book={book}
            zones={sorted}
            chosen={zone}
            marked={found && 'place' in found ? found.place.country : null}
          />
          <TakenIn zone={zone} />
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
        <WhichZone zones={zones} address={address} found={found} onAddress={setAddress} />
        <Problems book={book} wanted={() => true} />
        {zone && <ZoneUses key={`uses ${zone.id}`} book={book} zone={zone} />}
        {zone && <History key={zone.id} book={book} path={['zones', zone.id]} />}
      </aside>
    </div>
  );
}

function ZoneList({ zones, chosen, onAdd }: { zones: Book['zones']; chosen: string | null; onAdd: () => void }) {
  const go = useNavigate();
  return (
    <nav className="side" aria-label="Zones">
      <div className="head">
        <h2>Zones</h2>
        <span className="acts">
          <button type="button" className="quiet" onClick={onAdd}>
            + New
          </button>
        </span>
      </div>
      {zones.map(({ id, name, takes }) => (
        <button
          type="button"
          key={id}
          className="row-link"
          aria-current={id === chosen}
          onClick={() => go(`/places/${id}`)}
        >
          <span>{name}</span>
          <span className="muted">{takes.length}</span>
        </button>
      ))}
      <p className="muted small mt-3">The most specific place decides; of equals, the zone listed first.</p>
    </nav>
  );
}
