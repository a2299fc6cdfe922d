import { alike, type Book, channelsOf, type Edit, editTo, valueAt } from '../../book/index.ts';
import { keysOf } from '../keys.ts';
import { inBook, inTerms, offerFor, serviceOf, type Taking, wordFor, zoneOf, zonesIn } from './in-book.ts';
import { type AdoptRow, type Body, type Difference, type Thing, testedAs } from './things.ts';

/** The edits by which the book has a thing as it is there; null where the book says it in another way. */
export function editsFor(
  taking: Taking,
  { what, path, body }: Thing,
  state: AdoptRow['state'],
  fields: readonly Difference[],
): readonly Edit[] | null {
  const { book } = taking;
  const at = inBook(taking, path);
  const own = at === null ? undefined : valueAt(book, at);
  if (at === null) return null;
  const stands = own !== undefined;
  const id = path[1] ?? '';
  if (state === 'different' && what === 'lane') return stands ? laneChanges(book, at, body, fields) : null;
  if (state === 'different') return stands ? fieldChanges(taking, at, own as Body, fields) : null;
  switch (what) {
    case 'lane':
      if (state === 'gone') return stands ? [{ path: at }] : null;
      return laneEdits(taking, path, at);
    case 'offer':
      return state === 'gone' ? endedThere(taking, at[1] ?? '') : stands ? null : offerEdits(taking, id);
    case 'service':
      return state === 'new' ? serviceEdits(taking, id) : null;
    case 'zone':
      return state === 'new' && !stands ? zoneEdits(taking, [id]) : null;
    case 'template':
      return state === 'new' && !stands ? templateEdits(taking, id) : null;
  }
}

/** A thing's fields as they are there: nothing where the book does not have one of them as the channel is told it. */
function fieldChanges(
  taking: Taking,
  at: readonly string[],
  own: Body,
  fields: readonly Difference[],
): readonly Edit[] | null {
  const edits = fields.map(({ field, here, there }): Edit | null => {
    const value = fieldAs(taking, at, field, own[field], here, there);
    return value === undefined ? null : editTo([...at, field], value);
  });
  return edits.every((edit) => edit !== null) ? edits : null;
}

/** What a field of the book is to be for the channel to have it as it has; undefined where that is not known. */
function fieldAs(
  taking: Taking,
  [list]: readonly string[],
  field: string,
  own: unknown,
  here: unknown,
  there: unknown,
): unknown {
  // Of places a channel may be told in another way than the book has them.
  if (list === 'zones' && field !== 'name') return alike(own, here) ? there : undefined;
  if (list !== 'offers') return there;
  if (field === 'zones') {
    const zones = zonesIn(taking, there as readonly string[] | null);
    return zones === 'none' ? undefined : zones;
  }
  // What an offer is on is called there by what all offers are on.
  if (field === 'goods') return undefined;
  if (field !== 'benefit' && field !== 'asks') return there;
  return changedIn(own, inTerms(taking, here), inTerms(taking, there));
}

/**
 * What the book has, with what differs there: a benefit or conditions that the channel is told more plainly stay else
 * as they are. Undefined where what differs is not in the book as it is told, or names goods.
 */
function changedIn(own: unknown, here: unknown, there: unknown): unknown {
  if (alike(here, there)) return own;
  if (isTold(own, here)) return there;
  if (Array.isArray(own) && Array.isArray(here) && Array.isArray(there)) {
    if (own.length !== here.length || here.length !== there.length) return undefined;
    const all = there.map((one, i) => changedIn(own[i], here[i], one));
    return all.includes(undefined) ? undefined : all;
  }
  const [mine, told, found] = [own, here, there] as Body[];
  if (!isBody(mine) || !isBody(told) || !isBody(found)) return undefined;
  const changed = Object.keys(found)
    .filter((key) => !alike(told[key], found[key]))
    .map((key) => [key, key === 'goods' ? undefined : changedIn(mine[key], told[key], found[key])] as const);
  return changed.some(([, value]) => value === undefined) ? undefined : { ...mine, ...Object.fromEntries(changed) };
}

const isBody = (one: unknown): one is Body => typeof one === 'object' && one !== null;

/** Whether the book has what a channel is told: figures may be written otherwise. */
const isTold = (own: unknown, here: unknown): boolean =>
  alike(own, here) ||
  (typeof own === 'string' && typeof here === 'string' && own !== '' && Number(own) === Number(here));

/** What of a lane is told as one: fees with the rate, bounds by where its steps end. */
const ofRate = ['rate', 'fees', 'bounds', 'values'];

/**
 * A lane as it is there. A threshold may be told by the rate too, as one of its own group by steps: then both are
 * taken; else what does not differ stays as the book has it, which the channel may have been told more plainly.
 */
function laneChanges(book: Book, at: readonly string[], there: Body, fields: readonly Difference[]): Edit[] {
  const own = (valueAt(book, at) ?? {}) as Body;
  const here: Body = { ...there, ...Object.fromEntries(fields.map((one) => [one.field, one.here])) };
  const isBySelf = (own.freeFrom === null) === (here.freeFrom === null);
  const differ = fields.map(({ field }) => field);
  const rate = !isBySelf || differ.some((field) => ofRate.includes(field)) ? ofRate : [];
  const taken = testedAs(own, there);
  return [...new Set([...differ, ...rate, ...(isBySelf ? [] : ['freeFrom'])])].flatMap((field) =>
    alike(own[field], taken[field]) ? [] : [{ path: [...at, field], value: taken[field] }],
  );
}

