import type { ChannelId, CompiledBook } from '../book/index.ts';
import { apartBy, isFor, isPlain, type Listed, type Rendition, stated } from '../channels/index.ts';
import { type Instant, minor, mondayOf } from '../exact/index.ts';
import type { Offer } from '../offers/index.ts';
import { anybody, type Line, meetingBaskets, type Question, type Spent } from '../quote/index.ts';
import type { CarrierAt } from './channel.ts';
import type { ClassOfBasket, Corner } from './classes.ts';
import type { Region } from './regions.ts';

/** How the corners of real baskets are made for a part of the map: of goods that stand apart, and of offers. */
export function realCorners(
  book: CompiledBook,
  goods: readonly Listed[],
  said: Rendition['said'],
  now: Instant,
  channel: ChannelId,
  carrierAt: CarrierAt,
): (region: Region) => Corner[] {
  const standard = goods.filter((item) => apartBy(book, item) === null);
  const apart = apartBaskets(book, goods);
  return (region) => [
    ...apart.map(
      ({ by, ...basket }): Corner =>
        cornerOf({ is: 'apart', by }, basket, {
          lines: basket.lines,
          place: region.part.place,
          codes: [],
          moment: now,
          carrier: carrierAt(now),
          shopper: { ...anybody, channel },
        }),
    ),
    ...offerCorners(book, goods, standard, said, region, now, channel).map(
      (corner): Corner => ({
        ...corner,
        question: { ...corner.question, carrier: carrierAt(corner.question.moment) },
      }),
    ),
  ];
}

/** A real basket, its list value and its mass. */
interface RealBasket {
  readonly lines: readonly Line[];
  readonly value: number;
  readonly mass: number | null;
}

/** Null where it lies beyond the stated bounds. */
function basketOf(lines: readonly Line[]): RealBasket | null {
  const value = lines.reduce((sum, { item, units }) => sum + item.price * units, 0);
  const mass = lines.reduce<number | null>(
    (sum, { item, units }) => (sum === null || item.mass === null ? null : sum + item.mass * units),
    0,
  );
  return value > stated.value || (mass ?? 0) > stated.mass ? null : { lines, value, mass };
}

const cornerOf = (klass: ClassOfBasket, { value, mass }: RealBasket, question: Question): Corner => ({
  class: klass,
  question,
  value: { from: value, to: value },
  mass: mass === null ? null : { from: mass, to: mass },
});

/** Baskets of the goods that stand apart, one item for all that are treated alike: one, two and five units. */
function apartBaskets(
  book: CompiledBook,
  goods: readonly Listed[],
): (RealBasket & { by: NonNullable<ReturnType<typeof apartBy>> })[] {
  const kinds = new Map<string, { item: Listed; by: NonNullable<ReturnType<typeof apartBy>> }>();
  for (const item of goods) {
    const by = apartBy(book, item);
    const key = [
      item.template.id,
      item.serves,
      item.own ? item.sku : '',
      item.handling?.each,
      item.handling?.waivable,
      item.origin,
      item.ownKind,
      by === 'dated' ? item.sku : '',
    ].join(' ');
    if (by && !kinds.has(key)) kinds.set(key, { item, by });
  }
  return [...kinds.values()].flatMap(({ item, by }) =>
    [1, 2, 5].flatMap((units) => {
      const basket = basketOf([{ item, units }]);
      return basket ? [{ ...basket, by }] : [];
    }),
  );
}

/** Real baskets that meet offers which no format says, and ones in which offers with limits are used up. */
function offerCorners(
  book: CompiledBook,
  goods: readonly Listed[],
  standard: readonly Listed[],
  said: Rendition['said'],
  region: Region,
  now: Instant,
  channel: ChannelId,
): Corner[] {
  return book.offers.flatMap((offer): Corner[] => {
    const plain = said.has(offer.id) && isPlain(offer);
    if (!isFor(book, offer, channel)) return [];
    if (
      (offer.zones && (region.zone === null || !offer.zones.has(region.zone))) ||
      (plain && !isLimited(offer, said.get(offer.id)))
    )
      return [];
    const moment = Math.max(now, offer.from ?? now);
    if (offer.until !== null && moment >= offer.until) return [];
    // Of goods that stand apart only where no others meet it: they differ by themselves.
    const whole = meetingBaskets(offer, standard, region.part.place, moment);
    return (whole.length > 0 ? whole : meetingBaskets(offer, goods, region.part.place, moment)).flatMap(
      ({ shopper, ...question }): Corner[] => {
        const basket = basketOf(question.lines);
        if (!basket) return [];
        const spent = plain ? new Map([[offer.id, usedUp(offer, channel, moment)]]) : shopper.spent;
        return [
          cornerOf({ is: 'offer', offer: offer.id, state: plain ? 'used up' : 'fresh' }, basket, {
            ...question,
            shopper: { ...shopper, channel, spent },
          }),
        ];
      },
    );
  });
}

/** An offer that has nothing left to give. */
function usedUp({ limits, zone }: Offer, channel: ChannelId, moment: Instant): Spent {
  const share = limits.budget?.split ? (limits.budget.split.get(channel) ?? minor(0)) : limits.budget?.amount;
  return {
    uses: limits.uses ?? 0,
    own: limits.each ?? 0,
    rows: share === undefined ? [] : [{ week: mondayOf(moment, zone), channel, amount: share }],
  };
}

/** Whether an offer has a limit that the channel does not keep by itself. */
const isLimited = ({ limits }: Offer, kept: ReadonlySet<string> | undefined): boolean =>
  (['uses', 'each', 'budget'] as const).some((one) => limits[one] !== null && !kept?.has(one));
