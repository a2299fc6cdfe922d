import { useEffect, useState } from 'react';
import { NavLink, useParams } from 'react-router';
import { type ChannelId, channelIds } from '../../../core/book/index.ts';
import { dialectOf, type Note, settingsOf } from '../../../core/channels/index.ts';
import { countries } from '../../../core/places/index.ts';
import {
  channelLine,
  channelName,
  clauseName,
  countryName,
  lostWords,
  money,
  readsText,
  remedyWords,
  serviceName,
  wordsOfChannel,
} from '../../../words/index.ts';
import { api, useChannelsQuery, useLastCheckQuery, useSendMutation } from '../../data/api.ts';
import { type OpenBook, useBook, useEngine, useMoment } from '../../data/book.ts';
import { useAppDispatch, useAppSelector } from '../../data/index.ts';
import { useMomentText } from '../../ui/clock.ts';
import { failure } from '../../ui/failed.ts';
import { ChoicePart } from '../../ui/field.tsx';
import { NotThere } from '../../ui/missing.tsx';
import { type Hang, Plumb } from '../../ui/plumb.tsx';
import { hangOf } from '../check/hang.ts';
import { ReadBack } from './read-back.tsx';
import { ChannelRecords } from './records.tsx';

/** The ink of the note of the last send, by how it stands. */
const inkOfSend = { queued: '', sending: '', accepted: 'true', refused: 'off', failed: 'off' } as const;

export function ChannelsStage() {
  const book = useBook();
  const moment = useMoment();
  const { channel } = useParams();
  const id = channel === undefined ? channelIds[0] : channelIds.find((one) => one === channel);
  if (id === undefined) {
    const all = channelIds.map((one) => ({ id: one, name: channelName(one), to: `/channels/${one}` }));
    return <NotThere what="channel" id={channel ?? ''} all={all} home="/channels" />;
  }
  return book && moment !== null && <Channels key={id} book={book} id={id} moment={moment} />;
}

const fidelityHang = (note: Note): Hang => {
  if (note.fidelity.is === 'exact') return { is: 'matches' };
  if (note.fidelity.is === 'bounded') return { is: 'known limit', by: note.fidelity.bound };
  return note.reads.length === 0 ? { is: 'not sold there' } : { is: 'off', by: null };
};

