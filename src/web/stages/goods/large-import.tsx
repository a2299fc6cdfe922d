import { useEffect, useRef, useState } from 'react';
import { useDispatch } from 'react-redux';
import { counted, counts, rightBeside } from '../../../words/index.ts';
import {
  api,
  useImportQuery,
  useStartImportMutation,
  useStopImportMutation,
  useTakeImportMutation,
} from '../../data/api.ts';
import { failure } from '../../data/failed.ts';
import { useAppSelector } from '../../data/index.ts';

/**
 * A large file of goods: read and reported by the server, then taken as one revision; a count all the way, and a stop.
 */
export function LargeImport({ file, close }: { file: File; close: () => void }) {
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
    file.text().then((text) => start({ name: file.name, text, who }));
  }, [file, start, who]);
  const state = data?.state ?? 'reading';
  const over = state === 'done' || state === 'stopped' || state === 'failed';
  useEffect(() => {
    if (state === 'done') dispatch(api.util.invalidateTags(['Whole', 'Revisions', 'Checkouts']));
  }, [state, dispatch]);
  const report = data?.report;
  const change = report ? report.fresh + report.changed : 0;
  const working = state === 'reading' || state === 'taking' || (state === 'read' && taking);
  return (
    <section className="mb-3 border border-base-300 bg-base-100 p-3" aria-label="Import of a large file">
      {started.error && <p className="fault">{failure(started.error).title}</p>}
      <p aria-live="polite">
        <strong>{file.name}</strong>:{' '}
        {state === 'reading' && `reading, ${counted(data?.done ?? 0)} of ${counted(data?.all ?? 0)} lines`}
        {state === 'taking' && `taking, ${counted(data?.done ?? 0)} of ${counted(data?.all ?? 0)} goods`}
        {state === 'done' &&
          (data?.revision
            ? `taken, as revision ${data.revision}`
            : 'all of it stands there already; nothing was changed')}
        {state === 'stopped' && 'stopped; nothing was taken'}
        {state === 'failed' && <span className="text-off">failed: {data?.error}</span>}
        {state === 'read' && report && (
          <>
            {counted(report.fresh)} new, {counted(report.changed)} changed, {counted(report.same)} as they are,{' '}
            <span className={report.bad > 0 ? 'text-off' : ''}>{counts(report.bad, 'bad line')}</span>. Nothing has been
            applied yet.
          </>
        )}
      </p>
      {working && (
        <progress
          className="progress progress-primary mt-1 w-full"
          value={data?.done ?? 0}
          max={data?.all || 1}
          aria-label="How far it is"
        />
      )}
      {state === 'read' && report && (report.badLines.length > 0 || report.problems.length > 0) && (
        <ul className="mt-2 max-h-40 overflow-auto">
          {report.badLines.map((line) => (
            <li key={line.line}>
              Line {line.line}: {line.problems.map((one) => `${one.at.join(' ')}: ${rightBeside(one)}`).join(' · ')}
            </li>
          ))}
          {report.problems.map((one) => (
            <li key={one.at.join()}>
              {one.at.join(' ')}: {rightBeside(one)}
            </li>
          ))}
        </ul>
      )}
      <p className="mt-2 flex gap-2">
        {state === 'read' && id !== undefined && (
          <button
            type="button"
            className="act main"
            disabled={change === 0 || taking}
            onClick={() => {
              setTaking(true);
              take(id);
            }}
          >
            Take {counted(change)} goods
          </button>
        )}
        {!over && id !== undefined && (
          <button type="button" className="act" onClick={() => stop(id)}>
            {state === 'read' ? 'Leave it' : 'Stop'}
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
