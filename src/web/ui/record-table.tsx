import { useVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { counts } from '../../words/index.ts';

/** Where a record kept elsewhere and the book part, on one line. */
export interface RecordRow {
  readonly key: string;
  /** What it is about, where that is looked at, and what else it is called. */
  readonly name: string;
  readonly to: string | null;
  readonly beside: string | null;
  readonly what: string;
  readonly here: string;
  readonly there: string;
  /** What it costs, in words; null where that is not known or nothing. */
  readonly costs: string | null;
  /** What taking theirs makes of the book; null where it cannot be taken by itself. */
  readonly taken: string | null;
}

/** Where an item of the book is looked at. */
export const itemAddress = (sku: string): string => `/goods?filter=${encodeURIComponent(sku)}`;

/** What can be done with the lines that are ticked. */
export interface RecordAct {
  /** What the button says of so many lines. */
  words(count: number): string;
  isFor(row: RecordRow): boolean;
  act(keys: ReadonlySet<string>): void;
  /** Why it cannot be done now; null where it can. */
  readonly why?: string | null;
  readonly isMain?: boolean;
}

/** About, in pixels; each is measured once it is drawn. */
const rowHeight = 34;

/** A record kept elsewhere against the book, line by line: each ticked, one or many, and taken from either side. */
export function RecordTable({
  label,
  of,
  rows,
  costs,
  where,
  acts,
  beside,
}: {
  label: string;
  /** The head of what lines are about. */
  of: string;
  rows: readonly RecordRow[];
  /** The head of what each line costs; null where that is not told. */
  costs: string | null;
  where: string;
  acts: readonly RecordAct[];
  /** What else stands beside them. */
  beside: ReactNode;
}) {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [sort, setSort] = useState<string | null>(null);
  const sorts = useMemo(() => countsOf(rows), [rows]);
  const shown = useMemo(
    () => (sort === null || !sorts.has(sort) ? rows : rows.filter(({ what }) => what === sort)),
    [rows, sort, sorts],
  );
  const box = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: shown.length,
    getScrollElement: () => box.current,
    estimateSize: () => rowHeight,
    overscan: 12,
  });
  const inSight = virtual.getVirtualItems();
  const above = inSight[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (inSight.at(-1)?.end ?? 0);
  const tick = (keys: readonly string[], on: boolean) =>
    setTicked((before) => {
      const next = new Set(before);
      for (const key of keys) {
        if (on) next.add(key);
        else next.delete(key);
      }
      return next;
    });
  const all = shown.length > 0 && shown.every(({ key }) => ticked.has(key));
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 my-2">
        <fieldset className="flex flex-wrap gap-3" aria-label="Show">
          <Sort name={`all ${rows.length}`} chosen={sort === null} choose={() => setSort(null)} />
          {[...sorts].map(([what, count]) => (
            <Sort key={what} name={`${what} ${count}`} chosen={sort === what} choose={() => setSort(what)} />
          ))}
        </fieldset>
        <span className="ml-auto flex gap-2">
          {beside}
          {acts.map((act) => (
            <Act key={act.words(2)} act={act} rows={rows.filter(({ key }) => ticked.has(key))} />
          ))}
        </span>
      </div>
      <div ref={box} className="wide">
        <table className="ruled" aria-label={label} aria-rowcount={shown.length + 1}>
          <thead>
            <tr>
              <th>
                <label className="flex items-center gap-2">
                  <input
                    type="checkbox"
                    aria-label={`Tick all ${counts(shown.length, 'line')} shown`}
                    checked={all}
                    onChange={() =>
                      tick(
                        shown.map(({ key }) => key),
                        !all,
                      )
                    }
                  />
                  {of}
                </label>
              </th>
              <th>What</th>
              <th className="figure">In the book</th>
              <th className="figure">{where}</th>
              {costs !== null && <th>{costs}</th>}
              <th>If taken</th>
            </tr>
          </thead>
          <tbody>
            <Gap height={above} />
            {inSight.map(({ index }) => {
              const row = shown[index];
              return (
                row && (
                  <Line
                    key={row.key}
                    row={row}
                    at={index}
                    measured={virtual.measureElement}
                    isCosted={costs !== null}
                    isTicked={ticked.has(row.key)}
                    tick={(on) => tick([row.key], on)}
                  />
                )
              );
            })}
            <Gap height={below} />
          </tbody>
        </table>
      </div>
    </>
  );
}

/** How many lines of each sort there are, in the order in which they come. */
function countsOf(rows: readonly RecordRow[]): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  for (const { what } of rows) found.set(what, (found.get(what) ?? 0) + 1);
  return found;
}

function Sort({ name, chosen, choose }: { name: string; chosen: boolean; choose: () => void }) {
  return (
    <button type="button" className={chosen ? 'font-semibold' : 'quiet'} aria-pressed={chosen} onClick={choose}>
      {name}
    </button>
  );
}

function Act({ act: { words, isFor, act, isMain, why = null }, rows }: { act: RecordAct; rows: readonly RecordRow[] }) {
  const fit = rows.filter(isFor);
  return (
    <button
      type="button"
      className={isMain ? 'act main' : 'act'}
      disabled={fit.length === 0 || why !== null}
      title={why ?? undefined}
      onClick={() => act(new Set(fit.map(({ key }) => key)))}
    >
      {words(fit.length)}
    </button>
  );
}

/** The room of lines that are out of sight. */
const Gap = ({ height }: { height: number }) =>
  height > 0 && (
    <tr aria-hidden>
      <td colSpan={6} style={{ height, padding: 0, border: 0 }} />
    </tr>
  );

function Line({
  row,
  at,
  measured,
  isCosted,
  isTicked,
  tick,
}: {
  row: RecordRow;
  at: number;
  measured: (row: HTMLTableRowElement | null) => void;
  isCosted: boolean;
  isTicked: boolean;
  tick: (on: boolean) => void;
}) {
  const { name, to, beside, what, here, there, costs, taken } = row;
  return (
    <tr ref={measured} data-index={at} aria-rowindex={at + 2} className={isTicked ? 'chosen' : ''}>
      <td className="align-middle">
        <span className="flex items-center gap-2">
          <input
            type="checkbox"
            aria-label={`${name}, ${what}`}
            checked={isTicked}
            onChange={(event) => tick(event.target.checked)}
          />
          {to === null ? (
            <span>{name}</span>
          ) : (
            <Link className="quiet" to={to}>
              {name}
            </Link>
          )}
          {beside !== null && <span className="muted mono">{beside}</span>}
        </span>
      </td>
      <td className="align-middle whitespace-nowrap">{what}</td>
      <td className="figure align-middle">{here}</td>
      <td className="figure align-middle">{there}</td>
      {isCosted && <td className="align-middle">{costs ?? <span className="muted">–</span>}</td>}
      <td className="muted align-middle">{taken ?? '–'}</td>
    </tr>
  );
}
