import type { Book, Change, NamedThing, Removal } from '../../core/book/index.ts';
import { counts } from './figures.ts';
import { listed } from './list.ts';
import { offerTitle, serviceInText, serviceName, templateName, zoneName } from './names.ts';
import { changeText } from './paths.ts';

/** What a thing of the book is called. */
function thingName(book: Book, { named, id }: NamedThing): string {
  const of = (list: readonly { readonly id: string; readonly name: string }[]) =>
    list.find((one) => one.id === id)?.name ?? id;
  switch (named) {
    case 'box':
      return of(book.boxes);
    case 'market':
      return of(book.markets);
    case 'offer':
      return `“${offerTitle(book, id)}”`;
    case 'price list':
      return of(book.priceLists);
    case 'segment':
      return of(book.segments);
    case 'selection':
      return of(book.selections);
    case 'service':
      return serviceName(book, id);
    case 'template':
      return templateName(book, id);
    case 'zone':
      return zoneName(book, id);
    case 'item':
    case 'channel':
      return id;
  }
}

/** What things are called together. */
export const thingsName = (book: Book, things: readonly NamedThing[]): string => {
  const [only, ...others] = things;
  return only && others.length === 0 ? thingName(book, only) : counts(things.length, 'item', 'goods');
};

const shown = 8;
const ofGoods = ({ path: [list] }: Change): boolean => list === 'goods';

/** What else a removal does, a line each: what goes along, what changes in the book, how many goods change. */
export function removalWords(book: Book, { along, changes }: Pick<Removal, 'along' | 'changes'>): string[] {
  const inBook = changes.filter((change) => !ofGoods(change));
  const said = inBook.flatMap((change) => inBookWords(book, change));
  const goods = new Set(changes.filter(ofGoods).map(({ path: [, sku] }) => sku));
  return [
    ...along.map((thing) => `${thingName(book, thing)} goes with it: without it, it would say more than was meant.`),
    ...said.slice(0, shown),
    ...(said.length > shown ? [`and ${counts(said.length - shown, 'more change')}`] : []),
    ...(goods.size > 0 ? [`${counts(goods.size, 'item names', 'goods name')} it, and no longer would.`] : []),
  ];
}

/**
 * A change of the book: lanes of a zone that go are told by their services; that its template serves it no more, not.
 */
function inBookWords(book: Book, change: Change): string[] {
  const [list, id = '', field, zone] = change.path;
  if (list === 'templates' && field === 'zones') return [];
  if (list !== 'templates' || field !== 'lanes' || change.path.length !== 4 || change.after !== undefined)
    return [changeText(book, change)];
  const services = book.services
    .filter((service) => Object.hasOwn(change.before as object, service.id))
    .map((service) => serviceInText(book, service.id));
  if (services.length === 0) return [];
  const lanes = `${counts(services.length, 'lane')} of ${zoneName(book, zone ?? null)}`;
  return [`${templateName(book, id)}: ${lanes} ${services.length === 1 ? 'goes' : 'go'}: ${listed(services)}`];
}
