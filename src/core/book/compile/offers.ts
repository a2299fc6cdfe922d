import { manifests } from '#manifests';
import { type Manifest, settingsOf } from '../../channels/manifest.ts';
import type { Conversion, Currency, Problem, Thing } from '../../exact/index.ts';
import { under } from '../../exact/index.ts';
import type { Selection } from '../../goods/index.ts';
import { benefitKindOf, type Offer, type OfferBody, type Part, readOffer } from '../../offers/index.ts';
import type { ReadyMarket } from '../market.ts';
import { type Book, channelsOf } from '../schema.ts';
import { type Noting, unknown } from './noting.ts';

/**
 * Offers that are meant, and the selections that they or channels' settings ask about, each at its place as a part.
 */
export function readOffers(
  body: Book,
  {
    written,
    market,
    conversion,
    selections,
    problems,
    note,
  }: {
    readonly written: Currency;
    readonly market: ReadyMarket;
    readonly conversion: Conversion | null;
    readonly selections: ReadonlyMap<string, Selection>;
    readonly problems: Problem[];
    readonly note: Noting;
  },
): { offers: Offer[]; parts: Selection[] } {
  const parts: Selection[] = [];
  const partOf = (id: string): Part | undefined => {
    const selection = selections.get(id);
    if (selection && !parts.includes(selection)) parts.push(selection);
    return selection && parts.indexOf(selection);
  };
  const context = { currency: written, market: market.currency, conversion, partOf };
  const offers = body.offers.flatMap((offer, order): Offer[] => {
    const result = readOffer(offer, order, context);
    if (!result.ok) problems.push(...under(['offers', offer.id], result.problems));
    namesHold(body, offer, note);
    numberHolds(body, offer, order, note);
    return result.ok && offer.state === 'meant' ? [result.value] : [];
  });
  const known = new Set(body.offers.map((one) => one.id));
  for (const group of body.eitherOr)
    for (const id of group.offers)
      if (!known.has(id)) note(['eitherOr', group.id, 'offers'], unknown('offer', id, known));
  for (const manifest of manifests.all as readonly Manifest[])
    for (const [path, selection] of manifest.selections?.(settingsOf(body, manifest)) ?? [])
      if (selection !== null && partOf(selection) === undefined)
        note(['channels', manifest.id, ...path], unknown('selection', selection, selections.keys()));
  return { offers, parts };
}

/** Whether the book has what an offer names. */
function namesHold(body: Book, offer: OfferBody, note: Noting): void {
  const named = (field: string, ids: readonly string[] | null, known: readonly string[], what: Thing) => {
    for (const id of ids ?? []) if (!known.includes(id)) note(['offers', offer.id, field], unknown(what, id, known));
  };
  const idsOf = (list: readonly { readonly id: string }[]) => list.map((one) => one.id);
  const channels = channelsOf(body);
  const { budget } = offer.limits;
  named('zones', offer.zones, idsOf(body.zones), 'zone');
  named('markets', offer.markets, idsOf(body.markets), 'market');
  named('channels', offer.channels, channels, 'channel');
  named('limits', budget?.split ? Object.keys(budget.split) : null, channels, 'channel');
  named('segments', offer.segments, idsOf(body.segments), 'segment');
  named('benefit', benefitKindOf(offer.benefit).names(offer.benefit).services ?? null, idsOf(body.services), 'service');
}

/** Whether an offer's number is its own, and among those given out. */
function numberHolds(body: Book, { id, number }: OfferBody, order: number, note: Noting): void {
  const twin = body.offers.findIndex((one) => one.number === number);
  if (twin < order) note(['offers', id, 'number'], { is: 'number taken', number, by: body.offers[twin]?.id ?? '' });
  else if (number > body.numbered)
    note(['offers', id, 'number'], { is: 'number too high', number, highest: body.numbered });
}
