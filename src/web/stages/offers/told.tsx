import { type ChannelId, channelIds, itemAt, type Market } from '../../../core/book/index.ts';
import { dialectOf, type Note } from '../../../core/channels/index.ts';
import type { Unlisted } from '../../../core/check/index.ts';
import type { OfferBody } from '../../../core/offers/index.ts';
import { channelName, lostWords, readsText, unlistedWords } from '../../../words/index.ts';
import { useChannelQuery } from '../../data/api.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';
import { useMomentText } from '../../ui/clock.ts';
import { type Hang, Plumb } from '../../ui/plumb.tsx';
import { momentOf } from './timeline.tsx';

/** How each channel is told an offer, by when it has to be submitted, and how it stands there. */
export function Told({ book, offer, moment }: { book: OpenBook; offer: OfferBody; moment: number }) {
  const notes = useEngine((engine) => engine.notes(moment), [moment], 'study');
  const unlisted = useEngine((engine) => engine.unlisted(), [], 'study') ?? [];
  return (
    <div className="wide">
      <table className="ruled mt-3">
        <thead>
          <tr>
            <th>Channel</th>
            <th>How it is said there</th>
            <th>Submit by</th>
            <th>State</th>
          </tr>
        </thead>
        <tbody>
          {channelIds.map((id) => (
            <ToldThere
              key={id}
              id={id}
              book={book}
              offer={offer}
              moment={moment}
              unlisted={unlisted.find((one) => one.offer === offer.id && one.channel === id)}
              told={notes?.[id].flatMap(({ market, notes: all }) => {
                const note = all.find((one) => one.clause.about === 'offer' && one.clause.offer === offer.id);
                return note ? { market, note } : [];
              })}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface ThereProps {
  id: ChannelId;
  book: OpenBook;
  offer: OfferBody;
  moment: number;
  /** By market, that in the channel's own currency first. */
  told: readonly { readonly market: Market; readonly note: Note }[] | undefined;
  /** That nobody there can have it, as what it stands on is not listed. */
  unlisted: Unlisted | undefined;
}

/** Each channel is asked by itself: one that is slow keeps nobody from seeing the others. */
function ToldThere({ id, book, offer, moment, told = [], unlisted }: ThereProps) {
  const [first] = told;
  const note = first?.note;
  // In the first market that it is told in otherwise than exactly.
  const lost = told.find((one) => one.note.fidelity.is !== 'exact');
  const dated = useMomentText();
  const { data: state } = useChannelQuery({ id, moment: new Date(moment).toISOString() });
  const begin = momentOf(offer.window.from, offer.window.zone);
  const held = state?.held.find((one) => one.currency === undefined && note?.keys?.includes(one.key));
  const review = dialectOf(id).reviewHours;
  const submitBy = review === 0 || begin === null ? null : begin - review * 3_600_000;
  const late = submitBy !== null && submitBy < moment && !state?.told;
  const hang: Hang = held
    ? { is: 'in review' }
    : !note || note.reads.length === 0
      ? { is: 'not sold there' }
      : note.fidelity.is === 'exact'
        ? { is: 'matches' }
        : note.fidelity.is === 'bounded'
          ? { is: 'known limit', by: note.fidelity.bound }
          : { is: 'off', by: null };
  return (
    <tr key={id}>
      <td>
        <strong>{channelName(id)}</strong>
      </td>
      <td className="mono">{note && note.reads.length > 0 ? readsText(note.reads) : 'not said there'}</td>
      <td className={`whitespace-nowrap ${late ? 'text-off' : ''}`}>
        {submitBy === null ? '—' : dated(submitBy)}
        {late && ', too late'}
      </td>
      <td>
        <span className="flex gap-2">
          <span className="shrink-0">
            <Plumb hang={hang} where={channelName(id)} />
          </span>
          <span>
            {held
              ? held.state === 'refused'
                ? `refused: ${held.reason}`
                : `in review, at the latest until ${dated(held.until)}`
              : sentWords(state?.told ?? null, book.revision)}
            {lost && (
              <span className={lost.note.fidelity.is === 'bounded' ? 'text-limit' : 'text-off'}>
                {' '}
                · {lost !== first && `In ${lost.market.currency}: `}
                {lostWords(book.book, lost.note.fidelity, lost.market)}
              </span>
            )}
            {unlisted && (
              <span className="text-off">
                {' '}
                · {unlistedWords(book.book, unlisted, (sku) => itemAt(book.goods, sku)?.name ?? sku)}
              </span>
            )}
          </span>
        </span>
      </td>
    </tr>
  );
}

/** With which revision a channel was last told, and whether the book has been saved since. */
const sentWords = (told: { readonly revision: number } | null, revision: number): string =>
  told ? `last sent with revision ${told.revision}${told.revision < revision ? ', saved since' : ''}` : 'never sent';
