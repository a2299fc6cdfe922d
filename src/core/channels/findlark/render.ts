import type { CompiledBook } from '../../book/index.ts';
import { gramsText } from '../../exact/index.ts';
import type { Listed, Note, Rendition } from '../dialect.ts';
import { exact } from '../fidelity.ts';
import { listingOf } from '../listing.ts';
import { apartNotes, chargeAt } from '../plain.ts';
import { plainOffers, saidPlainly } from '../plain-offer.ts';
import { type Feed, feedOf, withinOf } from './feed.ts';
import type { Entry, FeedItem } from './format.ts';
import { zoneNotes } from './lanes.ts';
import { offerNote } from './offers.ts';
import { entryText, rulesOf } from './rules.ts';

/** The book as Findlark will read it, clause by clause. */
export function render(book: CompiledBook, goods: readonly Listed[]): Rendition {
  const feed = feedOf(book);
  const { target, promotions } = feed;
  const entries = entriesIn(feed);
  const items = goods.map(
    (item): FeedItem => ({
      id: listingOf(item.sku),
      title: item.name,
      price: feed.say(item.price),
      grams: item.mass === null ? null : gramsText(item.mass),
      entries: entries(item.mass),
    }),
  );
  const plainly = plainOffers(book, 'findlark');
  const thresholds = new Set<string>();
  const notes: Note[] = [
    ...apartNotes(book, goods),
    {
      clause: { about: 'goods' },
      reads: [['items', { is: 'lines', count: items.length }, `target ${target}`]],
      fidelity: exact,
    },
    ...book.defaultTemplate.zones.flatMap((zone) => zoneNotes(feed, zone, thresholds)),
    ...plainly.notes,
    ...plainly.offers.map((offer) => offerNote(feed, offer, plainly.offers)),
  ];
  return {
    rules: rulesOf({ target, items, promotions }),
    notes,
    zoneOfName: zoneNames(feed),
    thresholds,
    said: saidPlainly(plainly.offers),
  };
}

/** What an item of a mass costs to each place that is entered; items of one mass share their entries. */
function entriesIn({ say, kept }: Feed): (mass: Listed['mass']) => readonly Entry[] {
  const known = new Map<Listed['mass'], readonly Entry[]>();
  return (mass) => {
    const before = known.get(mass);
    if (before) return before;
    const entries = kept.flatMap(({ part, within, speed, lane }): Entry[] => {
      const charge = lane.rate && chargeAt(lane.rate, mass);
      return charge !== null && part.pattern.is !== 'world'
        ? [{ country: part.pattern.country, within, speed, price: say(charge) }]
        : [];
    });
    known.set(mass, entries);
    return entries;
  };
}

/** The book's zone behind each place that is entered, by how its entry is named. */
const zoneNames = ({ entered }: Feed): Map<string, string> =>
  new Map(
    entered.flatMap((part) => {
      const { pattern, zone } = part;
      if (pattern.is === 'world' || zone === null) return [];
      const within = withinOf(part) ?? { is: 'country' };
      return [[entryText({ country: pattern.country, within, speed: '', price: '' }), zone] as const];
    }),
  );
