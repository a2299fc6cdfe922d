import clsx from 'clsx';
import { type ClipboardEvent, type KeyboardEvent, useRef, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { defaultTemplateOf } from '../../../core/book/index.ts';
import type { LaneBody } from '../../../core/rates/index.ts';
import { firstText, freeText, mannerText } from '../../../words/index.ts';
import { type OpenBook, useBook } from '../../data/book.ts';
import { factsOf } from '../../data/facts.ts';
import { NotThere } from '../../ui/missing.tsx';
import { TenderContext } from '../../ui/tender.ts';
import { LaneMeaning } from './lane.tsx';
import { lanesIn, textOf } from './lanes-block.ts';
import { RateShape } from './rate.tsx';
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
  const go = useNavigate();
  const box = useRef<HTMLTableElement>(null);
  const { zones, templates } = book.book;
  const [search] = useSearchParams();
  const template = templates.find((one) => one.id === search.get('template')) ?? defaultTemplateOf(book.book);
  const [added, setAdded] = useState<readonly string[]>([]);
  const [anchor, setAnchor] = useState<{ row: number; at: number } | null>(null);
  const currency = template.currency ?? book.home.currency;
  const query = template === defaultTemplateOf(book.book) ? '' : `?template=${template.id}`;
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
  const path = (zoneId: string, serviceId: string) => ['templates', template.id, 'lanes', zoneId, serviceId];
  const { unweighed } = factsOf(book.goods);
  const empty = rows.filter((one) => Object.keys(template.lanes[one.id] ?? {}).length === 0);

  const laneAt = (row: number, at: number): LaneBody | undefined =>
    template.lanes[rows[row]?.id ?? '']?.[services[at]?.id ?? ''];
  const chosen = {
    row: rows.findIndex((one) => one.id === zone?.id),
    at: services.findIndex((one) => one.id === service?.id),
  };
  /** The block from where it was begun to a lane. */
  const blockTo = (row: number, at: number) => {
    const from = anchor ?? { row, at };
    return {
      rows: [Math.min(from.row, row), Math.max(from.row, row)],
      columns: [Math.min(from.at, at), Math.max(from.at, at)],
    };
  };
  const block = blockTo(chosen.row, chosen.at);
  const between = (at: number, [low = 0, high = 0]: readonly number[]) => at >= low && at <= high;
  const run = ([low = 0, high = 0]: readonly number[]) => Array.from({ length: high - low + 1 }, (_, i) => low + i);

  const keyed = (event: KeyboardEvent, row: number, at: number) => {
    const moves: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
    };
    const move = moves[event.key];
    const [toZone, toService] = [rows[row + (move?.[0] ?? 0)], services[at + (move?.[1] ?? 0)]];
    if (move && toZone && toService) {
      event.preventDefault();
      setAnchor(event.shiftKey ? (anchor ?? { row, at }) : null);
      go(`/rates/${toZone.id}/${toService.id}${query}`);
      requestAnimationFrame(() =>
        box.current?.querySelector<HTMLElement>(`[data-lane="${toZone.id}/${toService.id}"]`)?.focus(),
      );
    }
    if (event.key === 'Enter') {
      event.preventDefault();
      document.querySelector<HTMLElement>('.meaning .part, .meaning .act')?.focus();
    }
    if (event.key === 'Escape') setAnchor(null);
  };
  const copied = (event: ClipboardEvent, row: number, at: number) => {
    const { rows: lines, columns } = blockTo(row, at);
    event.clipboardData.setData('text', textOf(run(lines).map((r) => run(columns).map((c) => laneAt(r, c) ?? null))));
    event.preventDefault();
  };
  const pasted = (text: string, row: number, at: number) => {
    const lanes = lanesIn(text, currency, (r, c) => laneAt(row + r, at + c));
    if (!lanes) return;
    book.editAll(
      lanes.flatMap((line, r) =>
        line.flatMap((lane, c) => {
          const [to, by] = [rows[row + r], services[at + c]];
          if (!to || !by || lane === undefined || (lane === null && !laneAt(row + r, at + c))) return [];
          return [lane === null ? { path: path(to.id, by.id) } : { path: path(to.id, by.id), value: lane }];
        }),
      ),
    );
  };

  return (
    <TenderContext value={{ ...book.home, currency }}>
      <div className="stage">
        <section className="sheet" aria-label={template.name}>
          <TemplateHead book={book} template={template} others={others} offer={(id) => setAdded([...added, id])} />
          <div className="wide">
            <table ref={box} className="ruled lanes" aria-label="Lanes" aria-describedby="lanes-hint">
              <thead>
                <tr>
                  <th>Zone</th>
                  {services.map((one) => (
                    <th key={one.id}>
                      {one.name}
                      <div className="small">
                        {one.days[0] === one.days[1] ? one.days[0] : `${one.days[0]}–${one.days[1]}`} days
                      </div>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map((row, rowAt) => (
                  <tr key={row.id}>
                    <td>
                      <strong>{row.name}</strong>
                      <div className="muted small">
                        {row.takes.slice(0, 4).join(' ')}
                        {row.takes.length > 4 && ` +${row.takes.length - 4}`}
                        {row.leaves.length > 0 &&
                          ` less ${row.leaves.length === 1 ? row.leaves[0] : `${row.leaves.length} places`}`}
                      </div>
                    </td>
                    {services.map((one, at) => {
                      const lane = template.lanes[row.id]?.[one.id];
                      const selected = row.id === zone?.id && one.id === service?.id;
                      return (
                        <td key={one.id} className="!p-0">
                          <button
                            type="button"
                            data-lane={`${row.id}/${one.id}`}
                            aria-pressed={selected}
                            tabIndex={selected ? 0 : -1}
                            className={clsx('lane', {
                              changed: book.changed(path(row.id, one.id)),
                              'in-block': anchor !== null && between(rowAt, block.rows) && between(at, block.columns),
                            })}
                            onClick={() => {
                              setAnchor(null);
                              go(`/rates/${row.id}/${one.id}${query}`);
                            }}
                            onKeyDown={(event) => keyed(event, rowAt, at)}
                            onCopy={(event) => copied(event, rowAt, at)}
                            onPaste={(event) => pasted(event.clipboardData.getData('text'), rowAt, at)}
                          >
                            <LaneCell lane={lane} />
                          </button>
                        </td>
                      );
                    })}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <p id="lanes-hint" className="muted small mt-2">
            Arrows move, with Shift they take in a block; Enter edits the lane; Ctrl C and Ctrl V copy lanes, and take a
            block of figures from a spreadsheet.
          </p>
          {unweighed > 0 && (
            <p className="text-off mt-2">
              {unweighed} goods have no mass: lanes with a table by weight are not offered for them.
            </p>
          )}
          {empty.length > 0 && (
            <p className="text-limit mt-1">
              No lane in {empty.map((one) => one.name).join(', ')}: shoppers there see nothing.
            </p>
          )}
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

/** A lane in a cell: its first charge, its shape in small, and from when it is free. */
function LaneCell({ lane }: { lane: LaneBody | undefined }) {
  if (!lane) return <span className="muted">·</span>;
  const { rate } = lane;
  const free = lane.freeFrom && freeText(lane.freeFrom, '');
  const more = [
    Object.keys(lane.kinds).length > 0 && `+ ${Object.keys(lane.kinds).join(', ')}`,
    lane.bounds.length > 0 && 'bounded',
    lane.fees && 'fees',
  ].filter(Boolean);
  const small = [mannerText(rate), free, ...more].filter(Boolean).join(' · ');
  return (
    <>
      <strong>{firstText(rate)}</strong> <RateShape rate={rate} />
      <div className="muted small">{small}</div>
    </>
  );
}
