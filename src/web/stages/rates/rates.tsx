import { useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { defaultTemplateOf } from '../../../core/book/index.ts';
import type { ZoneBody } from '../../../core/places/index.ts';
import type { TemplateBody } from '../../../core/rates/index.ts';
import { counts } from '../../../words/index.ts';
import { type OpenBook, useBook } from '../../data/book.ts';
import { factsOf } from '../../data/facts.ts';
import { NotThere } from '../../ui/missing.tsx';
import { TenderContext } from '../../ui/tender.ts';
import { LaneMeaning } from './lane.tsx';
import { Lanes } from './lanes.tsx';
import { TemplateHead } from './template.tsx';

export function RatesStage() {
  const book = useBook();
  const { zone, service } = useParams();
  const [search] = useSearchParams();
  if (!book) return null;
  const { zones, services, templates } = book.book;
  const template = search.get('template');
  if (template !== null && !templates.some((one) => one.id === template)) {
    const all = templates.map((one) => ({ id: one.id, name: one.name, to: `/rates?template=${one.id}` }));
    return <NotThere what="template" id={template} all={all} home="/rates" />;
  }
  const at = template === null ? '' : `?template=${template}`;
  if (zone !== undefined && !zones.some((one) => one.id === zone)) {
    const all = zones.map((one) => ({ id: one.id, name: one.name, to: `/rates/${one.id}${at}` }));
    return <NotThere what="zone" id={zone} all={all} home="/rates" />;
  }
  if (service !== undefined && !services.some((one) => one.id === service)) {
    const all = services.map((one) => ({ id: one.id, name: one.name, to: `/rates/${zone}/${one.id}${at}` }));
    return <NotThere what="service" id={service} all={all} home="/rates" />;
  }
  return <Rates book={book} />;
}

/** The template as the matrix of zones and services; the chosen lane's meaning beside it. */
function Rates({ book }: { book: OpenBook }) {
  const { zone: chosenZone, service: chosenService } = useParams();
  const { zones, templates } = book.book;
  const [search] = useSearchParams();
  const template = templates.find((one) => one.id === search.get('template')) ?? defaultTemplateOf(book.book);
  const [added, setAdded] = useState<readonly string[]>([]);
  // Services that some lane of the template has, and those just added to the sheet.
  const services = book.book.services.filter(
    (one) => added.includes(one.id) || template.zones.some((id) => template.lanes[id]?.[one.id]),
  );
  const others = book.book.services.filter((one) => !services.includes(one));
  const rows = template.zones.flatMap((id) => zones.find((zone) => zone.id === id) ?? []);
  const zone = rows.find((one) => one.id === chosenZone) ?? rows[0];
  const service =
    services.find((one) => one.id === chosenService) ??
    services.find((one) => zone && template.lanes[zone.id]?.[one.id]) ??
    services[0];

  return (
    <TenderContext value={{ ...book.home, currency: template.currency ?? book.home.currency }}>
      <div className="stage">
        <section className="sheet" aria-label={template.name}>
          <TemplateHead book={book} template={template} others={others} offer={(id) => setAdded([...added, id])} />
          <Lanes book={book} template={template} rows={rows} services={services} chosen={[zone?.id, service?.id]} />
          <p id="lanes-hint" className="muted small mt-2">
            Arrows move, with Shift they take in a block; Enter edits the lane; Ctrl C and Ctrl V copy lanes, and take a
            block of figures from a spreadsheet.
          </p>
          <Gaps book={book} template={template} rows={rows} />
        </section>
        <aside className="meaning" aria-label="The lane">
          {zone && service && (
            <LaneMeaning
              key={`${template.id} ${zone.id} ${service.id}`}
              book={book}
              zone={zone}
              service={service}
              template={template.id}
              lane={template.lanes[zone.id]?.[service.id]}
            />
          )}
        </aside>
      </div>
    </TenderContext>
  );
}

/** Whom the template leaves without delivery. */
function Gaps({ book, template, rows }: { book: OpenBook; template: TemplateBody; rows: readonly ZoneBody[] }) {
  const { unweighed } = factsOf(book.goods);
  const empty = rows.filter((one) => Object.keys(template.lanes[one.id] ?? {}).length === 0);
  return (
    <>
      {unweighed > 0 && (
        <p className="text-off mt-2">
          {counts(unweighed, 'item has', 'goods have')} no mass: lanes with a table by weight are not offered for them.
        </p>
      )}
      {empty.length > 0 && (
        <p className="text-limit mt-1">
          No lane in {empty.map((one) => one.name).join(', ')}: shoppers there see nothing.
        </p>
      )}
    </>
  );
}
