import { useEffect, useState } from 'react';
import { useDispatch } from 'react-redux';
import type { HistoryImport as ImportState } from '../../../contract/index.ts';
import { type HistorySort, historyTargets } from '../../../core/history/index.ts';
import { decoded, type Layout } from '../../../core/tables/index.ts';
import { counted, counts, historyTargetLabels, historyWords, remarkText, saidProblem } from '../../../words/index.ts';
import {
  api,
  useHistoryImportQuery,
  useLayoutsQuery,
  useRememberLayoutMutation,
  useSendHistoryMutation,
  useStopHistoryMutation,
} from '../../data/api.ts';
import { failure } from '../../data/failed.ts';
import { useHeavy } from '../../data/heavy.ts';
import { useAppSelector } from '../../data/index.ts';
import type { HistoryLine, HistoryPreview } from '../../engine/files.ts';
import { useMomentText } from '../../ui/clock.ts';
import { FileHead } from '../../ui/file-layout.tsx';
import { downloadBadLines, reasonOf, Unreadable } from '../../ui/file-reading.tsx';
import { LongList } from '../../ui/long-list.tsx';
import type { Opened } from '../../ui/opened.ts';

type Table = Extract<HistoryPreview, { is: 'table' }>;

/** A file of history, whoever wrote it: which of its columns is what, how its lines read; then sent, and taken. */
export function HistoryImport({ sort, file, close }: { sort: HistorySort; file: Opened; close: () => void }) {
  const { data: remembered } = useLayoutsQuery(sort);
  const [layout, setLayout] = useState<Layout | null>(null);
  const [taking, setTaking] = useState(false);
  const { state, isCurrent } = useHeavy(
    (engine) =>
      engine.historyFile(sort, {
        bytes: file.bytes,
        layout,
        remembered: remembered ?? [],
      }) as Promise<HistoryPreview>,
    { byItself: remembered !== undefined, by: [file, layout, remembered] },
  );
  const seen = state.last;
  if (taking && seen?.is === 'table')
    return <Taking sort={sort} file={file} layout={layout ?? seen.layout} close={close} />;
  return (
    <>
      <h1>{historyWords[sort].name}</h1>
      {state.is === 'failed' && <Unreadable name={file.name} why={state.why} />}
      {!seen && state.is !== 'failed' && <p className="muted">Reading {file.name} …</p>}
      {seen?.is === 'workbook' && <Unreadable name={file.name} why={null} />}
      {seen?.is === 'table' && (
        <Preview sort={sort} name={file.name} seen={layout ? { ...seen, layout } : seen} onLayout={setLayout} />
      )}
      <p className="flex items-center gap-2">
        {seen?.is === 'table' && (
          <button
            type="button"
            className="act main"
            disabled={seen.head !== null || !isCurrent}
            onClick={() => setTaking(true)}
          >
            Take {counts(seen.count, 'line')}
          </button>
        )}
        <button type="button" className="act" onClick={close}>
          Leave it
        </button>
        <span className="muted">A file taken again doubles nothing: what differs is changed.</span>
      </p>
    </>
  );
}

function Preview({
  sort,
  name,
  seen,
  onLayout,
}: {
  sort: HistorySort;
  name: string;
  seen: Table;
  onLayout: (layout: Layout) => void;
}) {
  const { lines, bad, remarks } = seen;
  return (
    <>
      <FileHead
        name={name}
        file={seen}
        targets={historyTargets[sort]}
        labels={historyTargetLabels}
        onChange={onLayout}
      />
      {!seen.head && (
        <>
          <p>
            Of its beginning {bad === 0 ? 'every line reads' : `${counts(bad, 'line')} cannot be read`}.{' '}
            {remarks.length > 0 && (
              <span className="text-limit">{remarks.slice(0, 3).map(remarkText).join(' · ')}</span>
            )}
          </p>
          <LongList label="How the lines read" count={lines.length}>
            {(index) => {
              const line = lines[index];
              return line && <Line line={line} />;
            }}
          </LongList>
        </>
      )}
    </>
  );
}

function Line({ line: { line, row, problems, cells } }: { line: HistoryLine }) {
  const dated = useMomentText();
  const saidOf = (field: string, text: string) => (field === 'at' ? dated(text) : text);
  return (
    <>
      <span className="figure muted w-16 shrink-0">{counted(line)}</span>
      {row ? (
        <span>
          {Object.entries(row.row)
            .flatMap(([field, value]) => (String(value ?? '') === '' ? [] : saidOf(field, String(value))))
            .join(' · ')}
        </span>
      ) : (
        <>
          <span className="text-off">{reasonOf(problems.map(saidProblem))}</span>
          <span className="muted mono">{cells.join(' | ')}</span>
        </>
      )}
    </>
  );
}

