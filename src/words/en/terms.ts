import type { Book } from '../../core/book/index.ts';
import type { OfferBody } from '../../core/offers/index.ts';
import { windowDays } from '../../core/plan/index.ts';
import { benefitWordsOf } from './benefits/index.ts';
import { counts } from './figures.ts';
import { inARow } from './list.ts';
import { serviceInText } from './names.ts';

const long = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' });
/** A day in full: 29 November 2026. */
const dayWords = (day: string): string => long.format(new Date(`${day}T00:00Z`));

/** Terms that say what the rule does, in plain words; at most 500 letters. */
export function proposedTerms(book: Book, offer: OfferBody): string {
  const { starts, ends } = windowDays(offer.window);
  const currency = book.markets[0]?.currency ?? '';
  const goods = (id: string | null, all: string) =>
    id === null ? all : (book.selections.find((one) => one.id === id)?.name ?? id);
  const about = { currency, goods, service: (id: string) => serviceInText(book, id) };
  const parts = [benefitWordsOf(offer.benefit).terms(offer.benefit, about)];
  for (const ask of offer.asks)
    parts.push(
      ask.over === 'units'
        ? `when you buy at least ${ask.units} of ${goods(ask.goods, 'our goods')}`
        : [
            `on ${ask.goods === null ? 'orders' : `${goods(ask.goods, '')} worth`} from ${currency} ${ask.value}`,
            ...(ask.test === 'after' ? ['after discounts'] : []),
          ].join(' '),
    );
  if (offer.code)
    parts.push(
      offer.code.is === 'shared'
        ? `with the code ${offer.code.code}`
        : offer.code.is === 'link'
          ? 'through our link'
          : 'with a code of your own, good once',
    );
  if (offer.segments)
    parts.push(
      `for ${offer.segments.map((id) => book.segments.find((one) => one.id === id)?.name ?? id).join(' and ')}`,
    );
  if (offer.zones)
    parts.push(`to ${inARow(offer.zones.map((id) => book.zones.find((zone) => zone.id === id)?.name ?? id))}`);
  if (starts) parts.push(`from ${dayWords(starts)}`);
  if (ends) parts.push(`until ${dayWords(ends)}`);
  const { uses, each, most, budget } = offer.limits;
  const limits = [
    most && `At most ${currency} ${most.amount} an order.`,
    each !== null && `${each === 1 ? 'Once' : `${each} times`} a customer.`,
    uses !== null && `For the first ${uses === 1 ? 'order' : counts(uses, 'order')}.`,
    budget !== null && 'While the budget lasts.',
    ...book.eitherOr
      .filter((group) => group.offers.includes(offer.id))
      .map((group) => excludedWords(book, offer, group)),
  ].filter(Boolean);
  return [`${parts.join(', ')}.`, ...limits].join(' ').slice(0, 500);
}

/** That only one offer of a group acts, as terms say it: the others by name, up to four. */
function excludedWords(book: Book, offer: OfferBody, group: Book['eitherOr'][number]): string | false {
  const others = book.offers.filter((one) => one.id !== offer.id && group.offers.includes(one.id));
  if (others.length === 0) return false;
  return others.length <= 4
    ? `Not together with ${others.map((one) => one.title).join(' or ')}.`
    : 'Not together with some other offers.';
}
