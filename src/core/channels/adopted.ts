import { type Book, type BookInput, bookProblems, bookSchema, shaped } from '../book/index.ts';
import type { Result } from '../exact/index.ts';
import { type Item, itemSchema } from '../goods/index.ts';

/** What is live at a channel in the book's terms: a sound book by itself, its goods, and what no book can say of it. */
export interface Adopted {
  readonly book: Book;
  /** Made when they are asked for: there may be very many, and what is compared does not look at them. */
  readonly goods: () => readonly Item[];
  readonly lost: readonly NotAdopted[];
  readonly named: Named;
}

/** How a channel calls what was read from it, beside how a book calls what it is told. */
export interface Named {
  /** The places of a zone, as its rules call them; of zones that are not there its own id is what the book has. */
  readonly zones: ReadonlyMap<string, readonly string[]>;
  /** The number by which it knows an offer; null where it knows it by its id. */
  numberOf(offer: string): number | null;
}

/** A book as it was read from a channel, held to be one. */
export function adopted({ goods, ...body }: BookInput, lost: readonly NotAdopted[], named: Named): Result<Adopted> {
  const book = shaped(bookSchema, body);
  if (!book.ok) return book;
  const problems = bookProblems(book.value);
  if (problems.length > 0) return { ok: false, problems };
  return {
    ok: true,
    value: { book: book.value, goods: () => goods.map((item) => itemSchema.parse(item)), lost, named },
  };
}

/** Something that is live at a channel and that a book cannot say, or not quite. */
export type NotAdopted =
  /** Listings have no names there: their ids stand in. */
  | { readonly is: 'no names'; readonly goods: number }
  /** A name of too many letters, of several lines or of none: its key stands in. */
  | { readonly is: 'name'; readonly of: string }
  /** Days on the way that are more than a book says, or the other way round: they are brought within. */
  | { readonly is: 'days'; readonly set: string; readonly zone: string; readonly speed: string }
  /** Days on the way are not told there. */
  | { readonly is: 'no days' }
  /** What a parcel holds is no mass that a unit says in three decimals: the nearest thousandth of a gram stands in. */
  | { readonly is: 'parcel'; readonly set: string; readonly grams: string }
  /** Parcels that hold so little that a book says what they cost in coarser steps: it is told with larger ones. */
  | { readonly is: 'fine parcels'; readonly set: string; readonly grams: string }
  /** A zone that nowhere is in: it is left out. */
  | { readonly is: 'no places'; readonly zone: string }
  /** Steps that stop and begin again: what lies behind the gap is left out. */
  | { readonly is: 'gap in steps'; readonly set: string; readonly zone: string; readonly speed: string }
  /** Goods at rates of their own, free for nobody, that go by the zone: those of the first are taken. */
  | { readonly is: 'rates by zone'; readonly set: string }
  /** Goods at rates of their own, which each line adds in a book; there the dearest set is all that is paid. */
  | { readonly is: 'own rates added'; readonly set: string }
  /** A rate of goods' own that goes by steps and adds an amount each: the steps are taken. */
  | { readonly is: 'steps and each'; readonly set: string }
  /** A threshold that both goods and order campaigns lower in the book and goods campaigns alone there. */
  | { readonly is: 'threshold after goods offers'; readonly set: string; readonly zone: string; readonly speed: string }
  /** Places that no zones make up: the offer is left out. */
  | { readonly is: 'places of no zones'; readonly offer: string; readonly places: readonly string[] }
  /** A delivery campaign that pays some services whole and others in part: it is one that reduces. */
  | { readonly is: 'pays in part'; readonly offer: string; readonly atMost: string }
  /** Free delivery of some goods alone, which in a book is that of the whole basket. */
  | { readonly is: 'frees its goods alone'; readonly offer: string }
  /** Goods at more lists of entries than a book has templates: they are charged as the first. */
  | { readonly is: 'deliveries'; readonly goods: number }
  /** A promotion whose id is no number: it has a new one. */
  | { readonly is: 'number'; readonly offer: string }
  /** A promotion that is shown elsewhere than Plemb has promotions shown. */
  | { readonly is: 'shown'; readonly offer: string }
  /** A promotion or an item that another feed says otherwise: the first is taken. */
  | { readonly is: 'other in a feed'; readonly of: string }
  /** What a unit of the book's currency is in another: not told there, and taken as its goods' prices have it. */
  | { readonly is: 'exchange'; readonly from: string; readonly to: string; readonly rate: string }
  /** Things that a channel has in one of its currencies alone, or otherwise there, which a book has for all markets. */
  | { readonly is: 'otherwise in'; readonly currency: string; readonly things: number }
  /** Goods that are listed in one of its currencies alone: those of the first are listed in all. */
  | { readonly is: 'listed in one'; readonly currency: string; readonly goods: number }
  /** An amount off some goods together, which no offer takes: it is left out. */
  | { readonly is: 'amount of some goods'; readonly offer: string }
  /** A campaign that ends before it begins, so that it never holds: it is left out. */
  | { readonly is: 'never'; readonly offer: string }
  /** More uses than a book counts: there is no limit. */
  | { readonly is: 'uses'; readonly offer: string }
  /** Terms of more letters than an offer has, or of several lines: they are left out. */
  | { readonly is: 'long terms'; readonly offer: string }
  /** A listing under an id of other letters than a book tells a channel: it is left out. */
  | { readonly is: 'listing id'; readonly listing: string }
  /** A listing of 0 grams: in a book it has a thousandth of one. */
  | { readonly is: 'no mass'; readonly listing: string }
  /** The sides of a listing or a box, which no unit says in three decimals: it has none. */
  | { readonly is: 'size'; readonly of: string }
  /** A mass that no unit says in three decimals. */
  | { readonly is: 'mass'; readonly listing: string; readonly grams: string };
