import { useEffect, useRef, useState } from 'react';
import { useDispatch } from 'react-redux';
import type { ImportReport } from '../../../../contract/index.ts';
import type { MissingWay } from '../../../../core/goods/index.ts';
import type { Layout } from '../../../../core/tables/index.ts';
import { counted, counts } from '../../../../words/index.ts';
import {
  api,
  useImportQuery,
  useStartImportMutation,
  useStopImportMutation,
  useTakeImportMutation,
} from '../../../data/api.ts';
import { failure } from '../../../data/failed.ts';
import { useAppSelector } from '../../../data/index.ts';

/**
 * A large file of goods, taken by the server as one revision; a count all the way, and a stop. What the server would do
 * is held against what was seen: where it differs, as others have saved meanwhile, it waits for a word.
 */
export function Taking({
  name,
  file,
  changing,
  bad,
  close,
}: {
  name: string;
  file: { readonly text: string; readonly layout: Layout; readonly missing: MissingWay };
  /** How many goods it was seen to change, and how many bad lines to have. */
  changing: number;
  bad: number;
  close: () => void;
}) {
  const who = useAppSelector((state) => state.view.who);
  const dispatch = useDispatch();
  const [start, started] = useStartImportMutation();
  const [take] = useTakeImportMutation();
  const [stop] = useStopImportMutation();
  const begun = useRef(false);
  const [taking, setTaking] = useState(false);
  const id = started.data?.id;
  const { data } = useImportQuery(id ?? 0, { skip: id === undefined, pollingInterval: 300 });
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    start({ name, ...file, seen: { changing, bad }, who });
  }, [name, file, changing, bad, start, who]);
  const state = data?.state ?? 'reading';
  const over = state === 'done' || state === 'stopped' || state === 'failed';
  const report = data?.report ?? null;
  useEffect(() => {
    if (state === 'done') dispatch(api.util.invalidateTags(['Whole', 'Revisions', 'Checkouts']));
  }, [state, dispatch]);
  const asks = state === 'read' && report !== null && !taking;
  return (
    <section aria-label="Taking the file">
      {started.error && <p className="fault">{failure(started.error).title}</p>}
      <p aria-live="polite">
        <strong>{name}</strong>:{' '}
        {(state === 'reading' || (state === 'read' && !asks)) &&
          `read by the server, ${counted(data?.done ?? 0)} of ${counts(data?.all ?? 0, 'line')}`}
        {state === 'taking' && `taking, ${counted(data?.done ?? 0)} of ${counts(data?.all ?? 0, 'item', 'goods')}`}
        {state === 'done' &&
          (data?.revision
            ? `taken, as revision ${data.revision}`
            : 'all of it stands there already; nothing was changed')}
        {state === 'stopped' && 'stopped; nothing was taken'}
        {state === 'failed' && <span className="text-off">failed: {data?.error}</span>}
        {asks && (
          <>
            the saved book differs from what you saw: it would change {counts(changed(report), 'item', 'goods')} there,
            with {counts(report.bad, 'bad line')}. Nothing has been taken yet.
          </>
        )}
      </p>
      {!over && !asks && (
        <progress
          className="progress progress-primary mt-1 w-full"
          value={data?.done ?? 0}
          max={data?.all || 1}
          aria-label="How far it is"
        />
      )}
      <p className="mt-2 flex gap-2">
        {asks && id !== undefined && (
          <button
            type="button"
            className="act main"
            disabled={changed(report) === 0}
            onClick={() => {
              setTaking(true);
              take(id);
            }}
          >
            Take {counts(changed(report), 'item', 'goods')} all the same
          </button>
        )}
        {!over && id !== undefined && (
          <button type="button" className="act" onClick={() => stop(id)}>
            {asks ? 'Leave it' : 'Stop'}
          </button>
        )}
        {(over || id === undefined) && (
          <button type="button" className="act" onClick={close}>
            Close
          </button>
        )}
      </p>
    </section>
  );
}

const changed = (report: ImportReport): number => report.fresh + report.changed + report.hidden + report.removed;
