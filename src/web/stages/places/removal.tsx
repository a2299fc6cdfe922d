import type { Book } from '../../../core/book/index.ts';
import { counts, serviceName, zoneName } from '../../../words/index.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';

type Zone = Book['zones'][number];

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

/** Takes a zone out of the book, with its lanes, and out of the offers that name it. */
function removed(book: OpenBook, zone: string): void {
  const { templates } = book.book;
  book.editAll([
    ...templates
      .filter((one) => one.zones.includes(zone))
      .map((one) => ({ path: ['templates', one.id, 'zones'], value: one.zones.filter((id) => id !== zone) })),
    ...templates.filter((one) => zone in one.lanes).map((one) => ({ path: ['templates', one.id, 'lanes', zone] })),
    ...usesOf(book.book, zone).offers.map((offer) => ({
      path: ['offers', offer.id, 'zones'],
      value: offer.zones?.filter((id) => id !== zone),
    })),
    { path: ['zones', zone] },
  ]);
}

/** What goes with a zone and where its places would fall, before it is removed. */
export function Removal({
  book,
  zone,
  onRemoved,
  onLeave,
}: {
  book: OpenBook;
  zone: Zone;
  onRemoved: () => void;
  onLeave: () => void;
}) {
  const { templates } = book.book;
  const uses = usesOf(book.book, zone.id);
  const falls = useEngine((engine) => engine.without(zone.id), [zone.id]);
  return (
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
          {uses.stuck.map((offer) => `“${offer.title}”`).join(', ')} would hold nowhere: give it another zone first.
        </p>
      )}
      <p className="mt-2 flex gap-2">
        <button
          type="button"
          className="act"
          disabled={uses.stuck.length > 0}
          onClick={() => {
            removed(book, zone.id);
            onRemoved();
          }}
        >
          Remove {zone.name}
          {uses.lanes.length > 0 && ` and ${counts(uses.lanes.length, 'lane')}`}
        </button>
        <button type="button" className="act" onClick={onLeave}>
          Leave it
        </button>
      </p>
    </section>
  );
}