/** The clauses of the book beside what a channel will read; its files; sending; reading back. */
function Channels({ book, id, moment }: { book: OpenBook; id: ChannelId; moment: number }) {
  const dated = useMomentText();
  const dialect = dialectOf(id);
  const set = settingsOf(book.book, dialect);
  const who = useAppSelector((state) => state.view.who);
  const unsaved = useAppSelector((state) => state.draft.edits.length);
  const notes = useEngine((engine, edits) => engine.notes(edits, moment), [moment], 'study');
  const { data: report } = useLastCheckQuery();
  const [send, sending] = useSendMutation();
  // Asked again while something is under way, or a channel does not answer.
  const [restless, setRestless] = useState(false);
  const { data } = useChannelsQuery(new Date(moment).toISOString(), { pollingInterval: restless ? 1000 : 0 });
  const state = data?.channels.find((one) => one.id === id);
  const waits = Boolean(state?.down) || state?.lastSend?.state === 'queued' || state?.lastSend?.state === 'sending';
  useEffect(() => setRestless(waits), [waits]);
  const accepted = state?.told?.revision ?? 0;
  const act = useAppDispatch();
  // biome-ignore lint/correctness/useExhaustiveDependencies: a send that ended is what makes the files stale
  useEffect(() => {
    act(api.util.invalidateTags(['Checkouts']));
  }, [accepted, waits, act]);
  const mine = notes?.[id] ?? [];
  const offers = mine.filter((note) => note.clause.about === 'offer' && note.reads.length > 0).length;
  const under = state?.lastSend && (state.lastSend.state === 'queued' || state.lastSend.state === 'sending');
  const counts = { exact: 0, bounded: 0, unsayable: 0 };
  for (const note of mine) counts[note.fidelity.is] += 1;

  return (
    <div className="stage">
      <section className="sheet" aria-label={dialect.name}>
        <nav className="tabs-row" aria-label="Channels">
          {channelIds.map((one) => (
            <NavLink
              key={one}
              to={`/channels/${one}`}
              className="tab-link"
              aria-current={one === id ? 'page' : undefined}
            >
              {channelName(one)}{' '}
              <Plumb
                hang={hangOf(report?.findings.filter((finding) => finding.channel === one) ?? [])}
                where={channelName(one)}
              />
            </NavLink>
          ))}
        </nav>
        <div className="head">
          <h1>{dialect.name}</h1>
          <span className="muted">{channelLine(dialect)}</span>
          <span className="acts">
            {dialect.files.map((name) => (
              <a key={name} className="act" href={`/api/channels/${id}/files/${name}`} download={name}>
                Download {name}
              </a>
            ))}
            <button
              type="button"
              className="act main"
              disabled={Boolean(under) || sending.isLoading || unsaved > 0}
              title={unsaved > 0 ? 'Save the changes first: what is sent is what is saved' : ''}
              onClick={() => send({ id, who })}
            >
              Send 1 template, {offers} {offers === 1 ? 'offer' : 'offers'}
            </button>
          </span>
        </div>
        {unsaved > 0 && (
          <p className="text-limit small mb-2">
            Shown with your {unsaved} unsaved {unsaved === 1 ? 'change' : 'changes'}; sending takes the saved book.
          </p>
        )}
        {state?.down && (
          <p className="aside-note off" role="alert">
            {state.down}. What you send is kept and can be sent again.
          </p>
        )}
        {sending.error && (
          <p className="aside-note off" role="alert">
            {failure(sending.error).title}
          </p>
        )}
        {state?.lastSend && (
          <div className={`aside-note ${inkOfSend[state.lastSend.state]}`} role="status">
            {under && 'Sending …'}
            {state.lastSend.state === 'accepted' &&
              [
                `Revision ${state.lastSend.revision} was sent ${dated(state.lastSend.requested)}`,
                `by ${state.lastSend.who} and taken.`,
              ].join(' ')}
            {state.lastSend.state === 'failed' && `The last send did not get through: ${state.lastSend.error}`}
            {state.lastSend.state === 'refused' && (
              <>
                {dialect.name} refused the last send; nothing was applied there.
                <ul>
                  {state.lastSend.report.slice(0, 20).map((one) => (
                    <li key={`${one.line} ${one.field}`}>
                      {one.file}
                      {one.line !== null && `, line ${one.line}`}, {one.field}: {one.reason}
                    </li>
                  ))}
                </ul>
              </>
            )}
          </div>
        )}
        <p className="muted small my-2">
          {counts.exact} exact · {counts.bounded} bounded · {counts.unsayable} not sayable
        </p>
        <div className="wide">
          <table className="ruled">
            <thead>
              <tr>
                <th className="w-[36%]">You mean</th>
                <th className="w-8">
                  <span className="sr-only">How it hangs</span>
                </th>
                <th>{dialect.name} will read</th>
              </tr>
            </thead>
            <tbody>
              {mine.map((note) => (
                <tr key={JSON.stringify(note.clause)}>
                  <td>
                    <strong>{clauseName(book.book, note.clause)}</strong>
                  </td>
                  <td>
                    <Plumb hang={fidelityHang(note)} where={dialect.name} />
                  </td>
                  <td>
                    <code className="break-words">{readsText(note.reads)}</code>
                    {note.fidelity.is !== 'exact' && (
                      <p className={`small ${note.fidelity.is === 'bounded' ? 'text-limit' : 'text-off'}`}>
                        {note.fidelity.is === 'bounded' &&
                          note.fidelity.bound > 0 &&
                          `At most ${money(note.fidelity.bound, book.home)} an order. `}
                        {lostWords(book.book, note.fidelity, book.home)}{' '}
                        {note.fidelity.remedies.length > 0 &&
                          `Choose: ${remedyWords(note.fidelity, book.home).join(' · ')}.`}
                      </p>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </section>
      <aside className="meaning" aria-label={`What ${dialect.name} can say`}>
        <h2>What {dialect.name} can say</h2>
        <table className="ruled mt-2">
          <tbody>
            {wordsOfChannel(id).says.map((one) => (
              <tr key={one.about}>
                <td className="muted">{one.about}</td>
                <td>{one.how}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <h2 className="mt-5">Your settings here</h2>
        <table className="ruled mt-2">
          <tbody>
            {book.book.services.map((service) => {
              const value = set.speeds[service.id] ?? '';
              const speeds =
                dialect.speedNames === 'own' ? book.book.services.map((one) => one.id) : dialect.speedNames;
              return (
                <tr key={service.id}>
                  <td>{serviceName(book.book, service.id)} is called</td>
                  <td>
                    <ChoicePart
                      label={`${service.name} at ${dialect.name}`}
                      value={value}
                      choices={[
                        { value: '', label: 'not said' },
                        ...speeds.map((speed) => ({ value: speed, label: speed })),
                      ]}
                      onCommit={(speed) =>
                        book.edit(['channels', id, 'speeds', service.id], speed === '' ? null : speed)
                      }
                    />
                  </td>
                </tr>
              );
            })}
            {dialect.ownSettings.map((setting) => (
              <tr key={setting.field}>
                <td>{wordsOfChannel(id).settings[setting.field]?.lead}</td>
                <td>
                  <ChoicePart
                    label={wordsOfChannel(id).settings[setting.field]?.label ?? setting.field}
                    value={String((set as Record<string, unknown>)[setting.field])}
                    choices={[
                      { value: 'all', label: 'all countries' },
                      ...[...countries].map((one) => ({ value: one, label: countryName(one) })),
                    ]}
                    onCommit={(value) => book.edit(['channels', id, setting.field], value)}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <h2 className="mt-5">Read back</h2>
        <ReadBack id={id} state={state} moment={moment} />
        <ChannelRecords id={id} />
      </aside>
    </div>
  );
}
