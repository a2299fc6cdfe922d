import { alike, channelsOf, type Edit, valueAt } from '../../book/index.ts';
import type { Currency } from '../../exact/index.ts';
import { freshId } from '../keys.ts';
import { fieldChanges, laneChanges } from './changed.ts';
import {
  beside,
  inBook,
  inTerms,
  isBehind,
  isOneOfSeveral,
  offerFor,
  serviceOf,
  type Taking,
  wordFor,
  zoneOf,
  zonesIn,
} from './in-book.ts';
import { alikeButAmounts, allRestated, broughtHome, hasAmounts } from './money.ts';
import type { AdoptRow, Body, Difference, Thing } from './things.ts';

/** The edits by which the book has a thing as it is there; null where the book says it in another way. */
export function editsFor(
  taking: Taking,
  { what, path, body }: Thing,
  state: AdoptRow['state'],
  fields: readonly Difference[],
): readonly Edit[] | null {
  const { book } = taking;
  const at = inBook(taking, path);
  if (at === null) return null;
  const own = valueAt(book, at);
  const stands = own !== undefined;
  const id = path[1] ?? '';
  if (state === 'different') {
    if (!stands) return null;
    return what === 'lane' ? laneChanges(taking, at, body, fields) : fieldChanges(taking, at, own as Body, fields);
  }
  if (what === 'offer') {
    if (state === 'gone') return endedThere(taking, at[1] ?? '');
    return stands ? heldThere(taking, at[1] ?? '', body) : offerEdits(taking, id);
  }
  // Of what markets share, the one that goes before decides what there is.
  if (isBehind(taking)) return null;
  switch (what) {
    case 'lane':
      if (state === 'gone') return stands ? [{ path: at }] : null;
      return laneEdits(taking, path, at);
    case 'service':
      return state === 'new' ? serviceEdits(taking, id) : null;
    case 'zone':
      return state === 'new' && !stands ? zoneEdits(taking, [id]) : null;
    case 'template':
      return state === 'new' && !stands ? templateEdits(taking, id) : null;
  }
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
  // What its rate is in the template's own currency nobody says.
  if (taking.isTurned || beside(taking, served.currency) !== null) return null;
  return [
    ...zoneEdits(taking, [zone]),
    ...(served.zones.includes(own) ? [] : [{ path: ['templates', template, 'zones'], value: [...served.zones, own] }]),
    { path: at, value: lane },
  ];
}

function templateEdits(taking: Taking, id: string): Edit[] | null {
  const template = taking.there.book.templates.find((one) => one.id === id);
  if (!template || taking.isTurned) return null;
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
  const value = { ...template, zones, lanes, currency: beside(taking) };
  return [...zoneEdits(taking, served), { path: ['templates', id], value }];
}

/** An offer that holds at the channel alone, with the goods it is on, its zones, and those it competes with there. */
function offerEdits(taking: Taking, id: string): Edit[] | null {
  const { book, dialect, there } = taking;
  const fresh = there.book.offers.filter((one) => !book.offers.some((own) => own.id === offerFor(taking, one.id)));
  const offer = fresh.find((one) => one.id === id);
  const zones = offer ? zonesIn(taking, offer.zones) : 'none';
  if (!offer || zones === 'none' || (taking.isTurned && hasAmounts(offer))) return null;
  const rivals = there.book.eitherOr
    .flatMap((group) => (group.offers.includes(id) ? group.offers.map((one) => offerFor(taking, one)) : []))
    .filter((one) => book.offers.some((own) => own.id === one));
  // A number by which it is known there stays, where no other offer has it.
  const keeps = there.named.numberOf(id) !== null && book.offers.every((one) => one.number !== offer.number);
  const number = keeps ? offer.number : book.numbered + 1 + fresh.indexOf(offer);
  const goods = ('goods' in offer.benefit ? offer.benefit.goods : null) ?? offer.goods;
  const selection = there.book.selections.find((one) => one.id === goods);
  const known = book.selections.find(
    (one) => one.id === selection?.id && alike(one.takes, selection.takes) && alike(one.except, selection.except),
  );
  const own = known ?? (selection && { ...selection, id: freshId(selection.id, book.selections) });
  /** On the selection as the book has it. */
  const onOwn = <T extends object>(one: T): T =>
    own && 'goods' in one && one.goods !== null ? { ...one, goods: own.id } : one;
  const placed = onOwn({
    ...offer,
    zones,
    benefit: inBookAmounts(taking, inTerms(taking, onOwn(offer.benefit))),
    asks: inBookAmounts(taking, offer.asks.map(onOwn)),
  });
  const markets = isOneOfSeveral(taking) ? [taking.market.id] : null;
  return [
    ...zoneEdits(taking, offer.zones ?? []),
    ...(own && !known ? [{ path: ['selections', own.id], value: own }] : []),
    { path: ['numbered'], value: Math.max(book.numbered + (keeps ? 0 : fresh.length), number) },
    {
      path: ['offers', id],
      value: { ...placed, number, markets, channels: [dialect.id] },
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

/** Amounts as the book is written: in its own currency about the same, and exactly in the channel's. */
function inBookAmounts(taking: Taking, value: unknown): unknown {
  const currency = beside(taking);
  const [home] = taking.book.markets;
  const rate = taking.book.exchange.find((one) => one.from === home?.currency && one.to === currency)?.rate;
  if (currency === null || home === undefined || rate === undefined) return value;
  return broughtHome(value, { currency, home: home.currency as Currency, rate });
}

/** An offer of the book that holds in other markets of the same channel, and there in this one as well. */
function heldThere(taking: Taking, id: string, body: Body): Edit[] | null {
  const { book, dialect, market } = taking;
  const own = book.offers.find((one) => one.id === id);
  if (!own?.markets || own.markets.includes(market.id) || !own.channels?.includes(dialect.id)) return null;
  const fields = ['benefit', 'asks'] as const;
  const there = { benefit: inTerms(taking, body.benefit), asks: inTerms(taking, body.asks) };
  if (taking.isTurned && hasAmounts(own)) return null;
  if (!fields.every((field) => alikeButAmounts(own[field], there[field]))) return null;
  const currency = beside(taking);
  return [
    { path: ['offers', id, 'markets'], value: [...own.markets, market.id] },
    ...(currency === null || !hasAmounts(own)
      ? []
      : fields.map((field) => ({
          path: ['offers', id, field],
          value: allRestated(own[field], there[field], currency),
        }))),
  ];
}

/**
 * An offer that a channel has no more is not meant there; one that was meant there alone rests. One that another market
 * of the same channel may have still is not meant in this market, where that takes it from no other channel.
 */
function endedThere(taking: Taking, id: string): Edit[] | null {
  const { book, dialect, market } = taking;
  const offer = book.offers.find((one) => one.id === id);
  if (!offer) return null;
  const others = (offer.channels ?? channelsOf(book)).filter((one) => one !== dialect.id);
  const markets = (offer.markets ?? book.markets.map((one) => one.id)).filter((one) => one !== market.id);
  if (isBehind(taking) && markets.length > 0)
    return others.some((one) => one in book.channels) ? null : [{ path: ['offers', id, 'markets'], value: markets }];
  return others.length === 0
    ? [{ path: ['offers', id, 'state'], value: 'paused' }]
    : [{ path: ['offers', id, 'channels'], value: others }];
}
