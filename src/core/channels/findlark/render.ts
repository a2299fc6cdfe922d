import type { CompiledBook } from '../../book/index.ts';
import { gramsText } from '../../exact/index.ts';
import type { Listed, Note, Rendition } from '../dialect.ts';
import { exact } from '../fidelity.ts';
import { datedNotes, shownNotes } from '../plain.ts';
import { plainOffers, saidPlainly } from '../plain-offer.ts';
import { entriesOf } from './entries.ts';
import { type Feed, feedOf } from './feed.ts';
import type { FeedItem } from './format.ts';
import { goodsNotes, laneNotes, mixingNote, zoneNotes } from './lanes.ts';
import { offerNote } from './offers.ts';
import { entryText, rulesOf } from './rules.ts';
import { thresholdNotes } from './thresholds.ts';

/** The book as Findlark will read it, clause by clause. */
export function render(book: CompiledBook, goods: readonly Listed[]): Rendition {
  const feed = feedOf(book, goods);
  const { target, promotions } = feed;
  const bySku = new Map<string, FeedItem>();
  const said = feed.groups.map((delivered) => {
    const { of, entered } = entriesOf(feed, delivered);
    for (const item of delivered.group.goods)
      bySku.set(item.sku, {
        id: item.listing,
        title: item.name,
        price: feed.say(item.price),
        grams: item.mass === null ? null : gramsText(item.mass),
        entries: of(item),
      });
    return { ...delivered, entered };
  });
  const items = goods.flatMap((item) => bySku.get(item.sku) ?? []);
  const plainly = plainOffers(book, 'findlark');
  const thresholds = new Set<string>();
  const notes: Note[] = [
    ...datedNotes(book, goods),
    ...goodsNotes(feed, goods, said),
    mixingNote(feed),
    ...shownNotes(book),
    {
      clause: { about: 'goods' },
      reads: [['items', { is: 'lines', count: items.length }, `target ${target}`]],
      fidelity: exact,
    },
    ...zoneNotes(feed),
    ...laneNotes(feed, said),
    ...thresholdNotes(feed, thresholds),
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

/** The book's zone behind each place that may have an entry, by how its entry is named. */
const zoneNames = ({ parts }: Feed): Map<string, string> =>
  new Map(
    parts.flatMap(({ country, within, zones }) => {
      const zone = zones.find((one) => one !== null);
      return zone == null ? [] : [[entryText({ country, within, speed: '', price: '' }), zone] as const];
    }),
  );
