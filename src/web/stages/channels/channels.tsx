import { useEffect, useState } from 'react';
import type { ChannelState } from '../../../contract/index.ts';
import type { ChannelId } from '../../../core/book/index.ts';
import { dialectOf, settingsOf } from '../../../core/channels/index.ts';
import { channelLine, counted, counts } from '../../../words/index.ts';
import { api, useChannelQuery, useSendMutation } from '../../data/api.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';
import { selectUnsaved } from '../../data/editing.ts';
import { rest } from '../../data/engines.ts';
import { failure } from '../../data/failed.ts';
import { useAppDispatch, useAppSelector } from '../../data/index.ts';
import { Clauses, type Over } from './clauses.tsx';
import { LastSend } from './last-send.tsx';
import { OfChannel } from './of-channel.tsx';
import { OneItem } from './one-item.tsx';
import { ReadBack } from './read-back.tsx';
import { ChannelRecords } from './records.tsx';
import { CanSay, ChannelSettings } from './settings.tsx';
import { SiteChoice, sitesTold, useSite } from './sites.tsx';
import { ChannelTabs } from './tabs.tsx';

export function ChannelsStage() {
  return (
    <OfChannel sheet="">{(book, id, moment) => <Channels key={id} book={book} id={id} moment={moment} />}</OfChannel>
  );
}

/** How a channel stands, asked again while something is under way or it does not answer. */
function useChannelState(id: ChannelId, moment: number): ChannelState | undefined {
  const act = useAppDispatch();
  const [restless, setRestless] = useState(false);
  const { data: state } = useChannelQuery(
    { id, moment: new Date(moment).toISOString() },
    { pollingInterval: restless ? 1000 : 0 },
  );
  const waits = Boolean(state?.down) || isUnderWay(state);
  useEffect(() => setRestless(waits), [waits]);
  const accepted = state?.told?.revision ?? 0;
  // What checkouts ask is asked anew once the page rests: a send may have ended, here or elsewhere.
  // biome-ignore lint/correctness/useExhaustiveDependencies: a send that ended is what makes the answers stale
  useEffect(() => {
    const waiting = setTimeout(() => act(api.util.invalidateTags(['Checkouts'])), rest);
    return () => clearTimeout(waiting);
  }, [accepted, waits, act]);
  return state;
}
const isUnderWay = (state: ChannelState | undefined): boolean => {
  const send = state?.lastSend?.state;
  return send === 'queued' || send === 'sending' || send === 'not known';
};

/** The clauses of the book beside what a channel will read; its files; sending; reading back. */
function Channels({ book, id, moment }: { book: OpenBook; id: ChannelId; moment: number }) {
  const dialect = dialectOf(id);
  const unsaved = useAppSelector(selectUnsaved);
  const answered = useEngine((engine) => engine.notes(moment), [moment], 'study');
  const told = answered?.[id] ?? [];
  const sites = sitesTold(book, id);
  const [site, choose] = useSite(sites);
  const { market } = site;
  const there = told.find((one) => one.market.id === market.id);
  const notes = there?.notes ?? [];
  const over = useEngine((engine) => engine.overOrders(id, moment), [id, moment], 'orders');
  const state = useChannelState(id, moment);
  const who = useAppSelector((state) => state.view.who);
  const [send, sending] = useSendMutation();
  const all = told[0]?.notes ?? [];
  const offers = all.filter((note) => note.clause.about === 'offer' && note.reads.length > 0).length;
  const templates = new Set(
    all.flatMap(({ clause, reads }) => (clause.about === 'rate' && reads.length > 0 ? [clause.template] : [])),
  ).size;
  // Past orders are looked at in the currency the channel counts in.
  const isFirst = site === sites[0];
  const count = (is: string) => notes.filter((note) => note.fidelity.is === is).length;
  return (
    <div className="stage">
      <section className="sheet" aria-label={dialect.name}>
        <ChannelTabs chosen={id} sheet="" />
        <div className="head">
          <h1>{dialect.name}</h1>
          <span className="muted">{channelLine(dialect)}</span>
          <span className="acts">
            {filesThere(book, id).map((name) => (
              <a key={name} className="act" href={`/api/channels/${id}/files/${name}`} download={name}>
                Download {name}
              </a>
            ))}
            <button
              type="button"
              className="act main"
              disabled={answered === null || isUnderWay(state) || sending.isLoading || unsaved > 0}
              title={unsaved > 0 ? 'Save the changes first: what is sent is what is saved' : ''}
              onClick={() => send({ id, who })}
            >
              {answered === null ? 'Send' : `Send ${counts(templates, 'template')}, ${counts(offers, 'offer')}`}
            </button>
          </span>
        </div>
        {unsaved > 0 && (
          <p className="text-limit small mb-2">
            Shown with your {counts(unsaved, 'unsaved change')}; sending takes the saved book.
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
        {state?.lastSend && <LastSend send={state.lastSend} where={dialect.name} />}
        <SiteChoice sites={sites} chosen={site} choose={choose} />
        {answered === null ? (
          <p className="muted small my-2" role="status">
            Working out what {dialect.name} will read …
          </p>
        ) : (
          <>
            <p className="muted small my-2">
              {count('exact')} exact · {count('bounded')} bounded · {count('unsayable')} not sayable
              {isFirst && over && over.orders > 0 && <OverOrders over={over} where={dialect.name} />}
            </p>
            <Clauses book={book} id={id} market={market} notes={notes} over={isFirst ? over : null} moment={moment} />
          </>
        )}
      </section>
      <aside className="meaning" aria-label={`What ${dialect.name} can say`}>
        <CanSay id={id} />
        <ChannelSettings book={book} id={id} />
        <OneItem book={book} id={id} market={market.id} moment={moment} />
        <h2 className="mt-5">Read back</h2>
        <ReadBack book={book} id={id} state={state} told={told} moment={moment} />
        <ChannelRecords id={id} moment={moment} />
      </aside>
    </div>
  );
}

/** The names of the files that a channel would be sent, and of the same in other forms. */
const filesThere = (book: OpenBook, id: ChannelId): string[] =>
  sitesTold(book, id).flatMap(({ dialect }) => {
    const names = dialect.files(settingsOf(book.book, dialect));
    return names.flatMap((name) => [name, ...(dialect.twin ? [dialect.twin.nameOf(name)] : [])]);
  });

/** How many past orders would be charged otherwise there than meant, as the channel is told the book now. */
function OverOrders({ over: { orders, differ, every }, where }: { over: Over; where: string }) {
  const past = counts(orders * every, 'past order');
  return (
    <>
      {' · '}
      {every > 1 ? 'of about ' : 'of '}
      {past} {where} would charge{' '}
      <strong className={differ === 0 ? 'text-true' : 'text-limit'}>
        {differ === 0 ? 'all as meant' : `${counted(differ * every)} otherwise`}
      </strong>
    </>
  );
}
