import type { Service } from '../../core/rates/index.ts';
import { ChoicePart, TextPart } from '../parts/field.tsx';
import type { OpenBook } from '../store/desk.ts';
import { factsOf } from '../store/facts.ts';

/** What each service takes, and whether it stays in sight beside a free choice. */
export function ServicesList({ book }: { book: OpenBook }) {
  const { kinds } = factsOf(book.goods);
  return (
    <section className="mt-5" aria-label="Services">
      <h2>Services</h2>
      {book.book.services.map((service) => (
        <ServiceSentence key={service.id} book={book} service={service} kinds={kinds} />
      ))}
    </section>
  );
}

function ServiceSentence({ book, service, kinds }: { book: OpenBook; service: Service; kinds: readonly string[] }) {
  const set = (field: keyof Service, value: unknown) => book.edit(['services', service.id, field], value);
  const words = (text: string) => text.split(/[\s,]+/).filter(Boolean);
  const unknownKind = (text: string) => {
    const odd = words(text).filter((kind) => !kinds.includes(kind));
    return odd.length > 0 ? `no goods of kind ${odd.join(', ')}; there are ${kinds.join(', ')}` : null;
  };
  const badHazard = (text: string) => (words(text).every((one) => /^[a-z0-9][a-z0-9-]{0,39}$/.test(one)) ? null : 'small letters, digits and hyphens, such as lithium');
  return (
    <p className="sentence mt-1 bg-base-100 px-3 py-1">
      <strong>{service.name}</strong> takes goods of{' '}
      <TextPart label={`Kinds that ${service.id} takes`} value={service.kinds.join(' ')} placeholder="any kind" fault={unknownKind} onCommit={(text) => set('kinds', words(text))} />, bars{' '}
      <TextPart label={`Hazards that ${service.id} bars`} value={service.bars.join(' ')} placeholder="no hazard" fault={badHazard} onCommit={(text) => set('bars', words(text))} />, and beside a free
      choice{' '}
      <ChoicePart
        label={`${service.id} beside a free choice`}
        value={(service.inSight ?? service.pickup) ? 'stays' : 'hidden'}
        choices={[
          { value: 'stays', label: 'stays in sight' },
          { value: 'hidden', label: 'goes as the market says' },
        ]}
        onCommit={(next) => set('inSight', next === 'stays')}
      />
      .
    </p>
  );
}
