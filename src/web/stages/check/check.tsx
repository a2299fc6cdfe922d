import { useMemo } from 'react';
import { useParams } from 'react-router';
import type { CheckReport, FindingView } from '../../../contract/index.ts';
import { channelIds } from '../../../core/book/index.ts';
import { stated } from '../../../core/channels/index.ts';
import { csvOf } from '../../../core/tables/index.ts';
import {
  amountOf,
  channelName,
  className,
  counted,
  counts,
  massOf,
  money,
  offerTitle,
  serviceName,
} from '../../../words/index.ts';
import { useLastCheckQuery } from '../../data/api.ts';
import { type OpenBook, useBook, useMoment } from '../../data/book.ts';
import { failure } from '../../data/failed.ts';
import { useMomentText } from '../../ui/clock.ts';
import { download } from '../../ui/download.ts';
import { NotThere } from '../../ui/missing.tsx';
import { Plumb } from '../../ui/plumb.tsx';
import { sitesTold } from '../channels/sites.tsx';
import { ClassTable } from './class-table.tsx';
import { FindingPanel } from './finding.tsx';
import { gravestOf, standings } from './hang.ts';
import { type Cells, cellsOf, type Row, rowKeyOf, rowsOf } from './rows.ts';
import { useRunning } from './running.ts';

export function CheckStage() {
  const book = useBook();
  const moment = useMoment();
  const { data } = useLastCheckQuery();
  const { channel } = useParams();
  if (channel !== undefined && !channelIds.some((one) => one === channel)) {
    const all = channelIds.map((one) => ({ id: one, name: channelName(one), to: `/check/${one}` }));
    return <NotThere what="channel" id={channel} all={all} home="/check" />;
  }
  return book && moment !== null && <Check book={book} moment={moment} report={data ?? null} />;
}

/** Classes of baskets by channel, each cell as it hangs; the chosen finding beside it. */
function Check({ book, moment, report }: { book: OpenBook; moment: number; report: CheckReport | null }) {
  const { channel, key } = useParams();
  const running = useRunning(moment);
  const rows = useMemo(() => rowsOf(book, report), [book, report]);
  const cells = useMemo(() => cellsOf(report), [report]);
  const chosen = key === undefined ? null : decodeURIComponent(key);
  const shown = shownOf(report, channel, chosen);
  return (
    <div className="stage">
      <section className="sheet filled" aria-label="Check">
        <CheckHead book={book} report={report} running={running} />
        <Troubles book={book} report={report} running={running} />
        <Legend cells={cells} />
        {report === null && <p className="muted mt-4">Asking what was found …</p>}
        {report !== null && !report.check && (
          <p className="mt-4">
            Nothing has been checked yet. A check asks every channel’s checkout at every corner of its rules and yours.
          </p>
        )}
        <ClassTable
          book={book}
          isChecked={Boolean(report?.check)}
          rows={rows}
          cells={cells}
          isShown={(id, row) => shown.some((one) => one.channel === id && rowKeyOf(one) === row.key)}
        />
      </section>
      <aside className="meaning" aria-label="The finding">
        {channel !== undefined && chosen !== null && shown.length === 0 && report?.check ? (
          <Matching
            book={book}
            row={rows.find((one) => one.key === chosen) ?? null}
            channel={channel}
            above={(cells.get(chosen)?.get(channel)?.toldAbove ?? 0) > 0}
          />
        ) : (
          shown.map((one) => (
            <FindingPanel
              key={`${one.key} ${one.service} ${one.difference}`}
              book={book}
              finding={one}
              moment={moment}
            />
          ))
        )}
        {report && <Since book={book} since={report.since} />}
      </aside>
    </div>
  );
}

type Running = ReturnType<typeof useRunning>;

/**
 * The findings beside the table, what is off before what is known: those of a cell; of a channel without a class all;
 * of nothing those with the worst.
 */
function shownOf(report: CheckReport | null, channel: string | undefined, key: string | null): FindingView[] {
  const all = report?.findings ?? [];
  const first = gravestOf(all);
  const at = (of: string, row: string) => all.filter((one) => one.channel === of && rowKeyOf(one) === row);
  const shown = () => {
    if (channel !== undefined && key === null) return all.filter((one) => one.channel === channel);
    if (channel !== undefined && key !== null) return at(channel, key);
    return first ? at(first.channel, rowKeyOf(first)) : [];
  };
  return shown().sort((a, b) => standings.indexOf(a.standing) - standings.indexOf(b.standing));
}

/** The currencies that some channel is told besides its own, in which nothing is asked. */
function paidOtherwise(book: OpenBook): string {
  const others = channelIds.flatMap((id) => sitesTold(book, id).slice(1));
  const currencies = [...new Set(others.map(({ dialect }) => dialect.currency))];
  return currencies.length === 0 ? '' : `, not paid in ${currencies.join(', ')}`;
}

/** What was checked and when; the findings as a file, the check begun and stopped. */
function CheckHead({ book, report, running }: { book: OpenBook; report: CheckReport | null; running: Running }) {
  const dated = useMomentText();
  const { run, started, begin, stop } = running;
  const check = report?.check;
  return (
    <div className="head">
      <h1>Check</h1>
      {check && (
        <span className="muted">
          {[
            `${counts(check.all, 'basket stands', 'baskets stand')} for all to ${massOf(stated.mass)}`,
            money(stated.value, book.home),
            `${stated.codes} codes${paidOtherwise(book)} · as of ${dated(check.moment)}`,
          ].join(', ')}
        </span>
      )}
      <span className="acts">
        <button
          type="button"
          className="act"
          disabled={!check}
          onClick={() => download('findings.csv', findingsFile(book, report?.findings ?? []))}
        >
          Findings as CSV
        </button>
        {stop === null ? (
          <button type="button" className="act main" disabled={started.isLoading} onClick={() => begin()}>
            {check ? 'Check again' : 'Check'}
          </button>
        ) : (
          <button type="button" className="act" onClick={stop}>
            {run && run.all > 0
              ? `Stop at ${counted(run.done)} of ${counted(run.all)}`
              : 'Stop: finding the baskets to ask …'}
          </button>
        )}
      </span>
    </div>
  );
}

