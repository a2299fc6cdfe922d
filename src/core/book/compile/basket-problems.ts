import { isCurrency, kept, type Problem, type Thing } from '../../exact/index.ts';
import { parsePlace } from '../../places/index.ts';
import { type Basket, type Book, channelsOf } from '../schema.ts';
import { unknown } from './noting.ts';

/** What of a basket the book does not know: places that are none, markets, channels, segments, offers. */
export function basketProblems(body: Book, basket: Basket): Problem[] {
  const problems: Problem[] = [];
  kept(parsePlace(basket.place), ['place'], problems, null);
  if (basket.billing !== null) kept(parsePlace(basket.billing), ['billing'], problems, null);
  const known = (at: Problem['at'], id: string | null, ids: readonly string[], what: Thing) => {
    if (id !== null && !ids.includes(id)) problems.push({ at, ...unknown(what, id, ids) });
  };
  known(
    ['market'],
    basket.market,
    body.markets.map((one) => one.id),
    'market',
  );
  known(['channel'], basket.channel, channelsOf(body), 'channel');
  known(
    ['segment'],
    basket.segment,
    body.segments.map((one) => one.id),
    'segment',
  );
  const offers = body.offers.map((one) => one.id);
  for (const [offer, spent] of Object.entries(basket.spent)) {
    known(['spent', offer], offer, offers, 'offer');
    spent.rows.forEach((row, i) => {
      known(['spent', offer, 'rows', i, 'channel'], row.channel, channelsOf(body), 'channel');
    });
  }
  for (const [i, row] of basket.carrier.entries())
    if (row.currency !== null && !isCurrency(row.currency))
      problems.push({ at: ['carrier', i, 'currency'], is: 'malformed', text: row.currency, form: 'currency' });
  return problems;
}
