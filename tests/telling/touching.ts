import type { CompiledBook } from '../../src/core/book/index.ts';
import type { Loss, Note } from '../../src/core/channels/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { batchOf, lies, partOf, sharedCode } from '../../src/core/offers/index.ts';
import { matches, type Place, parsePattern } from '../../src/core/places/index.ts';
import { asSold, type Question } from '../../src/core/quote/index.ts';

/** The clauses said otherwise than exactly that may touch what a basket pays for a service. */
export function touching(
  { offers }: CompiledBook,
  notes: readonly Note[],
  question: Question,
  service: string,
): Note[] {
  const { lines, place } = asSold(question);
  return notes.filter(({ clause, fidelity }) => {
    if (fidelity.is === 'exact') return false;
    switch (clause.about) {
      case 'rate':
      case 'threshold':
        return (
          clause.service === service &&
          lines.some(
            ({ item: { template } }) =>
              template.id === clause.template && template.zoneOf(place)?.zone.id === clause.zone,
          )
        );
      case 'apart':
        if (clause.by === 'feed') return true;
        if (clause.by === 'dated') return question.lines.some(({ item }) => (item.varies?.eras.length ?? 0) > 1);
        return lines.some(({ item }) => (clause.by === 'fee' ? item.handling : item.own) !== null);
      case 'mixing':
        return lines.length > 1;
      // A place falls under what is said of its zone, and of any wider place that is named.
      case 'zone':
        if (fidelity.losses.every((loss) => !isAbout(loss, place))) return false;
        return lines.some(
          ({ item: { template } }) =>
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
      case 'offer': {
        // What nobody asked for with its code, or has no goods of, acts on neither side.
        const offer = offers.find(({ id }) => id === clause.offer);
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
      }
      default:
        return true;
    }
  });
}

/** Whether a loss is about a place, as far as it says places. */
function isAbout(loss: Loss, place: Place): boolean {
  if ('place' in loss) return takesIn(loss.place, place);
  return 'places' in loss ? loss.places.some((one) => takesIn(one, place)) : true;
}

const takesIn = (pattern: string, place: Place): boolean => matches(unwrap(parsePattern(pattern)), place);