/** Sends the file, follows how it is taken, and says what came of it. */
function Taking({ sort, file, layout, close }: { sort: HistorySort; file: Opened; layout: Layout; close: () => void }) {
  const who = useAppSelector((state) => state.view.who);
  const dispatch = useDispatch();
  const [send, sent] = useSendHistoryMutation();
  const [remember] = useRememberLayoutMutation();
  const [stop] = useStopHistoryMutation();
  const [share, setShare] = useState(0);
  const id = sent.data?.id;
  const { data } = useHistoryImportQuery(id ?? 0, { skip: id === undefined, pollingInterval: 300 });
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is sent once
  useEffect(() => {
    const text = decoded(file.bytes);
    if (text.is !== 'text') return;
    remember({ sort, layout });
    send({ sort, name: file.name, layout, who, text: text.text, pace: setShare });
  }, []);
  const state = data?.state ?? 'coming';
  useEffect(() => {
    if (state === 'done') dispatch(api.util.invalidateTags(['History']));
  }, [state, dispatch]);
  const over = state === 'done' || state === 'stopped' || state === 'failed';
  const [done, all] = state === 'coming' ? [share, 1] : [data?.done ?? 0, data?.all || 1];
  return (
    <>
      <h1>{historyWords[sort].name}</h1>
      {sent.error && <p className="fault">{failure(sent.error).title}</p>}
      <p aria-live="polite">
        <strong>{file.name}</strong>: {state === 'coming' && `sent, ${Math.round(share * 100)} of 100`}
        {state === 'taking' && `taken, ${Math.round((100 * done) / all)} of 100`}
        {state === 'stopped' && 'stopped; nothing was taken'}
        {state === 'failed' && <span className="text-off">failed: {data?.error}; nothing was taken</span>}
        {state === 'done' && data?.report && takenWords(sort, data.report)}
      </p>
      {!over && !sent.error && (
        <progress className="progress progress-primary w-full" value={done} max={all} aria-label="How far it is" />
      )}
      {data?.report && <Report name={file.name} layout={layout} report={data.report} />}
      <p className="flex gap-2">
        {state === 'taking' && id !== undefined && (
          <button type="button" className="act" onClick={() => stop(id)}>
            Stop
          </button>
        )}
        {(over || sent.error) && (
          <button type="button" className="act main" onClick={close}>
            Done
          </button>
        )}
      </p>
    </>
  );
}

type Report = NonNullable<ImportState['report']>;

function takenWords(sort: HistorySort, { fresh, changed, same }: Report): string {
  const what = (count: number) => (sort === 'orders' ? counts(count, 'order') : counts(count, 'row'));
  return `${what(fresh)} new, ${counted(changed)} changed, ${counted(same)} as they are`;
}

/** Lines that were not taken, to be mended and brought back; and what was read otherwise than it stands. */
function Report({ name, layout, report }: { name: string; layout: Layout; report: Report }) {
  const { bad, badLines, remarks } = report;
  return (
    <>
      {bad > 0 && (
        <p className="flex items-baseline gap-3">
          <span className="text-off">
            {counts(bad, 'line')} could not be read; of orders with such a line none was taken.
          </span>
          <button type="button" className="act" onClick={() => downloadBadLines(name, layout, badLines)}>
            {badLines.length < bad ? `The first ${counted(badLines.length)}` : counts(bad, 'bad line')} as CSV
          </button>
        </p>
      )}
      {remarks.length > 0 && (
        <ul className="text-limit" aria-label="Read otherwise">
          {remarks.slice(0, 12).map((one) => (
            <li key={`${one.what} ${one.text}`}>{remarkText(one)}</li>
          ))}
          {remarks.length > 12 && <li>and {remarks.length - 12} more</li>}
        </ul>
      )}
      {bad > 0 && (
        <LongList label="Bad lines" count={badLines.length}>
          {(index) => {
            const one = badLines[index];
            return (
              one && (
                <>
                  <span className="figure muted w-16 shrink-0">{counted(one.line)}</span>
                  <span className="text-off">{reasonOf(one.problems)}</span>
                  <span className="muted mono">{one.cells.join(' | ')}</span>
                </>
              )
            );
          }}
        </LongList>
      )}
    </>
  );
}
