import type { ChannelId, CompiledBook } from '../../src/core/book/index.ts';
import type { Loss, Note } from '../../src/core/channels/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { batchOf, lies, partOf, sharedCode } from '../../src/core/offers/index.ts';
import { matches, type Place, parsePattern } from '../../src/core/places/index.ts';
import { asSold, type Question } from '../../src/core/quote/index.ts';

type Item = Question['lines'][number]['item'];

/** What goods have in common by which a channel may charge them apart from others. */
export const classOf = ({ template, origin, kindBit, ownKind, own, serves, mass, sku }: Item): string =>
  [template.id, origin, kindBit, ownKind, own ? sku : '', serves, mass === null].join(' ');

/** Whether goods are the seller's own at a channel: listed there, and not what it stocks and delivers itself. */
export const isSoldAt = (id: ChannelId, { stockedBy, notListed }: Pick<Item, 'stockedBy' | 'notListed'>): boolean =>
  ![...stockedBy, ...notListed].includes(id);

/** The clauses said otherwise than exactly that may touch what a basket pays for a service. */
export function touching(
  { offers }: CompiledBook,
  notes: readonly Note[],
  question: Question,
  service: string,
): Note[] {
  const { lines, place } = asSold(question);
  const worthOf = (some: Question['lines']) => some.reduce((sum, { item, units }) => sum + item.price * units, 0);
  // As it is sold there, or as the book has it where that is more.
  const worth = Math.max(worthOf(question.lines), worthOf(lines));
  // What nobody asked for with its code, or has no goods of, acts on neither side.
  const mayAct = (id: string): boolean => {
    const offer = offers.find((one) => one.id === id);
    const code = offer && sharedCode(offer);
    const batch = offer ? batchOf(offer) : null;
    const part = offer ? partOf(offer) : null;
    const { singles, segment } = question.shopper;
    return (
      (code == null || question.codes.includes(code)) &&
      (batch === null || question.codes.some((one) => singles.get(one) === batch)) &&
      (!offer?.segments || (segment !== null && offer.segments.has(segment))) &&
      (part === null || question.lines.some(({ item }) => lies(item, part)))
    );
  };
  const unitsOf = (isOne: (item: Item) => boolean): number =>
    lines.reduce((sum, { item, units }) => sum + (isOne(item) ? units : 0), 0);
  // What is worth less than a threshold asks, before anything is taken off, meets it on neither side.
  const isBelow = (template: string, zone: string, losses: readonly Loss[]): boolean => {
    const free = lines
      .find(({ item }) => item.template.id === template)
      ?.item.template.lanes.get(zone)
      ?.get(service)?.freeFrom;
    return (
      free?.over === 'value' &&
      free.of === 'basket' &&
      worth < free.value &&
      losses.every(({ is }) => isOfTests.has(is))
    );
  };
  return notes.filter(({ clause, fidelity }) => {
    if (fidelity.is === 'exact') return false;
    if (clause.about === 'threshold' && isBelow(clause.template, clause.zone, fidelity.losses)) return false;
    switch (clause.about) {
      case 'rate':
      case 'threshold':
        return (
          clause.service === service &&
          fidelity.losses.some((loss) => offersOf(loss)?.some(mayAct) ?? true) &&
          // One unit alone is what the dearest item pays.
          unitsOf(
            ({ template }) => template.id === clause.template && template.zoneOf(place)?.zone.id === clause.zone,
          ) > (fidelity.losses.every(({ is }) => is === 'dearest item only') ? 1 : 0)
        );
      case 'apart':
        if (clause.by === 'feed') return true;
        if (clause.by === 'dated') return question.lines.some(({ item }) => (item.varies?.eras.length ?? 0) > 1);
        return lines.some(({ item }) => (clause.by === 'fee' ? item.handling : item.own) !== null);
      case 'mixing':
        return new Set(lines.map(({ item }) => classOf(item))).size > 1;
      // A place falls under what is said of its zone, and of any wider place that is named; one in no zone under all.
      case 'zone':
        if (fidelity.losses.every((loss) => !isAbout(loss, place))) return false;
        return lines.some(
          ({ item: { template } }) =>
            template.zoneOf(place) === null ||
            template.zoneOf(place)?.zone.id === clause.zone ||
            template.zoneOf({ country: place.country, part: null, postcode: null })?.zone.id === clause.zone ||
            template.zones.some(
              (zone) => zone.id === clause.zone && zone.takes.some((one) => one.is !== 'world' && matches(one, place)),
            ),
        );
      // Which choices are shown is no charge; another market's shoppers are others.
      case 'market':
      case 'shown':
        return false;
      case 'offer':
        return mayAct(clause.offer) && fidelity.losses.some((loss) => offersOf(loss)?.some(mayAct) ?? true);
      default:
        return true;
    }
  });
}

/** Losses of a threshold that is met after more or less is taken off than the book asks. */
const isOfTests: ReadonlySet<Loss['is']> = new Set(['tested before discounts', 'tested after goods offers']);

/** The other offers by which something is lost; null where it is not by offers. */
function offersOf(loss: Loss): readonly string[] | null {
  switch (loss.is) {
    case 'tested before discounts':
      return loss.ranges.map(({ offer }) => offer);
    case 'tested after goods offers':
    case 'chosen at list prices':
    case 'best one only':
      return loss.offers;
    default:
      return null;
  }
}

/** Whether a loss is about a place, as far as it says places. */
function isAbout(loss: Loss, place: Place): boolean {
  if ('place' in loss) return takesIn(loss.place, place);
  return 'places' in loss ? loss.places.some((one) => takesIn(one, place)) : true;
}

const takesIn = (pattern: string, place: Place): boolean => matches(unwrap(parsePattern(pattern)), place);
