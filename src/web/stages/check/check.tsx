import { useEffect, useMemo } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { CheckReport, FindingView } from '../../../contract/index.ts';
import { channelIds, defaultTemplateOf } from '../../../core/book/index.ts';
import { stated } from '../../../core/channels/index.ts';
import { classKey } from '../../../core/check/index.ts';
import { csvOf } from '../../../core/goods/index.ts';
import {
  channelName,
  className,
  counted,
  massOf,
  money,
  offerTitle,
  serviceName,
  signed,
} from '../../../words/index.ts';
import { api, useCheckQuery, useLastCheckQuery, useStartCheckMutation, useStopCheckMutation } from '../../data/api.ts';
import { type OpenBook, useBook, useMoment } from '../../data/book.ts';
import { useAppDispatch, useAppSelector } from '../../data/index.ts';
import { checkingSet } from '../../data/view.ts';
import { placeOfZone, useMomentText } from '../../ui/clock.ts';
import { download } from '../../ui/download.ts';
import { failure } from '../../ui/failed.ts';
import { NotThere } from '../../ui/missing.tsx';
import { hangInk, Plumb } from '../../ui/plumb.tsx';
import { FindingPanel } from './finding.tsx';
import { gravestOf, hangOf } from './hang.ts';

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

type Row = CheckReport['classes'][number];

