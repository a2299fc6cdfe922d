import type { Book } from '../../core/book/index.ts';
import type { Example, Losing, Meeting, Run } from '../../core/plan/index.ts';
import { counted, money, type Tender } from './figures.ts';
import { inARow } from './list.ts';
import { offerTitle, serviceName, zoneName } from './names.ts';

/** What an offer meets: the other's title, or a lane with its threshold. */
export const secondName = (book: Book, { second }: Meeting, tender: Tender): string =>
  second.is === 'offer'
    ? offerTitle(book, second.offer)
    : [
        `${serviceName(book, second.service)} to ${zoneName(book, second.zone)}`,
        `free from ${money(second.freeFrom, tender)} by itself`,
      ].join(', ');

const apartWords = {
  times: 'they never run at the same time',
  places: 'no place has both',
  markets: 'no market has both',
  channels: 'no channel has both',
  customers: 'no customer has both',
  services: 'no service has both',
} as const;

/** What happens when two meet. */
export function relationWords(book: Book, { relation, first, second }: Meeting, tender: Tender): string {
  switch (relation.is) {
    case 'never':
      return `Never meet: ${apartWords[relation.why]}.`;
    case 'together':
      return 'Both act.';
    case 'competes': {
      const runs = relation.runs.filter((run) => run.acts !== 'none');
      if (runs.length === 0) return 'At most one acts; none of the baskets tried has either.';
      const names = {
        first: offerTitle(book, first.offer),
        second: second.is === 'offer' ? offerTitle(book, second.offer) : 'the lane’s threshold',
        both: 'both',
        none: '',
      };
      const say = (amount: number) => money(amount, tender);
      const span = (run: Run) => (run.from === run.to ? say(run.from) : `${say(run.from)} to ${say(run.to)}`);
      const groups = inARow(relation.groups.map((id) => `“${book.eitherOr.find((one) => one.id === id)?.name ?? id}”`));
      const why = second.is === 'offer' ? `Both are in ${groups}, so at most one acts` : 'They get in each other’s way';
      const told = runs.slice(0, 5).map((run) => `${span(run)} ${names[run.acts]}`);
      return `${why}: ${told.join('; ')}${runs.length > 5 ? ' …' : ''}.`;
    }
  }
}

/** What past orders lose by it, in a few words. */
export function losingWords({ orders, loss, gifts }: Losing, tender: Tender): string {
  if (orders === 0) return '0';
  if (loss === 0) return `${counted(gifts)} lose a gift`;
  return `${counted(orders)} lose ${money(loss, tender)}`;
}

/** A basket in a line. */
export function basketWords({ lines, place, codes, value }: Example, tender: Tender): string {
  const goods = lines.map((line) => `${line.units} × ${line.sku}`).join(', ');
  const entered = codes.length > 0 ? ` with ${inARow(codes)}` : '';
  return `${goods} to ${place}${entered}, worth ${money(value, tender)}`;
}
