import { useNavigate } from 'react-router';
import { defaultTemplateOf } from '../../../core/book/index.ts';
import type { Service, TemplateBody } from '../../../core/rates/index.ts';
import { amountOf, counts } from '../../../words/index.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';
import { stockPlacesOf } from '../../data/stock-places.ts';
import { ChoicePart, nameFault, PickPart, TextPart } from '../../ui/field.tsx';
import { freshId } from '../../ui/fresh-id.ts';
import { Remover } from '../../ui/remover.tsx';
import { plainLane } from './lane.tsx';
import { RatesTabs } from './tabs.tsx';

interface Props {
  book: OpenBook;
  template: TemplateBody;
  /** Services that no lane of it has. */
  others: readonly Service[];
  offer: (service: string) => void;
}

/** The templates to choose from, and the chosen one's own terms: its goods, stock place and services. */
export function TemplateHead({ book, template, others, offer }: Props) {
  const { selections, services } = book.book;
  const held = useEngine((engine) => engine.counts(), [], 'study');
  const at = ['templates', template.id];
  const isDefault = template === defaultTemplateOf(book.book);
  return (
    <>
      <RatesTabs book={book} chosen={template.id} />
      <div className="head">
        <h1>
          <TextPart
            label="Name of the template"
            value={template.name}
            fault={nameFault}
            onCommit={(name) => book.edit([...at, 'name'], name)}
          />
        </h1>
        <span className="muted">
          {counts(held?.templates[template.id] ?? 0, 'item', 'goods')}:{' '}
          {isDefault ? (
            'all that no other template takes'
          ) : (
            <ChoicePart
              label="Goods of the template"
              value={template.goods ?? ''}
              choices={[
                { value: '', label: 'by hand' },
                ...selections.map((one) => ({ value: one.id, label: one.name.toLowerCase() })),
              ]}
              onCommit={(id) => book.edit([...at, 'goods'], id || null)}
            />
          )}{' '}
          · sent from{' '}
          <ChoicePart
            label="Stock place"
            value={template.origin}
            choices={stockPlacesOf(book).map((name) => ({ value: name, label: name }))}
            onCommit={(origin) => book.edit([...at, 'origin'], origin)}
          />{' '}
          · prices {book.home.tax === 'inside' ? 'include tax' : 'are without tax'} ·{' '}
          {template.currency ?? book.home.currency}
        </span>
        <Acts book={book} template={template} others={others} offer={offer} />
      </div>
      {services.length === 0 && (
        <p className="muted mb-2">
          No service yet: services are added on the sheet Services, zones at Places; then lanes are set here.
        </p>
      )}
      {services.length > 0 && services.length === others.length && (
        <p className="muted mb-2">No lane yet: choose a service to offer, then a zone’s cell, and press Enter.</p>
      )}
    </>
  );
}

/** Another template, another zone or service for this one, or none of it. */
function Acts({ book, template, others, offer }: Props) {
  const go = useNavigate();
  const at = ['templates', template.id];
  const unserved = book.book.zones.filter((zone) => !template.zones.includes(zone.id));
  const add = (body: (id: string) => TemplateBody) => {
    const id = freshId('template', book.book.templates);
    book.edit(['templates', id], body(id));
    go(`/rates?template=${id}`);
  };
  return (
    <span className="acts">
      <PickPart
        label="Another template"
        shown="Add a template …"
        from={[
          { id: 'copy', name: 'a copy of this one' },
          { id: 'new', name: 'home and the rest of the world' },
        ]}
        onPick={(begun) =>
          add(
            begun === 'copy'
              ? (id) => ({ ...template, id, name: `${template.name}, copy`, goods: null })
              : (id) => starter(id, book),
          )
        }
      />
      {unserved.length > 0 && (
        <PickPart
          label="Serve another zone"
          shown="Serve a zone …"
          from={unserved}
          onPick={(zone) => book.edit([...at, 'zones'], [...template.zones, zone])}
        />
      )}
      {others.length > 0 && (
        <PickPart label="Offer another service" shown="Offer a service …" from={others} onPick={offer} />
      )}
      {template !== defaultTemplateOf(book.book) && (
        <Remover book={book} things={[{ named: 'template', id: template.id }]} onRemoved={() => go('/rates')}>
          Remove the template
        </Remover>
      )}
    </span>
  );
}

/**
 * A template to begin with: home and the rest of the world where there are such zones, one service, a flat amount each.
 */
function starter(id: string, book: OpenBook): TemplateBody {
  const { zones, services } = book.book;
  const rest = zones.find((zone) => zone.takes.includes('world'));
  const home = zones.find((zone) => zone !== rest);
  const served = [home, rest].flatMap((zone) => zone ?? []);
  const service = services.find((one) => !one.pickup)?.id ?? services[0]?.id;
  return {
    id,
    name: 'New template',
    origin: defaultTemplateOf(book.book).origin,
    goods: null,
    currency: null,
    zones: served.map((zone) => zone.id),
    lanes:
      service === undefined
        ? {}
        : Object.fromEntries(
            served.map((zone) => [
              zone.id,
              { [service]: plainLane(amountOf(zone === rest ? 24 : 5, book.home.currency)) },
            ]),
          ),
  };
}
