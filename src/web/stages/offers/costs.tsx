import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { PastOrder } from '../../../contract/index.ts';
import { channelIds } from '../../../core/book/index.ts';
import { type Currency, minor, parseAmount } from '../../../core/exact/index.ts';
import type { OfferBody } from '../../../core/offers/index.ts';
import { type CostCurve, curveAt, type PartOfBudget, splitBudget } from '../../../core/plan/index.ts';
import { channelName, counted, counts, dayOn, editable, money, wholeOf } from '../../../words/index.ts';
import { useOrdersQuery } from '../../data/api.ts';
import { type OpenBook, useBook, useMoment } from '../../data/book.ts';
import { useHeavy } from '../../data/heavy.ts';
import { smallYear } from '../../data/past.ts';
import type { OfferCost } from '../../engine/offers.ts';
import { amountIn, ChoicePart, figureFault, TextPart } from '../../ui/field.tsx';
import { LineChart } from '../../ui/line-chart.tsx';
import { NotThere } from '../../ui/missing.tsx';
import { Sampled } from '../../ui/sampled.tsx';
import { OffersTabs } from './tabs.tsx';
import { Working } from './working.tsx';

export function CostsStage() {
  const book = useBook();
  const moment = useMoment();
  const { offer: id } = useParams();
  if (!book || moment === null) return null;
  const { offers } = book.book;
  if (id !== undefined && !offers.some((one) => one.id === id)) {
    const all = offers.map((one) => ({ id: one.id, name: one.title, to: `/offers/costs/${one.id}` }));
    return <NotThere what="offer" id={id} all={all} home="/offers/costs" />;
  }
  return <Costs book={book} moment={moment} />;
}

/**
 * What an offer would have cost over past orders: in all, with its threshold elsewhere, against its budget, and by
 * channel.
 */
function Costs({ book, moment }: { book: OpenBook; moment: number }) {
  const { offer: chosen } = useParams();
  const go = useNavigate();
  const { data: orders } = useOrdersQuery();
  const meant = book.book.offers.filter((one) => one.state === 'meant');
  const offer = chosen === undefined ? meant[0] : meant.find((one) => one.id === chosen);
  const there = book.book.offers.find((one) => one.id === chosen);
  const id = offer?.id ?? '';
  return (
    <div className="stage plain">
      <section className="sheet" aria-label="What offers cost">
        <OffersTabs />
        <div className="head">
          <h1>What it costs</h1>
          {offer && (
            <ChoicePart
              label="Offer"
              value={id}
              choices={meant.map((one) => ({ value: one.id, label: one.title }))}
              onCommit={(next) => go(`/offers/costs/${next}`)}
            />
          )}
          <span className="muted">
            over {counts(orders?.length ?? 0, 'order')} of the past year, as if it had run all the time and everybody it
            is for had known of it
          </span>
        </div>
        <Sampled />
        {!offer && (
          <p className="muted">
            {there
              ? `“${there.title}” is not meant now: costs are worked out for offers that are meant.`
              : 'No offer is meant yet.'}
          </p>
        )}
        {offer && orders && <CostsOf key={id} book={book} offer={offer} orders={orders} moment={moment} />}
      </section>
    </div>
  );
}

interface OfAYear {
  readonly book: OpenBook;
  readonly offer: OfferBody;
  readonly orders: readonly PastOrder[];
  readonly moment: number;
}

/** What one offer costs; the last picture stays while it is worked out anew. */
function CostsOf({ book, offer, orders, moment }: OfAYear) {
  const work = useHeavy((engine, pace) => engine.offerCost(offer.id, moment, pace), {
    byItself: orders.length <= smallYear,
    by: [book.book, book.goods, orders, moment],
    on: 'orders',
    keptAs: `cost ${offer.id}`,
  });
  const cost = work.state.last;
  const say = (amount: number) => money(amount, cost?.market ?? book.home);
  return (
    <>
      {!work.isCurrent && <Working work={work} what="Work it out" />}
      {cost && (
        <>
          <p className="sentence">
            <strong>{counted(cost.usage.uses.length)}</strong> of {counts(cost.usage.orders, 'order')} would have used
            it, and shoppers would have paid <strong>{say(cost.usage.cost)}</strong> less. Of those orders{' '}
            {say(cost.leftWith)} is left with it, and {say(cost.leftWithout)} without, before the carrier.
          </p>
          <div className="grid gap-8 lg:grid-cols-2">
            <Moved book={book} offer={offer} orders={orders} moment={moment} say={say} />
            <Budget book={book} offer={offer} cost={cost} say={say} />
          </div>
          <BudgetSplit book={book} offer={offer} cost={cost} say={say} />
          <p className="mt-3">
            <Link className="quiet" to={`/offers/${offer.id}`}>
              Back to the offer
            </Link>
          </p>
        </>
      )}
    </>
  );
}

