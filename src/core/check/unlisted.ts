import { type ChannelId, type CompiledBook, channelIds, type Ready } from '../book/index.ts';
import { conditionKindOf, lies, type Offer, type Part, partOf } from '../offers/index.ts';

/** An offer that holds in a channel which lists none of the goods it is for or asks for, or not its gift. */
export interface Unlisted {
  readonly offer: string;
  readonly channel: ChannelId;
  readonly what: 'goods' | 'gift';
  /** The gift, or the first of the goods. */
  readonly sku: string;
  /** How many goods they are. */
  readonly goods: number;
}

/** Offers that a channel's shoppers cannot have, as what they stand on is not listed there. */
export function unlistedOffers(book: CompiledBook, goods: readonly Ready[]): Unlisted[] {
  const bySku = new Map(goods.map((item) => [item.sku, item]));
  const goodsOf = new Map<Part, readonly Ready[]>();
  const inPart = (part: Part) => {
    const found = goodsOf.get(part) ?? goods.filter((item) => lies(item, part));
    goodsOf.set(part, found);
    return found;
  };
  return book.offers.flatMap((offer) => {
    const gift = offer.kind.sort === 'gift' ? bySku.get(offer.kind.gift(offer.benefit).sku) : undefined;
    return channelIds.flatMap((channel): Unlisted[] => {
      if (offer.channels && !offer.channels.has(channel)) return [];
      if (gift?.notListed.includes(channel))
        return [{ offer: offer.id, channel, what: 'gift', sku: gift.sku, goods: 1 }];
      const part = partsOf(offer).find((one) => inPart(one).every((item) => item.notListed.includes(channel)));
      const [first] = part === undefined ? [] : inPart(part);
      return part === undefined || !first
        ? []
        : [{ offer: offer.id, channel, what: 'goods', sku: first.sku, goods: inPart(part).length }];
    });
  });
}

/** The selections without goods of which an offer does nothing. */
const partsOf = (offer: Offer): Part[] => [
  ...new Set([
    ...[partOf(offer), offer.needs].filter((part) => part !== null),
    ...offer.conditions.map((one) => conditionKindOf(one).need(one).part),
  ]),
];
