import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { channelIds } from '../../../core/book/index.ts';
import { dialectOf } from '../../../core/channels/index.ts';
import { localOf } from '../../../core/exact/index.ts';
import { type BenefitBody, noLimits, type OfferBody } from '../../../core/offers/index.ts';
import type { Deciding } from '../../../core/plan/index.ts';
import { decidingWords, faultText, money } from '../../../words/index.ts';
import { type OpenBook, useBook, useEngine, useMoment } from '../../data/book.ts';
import { AddPart } from '../../ui/add-part.tsx';
import { download } from '../../ui/download.ts';

import { freshId } from '../../ui/fresh-id.ts';
import { NotThere } from '../../ui/missing.tsx';
import { Split } from '../../ui/split.tsx';
import { freshBenefit } from './benefit.tsx';
import { calendarOf } from './calendar.ts';
import { EventsList } from './events.tsx';
import { Facets } from './facets.tsx';
import { PromiseWords } from './promise.tsx';
import { OfferActs, OfferSentence } from './sentence.tsx';
import { OffersTabs } from './tabs.tsx';
import { TimeLine } from './timeline.tsx';
import { Told } from './told.tsx';

export function OffersStage() {
  const book = useBook();
  const moment = useMoment();
  const { offer: id } = useParams();
  if (!book || moment === null) return null;
  const { offers } = book.book;
  if (id !== undefined && !offers.some((one) => one.id === id)) {
    const all = offers.map((one) => ({ id: one.id, name: one.title, to: `/offers/${one.id}` }));
    return <NotThere what="offer" id={id} all={all} home="/offers" />;
  }
  return <Offers book={book} moment={moment} />;
}

/** All offers on a time line, the chosen one as a sentence, and what it means. */
function Offers({ book, moment }: { book: OpenBook; moment: number }) {
  const { offer: chosen } = useParams();
  const go = useNavigate();
  const [filter, setFilter] = useState('');
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const { offers } = book.book;
  const shown = offers.filter((one) =>
    `${one.title} ${one.id} ${one.state}`.toLowerCase().includes(filter.toLowerCase()),
  );
  const offer = offers.find((one) => one.id === chosen) ?? shown[0];
  const about = useEngine(
    (engine, edits) => (offer ? engine.aboutOffer(edits, offer.id, moment) : null),
    [offer?.id, moment],
    'study',
  );
  const computed = useEngine((engine, edits) => engine.compute(edits, moment), [moment]);
  const problems = offer
    ? (computed?.problems.filter((one) => one.at[0] === 'offers' && one.at[1] === offer.id) ?? [])
    : [];
  const longest = Math.max(...channelIds.map((id) => dialectOf(id).reviewHours)) * 3_600_000;

  const add = (is: BenefitBody['is'], more: Partial<OfferBody>) => {
    const id = freshId('offer', offers);
    const number = book.book.numbered + 1;
    const benefit = freshBenefit(is, book);
    const title = more.title ?? 'New offer';
    const value: OfferBody = {
      id,
      number,
      title,
      titles: {},
      state: 'draft',
      benefit,
      code: null,
      asks: [],
      zones: null,
      markets: null,
      channels: null,
      segments: null,
      goods: null,
      stocked: false,
      limits: noLimits,
      window: { from: null, until: null, zone: book.home.timeZone },
      terms: title,
      note: '',
      ...more,
    };
    // A number is given once, and kept for good.
    book.editAll([
      { path: ['offers', id], value },
      { path: ['numbered'], value: number },
    ]);
    go(`/offers/${id}`);
  };
  const spend = { over: 'value', value: '60.00', also: {}, test: 'before', goods: null } as const;
  const fresh: Readonly<Record<string, () => void>> = {
    'free delivery from a value': () => add('delivery', { title: 'Free delivery from 60', asks: [spend] }),
    'a code for a percentage off': () =>
      add('off order', { title: 'NEW10: 10 % off your order', code: { is: 'shared', code: 'NEW10' } }),
    'a discount on some goods': () => add('off goods', { title: '10 % off' }),
    'goods at a fixed price': () => add('fixed price', {}),
    'more for less': () => add('buy and get', { title: 'Three for two' }),
    'a gift': () => add('gift', { title: 'A gift with your order', asks: [spend] }),
    'steps of spending': () => add('spend steps', { title: 'From 65 take 9 off' }),
  };
  const copied = (one: OfferBody) => {
    const id = freshId(one.id.replace(/-\d+$/, ''), offers);
    const number = book.book.numbered + 1;
    const value = {
      ...one,
      id,
      number,
      state: 'draft',
      window: { ...one.window, from: nextYear(one.window.from), until: nextYear(one.window.until) },
    };
    const groups = book.book.eitherOr.filter((group) => group.offers.includes(one.id));
    book.editAll([
      { path: ['offers', id], value },
      { path: ['numbered'], value: number },
      ...groups.map((group) => ({ path: ['eitherOr', group.id, 'offers'], value: [...group.offers, id] })),
    ]);
    go(`/offers/${id}`);
  };

  return (
    <div className="stage">
      <section className="sheet parted" aria-label="Offers">
        <Split
          name="offers"
          above={
            <>
              <OffersTabs />
              <div className="head">
                <h1>Offers</h1>
                <span className="muted">{offers.length} in the book</span>
                <input
                  className="search"
                  aria-label="Filter the offers"
                  placeholder="Filter  /"
                  data-filter
                  value={filter}
                  onChange={(event) => setFilter(event.target.value)}
                />
                <span className="acts">
                  <AddPart label="New offer" shown="New offer …" added={fresh} />
                  <button
                    type="button"
                    className="act"
                    onClick={() => download('offers.ics', calendarOf(book.book.seller, offers), 'text/calendar')}
                  >
                    Calendar file
                  </button>
                </span>
              </div>
              {picked.size > 0 && (
                <Bulk book={book} moment={moment} picked={picked} clear={() => setPicked(new Set())} />
              )}
              <TimeLine
                book={book}
                moment={moment}
                offers={shown}
                chosen={offer?.id ?? null}
                picked={picked}
                longestReview={longest}
                onChoose={(id) => go(`/offers/${id}`)}
                onPick={(id) =>
                  setPicked(new Set(picked.has(id) ? [...picked].filter((one) => one !== id) : [...picked, id]))
                }
              />
              <EventsList book={book} moment={moment} />
            </>
          }
        >
          {offer && (
            <>
              <h2 className="mt-4">
                {offer.title} <span className="muted small">no. {offer.number}</span>{' '}
                {offer.state !== 'meant' && (
                  <span className="text-limit">({offer.state === 'draft' ? 'a draft, not meant yet' : 'paused'})</span>
                )}
              </h2>
              <OfferSentence key={offer.id} book={book} offer={offer} />
              <OfferActs book={book} offer={offer} copyToNextYear={() => copied(offer)} />
              {problems.map((one) => (
                <p key={`${one.at.join()} ${faultText(one)}`} className="fault" role="alert">
                  {one.at.slice(2).join(' ')}: {faultText(one)}
                </p>
              ))}
              <PromiseWords
                key={`words ${offer.id}`}
                book={book}
                offer={offer}
                broken={about?.broken ?? []}
                proposed={about?.proposed ?? ''}
              />
              <Told book={book} offer={offer} moment={moment} />
              <Facets book={book} offer={offer} moment={moment} />
            </>
          )}
        </Split>
      </section>
      <aside className="meaning" aria-label="What it does">
        {offer && <Meaning book={book} offer={offer} moment={moment} deciding={about?.deciding ?? null} />}
      </aside>
    </div>
  );
}

