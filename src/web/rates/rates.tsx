import { type KeyboardEvent, useRef } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { LaneBody } from '../../core/rates/index.ts';
import { type OpenBook, useBook } from '../store/desk.ts';
import { LaneMeaning } from './lane.tsx';

export function RatesStage() {
  const book = useBook();
  return book && <Rates book={book} />;
}

const copied = 'plemb-lane:';

/** The template as the matrix of zones and services; the chosen lane's meaning beside it. */
function Rates({ book }: { book: OpenBook }) {
  const { zone: chosenZone, service: chosenService } = useParams();
  const go = useNavigate();
  const box = useRef<HTMLTableElement>(null);
  const { services, zones, templates } = book.book;
  const template = templates[0];
  if (!template) return null;
  const rows = template.zones.flatMap((id) => zones.find((zone) => zone.id === id) ?? []);
  const zone = rows.find((one) => one.id === chosenZone) ?? rows[0];
  const service = services.find((one) => one.id === chosenService) ?? services.find((one) => zone && template.lanes[zone.id]?.[one.id]) ?? services[0];
  const path = (zoneId: string, serviceId: string) => ['templates', template.id, 'lanes', zoneId, serviceId];
  const count = book.goods.filter((item) => item.template === null || item.template === template.id).length;
  const unweighed = book.goods.filter((item) => item.mass === null).length;
  const empty = rows.filter((one) => Object.keys(template.lanes[one.id] ?? {}).length === 0);

  const keyed = (event: KeyboardEvent, row: number, at: number, lane: LaneBody | undefined) => {
    const moves: Record<string, [number, number]> = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] };
    const move = moves[event.key];
    const [toZone, toService] = [rows[row + (move?.[0] ?? 0)], services[at + (move?.[1] ?? 0)]];
    if (move && toZone && toService) {
      event.preventDefault();
      go(`/rates/${toZone.id}/${toService.id}`);
      requestAnimationFrame(() => box.current?.querySelector<HTMLElement>(`[data-lane="${toZone.id}/${toService.id}"]`)?.focus());
    }
    if (event.key === 'Enter') {
      event.preventDefault();
      document.querySelector<HTMLElement>('.meaning .part, .meaning .act')?.focus();
    }
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'c' && lane) navigator.clipboard.writeText(`${copied}${JSON.stringify(lane)}`).catch(() => undefined);
  };
  const pasted = (text: string, zoneId: string, serviceId: string) => {
    if (!text.startsWith(copied)) return;
    try {
      book.edit(path(zoneId, serviceId), JSON.parse(text.slice(copied.length)));
    } catch {
      // Not a lane: nothing is pasted.
    }
  };

  return (
    <div className="stage">
      <section className="sheet" aria-label={template.name}>
        <div className="head">
          <h1>{template.name}</h1>
          <span className="muted">
            {count} goods · sent from {template.origin} · prices include tax · {book.book.market.currency}
          </span>
        </div>
        <table ref={box} className="ruled lanes" aria-label="Lanes" aria-describedby="lanes-hint">
          <thead>
            <tr>
              <th>Zone</th>
              {services.map((one) => (
                <th key={one.id}>
                  {one.name}
                  <div className="small">{one.days[0] === one.days[1] ? one.days[0] : `${one.days[0]}–${one.days[1]}`} days</div>
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
                    {row.leaves.length > 0 && ` less ${row.leaves.length === 1 ? row.leaves[0] : `${row.leaves.length} places`}`}
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
                        className={`lane ${book.changed(path(row.id, one.id)) ? 'changed' : ''}`}
                        onClick={() => go(`/rates/${row.id}/${one.id}`)}
                        onKeyDown={(event) => keyed(event, rowAt, at, lane)}
                        onPaste={(event) => pasted(event.clipboardData.getData('text'), row.id, one.id)}
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
        <p id="lanes-hint" className="muted small mt-2">
          Arrows move, Enter edits the lane, Ctrl C and Ctrl V copy one to another.
        </p>
        {unweighed > 0 && <p className="text-off mt-2">{unweighed} goods have no mass: lanes with a table by weight are not offered for them.</p>}
        {empty.length > 0 && <p className="text-limit mt-1">No lane in {empty.map((one) => one.name).join(', ')}: shoppers there see nothing.</p>}
      </section>
      <aside className="meaning" aria-label="The lane">
        {zone && service && <LaneMeaning key={`${zone.id} ${service.id}`} book={book} zone={zone} service={service} path={path(zone.id, service.id)} lane={template.lanes[zone.id]?.[service.id]} />}
      </aside>
    </div>
  );
}

/** A lane in a cell: its first charge, its shape in small, and from when it is free. */
function LaneCell({ lane }: { lane: LaneBody | undefined }) {
  if (!lane) return <span className="muted">·</span>;
  const free = lane.freeFrom && `free from ${lane.freeFrom.value}`;
  const { rate } = lane;
  if (rate.is === 'free') return <strong>Free</strong>;
  const first = rate.is === 'flat' ? rate.amount : (rate.breaks[0]?.amount ?? '');
  return (
    <>
      <strong>{first}</strong> {rate.is === 'table' && <Steps amounts={rate.breaks.map((one) => Number(one.amount))} />}
      <div className="muted small">{[rate.is === 'flat' ? (free ? null : 'flat') : `${rate.breaks.length} breaks by weight`, free].filter(Boolean).join(' · ')}</div>
    </>
  );
}

function Steps({ amounts }: { amounts: readonly number[] }) {
  const [low, high] = [Math.min(...amounts), Math.max(...amounts)];
  const y = (amount: number) => 11 - (high === low ? 5 : ((amount - low) / (high - low)) * 9);
  const path = amounts.map((amount, i) => `${i === 0 ? 'M0' : 'H'}${i === 0 ? ` ${y(amount)}` : (i * 40) / amounts.length}V${y(amount)}`).join('');
  return (
    <svg width="40" height="13" viewBox="0 0 40 13" aria-hidden="true" className="inline">
      <path d={`${path}H40`} fill="none" stroke="currentColor" strokeWidth="1.3" />
    </svg>
  );
}
