/** Forms in which figures, names and places are written. What each looks like, the words say. */
export const forms = [
  'amount',
  'beginning of a British postcode',
  'beginning of a postcode',
  'beginning of a ZIP code',
  'beginning of an Irish postcode',
  'British postcode',
  'code',
  'country code',
  'count of units',
  'countries each once',
  'currency',
  'customer',
  'day',
  'ending',
  'exchange rate',
  'feed',
  'feeds',
  'figure',
  'id',
  'id beside stocked',
  'Irish postcode',
  'JSON',
  'line',
  'link with a code',
  'lengths',
  'lengths of a box',
  'listing id',
  'local time',
  'locale',
  'mass',
  'moment',
  'moment or nothing',
  'Monday',
  'name',
  'part of a country',
  'percentage',
  'place',
  'place pattern',
  'place pattern with a space',
  'place pattern with its country',
  'postcode',
  'range of British districts',
  'range of postcodes',
  'share',
  'signed percentage',
  'SKU',
  'tag',
  'time zone',
  'ZIP code',
] as const;
export type Form = (typeof forms)[number];

/** What a book, a file or a list has many of, each with a name of its own. */
export type Thing =
  | 'box'
  | 'channel'
  | 'code of a batch'
  | 'customer'
  | 'exchange rate'
  | 'item'
  | 'listing id'
  | 'market'
  | 'offer'
  | 'offer with a budget'
  | 'price'
  | 'price list'
  | 'segment'
  | 'selection'
  | 'service'
  | 'spend'
  | 'stock place'
  | 'template'
  | 'zone'
  | 'thing';

/** What stands where something of another shape should. */
export type FoundShape =
  | { readonly is: 'nothing' | 'object' }
  | { readonly is: 'text'; readonly text: string }
  | { readonly is: 'list'; readonly length: number }
  /** A number, true, false or null. */
  | { readonly is: 'value'; readonly text: string };

/** The shape that something should have. */
export type ExpectedShape =
  | { readonly is: 'form'; readonly form: Form }
  /** As JSON and its schemas name them, such as `string`. */
  | { readonly is: 'type'; readonly type: string }
  | { readonly is: 'one of'; readonly values: readonly string[] }
  | { readonly is: 'least' | 'most'; readonly of: 'letters' | 'entries' | 'value'; readonly bound: string }
  | { readonly is: 'day' | 'moment' | 'other form' | 'one of the forms' | 'key' | 'other' };

/**
 * What can be wrong in what was given, a member each with fields of its own. Texts are kept as they were entered. The
 * words say of each what was found and what would be right.
 */
export type Fault =
  // What is written.
  | { readonly is: 'malformed'; readonly text: string; readonly form: Form }
  | { readonly is: 'shape'; readonly found: FoundShape; readonly expected: ExpectedShape }
  | { readonly is: 'strange key'; readonly key: string }
  | { readonly is: 'no text' }
  | { readonly is: 'decimals'; readonly text: string; readonly found: number; readonly most: number }
  | { readonly is: 'negative' | 'too large'; readonly text: string; readonly unit: string | null }
  | { readonly is: 'zero'; readonly of: 'exchange rate' | 'mass' | 'measure' | 'side' | 'step' | 'weight' }
  // Names.
  | { readonly is: 'unknown'; readonly what: Thing; readonly id: string; readonly known: readonly string[] }
  /** `line`: where a file has it already. */
  | { readonly is: 'repeated'; readonly what: Thing; readonly id: string; readonly line: number | null }
  | { readonly is: 'missing'; readonly what: 'supplier' | 'tag' }
  | {
      readonly is: 'too many';
      readonly what: 'different items' | 'kinds' | 'units';
      readonly found: number;
      readonly most: number;
    }
  // Ranges and steps.
  | { readonly is: 'backwards'; readonly from: string; readonly to: string }
  | { readonly is: 'endless' }
  | { readonly is: 'not rising'; readonly of: 'edge' | 'step'; readonly text: string }
  | { readonly is: 'empty break'; readonly text: string; readonly least: string | null }
  | { readonly is: 'open break' }
  // Times.
  | { readonly is: 'no such time'; readonly local: string; readonly zone: string }
  | { readonly is: 'ends first'; readonly from: string }
  // Places.
  | { readonly is: 'part elsewhere'; readonly part: string; readonly country: string }
  | { readonly is: 'Irish range' }
  | { readonly is: 'two areas' | 'unequal ends'; readonly from: string; readonly to: string }
  // Money of several currencies.
  | { readonly is: 'no exchange'; readonly from: string; readonly to: string; readonly market: string }
  // Goods.
  | { readonly is: 'no price' | 'price of the parent' | 'below nothing' }
  | { readonly is: 'price for nobody' }
  /** An id under which a channel lists another item already. */
  | { readonly is: 'listed twice'; readonly channel: string; readonly listing: string; readonly by: string }
  | { readonly is: 'circle'; readonly chain: readonly string[] }
  | { readonly is: 'cell'; readonly field: string; readonly text: string }
  // Offers.
  | { readonly is: 'number taken'; readonly number: number; readonly by: string }
  | { readonly is: 'number too high'; readonly number: number; readonly highest: number }
  | { readonly is: 'goods named already' }
  // Baskets.
  | { readonly is: 'not for sale'; readonly sku: string }
  | { readonly is: 'not listed'; readonly sku: string; readonly channel: string }
  | { readonly is: 'uncountable'; readonly what: 'value' | 'mass' }
  | { readonly is: 'no count'; readonly text: string; readonly most: number }
  // Files.
  | {
      readonly is: 'head';
      readonly missing: readonly string[];
      readonly strange: readonly string[];
      readonly needed: readonly string[];
      readonly optional: readonly string[];
    }
  | { readonly is: 'cells'; readonly found: number; readonly head: number }
  | { readonly is: 'open quote' }
  | { readonly is: 'in a batch already'; readonly code: string }
  | { readonly is: 'no file'; readonly name: string }
  /** `detail`: what a parser of the standard told. */
  | { readonly is: 'unreadable'; readonly standard: 'XML' | 'JSON'; readonly detail: string }
  | { readonly is: 'no element'; readonly name: string }
  | { readonly is: 'another head'; readonly head: readonly string[] }
  | { readonly is: 'strange line'; readonly kind: string; readonly known: readonly string[] };

/**
 * One thing wrong in what was given. `at` leads to it: object keys, ids, or a line's field; a dot alone is the whole.
 */
export type Problem = Fault & { readonly at: readonly (string | number)[] };
