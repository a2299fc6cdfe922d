import clsx from 'clsx';
import { type ClipboardEvent, type KeyboardEvent, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { defaultTemplateOf } from '../../../core/book/index.ts';
import type { ZoneBody } from '../../../core/places/index.ts';
import type { LaneBody, Service, TemplateBody } from '../../../core/rates/index.ts';
import { firstText, freeText, mannerText } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { arrows } from '../../ui/arrows.ts';
import { useCurrency } from '../../ui/tender.ts';
import { widest } from '../../ui/widest.ts';
import { lanesIn, textOf } from './lanes-block.ts';
import { RateShape } from './rate.tsx';

interface Sheet {
  book: OpenBook;
  template: TemplateBody;
  rows: readonly ZoneBody[];
  services: readonly Service[];
  /** Zone and service of the chosen lane. */
  chosen: readonly [string | undefined, string | undefined];
}

/** The lanes of a template, zones down and services across, worked like a spreadsheet. */
export function Lanes(sheet: Sheet) {
  const { book, template, rows, services, chosen } = sheet;
  const box = useRef<HTMLTableElement>(null);
  const hands = useHands(sheet, (lane) => box.current?.querySelector<HTMLElement>(`[data-lane="${lane}"]`)?.focus());
  return (
    <div className="wide">
      <table
        ref={box}
        className="ruled lanes"
        style={{ maxWidth: widest(services.length) }}
        aria-label="Lanes"
        aria-describedby="lanes-hint"
      >
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
                <PlacesIn zone={row} />
              </td>
              {services.map((one, at) => {
                const selected = row.id === chosen[0] && one.id === chosen[1];
                return (
                  <td key={one.id} className="!p-0">
                    <button
                      type="button"
                      data-lane={`${row.id}/${one.id}`}
                      aria-pressed={selected}
                      tabIndex={selected ? 0 : -1}
                      className={clsx('lane', {
                        changed: book.changed(pathOf(template, row, one)),
                        'in-block': hands.inBlock(rowAt, at),
                      })}
                      onClick={() => hands.choose(row, one)}
                      onKeyDown={(event) => hands.keyed(event, rowAt, at)}
                      onCopy={(event) => hands.copied(event, rowAt, at)}
                      onPaste={(event) => hands.pasted(event.clipboardData.getData('text'), rowAt, at)}
                    >
                      <LaneCell lane={template.lanes[row.id]?.[one.id]} />
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

const pathOf = (template: TemplateBody, zone: ZoneBody, service: Service) => [
  'templates',
  template.id,
  'lanes',
  zone.id,
  service.id,
];

/** Both ends of a stretch of rows or columns. */
type Stretch = readonly [number, number];
const stretch = (a: number, b: number): Stretch => [Math.min(a, b), Math.max(a, b)];
const within = (at: number, [low, high]: Stretch) => at >= low && at <= high;
const through = ([low, high]: Stretch) => Array.from({ length: high - low + 1 }, (_, i) => low + i);

/** What keys and the clipboard do at a lane: move, take in a block, copy it, and lay another over it. */
function useHands({ book, template, rows, services, chosen }: Sheet, focus: (lane: string) => void) {
  const go = useNavigate();
  const currency = useCurrency();
  const [anchor, setAnchor] = useState<{ row: number; at: number } | null>(null);
  const query = template === defaultTemplateOf(book.book) ? '' : `?template=${template.id}`;
  const laneAt = (row: number, at: number): LaneBody | undefined =>
    template.lanes[rows[row]?.id ?? '']?.[services[at]?.id ?? ''];
  /** The block from where it was begun to a lane. */
  const blockTo = (row: number, at: number) => ({
    lines: stretch(anchor?.row ?? row, row),
    columns: stretch(anchor?.at ?? at, at),
  });
  const block = blockTo(
    rows.findIndex((one) => one.id === chosen[0]),
    services.findIndex((one) => one.id === chosen[1]),
  );
  const open = (zone: ZoneBody, service: Service) => go(`/rates/${zone.id}/${service.id}${query}`);

  return {
    inBlock: (row: number, at: number) => anchor !== null && within(row, block.lines) && within(at, block.columns),
    choose(zone: ZoneBody, service: Service) {
      setAnchor(null);
      open(zone, service);
    },
    keyed(event: KeyboardEvent, row: number, at: number) {
      const move = arrows[event.key];
      const [zone, service] = [rows[row + (move?.[0] ?? 0)], services[at + (move?.[1] ?? 0)]];
      if (move && zone && service) {
        event.preventDefault();
        setAnchor(event.shiftKey ? (anchor ?? { row, at }) : null);
        open(zone, service);
        focus(`${zone.id}/${service.id}`);
      }
      if (event.key === 'Enter') {
        event.preventDefault();
        document.querySelector<HTMLElement>('.meaning .part, .meaning .act')?.focus();
      }
      if (event.key === 'Escape') setAnchor(null);
    },
    copied(event: ClipboardEvent, row: number, at: number) {
      const { lines, columns } = blockTo(row, at);
      const lanes = through(lines).map((r) => through(columns).map((c) => laneAt(r, c) ?? null));
      event.clipboardData.setData('text', textOf(lanes));
      event.preventDefault();
    },
    pasted(text: string, row: number, at: number) {
      const lanes = lanesIn(text, currency, (r, c) => laneAt(row + r, at + c));
      if (!lanes) return;
      book.editAll(
        lanes.flatMap((line, r) =>
          line.flatMap((lane, c) => {
            const [to, by] = [rows[row + r], services[at + c]];
            if (!to || !by || lane === undefined || (lane === null && !laneAt(row + r, at + c))) return [];
            const path = pathOf(template, to, by);
            return [lane === null ? { path } : { path, value: lane }];
          }),
        ),
      );
    },
  };
}

/** The first places of a zone, and how many it leaves out. */
function PlacesIn({ zone: { takes, leaves } }: { zone: ZoneBody }) {
  return (
    <div className="muted small">
      {takes.slice(0, 4).join(' ')}
      {takes.length > 4 && ` +${takes.length - 4}`}
      {leaves.length > 0 && ` less ${leaves.length === 1 ? leaves[0] : `${leaves.length} places`}`}
    </div>
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
