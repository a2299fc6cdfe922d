import type { Service } from '../../../core/rates/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { factsOf } from '../../data/facts.ts';
import { ChoicePart, nameFault, TextPart } from '../../ui/field.tsx';
import { freshId } from '../../ui/fresh-id.ts';
import { Remover } from '../../ui/remover.tsx';
import { daysFault } from './lane-sentence.tsx';

/**
 * The services: added, named, timed, what each takes, and whether it stays in sight beside a free choice; taken away
 * where no lane has it.
 */
export function ServicesList({ book }: { book: OpenBook }) {
  const { kinds } = factsOf(book.goods);
  return (
    <section className="mt-5" aria-label="Services">
      <div className="head">
        <h2>Services</h2>
        <span className="acts">
          <button
            type="button"
            className="act"
            onClick={() => {
              const id = freshId('service', book.book.services);
              book.edit(['services', id], {
                id,
                name: 'New service',
                days: [2, 4],
                pickup: false,
                kinds: [],
                inSight: null,
                bars: [],
                carrier: null,
              } satisfies Service);
            }}
          >
            Add a service
          </button>
        </span>
      </div>
      {book.book.services.length === 0 && (
        <p className="muted">No service yet. Lanes are set for a zone and a service, so add one first.</p>
      )}
      {book.book.services.map((service) => (
        <ServiceSentence key={service.id} book={book} service={service} kinds={kinds} />
      ))}
    </section>
  );
}

function ServiceSentence({ book, service, kinds }: { book: OpenBook; service: Service; kinds: readonly string[] }) {
  const set = (field: keyof Service, value: unknown) => book.edit(['services', service.id, field], value);
  const [shortest, longest] = service.days;
  const words = (text: string) => text.split(/[\s,]+/).filter(Boolean);
  const unknownKind = (text: string) => {
    const odd = words(text).filter((kind) => !kinds.includes(kind));
    return odd.length > 0 ? `no goods of kind ${odd.join(', ')}; there are ${kinds.join(', ')}` : null;
  };
  const badHazard = (text: string) =>
    words(text).every((one) => /^[a-z0-9][a-z0-9-]{0,39}$/.test(one))
      ? null
      : 'small letters, digits and hyphens, such as lithium';
  return (
    <p className="sentence mt-1 bg-base-100 px-3 py-1">
      <TextPart
        label={`Name of ${service.id}`}
        value={service.name}
        fault={nameFault}
        onCommit={(name) => set('name', name)}
      />
      ,{' '}
      <ChoicePart
        label={`How ${service.id} comes`}
        value={service.pickup ? 'fetched' : 'delivered'}
        choices={[
          { value: 'delivered', label: 'delivered' },
          { value: 'fetched', label: 'fetched' },
        ]}
        onCommit={(next) => set('pickup', next === 'fetched')}
      />{' '}
      in{' '}
      <TextPart
        label={`Shortest days of ${service.id}`}
        value={String(shortest)}
        fault={daysFault}
        onCommit={(text) => set('days', [Number(text), longest])}
      />{' '}
      to{' '}
      <TextPart
        label={`Longest days of ${service.id}`}
        value={String(longest)}
        fault={daysFault}
        onCommit={(text) => set('days', [shortest, Number(text)])}
      />{' '}
      days, takes goods of{' '}
      <TextPart
        label={`Kinds that ${service.id} takes`}
        value={service.kinds.join(' ')}
        placeholder="any kind"
        fault={unknownKind}
        onCommit={(text) => set('kinds', words(text))}
      />
      , bars{' '}
      <TextPart
        label={`Hazards that ${service.id} bars`}
        value={service.bars.join(' ')}
        placeholder="no hazard"
        fault={badHazard}
        onCommit={(text) => set('bars', words(text))}
      />
      , and beside a free choice{' '}
      <ChoicePart
        label={`${service.id} beside a free choice`}
        value={(service.inSight ?? service.pickup) ? 'stays' : 'hidden'}
        choices={[
          { value: 'stays', label: 'stays in sight' },
          { value: 'hidden', label: 'goes as the market says' },
        ]}
        onCommit={(next) => set('inSight', next === 'stays')}
      />
      .{' '}
      <Remover book={book} things={[{ named: 'service', id: service.id }]}>
        Remove
      </Remover>
    </p>
  );
}
