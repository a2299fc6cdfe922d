import { Link } from 'react-router';
import { missingWords, money, serviceName, stepWords } from '../../../words/index.ts';
import { usePlaces } from '../../app/rooms.ts';
import type { OpenBook } from '../../data/book.ts';
import type { Sided } from '../../engine/quick.ts';

type Service = Sided['services'][number];

/** How the intended answer of a service comes about, each step a link to what of the book says it. */
export function Steps({ book, sided, service }: { book: OpenBook; sided: Sided; service: Service }) {
  const placeOf = usePlaces();
  const { market } = sided;
  const choice = sided.answer.choices.find((one) => one.service === service.service);
  const why = sided.answer.missing.find((one) => one.service === service.service);
  if (service.steps.length === 0) return <p className="mt-2">{why ? missingWords(book.book, why) : '…'}</p>;
  return (
    <table className="ruled mt-2">
      <tbody>
        {service.steps.map((step) => {
          const { words: text, amount } = stepWords(book.book, step, market);
          const to = placeOf(step.at)?.to;
          return (
            <tr
              key={`${step.step} ${text}`}
              className={step.step === 'unused' ? 'muted' : step.step === 'pays' ? 'font-semibold' : ''}
            >
              <td>
                {to ? (
                  <Link className="underline decoration-base-300 underline-offset-2 hover:decoration-primary" to={to}>
                    {text}
                  </Link>
                ) : (
                  text
                )}
              </td>
              <td className="figure">{amount !== null && money(amount, market)}</td>
            </tr>
          );
        })}
        {choice && (
          <tr className="font-semibold">
            <td>Goods and delivery, in all</td>
            <td className="figure">{money(choice.pays, market)}</td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

/** Services that are not offered, each with why and where that stands in the book. */
export function NotOffered({ book, sided }: { book: OpenBook; sided: Sided }) {
  const placeOf = usePlaces();
  const { missing } = sided.answer;
  if (missing.length === 0) return null;
  return (
    <>
      <h2 className="mt-5">Not offered</h2>
      {missing.map((one) => {
        const place = placeOf(one.at);
        return (
          <p key={one.service} className="border-t border-base-300 py-1.5">
            {serviceName(book.book, one.service)}:{' '}
            <span className="muted">
              {missingWords(book.book, one)}{' '}
              {place && (
                <Link className="quiet" to={place.to}>
                  {place.words}
                </Link>
              )}
            </span>
          </p>
        );
      })}
    </>
  );
}
