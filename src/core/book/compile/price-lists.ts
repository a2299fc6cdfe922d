import { type PriceList, readPriceList } from '../../carrier/index.ts';
import { type Problem, under } from '../../exact/index.ts';
import { type Place, parsePlace } from '../../places/index.ts';
import type { Book } from '../schema.ts';
import { type Noting, unknown } from './noting.ts';

/** The price lists of carriers; what services go by that is no list is noted. */
export function readPriceLists(body: Book, problems: Problem[], note: Noting): ReadonlyMap<string, PriceList> {
  const timeZone = body.markets[0]?.timeZone ?? 'UTC';
  const addresses = readAddresses(body, problems, note);
  const lists = new Map<string, PriceList>();
  for (const one of body.priceLists) {
    const read = readPriceList(one, timeZone, (stockPlace) => addresses.get(stockPlace) ?? null);
    if (read.ok) lists.set(one.id, read.value);
    else problems.push(...under(['priceLists', one.id], read.problems));
  }
  const known = body.priceLists.map(({ id }) => id);
  for (const service of body.services)
    service.lists.forEach(({ list }, i) => {
      if (!known.includes(list)) note(['services', service.id, 'lists', i], unknown('price list', list, known));
    });
  return lists;
}

/** Where stock places lie, by name. */
function readAddresses({ stockPlaces }: Book, problems: Problem[], note: Noting): ReadonlyMap<string, Place> {
  const addresses = new Map<string, Place>();
  const names = new Set<string>();
  for (const { id, name, place } of stockPlaces) {
    if (names.has(name))
      note(['stockPlaces', id, 'name'], { is: 'repeated', what: 'stock place', id: name, line: null });
    names.add(name);
    const read = place === null ? null : parsePlace(place);
    if (read?.ok) addresses.set(name, read.value);
    else if (read) problems.push(...under(['stockPlaces', id, 'place'], read.problems));
  }
  return addresses;
}
