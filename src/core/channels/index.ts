/** What each channel can be told, what it will read, and what the core believes it then charges. */

import { dialectList as list } from '#dialects';
import { manifests } from '#manifests';
import type { ChannelId, CompiledBook } from '../book/index.ts';
import { turnedTo } from './counted.ts';
import type { Dialect, Listed, Note, Rendition } from './dialect.ts';
import { exact, unsayable } from './fidelity.ts';
import { countedAlike, listedAt } from './listed.ts';
import { edgedByTax, taxNote, untaxedNotes } from './tax-notes.ts';

/** Of a book in another currency a channel is told nothing at all: a figure in yen would be read as euros. */
function toldNothing(dialect: Dialect, book: CompiledBook): Rendition {
  const defaultTemplate = { ...book.defaultTemplate, zones: [], lanes: new Map() };
  const bare = { ...book, defaultTemplate, offers: [], body: { ...book.body, zones: [], offers: [] } };
  const loss = { is: 'currency', there: dialect.currency, here: book.currency } as const;
  return {
    ...dialect.render(bare, []),
    notes: [
      {
        clause: { about: 'currency' },
        reads: [],
        fidelity: unsayable(loss, { is: 'a book in', currency: dialect.currency }),
      },
    ],
  };
}

/**
 * A dialect without the goods its channel stocks: those it delivers itself, by its own rules. It is told the book as
 * the channel counts it.
 */
const ownGoods = (dialect: Dialect): Dialect => ({
  ...dialect,
  render(book, goods) {
    if (!countedAlike(book, dialect)) return toldNothing(dialect, book);
    const own = listedAt(book, dialect.id, goods);
    const turned = turnedTo(book, dialect);
    const rendition = turned ? dialect.render(turned.book, turned.goods(own)) : dialect.render(book, own);
    const notes = turned
      ? [taxNote(book, own, turned), ...edgedByTax(book, own, turned, rendition.notes)]
      : [...untaxedNotes(book, dialect), ...rendition.notes];
    return { ...rendition, notes: [...notes, ...stockedNotes(dialect.id, goods)] };
  },
});

/** What is said of the goods that a channel stocks. */
function stockedNotes(id: ChannelId, goods: readonly Listed[]): Note[] {
  const theirs = goods.filter((item) => item.stockedBy.includes(id)).length;
  if (theirs === 0) return [];
  return [
    { clause: { about: 'stocked', items: theirs }, reads: [[{ is: 'stocked', goods: theirs }]], fidelity: exact },
  ];
}

export const dialects: readonly Dialect[] = manifests.ids.map((id) => ownGoods(list[id]));
export const dialectOf = (id: ChannelId): Dialect => dialects.find((one) => one.id === id) as Dialect;
export type { Adopted, NotAdopted } from './adopted.ts';
export { type AdoptRow, adoptionRows } from './adoption.ts';
export { begunFrom } from './begun-from.ts';
export { leastBefore, leastTaking, stated, type Threshold } from './bounds.ts';
export { countedAt } from './counted.ts';
export {
  type ChannelBasket,
  type ChannelChoice,
  type ChannelFile,
  type Clause,
  type Dialect,
  filesOf,
  inBookTerms,
  type Listed,
  type Note,
  type Probe,
  type Rendition,
  type Rules,
} from './dialect.ts';
export type { ApartBy, Fidelity, Loss, LostLimit, Manner, Remedy } from './fidelity.ts';
export { feedsOf } from './findlark/settings.ts';
export { shopSchema } from './lerrin-shop/format.ts';
export { type Manifest, type Settings, settingsOf } from './manifest.ts';
export { apartBy } from './plain.ts';
export { isFor, isPlain } from './plain-offer.ts';
export type { ReadLine, ReadPart } from './reading.ts';
export { recordEdits } from './record-edits.ts';
export { type Listing, type RecordFinding, recordFindings } from './records.ts';
export { remedyEdits } from './remedy-edits.ts';
export { type RulesReader, rulesReader } from './rules-reader.ts';
export { type SideBy, type SideStep, sideSteps } from './side-step.ts';
export { countedAlike, listedAt, manifests };