/** Zones of the channel that the book does not have yet. */
const zoneEdits = (taking: Taking, ids: readonly string[]): Edit[] =>
  taking.there.book.zones
    .filter(
      ({ id }) => ids.includes(id) && zoneOf(taking, id) === id && !taking.book.zones.some((zone) => zone.id === id),
    )
    .map((zone) => ({ path: ['zones', zone.id], value: zone }));

/** A service and what the channel calls it. */
function serviceEdits(taking: Taking, id: string): Edit[] | null {
  const { book, dialect, there } = taking;
  const service = there.book.services.find((one) => one.id === id);
  if (!service || book.services.some((one) => one.id === id)) return null;
  return [
    { path: ['services', id], value: service },
    { path: ['channels', dialect.id, 'speeds', id], value: wordFor(taking, id) },
  ];
}

function laneEdits(taking: Taking, path: readonly string[], at: readonly string[]): Edit[] | null {
  const [, template = '', , zone = '', service = ''] = path;
  const own = at[3] ?? zone;
  const served = taking.book.templates.find(({ id }) => id === template);
  const lane = taking.there.book.templates.find(({ id }) => id === template)?.lanes[zone]?.[service];
  if (!served || !lane || !taking.book.services.some(({ id }) => id === at[4])) return null;
  return [
    ...zoneEdits(taking, [zone]),
    ...(served.zones.includes(own) ? [] : [{ path: ['templates', template, 'zones'], value: [...served.zones, own] }]),
    { path: at, value: lane },
  ];
}

function templateEdits(taking: Taking, id: string): Edit[] | null {
  const template = taking.there.book.templates.find((one) => one.id === id);
  if (!template) return [];
  const served = template.zones.filter((zone) => template.lanes[zone]);
  const zones = zonesIn(taking, served);
  if (zones === null || zones === 'none') return null;
  const lanes = Object.fromEntries(
    served.map((zone, i) => [
      zones[i],
      Object.fromEntries(
        Object.entries(template.lanes[zone] ?? {}).map(([speed, lane]) => [serviceOf(taking, speed), lane]),
      ),
    ]),
  );
  return [...zoneEdits(taking, served), { path: ['templates', id], value: { ...template, zones, lanes } }];
}

/** An offer that holds at the channel alone, with the goods it is on, its zones, and those it competes with there. */
function offerEdits(taking: Taking, id: string): Edit[] | null {
  const { book, dialect, there } = taking;
  const fresh = there.book.offers.filter((one) => !book.offers.some((own) => own.id === offerFor(taking, one.id)));
  const offer = fresh.find((one) => one.id === id);
  const zones = offer ? zonesIn(taking, offer.zones) : 'none';
  if (!offer || zones === 'none') return null;
  const rivals = there.book.eitherOr
    .flatMap((group) => (group.offers.includes(id) ? group.offers.map((one) => offerFor(taking, one)) : []))
    .filter((one) => book.offers.some((own) => own.id === one));
  // A number by which it is known there stays, where no other offer has it.
  const keeps = there.named.numberOf(id) !== null && book.offers.every((one) => one.number !== offer.number);
  const number = keeps ? offer.number : book.numbered + 1 + fresh.indexOf(offer);
  const goods = ('goods' in offer.benefit ? offer.benefit.goods : null) ?? offer.goods;
  const selection = there.book.selections.find((one) => one.id === goods);
  const own = selection && { ...selection, id: freshId(selection.id, book.selections) };
  /** On the selection as the book has it. */
  const onOwn = <T extends object>(one: T): T =>
    own && 'goods' in one && one.goods !== null ? { ...one, goods: own.id } : one;
  const placed = onOwn({
    ...offer,
    zones,
    benefit: inTerms(taking, onOwn(offer.benefit)),
    asks: offer.asks.map(onOwn),
  });
  return [
    ...zoneEdits(taking, offer.zones ?? []),
    ...(own ? [{ path: ['selections', own.id], value: own }] : []),
    { path: ['numbered'], value: Math.max(book.numbered + (keeps ? 0 : fresh.length), number) },
    {
      path: ['offers', id],
      value: { ...placed, number, channels: [dialect.id] },
    },
    ...(rivals.length === 0
      ? []
      : [
          {
            path: ['eitherOr', freshId(`with-${id}`.slice(0, 40), book.eitherOr)],
            value: {
              id: freshId(`with-${id}`.slice(0, 40), book.eitherOr),
              name: offer.title,
              of: 'order',
              offers: [...new Set([...rivals, id])],
            },
          },
        ]),
  ];
}

const freshId = (wanted: string, taken: readonly { readonly id: string }[]): string => {
  const keyFor = keysOf(40);
  for (const { id } of taken) keyFor(id);
  return keyFor(wanted);
};

/** An offer that a channel has no more is not meant there; one that was meant there alone rests. */
function endedThere({ book, dialect }: Taking, id: string): Edit[] | null {
  const offer = book.offers.find((one) => one.id === id);
  if (!offer) return null;
  const others = (offer.channels ?? channelsOf(book)).filter((one) => one !== dialect.id);
  return others.length === 0
    ? [{ path: ['offers', id, 'state'], value: 'paused' }]
    : [{ path: ['offers', id, 'channels'], value: others }];
}