function findingsFile(book: OpenBook, findings: readonly FindingView[]): string {
  const plain = (value: number | null) => (value === null ? '' : amountOf(value, book.home.currency));
  return csvOf(
    ['class', 'channel', 'standing', 'cause', 'service', 'difference', 'largest', 'basket', 'place', 'codes'],
    findings.map((one) => [
      className(book.book, one.class),
      channelName(one.channel),
      one.standing,
      one.cause,
      serviceName(book.book, one.service),
      plain(one.difference),
      plain(one.largest),
      one.basket?.lines.map((line) => `${line.units} x ${line.sku}`).join(' + ') ?? '',
      one.corner.place,
      one.corner.codes.join(' '),
    ]),
  );
}

/** What kept the check from being whole, or from being of the book as it is now. */
function Troubles({ book, report, running }: { book: OpenBook; report: CheckReport | null; running: Running }) {
  const dated = useMomentText();
  const since = report?.check ? book.revision - report.check.revision : 0;
  return (
    <>
      {running.started.error && (
        <p className="fault" role="alert">
          {failure(running.started.error).title}
        </p>
      )}
      {running.run?.state === 'failed' && (
        <p className="aside-note off" role="alert">
          The check did not end: {running.run.error}
        </p>
      )}
      {running.run?.state === 'large' && (
        <p className="aside-note" role="alert">
          This check would ask {counts(running.run.all, 'basket')}, which takes long; nothing has been asked yet.{' '}
          <button type="button" className="act" onClick={() => running.begin(true)}>
            Check all of them
          </button>
        </p>
      )}
      {running.run?.state === 'stopped' && (
        <p className="muted" role="status">
          Stopped; what is shown is what the check before found.
        </p>
      )}
      {since > 0 && (
        <p className="text-limit">
          The book has been saved since ({counts(since, 'revision')}); check again to see it.
        </p>
      )}
      {report?.down.map((one) => (
        <p key={one.channel} className="aside-note off" role="alert">
          {one.why}. It was left out of the check
          {one.last ? `; what is shown of it was found ${dated(one.last)}.` : '.'}
        </p>
      ))}
    </>
  );
}

/** What the glyphs say, and how many cells hang so. */
function Legend({ cells }: { cells: Cells }) {
  const hangs = [...cells.values()].flatMap((row) => [...row.values()].map((cell) => cell.hang.is));
  const count = (is: string) => hangs.filter((one) => one === is).length;
  return (
    <p className="my-2 flex flex-wrap gap-5">
      <span className="hung">
        <Plumb hang={{ is: 'matches' }} where="all" /> matches {count('matches')}
      </span>
      <span className="hung text-off">
        <Plumb hang={{ is: 'off', by: 200 }} where="some" /> off {count('off')}
      </span>
      <span className="hung text-limit">
        <Plumb hang={{ is: 'known limit', by: 200 }} where="some" /> known limit {count('known limit')}
      </span>
      <span className="hung muted">
        <Plumb hang={{ is: 'in review' }} where="some" /> in review {count('in review')}
      </span>
      <span className="hung muted">
        <Plumb hang={{ is: 'not sold there' }} where="some" /> not sold there {count('not sold there')}
      </span>
    </p>
  );
}

/** A cell at which nothing is to be found. */
function Matching({ book, row, channel, above }: { book: OpenBook; row: Row | null; channel: string; above: boolean }) {
  return (
    <>
      <h2>
        {row ? className(book.book, row.class) : 'This class'} at {channelName(channel)}
      </h2>
      <p className="mt-2">
        Every corner matches: shoppers pay what was meant{above && ', but for what the rows above tell'}.
      </p>
    </>
  );
}

/** What has come and gone since the check before. */
function Since({ book, since }: { book: OpenBook; since: CheckReport['since'] }) {
  if (since.added.length + since.gone.length === 0) return null;
  return (
    <>
      <h2 className="mt-5">Since the last check</h2>
      {since.added.map((one) => (
        <p key={one} className="text-off border-t border-base-300 py-1.5">
          new · {sinceWords(book, one)}
        </p>
      ))}
      {since.gone.map((one) => (
        <p key={one} className="text-true border-t border-base-300 py-1.5">
          gone · {sinceWords(book, one)}
        </p>
      ))}
    </>
  );
}

/** A finding remembered by its key, in words. */
function sinceWords(book: OpenBook, key: string): string {
  const [channel = '', klass = '', cause = ''] = key.split('|');
  const [kind, ...rest] = klass.split(' ');
  const where =
    kind === 'zone'
      ? className(book.book, { is: 'zone', zone: rest[0] || null, codes: rest.slice(1).filter(Boolean) })
      : kind === 'apart'
        ? 'goods that stand apart'
        : kind === 'edge'
          ? `${offerTitle(book.book, rest[0] ?? '')}, ${rest[1]}`
          : kind === 'offer'
            ? offerTitle(book.book, rest[0] ?? '')
            : 'a change over there';
  return `${channelName(channel ?? '')}, ${where}: ${cause}`;
}
