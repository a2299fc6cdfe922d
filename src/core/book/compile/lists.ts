import { isCurrency } from '../../exact/index.ts';
import type { Book } from '../schema.ts';
import type { Noting } from './noting.ts';

/** What is wrong with the book's lists by themselves: names twice, rates of nothing, ends before starts. */
export function listsHold(body: Book, note: Noting): void {
  doublesOf(body, note);
  for (const one of body.exchange) {
    for (const currency of [one.from, one.to])
      if (!isCurrency(currency)) note(['exchange', one.id], { is: 'malformed', text: currency, form: 'currency' });
    if (Number(one.rate) === 0) note(['exchange', one.id, 'rate'], { is: 'zero', of: 'exchange rate' });
  }
  for (const { id, from, until } of body.events)
    if (until < from) note(['events', id, 'until'], { is: 'backwards', from, to: until });
  for (const { id, days } of body.services)
    if (days[1] < days[0])
      note(['services', id, 'days'], { is: 'backwards', from: String(days[0]), to: String(days[1]) });
}

function doublesOf(body: Book, note: Noting): void {
  const lists = {
    markets: body.markets,
    exchange: body.exchange,
    taxes: body.taxes,
    services: body.services,
    zones: body.zones,
    selections: body.selections,
    boxes: body.boxes,
    segments: body.segments,
    eitherOr: body.eitherOr,
    events: body.events,
    stockPlaces: body.stockPlaces,
    priceLists: body.priceLists,
  };
  for (const [kind, list] of Object.entries({
    ...lists,
    templates: body.templates,
    mixing: body.mixing,
    offers: body.offers,
    pinned: body.pinned,
  })) {
    const seen = new Set<string>();
    for (const { id } of list) {
      if (seen.has(id)) note([kind, id], { is: 'repeated', what: 'thing', id, line: null });
      seen.add(id);
    }
  }
  const ways = new Set<string>();
  for (const one of body.exchange) {
    if (ways.has(`${one.from} ${one.to}`))
      note(['exchange', one.id], { is: 'repeated', what: 'exchange rate', id: `${one.from} ${one.to}`, line: null });
    ways.add(`${one.from} ${one.to}`);
  }
}
