import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import type { Basket } from '../../../core/book/index.ts';
import { faultText, massOf, money, serviceName } from '../../../words/index.ts';
import { useSegmentOfQuery, useSpendQuery } from '../../data/api.ts';
import { type OpenBook, useBook, useEngine, useMoment } from '../../data/book.ts';
import { factsOf } from '../../data/facts.ts';
import type { Sided, Unanswered } from '../../engine/quick.ts';
import { NotThere } from '../../ui/missing.tsx';
import { BasketActs, BasketSentence, Lines } from './basket.tsx';
import { useLiveFiles } from './live.ts';
import { MarginTable } from './margin.tsx';
import { Seen } from './seen.tsx';
import { ServiceTabs, SideTable } from './sides.tsx';
import { NotOffered, Steps } from './steps.tsx';
import { withCustomer, withSpend } from './told.ts';

export function BenchStage() {
  const book = useBook();
  const moment = useMoment();
  const { basket: id } = useParams();
  const basket = book?.book.pinned.find((one) => one.id === id);
  if (!book || moment === null) return null;
  if (!basket) {
    const all = book.book.pinned.map((one) => ({ id: one.id, name: one.name, to: `/bench/${one.id}` }));
    return <NotThere what="pinned basket" id={id ?? ''} all={all} home="/check" />;
  }
  return <Bench key={basket.id} book={book} basket={basket} moment={moment} />;
}

/** What a pinned basket comes to by every side: as drafted and live, and by the channels' checkouts now. */
function useSides(book: OpenBook, pinned: Basket, moment: number) {
  const { data: spend } = useSpendQuery();
  const { data: segment } = useSegmentOfQuery(pinned.customer ?? '', { skip: pinned.customer === null });
  const basket = useMemo(() => withSpend(pinned, spend ?? [], book.book), [pinned, spend, book.book]);
  const asking = useMemo(() => withCustomer(basket, segment), [basket, segment]);
  const at = new Date(moment).toISOString();
  const live = useLiveFiles(at);
  const sided = useEngine<Sided | Unanswered>(
    (engine) => engine.everySide(asking, moment, live) as Promise<Sided | Unanswered>,
    [asking, moment, live],
  );
  const known = basket.lines.every((line) => factsOf(book.savedGoods).skus.has(line.sku));
  const isAsked = known && !(sided !== null && 'problems' in sided);
  // A channel has customers of its own, which the book's list need not have.
  return { basket, sided, asking: { moment: at, basket: { ...asking, customer: pinned.customer }, isAsked } };
}

/**
 * One basket: its lines, place, codes and moment, and every side's steps beside each other, the first that differs
 * marked.
 */
function Bench({ book, basket: pinned, moment }: { book: OpenBook; basket: Basket; moment: number }) {
  const { basket, asking, sided } = useSides(book, pinned, moment);
  const [chosen, setChosen] = useState<string | null>(null);
  const answer = sided && 'answer' in sided ? sided : null;
  const cheapest = answer?.answer.choices[0]?.service;
  const service =
    answer?.services.find((one) => one.service === chosen) ??
    answer?.services.find((one) => one.service === cheapest) ??
    answer?.services[0];
  return (
    <div className="stage">
      <section className="sheet" aria-label={basket.name}>
        <div className="head">
          <h1>{basket.name}</h1>
          <span className="muted">
            {answer && `${money(answer.goods, answer.market)} · ${massOf(answer.answer.mass)}`}
          </span>
          <BasketActs book={book} basket={basket} pinned={pinned} />
        </div>
        <BasketSentence book={book} basket={basket} pinned={pinned} moment={moment} />
        <Lines
          book={book}
          basket={basket}
          priceOf={(sku) => (answer?.prices[sku] === undefined ? null : money(answer.prices[sku], answer.market))}
          change={(lines) => book.edit(['pinned', basket.id, 'lines'], lines)}
        />
        {sided && 'problems' in sided && (
          <div className="aside-note off" role="alert">
            {sided.problems.slice(0, 8).map((one) => (
              <p key={`${one.at.join()} ${faultText(one)}`}>
                {one.at.join(' › ')}: {faultText(one)}
              </p>
            ))}
          </div>
        )}
        {answer && service && (
          <>
            <ServiceTabs book={book} sided={answer} service={service} onChoose={setChosen} />
            <SideTable book={book} sided={answer} service={service} asking={asking} />
          </>
        )}
      </section>
      <aside className="meaning" aria-label="How the intended answer comes about">
        <h2>{service ? `${serviceName(book.book, service.service)}, step by step` : 'Step by step'}</h2>
        {answer && service ? <Steps book={book} sided={answer} service={service} /> : <p className="mt-2">…</p>}
        {answer && service?.margin && <MarginTable book={book} margin={service.margin} market={answer.market} />}
        {answer && <Seen book={book} answer={answer.answer} market={answer.market} />}
        {answer && <NotOffered book={book} sided={answer} />}
      </aside>
    </div>
  );
}
