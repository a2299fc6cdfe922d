import type { OfferBody } from '../../../core/offers/index.ts';
import type { Deciding } from '../../../core/plan/index.ts';
import { decidingWords, money } from '../../../words/index.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';

/** What an offer does to the pinned baskets, and the basket it decides. */
export function WhatItDoes({
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
  const pinned = useEngine((engine) => engine.pinned(moment), [moment]);
  return (
    <>
      <h2>Pinned baskets with it</h2>
      <table className="ruled mt-2">
        <tbody>
          {book.book.pinned.map((basket) => {
            const answer = pinned?.find((one) => one.id === basket.id);
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