const nextYear = (local: string | null) =>
  local && `${Number(local.slice(0, 4)) + 1}${local.slice(4).replace(/^-02-29/, '-02-28')}`;

/** What is done with several offers at once. */
function Bulk({
  book,
  moment,
  picked,
  clear,
}: {
  book: OpenBook;
  moment: number;
  picked: ReadonlySet<string>;
  clear: () => void;
}) {
  const some = book.book.offers.filter((one) => picked.has(one.id));
  const set = (field: 'state' | 'window', value: (one: OfferBody) => unknown) => {
    book.editAll(some.map((one) => ({ path: ['offers', one.id, field], value: value(one) })));
    clear();
  };
  return (
    <p className="my-2 flex items-center gap-4" role="group" aria-label="The picked offers">
      <strong>{some.length} picked</strong>
      <button type="button" className="act" onClick={() => set('state', () => 'paused')}>
        Pause {some.length}
      </button>
      <button type="button" className="act" onClick={() => set('state', () => 'meant')}>
        Mean {some.length}
      </button>
      <button
        type="button"
        className="act"
        onClick={() =>
          set('window', (one) => ({ ...one.window, until: localOf(moment, one.window.zone).slice(0, 16) }))
        }
      >
        End {some.length} now
      </button>
      <button type="button" className="quiet" onClick={clear}>
        Pick none
      </button>
    </p>
  );
}

/** What an offer does to the pinned baskets, and the basket it decides. */
function Meaning({
  book,
  offer,
  moment,
  deciding,
}: {
  book: OpenBook;
  offer: OfferBody;
  moment: number;
  deciding: Deciding | null;
}) {
  const computed = useEngine((engine, edits) => engine.compute(edits, moment), [moment]);
  return (
    <>
      <h2>Pinned baskets with it</h2>
      <table className="ruled mt-2">
        <tbody>
          {book.book.pinned.map((basket) => {
            const answer = computed?.pinned.find((one) => one.id === basket.id);
            const choice = answer?.draft?.choices.find((one) => one.used.includes(offer.id));
            const took = choice?.took[offer.id] ?? 0;
            return (
              <tr key={basket.id}>
                <td>{basket.name}</td>
                <td className="figure">
                  {choice ? (took > 0 ? `takes ${money(took, answer?.market ?? book.home)}` : 'a gift') : 'not used'}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {offer.state === 'meant' && (
        <>
          <h2 className="mt-4">A basket it alone decides</h2>
          <p className={deciding?.is === 'never' ? 'text-off' : ''}>
            {deciding ? decidingWords(book.book, deciding, book.home) : 'looking …'}
          </p>
        </>
      )}
    </>
  );
}