/** Classes of baskets by channel, each cell as it hangs; the chosen finding beside it. */
function Check({ book, moment, report }: { book: OpenBook; moment: number; report: CheckReport | null }) {
  const dated = useMomentText();
  const { channel, key } = useParams();
  const go = useNavigate();
  const act = useAppDispatch();
  const checking = useAppSelector((state) => state.view.checking);
  const [start, started] = useStartCheckMutation();
  const [stop] = useStopCheckMutation();
  const { data: run } = useCheckQuery(checking ?? 0, { skip: checking === null, pollingInterval: 300 });
  useEffect(() => {
    if (!run || run.id !== checking || run.state === 'queued' || run.state === 'running') return;
    act(checkingSet(null));
    act(api.util.invalidateTags(['Check', 'Channels', 'Checkouts']));
  }, [run, checking, act]);

  const rows = useMemo(() => rowsOf(book, report), [book, report]);
  const cellKey = key ? decodeURIComponent(key) : null;
  const inCell = (one: FindingView, channelId: string, row: Row) => one.channel === channelId && keyOf(one) === row.key;
  const chosen = report?.findings.filter((one) => one.channel === channel && keyOf(one) === cellKey) ?? [];
  // Of a channel without a class all is shown; of nothing the worst.
  const ofChannel = cellKey === null ? (report?.findings.filter((one) => one.channel === channel) ?? []) : [];
  const first =
    chosen.length + ofChannel.length > 0 || channel !== undefined ? null : gravestOf(report?.findings ?? []);
  const shown = first
    ? (report?.findings.filter((one) => one.channel === first.channel && keyOf(one) === keyOf(first)) ?? [])
    : [...chosen, ...ofChannel];
  const check = report?.check;
  const cells = rows.flatMap((row) =>
    channelIds.map((id) => ({
      row,
      id,
      hang: hangOf(report?.findings.filter((one) => inCell(one, id, row)) ?? []),
      asked: report?.classes.some((one) => one.channel === id && one.key === row.key) ?? false,
    })),
  );
  const count = (is: string) => cells.filter((cell) => cell.asked && cell.hang.is === is).length;

  const begin = async () => {
    const result = await start(new Date(moment).toISOString());
    if ('data' in result && result.data) act(checkingSet(result.data.id));
  };
  const exported = () =>
    download(
      'findings.csv',
      csvOf(
        ['class', 'channel', 'standing', 'cause', 'service', 'difference', 'largest', 'basket', 'place', 'codes'],
        (report?.findings ?? []).map((one) => [
          className(book.book, one.class),
          channelName(one.channel),
          one.standing,
          one.cause,
          serviceName(book.book, one.service),
          one.difference === null ? '' : money(one.difference, book.home),
          one.largest === null ? '' : money(one.largest, book.home),
          one.basket?.lines.map((line) => `${line.units} x ${line.sku}`).join(' + ') ?? '',
          one.corner.place,
          one.corner.codes.join(' '),
        ]),
      ),
    );

  return (
    <div className="stage">
      <section className="sheet" aria-label="Check">
        <div className="head">
          <h1>Check</h1>
          {check && (
            <span className="muted">
              {counted(check.all)} baskets stand for all to {massOf(stated.mass)}, {money(stated.value, book.home)},{' '}
              {stated.codes} codes · as of {dated(check.moment)}
            </span>
          )}
          <span className="acts">
            <button type="button" className="act" disabled={!report?.check} onClick={exported}>
              Findings as CSV
            </button>
            {checking === null ? (
              <button type="button" className="act main" disabled={started.isLoading} onClick={begin}>
                {check ? 'Check again' : 'Check'}
              </button>
            ) : (
              <button type="button" className="act" onClick={() => stop(checking)}>
                {run && run.all > 0
                  ? `Stop at ${counted(run.done)} of ${counted(run.all)}`
                  : 'Stop: finding the baskets to ask …'}
              </button>
            )}
          </span>
        </div>
        {started.error && (
          <p className="fault" role="alert">
            {failure(started.error).title}
          </p>
        )}
        {run?.state === 'failed' && (
          <p className="aside-note off" role="alert">
            The check did not end: {run.error}
          </p>
        )}
        {check && check.revision < book.revision && (
          <p className="text-limit">
            The book has been saved since (
            {book.revision - check.revision === 1 ? '1 revision' : `${book.revision - check.revision} revisions`});
            check again to see it.
          </p>
        )}
        {report?.down.map((one) => (
          <p key={one.channel} className="aside-note off" role="alert">
            {one.why}. It was left out of the check.
          </p>
        ))}
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
        {!check && (
          <p className="mt-4">
            Nothing has been checked yet. A check asks every channel’s checkout at every corner of its rules and yours.
          </p>
        )}
        <table className="ruled" aria-label="Classes of baskets by channel">
          <thead>
            <tr>
              <th>Class of basket</th>
              {channelIds.map((id) => (
                <th key={id} className="figure">
                  {channelName(id)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.key}>
                <td>
                  <strong>{className(book.book, row.class)}</strong>
                  <div className="muted small">
                    {row.class.is === 'offer' || row.class.is === 'apart'
                      ? 'real baskets'
                      : row.class.is === 'edge'
                        ? `${dated(row.class.at)} ${placeOfZone(book.home.timeZone)}`
                        : row.class.is === 'zone' && row.class.codes.length > 0
                          ? 'what the code changes'
                          : row.class.is === 'zone' && row.class.zone === null
                            ? 'places left out'
                            : 'all baskets'}
                    , {counted(row.corners)} corners
                  </div>
                </td>
                {cells
                  .filter((cell) => cell.row === row)
                  .map(({ id, hang, asked }) => {
                    const by = hang.is === 'off' || hang.is === 'known limit' ? hang.by : undefined;
                    const active = shown.some((one) => inCell(one, id, row));
                    const above =
                      report?.classes.find((one) => one.channel === id && one.key === row.key)?.toldAbove ?? 0;
                    return (
                      <td key={id} className="!p-0">
                        {asked ? (
                          <button
                            type="button"
                            className={`class-cell ${hang.is === 'off' ? 'off' : ''} ${hangInk(hang)}`}
                            aria-pressed={active}
                            title={hang.is === 'matches' && above > 0 ? 'nothing beyond what the rows above tell' : ''}
                            onClick={() => go(`/check/${id}/${encodeURIComponent(row.key)}`)}
                          >
                            {by === undefined ? (
                              hang.is === 'not sold there' ? (
                                '–'
                              ) : hang.is === 'matches' && above > 0 ? (
                                <span className="muted small">as above</span>
                              ) : (
                                ''
                              )
                            ) : by === null ? (
                              report?.findings.some(
                                (one) => inCell(one, id, row) && one.largest === null && one.meant === null,
                              ) ? (
                                'extra'
                              ) : (
                                'missing'
                              )
                            ) : (
                              signed(by, book.home)
                            )}
                            <Plumb hang={hang} where={channelName(id)} />
                          </button>
                        ) : (
                          <span className="class-cell !cursor-default muted">{check ? '' : '…'}</span>
                        )}
                      </td>
                    );
                  })}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <aside className="meaning" aria-label="The finding">
        {cellKey && chosen.length === 0 && report?.check ? (
          <>
            <h2>
              {rows.find((row) => row.key === cellKey)
                ? className(book.book, (rows.find((row) => row.key === cellKey) as Row).class)
                : 'This class'}{' '}
              at {channelName(channel ?? '')}
            </h2>
            <p className="mt-2">
              Every corner matches: shoppers pay what was meant
              {(report.classes.find((one) => one.channel === channel && one.key === cellKey)?.toldAbove ?? 0) > 0 &&
                ', but for what the rows above tell'}
              .
            </p>
          </>
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
        {report && (report.since.added.length > 0 || report.since.gone.length > 0) && (
          <>
            <h2 className="mt-5">Since the last check</h2>
            {report.since.added.map((one) => (
              <p key={one} className="text-off border-t border-base-300 py-1.5">
                new · {sinceWords(book, one)}
              </p>
            ))}
            {report.since.gone.map((one) => (
              <p key={one} className="text-true border-t border-base-300 py-1.5">
                gone · {sinceWords(book, one)}
              </p>
            ))}
          </>
        )}
      </aside>
    </div>
  );
}

const keyOf = (one: FindingView): string => classKey(one.class);

/**
 * The rows of the table: zones in their order, then with codes, then starts and ends; those known only to one channel
 * among them.
 */
function rowsOf(book: OpenBook, report: CheckReport | null): Row[] {
  const order = defaultTemplateOf(book.book).zones;
  const byKey = new Map<string, Row>();
  for (const row of report?.classes ?? [])
    byKey.set(row.key, { ...row, corners: row.corners + (byKey.get(row.key)?.corners ?? 0) });
  const rank = ({ class: one }: Row): number => {
    if (one.is === 'moment') return 3e15;
    if (one.is === 'edge') return 1e14 + one.at;
    if (one.is === 'apart') return 1e6;
    if (one.is === 'offer') return 2e6 + book.book.offers.findIndex((offer) => offer.id === one.offer);
    const zone = one.zone === null ? 900 : order.indexOf(one.zone);
    return one.codes.length * 1000 + zone;
  };
  return [...byKey.values()].sort((a, b) => rank(a) - rank(b));
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
