import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { channelIds } from '../../../core/book/index.ts';
import { dialectOf } from '../../../core/channels/index.ts';
import type { OfferBody } from '../../../core/offers/index.ts';
import { atOrUnder, Problems } from '../../app/problems.tsx';
import { type OpenBook, useBook, useEngine, useMoment } from '../../data/book.ts';
import type { OfferAbout } from '../../engine/offers.ts';
import { AddPart } from '../../ui/add-part.tsx';
import { download } from '../../ui/download.ts';
import { NotThere } from '../../ui/missing.tsx';
import { Split } from '../../ui/split.tsx';
import { Bulk } from './bulk.tsx';
import { calendarOf } from './calendar.ts';
import { WhatItDoes } from './does.tsx';
import { EventsList } from './events.tsx';
import { Facets } from './facets.tsx';
import { beginnings, nextYears } from './fresh-offer.ts';
import { KeptWith } from './kept-with.tsx';
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
  const [filter, setFilter] = useState('');
  const { offers } = book.book;
  const shown = offers.filter((one) =>
    `${one.title} ${one.id} ${one.state}`.toLowerCase().includes(filter.toLowerCase()),
  );
  const offer = offers.find((one) => one.id === chosen) ?? shown[0];
  const about = useEngine(
    (engine) => (offer ? engine.aboutOffer(offer.id, moment) : null),
    [offer?.id, moment],
    'study',
  );

  return (
    <div className="stage">
      <section className="sheet parted" aria-label="Offers">
        <Split
          name="offers"
          above={
            <>
              <OffersTabs />
              <Head book={book} filter={filter} setFilter={setFilter} />
              <InTime book={book} moment={moment} offers={shown} chosen={offer?.id ?? null} />
              <EventsList book={book} moment={moment} />
            </>
          }
        >
          {offer && <ChosenOffer book={book} offer={offer} moment={moment} about={about ?? null} />}
        </Split>
      </section>
      <aside className="meaning" aria-label="What it does">
        {offer && <WhatItDoes book={book} offer={offer} moment={moment} deciding={about?.deciding ?? null} />}
      </aside>
    </div>
  );
}

function Head({ book, filter, setFilter }: { book: OpenBook; filter: string; setFilter: (text: string) => void }) {
  const go = useNavigate();
  const { offers, seller } = book.book;
  const added = Object.entries(beginnings).map(([words, begin]) => [
    words,
    () => {
      const { id, edits } = begin(book);
      book.editAll(edits);
      go(`/offers/${id}`);
    },
  ]);
  return (
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
        <AddPart label="New offer" shown="New offer …" added={Object.fromEntries(added)} />
        <button
          type="button"
          className="act"
          onClick={() => download('offers.ics', calendarOf(seller, offers), 'text/calendar')}
        >
          Calendar file
        </button>
      </span>
    </div>
  );
}

/** The time line, and what is done with the offers picked on it. */
function InTime({
  book,
  moment,
  offers,
  chosen,
}: {
  book: OpenBook;
  moment: number;
  offers: readonly OfferBody[];
  chosen: string | null;
}) {
  const go = useNavigate();
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const longest = Math.max(...channelIds.map((id) => dialectOf(id).reviewHours)) * 3_600_000;
  return (
    <>
      {picked.size > 0 && <Bulk book={book} moment={moment} picked={picked} clear={() => setPicked(new Set())} />}
      <TimeLine
        book={book}
        moment={moment}
        offers={offers}
        chosen={chosen}
        picked={picked}
        longestReview={longest}
        onChoose={(id) => go(`/offers/${id}`)}
        onPick={(id) => setPicked(new Set(picked.has(id) ? [...picked].filter((one) => one !== id) : [...picked, id]))}
      />
    </>
  );
}

/** The chosen offer: its sentence, acts, what is wrong with it, its words, and its facets. */
function ChosenOffer({
  book,
  offer,
  moment,
  about,
}: {
  book: OpenBook;
  offer: OfferBody;
  moment: number;
  about: OfferAbout | null;
}) {
  const go = useNavigate();
  const copyToNextYear = () => {
    const { id, edits } = nextYears(book, offer);
    book.editAll(edits);
    go(`/offers/${id}`);
  };
  return (
    <>
      <h2 className="mt-4">
        {offer.title} <span className="muted small">no. {offer.number}</span>{' '}
        {offer.state !== 'meant' && (
          <span className="text-limit">({offer.state === 'draft' ? 'a draft, not meant yet' : 'paused'})</span>
        )}
      </h2>
      <OfferSentence key={offer.id} book={book} offer={offer} />
      <OfferActs book={book} offer={offer} copyToNextYear={copyToNextYear} />
      <Problems book={book} wanted={atOrUnder(['offers', offer.id])} />
      <PromiseWords
        key={`words ${offer.id}`}
        book={book}
        offer={offer}
        broken={about?.broken ?? []}
        proposed={about?.proposed ?? ''}
      />
      <KeptWith key={`kept ${offer.id}`} book={book} offer={offer} />
      <Told book={book} offer={offer} moment={moment} />
      <Facets book={book} offer={offer} moment={moment} />
    </>
  );
}