type Say = (amount: number) => string;

/** What it would cost with its least value, or the most it takes, elsewhere: a curve whose line can be moved. */
function Moved({ book, offer, orders, moment, say }: OfAYear & { say: Say }) {
  // Moving its line changes the book: the curve stays that of the book and goods it was opened with.
  const [opened] = useState([book.book, book.goods]);
  const work = useHeavy((engine, pace) => engine.offerCurve(offer.id, moment, pace), {
    byItself: orders.length <= smallYear,
    by: [...opened, orders, moment],
    on: 'orders',
    keptAs: `curve ${offer.id}`,
  });
  const { state } = work;
  const curve = state.last;
  return (
    <section aria-label="With its threshold elsewhere">
      <h2>With its threshold elsewhere</h2>
      {!curve && state.is !== 'done' && (
        <p className="muted">Each order of the year is answered again for thresholds all along.</p>
      )}
      {state.is === 'done' && !curve && (
        <p className="muted">It asks for no value, and has no most that it takes: there is nothing to move.</p>
      )}
      {!work.isCurrent && <Working work={work} what="Draw the curve" />}
      {curve && <Curve book={book} offer={offer} curve={curve} say={say} again={work.start} />}
    </section>
  );
}

function Curve({
  book,
  offer,
  curve,
  say,
  again,
}: {
  book: OpenBook;
  offer: OfferBody;
  curve: CostCurve;
  say: Say;
  again: () => void;
}) {
  const asked = offer.asks.findIndex((one) => one.over === 'value');
  const ask = offer.asks[asked];
  const written =
    curve.over === 'least value' ? (ask?.over === 'value' ? ask.value : '0') : (offer.limits.most?.amount ?? '0');
  const standing = parseAmount(written, book.home.currency as Currency);
  const [moving, setMoving] = useState<number | null>(null);
  const at = moving ?? (standing.ok ? standing.value : curve.now);
  const whole = wholeOf(book.home.currency);
  // To a half of the unit, as such figures are.
  const rounded = (value: number) => Math.round(value * 2) * (whole / 2);
  const set = (value: number) => {
    const amount = editable(value, book.home.currency);
    if (curve.over === 'least value')
      book.edit(
        ['offers', offer.id, 'asks'],
        offer.asks.map((one, i) => (i === asked ? { ...one, value: amount } : one)),
      );
    else
      book.edit(['offers', offer.id, 'limits'], {
        ...offer.limits,
        most: { amount, also: offer.limits.most?.also ?? {} },
      });
    setMoving(null);
  };
  const here = pointAt(curve, at);
  const before = pointAt(curve, curve.now);
  const moreOrLess = `${say(Math.abs(here.cost - before.cost))} ${here.cost >= before.cost ? 'more' : 'less'}`;
  const shown = curve.points.filter(
    (_, i) => i % Math.max(1, Math.ceil(curve.points.length / 240)) === 0 || i === curve.points.length - 1,
  );
  return (
    <figure>
      <LineChart
        tall
        series={[{ points: shown.map((one) => ({ x: one.at / whole, y: one.cost / whole })), look: 'main' }]}
        x={`${curve.over}, ${book.home.currency}`}
        y={`cost of a year, ${book.home.currency}`}
        label={`What it costs against its ${curve.over}; its figures follow as a table`}
        tell={(x, y) => `from ${say(Math.round(x * whole))}: ${say(Math.round(y * whole))} a year`}
        marker={{
          at: at / whole,
          onMove: (value) => setMoving(rounded(value)),
          onDrop: (value) => set(rounded(value)),
        }}
      />
      <figcaption>
        <p className="sentence" aria-live="polite">
          With a {curve.over} of{' '}
          <TextPart
            label={`Move the ${curve.over}`}
            value={editable(at, book.home.currency)}
            fault={amountIn(book.home.currency)}
            onCommit={(text) => set(Math.round(Number(text) * whole))}
          />{' '}
          it costs <strong>{say(here.cost)}</strong> a year over {counts(here.uses, 'order')}
          {at !== curve.now && `, ${moreOrLess} than at ${say(curve.now)}`}.
        </p>
        <p className="muted small">
          {curve.exact
            ? 'Every threshold is answered for: one pass says all.'
            : 'Answered at the points shown; between two of them it is read off the line.'}{' '}
          <button type="button" className="quiet small" onClick={again}>
            Draw again
          </button>
        </p>
        <details className="small muted">
          <summary className="cursor-pointer">The figures</summary>
          <table className="ruled">
            <tbody>
              {Array.from({ length: 13 }, (_, i) => (curve.points.at(-1)?.at ?? 0) * (i / 12)).map((value) => {
                const point = pointAt(curve, value);
                return (
                  <tr key={value}>
                    <td>{say(Math.round(value))}</td>
                    <td className="figure">{counts(point.uses, 'order')}</td>
                    <td className="figure">{say(point.cost)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </details>
      </figcaption>
    </figure>
  );
}

/** What the curve says at a figure: exactly, or for answered points between the two beside it, in proportion. */
function pointAt({ points, exact }: CostCurve, at: number): { uses: number; cost: number } {
  if (exact) return curveAt(points, at);
  const after = points.findIndex((one) => one.at >= at);
  const [low, high] = [points[Math.max(0, after - 1)], points[after < 0 ? points.length - 1 : after]];
  if (!low || !high || low === high) return high ?? { uses: 0, cost: 0 };
  const share = (at - low.at) / (high.at - low.at);
  return {
    uses: Math.round(low.uses + share * (high.uses - low.uses)),
    cost: Math.round(low.cost + share * (high.cost - low.cost)),
  };
}

/** How the budget may fare: what is spent by each day, with its spread, and the day it may run dry. */
function Budget({ book, offer, cost, say }: { book: OpenBook; offer: OfferBody; cost: OfferCost; say: Say }) {
  const { run, days, budget } = cost;
  const whole = wholeOf(book.home.currency);
  const points = (pick: 'low' | 'middle' | 'high') => run.days.map((one) => ({ x: one.day, y: one[pick] / whole }));
  const last = run.days.at(-1);
  const begin = offer.window.from ? Date.parse(`${offer.window.from}:00Z`) : null;
  const wall = { timeZone: 'UTC', locale: book.home.locale, year: new Date(begin ?? 0).getUTCFullYear() };
  const dayOf = (day: number) => (begin === null ? `day ${day}` : dayOn(begin + (day - 1) * 86_400_000, wall));
  return (
    <section aria-label="Its budget over time">
      <h2>Its budget over {days === 1 ? 'a day' : `${days} days`}</h2>
      <LineChart
        tall
        series={[
          { points: points('low'), look: 'band' },
          { points: points('high'), look: 'band' },
          { points: points('middle'), look: 'main' },
          ...(budget === null
            ? []
            : [
                {
                  points: [
                    { x: 1, y: budget / whole },
                    { x: days, y: budget / whole },
                  ],
                  look: 'limit' as const,
                },
              ]),
        ]}
        x="day of the offer"
        y={`spent, ${book.home.currency}`}
        label="What is spent by each day, with its spread; the figures follow as a table"
        tell={(x, y) => `by day ${x}: ${say(Math.round(y * whole))}`}
      />
      <p className="sentence">
        {last &&
          [
            `By the end ${say(last.middle)} is spent,`,
            `in eight of ten runs between ${say(last.low)} and ${say(last.high)}. `,
          ].join(' ')}
        {budget === null
          ? 'It has no budget.'
          : run.dry === null
            ? `The budget of ${say(budget)} lasts in every one of ${run.runs} runs.`
            : [
                `The budget of ${say(budget)} runs dry in ${Math.round((run.dry.runs / run.runs) * 100)} of 100 runs,`,
                `about ${dayOf(run.dry.middle)}, seldom before ${dayOf(run.dry.early)}.`,
              ].join(' ')}
      </p>
      <p className="muted small">
        {run.runs} runs over the orders of the same days a year before, drawn anew each time, always with the same seed.
        A run ends where an order’s whole saving is no longer covered.
      </p>
      <details className="small muted">
        <summary className="cursor-pointer">The figures</summary>
        <table className="ruled">
          <tbody>
            {run.days
              .filter((_, i) => i % Math.max(1, Math.ceil(days / 14)) === 0 || i === days - 1)
              .map((one) => (
                <tr key={one.day}>
                  <td>{dayOf(one.day)}</td>
                  <td className="figure">{say(one.low)}</td>
                  <td className="figure">{say(one.middle)}</td>
                  <td className="figure">{say(one.high)}</td>
                </tr>
              ))}
          </tbody>
        </table>
      </details>
    </section>
  );
}

/** A budget split over channels: by an amount, a share, or by what each has needed; the parts add up. */
function BudgetSplit({ book, offer, cost, say }: { book: OpenBook; offer: OfferBody; cost: OfferCost; say: Say }) {
  const channels = offer.channels ?? [...channelIds];
  const [ways, setWays] = useState<Readonly<Record<string, { by: PartOfBudget['by']; figure: string }>>>({});
  if (cost.budget === null) return null;
  const needed = (channel: string) => cost.byChannel.find((one) => one.channel === channel);
  const parts = channels.map((channel): PartOfBudget => {
    const way = ways[channel] ?? { by: 'need', figure: '' };
    if (way.by === 'amount')
      return { channel, by: 'amount', amount: minor(Math.round(Number(way.figure) * wholeOf(book.home.currency))) };
    if (way.by === 'share') return { channel, by: 'share', weight: Math.round(Number(way.figure) * 1000) };
    return { channel, by: 'need', need: needed(channel)?.cost ?? minor(0) };
  });
  const split = splitBudget(cost.budget, parts);
  const set = (channel: string, by: PartOfBudget['by'], figure: string) =>
    setWays({ ...ways, [channel]: { by, figure } });
  return (
    <section className="mt-6" aria-label="Its budget by channel">
      <h2>
        Its budget of {say(cost.budget)} by channel, {book.home.currency}
      </h2>
      <table className="ruled mt-2 !w-auto" aria-label="Budget by channel">
        <thead>
          <tr>
            <th>Channel</th>
            <th className="figure">Orders that used it</th>
            <th className="figure">Cost of a year</th>
            <th>Its part</th>
            <th className="figure">Comes to</th>
          </tr>
        </thead>
        <tbody>
          {channels.map((channel, i) => {
            const way = ways[channel] ?? { by: 'need' as const, figure: '' };
            return (
              <tr key={channel}>
                <td>{channelName(channel ?? '')}</td>
                <td className="figure">{counted(needed(channel)?.uses ?? 0)}</td>
                <td className="figure">{say(needed(channel)?.cost ?? 0)}</td>
                <td>
                  <ChoicePart
                    label={`Part of ${channel}`}
                    value={way.by}
                    choices={[
                      { value: 'need', label: 'by what it needed' },
                      { value: 'share', label: 'a share of' },
                      { value: 'amount', label: 'an amount of' },
                    ]}
                    onCommit={(by) => set(channel, by, by === 'share' ? '1' : '100')}
                  />{' '}
                  {way.by !== 'need' && (
                    <TextPart
                      label={`Figure of ${channel}`}
                      value={way.figure}
                      fault={way.by === 'share' ? figureFault : amountIn(book.home.currency)}
                      onCommit={(figure) => set(channel, way.by, figure)}
                    />
                  )}
                </td>
                <td className="figure">{say(split.parts[i]?.amount ?? 0)}</td>
              </tr>
            );
          })}
          <tr>
            <td colSpan={4}>
              {split.left > 0 ? `${say(split.left)} is left over` : 'The parts add up to the budget.'}
            </td>
            <td className="figure">
              <strong>{say(cost.budget - split.left)}</strong>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  );
}
