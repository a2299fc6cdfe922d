import { useState } from 'react';
import type { ChannelState } from '../../../contract/index.ts';
import type { ChannelId } from '../../../core/book/index.ts';
import { channelName, clauseName, counts } from '../../../words/index.ts';
import { useFilesQuery, useTakeUsedCodesMutation } from '../../data/api.ts';
import type { OpenBook } from '../../data/book.ts';
import { failure } from '../../data/failed.ts';
import type { NotesThere } from '../../engine/study.ts';
import { useMomentText } from '../../ui/clock.ts';

interface Differing {
  readonly file: string;
  readonly told: string | null;
  readonly live: string | null;
}

/** Lines that stand only in what was told, or only in what is live. */
function differing(
  told: readonly { name: string; text: string }[],
  live: readonly { name: string; text: string }[],
): Differing[] {
  return told.flatMap((file) => {
    const ours = file.text.split('\n');
    const theirs = (live.find((one) => one.name === file.name)?.text ?? '').split('\n');
    const count = (lines: readonly string[]) =>
      lines.reduce((all, line) => all.set(line, (all.get(line) ?? 0) + 1), new Map<string, number>());
    const [a, b] = [count(ours), count(theirs)];
    const only = (from: ReadonlyMap<string, number>, other: ReadonlyMap<string, number>) =>
      [...from]
        .filter(([line, times]) => line.trim() !== '' && times > (other.get(line) ?? 0))
        .map(([line]) => line.trim());
    return [
      ...only(a, b).map((line) => ({ file: file.name, told: line, live: null })),
      ...only(b, a).map((line) => ({ file: file.name, told: null, live: line })),
    ];
  });
}

/** What the channel says is live, beside what it was told. */
export function ReadBack({
  book,
  id,
  state,
  told,
  moment,
}: {
  book: OpenBook;
  id: ChannelId;
  state: ChannelState | undefined;
  told: readonly NotesThere[];
  moment: number;
}) {
  const dated = useMomentText();
  const [shown, setShown] = useState(false);
  const { data } = useFilesQuery({ id, moment: new Date(moment).toISOString() });
  if (!state || !data) return <p className="muted">Asking {channelName(id)} …</p>;
  if (state.down || !data.live) return <p className="text-off">{state.down}</p>;
  if (!state.told || !data.told)
    return <p className="muted">Nothing has been sent to {channelName(id)} yet. “Send” takes the book as saved.</p>;
  const rows = differing(data.told, data.live);
  return (
    <div>
      {state.held.map((one) => (
        <p key={`${one.currency} ${one.key}`} className="border-t border-base-300 py-1.5">
          {heldName(book, told, one.key, one.currency)} <code>{one.key}</code>
          {one.currency && `, for ${one.currency}`}{' '}
          {one.state === 'refused' ? (
            <span className="text-off">refused: {one.reason}</span>
          ) : (
            <>in review, at the latest until {dated(one.until)}</>
          )}
        </p>
      ))}
      {state.uses.map((one) => (
        <p key={one.key} className="border-t border-base-300 py-1.5">
          {heldName(book, told, one.key)} <code>{one.key}</code> {counts(one.used, 'use')} so far
        </p>
      ))}
      {state.usedCodes.used > 0 && <UsedThere id={id} codes={state.usedCodes} />}
      <p className="border-t border-base-300 py-1.5">
        {rows.length === 0
          ? 'What is live is what was told, line for line.'
          : [
              counts(rows.length, 'line differs', 'lines differ'),
              `from what was told ${dated(state.told.at)}${state.held.length > 0 ? ', those held included' : ''}.`,
            ].join(' ')}{' '}
        {rows.length > 0 && (
          <button type="button" className="quiet" aria-expanded={shown} onClick={() => setShown(!shown)}>
            {shown ? 'Hide them' : 'Show them'}
          </button>
        )}
      </p>
      {shown &&
        rows.slice(0, 60).map((row) => (
          <p key={`${row.told} ${row.live}`} className="mono break-all py-0.5">
            <span className={row.told === null ? 'text-off' : 'muted'}>{row.told === null ? 'live ' : 'told '}</span>
            {(row.told ?? row.live ?? '').slice(0, 160)}
          </p>
        ))}
    </div>
  );
}

/** What the book means by what a channel holds under a key; nothing where the book no longer has it. */
function heldName({ book }: OpenBook, told: readonly NotesThere[], key: string, currency?: string): string {
  const there = currency === undefined ? told[0] : told.find(({ market }) => market.currency === currency);
  const note = there?.notes.find(({ keys }) => keys?.includes(key));
  return note ? clauseName(book, note.clause) : '';
}

/** Single-use codes that were used there, and those of them that are not known to be yet, to be taken. */
function UsedThere({ id, codes: { used, fresh } }: { id: ChannelId; codes: ChannelState['usedCodes'] }) {
  const [take, taking] = useTakeUsedCodesMutation();
  return (
    <p className="border-t border-base-300 py-1.5">
      {counts(used, 'single-use code')} used there
      {fresh === 0 ? ', all known.' : '. '}
      {fresh > 0 && (
        <button type="button" className="quiet" disabled={taking.isLoading} onClick={() => take(id)}>
          Mark {fresh} as used
        </button>
      )}
      {taking.error && <span className="text-off"> {failure(taking.error).title}</span>}
    </p>
  );
}
