import { type Book, changesTo } from '../../core/book/index.ts';
import type { AdoptRow, Difference, NotAdopted } from '../../core/channels/index.ts';
import { counts } from './figures.ts';
import { upToSome } from './list.ts';
import { pathWords, valueWords } from './paths.ts';

/** A thing that is live at a channel otherwise than the book would tell it. */
export interface AdoptWords {
  readonly name: string;
  readonly what: string;
  readonly here: string;
  readonly there: string;
  /** What taking theirs makes of the book; null where the book says it in another way. */
  readonly taken: string | null;
}

export function adoptWords(book: Book, row: AdoptRow, where: string): AdoptWords {
  const { what, state, path, fields, edits } = row;
  const name = state === 'new' ? `${row.name}` : pathWords(book, path);
  const side = (of: 'here' | 'there') => fields.map((one) => differing(one)[of]).join('; ');
  switch (state) {
    case 'new':
      return {
        name,
        what: `${what}, new`,
        here: '–',
        there: path.at(-1) ?? '',
        taken: edits && `in the book, for ${where}`,
      };
    case 'gone':
      return { name, what: `${what}, not there`, here: 'told', there: '–', taken: edits && `not at ${where}` };
    case 'different':
      return { name, what: `${what}, different`, here: side('here'), there: side('there'), taken: edits && 'as there' };
  }
}

/** A field on both sides; where it reads alike on both, what differs within it. */
function differing({ here, there }: Difference): { readonly here: string; readonly there: string } {
  const whole = { here: valueWords(here), there: valueWords(there) };
  if (whole.here !== whole.there) return whole;
  const within = changesTo(here, there);
  const side = (of: 'before' | 'after') =>
    upToSome(
      within.map((change) => [...change.path.slice(1, -1).map(stepWords), valueWords(change[of])].join(': ')),
      3,
    );
  return { here: side('before'), there: side('after') };
}

/** A step of a table by where it ends, as changes call it. */
const stepWords = (edge: string): string => (edge === 'open' ? 'above' : `up to ${edge}`);

/** What a book could not say of what is live, each sort once. */
export function notAdoptedWords(lost: readonly NotAdopted[]): string[] {
  /** What is said of all of one sort, each named by a part of it, where there are any. */
  const of = <Is extends NotAdopted['is']>(
    is: Is,
    nameOf: (one: Extract<NotAdopted, { is: Is }>) => string,
    sentence: (names: string) => string,
  ): string[] => {
    const names = lost.filter((one): one is Extract<NotAdopted, { is: Is }> => one.is === is).map(nameOf);
    return names.length === 0 ? [] : [sentence(upToSome(names, 3))];
  };
  const lane = (at: { set: string; zone: string; speed: string }) => `${at.set}, ${at.zone}, ${at.speed}`;
  return [
    ...of(
      'no names',
      ({ goods }) => counts(goods, 'listing'),
      (all) => `${all} have no names there: their ids stand in.`,
    ),
    ...of(
      'name',
      (one) => one.of,
      (all) => `Names too long for a book, or of none or several lines: keys stand in for ${all}.`,
    ),
    ...of('days', lane, (all) => `Days on the way brought within 0 to 90: ${all}.`),
    ...of(
      'no days',
      () => '',
      () => 'Days on the way are not told there, or not of all: services have those of most, or 0 until you say them.',
    ),
    ...of(
      'parcel',
      ({ set, grams }) => `${set} (${grams} g)`,
      (all) => `Parcels that hold no mass in thousandths of a gram are taken as of the nearest: ${all}.`,
    ),
    ...of(
      'fine parcels',
      ({ set, grams }) => `${set} (${grams} g)`,
      (all) => `Parcels so small that sending them again makes them larger, and rates a little coarser: ${all}.`,
    ),
    ...of(
      'exchange',
      ({ from, to, rate }) => `1 ${from} as ${rate} ${to}`,
      (all) => `What currencies are worth goes by the prices there, about: ${all}.`,
    ),
    ...of(
      'otherwise in',
      ({ currency, things }) => `${counts(things, 'thing')} in ${currency}`,
      (all) => `A book has the same lanes and offers in all currencies: ${all} otherwise, or there alone.`,
    ),
    ...of(
      'listed in one',
      ({ currency, goods }) => `${counts(goods, 'item', 'goods')} beside ${currency}`,
      (all) => `What is listed in one currency alone is listed in all, or in none: ${all}.`,
    ),
    ...of(
      'frees its goods alone',
      ({ offer }) => offer,
      (all) => `Free delivery of some goods alone there is that of the whole basket here: ${all}.`,
    ),
    ...of(
      'deliveries',
      ({ goods }) => counts(goods, 'item', 'goods'),
      (all) => `${all} of more lists of entries than a book has templates are charged as the first.`,
    ),
    ...of(
      'number',
      ({ offer }) => offer,
      (all) => `Promotions under ids that are no numbers have new ones: ${all}.`,
    ),
    ...of(
      'shown',
      ({ offer }) => offer,
      (all) => `Promotions are shown in lists, at items and in baskets, those with a code not in lists: ${all}.`,
    ),
    ...of(
      'other in a feed',
      (one) => one.of,
      (all) => `What feeds say differently of the same is taken from the first: ${all}.`,
    ),
    ...of(
      'amount of some goods',
      ({ offer }) => offer,
      (all) => `An amount off some goods together is left out: ${all}.`,
    ),
    ...of(
      'no places',
      ({ zone }) => zone,
      (all) => `Zones that nowhere is in, left out: ${all}.`,
    ),
    ...of('gap in steps', lane, (all) => `Steps that stop and begin again are taken up to the gap: ${all}.`),
    ...of(
      'threshold after goods offers',
      lane,
      (all) => `There goods campaigns alone lower what a threshold is tested by: ${all}.`,
    ),
    ...of(
      'own rates added',
      ({ set }) => set,
      (all) => `Goods of ${all} pay with others the dearest rate alone there; here each line adds its own.`,
    ),
    ...of(
      'rates by zone',
      ({ set }) => set,
      (all) => `Goods of ${all} pay by the zone there whatever is free: the first is taken.`,
    ),
    ...of(
      'steps and each',
      ({ set }) => set,
      (all) => `An amount each beside steps is left out: ${all}.`,
    ),
    ...of(
      'places of no zones',
      ({ offer }) => offer,
      (all) => `Places that no zones make up, left out with their offers: ${all}.`,
    ),
    ...of(
      'pays in part',
      ({ offer }) => offer,
      (all) => `What pays some services whole and others in part reduces them: ${all}.`,
    ),
    ...of(
      'never',
      ({ offer }) => offer,
      (all) => `Campaigns that end before they begin, left out: ${all}.`,
    ),
    ...of(
      'uses',
      ({ offer }) => offer,
      (all) => `More than ten million uses are taken as no limit: ${all}.`,
    ),
    ...of(
      'long terms',
      ({ offer }) => offer,
      (all) => `Terms too long for an offer are left out: ${all}.`,
    ),
    ...of(
      'listing id',
      ({ listing }) => listing,
      (all) => `Listings under ids beyond 40 of A to Z, digits, dots, hyphens, underscores are left out: ${all}.`,
    ),
    ...of(
      'no mass',
      ({ listing }) => listing,
      (all) => `Listings of 0 g are taken as of 0.001 g: ${all}.`,
    ),
    ...of(
      'size',
      (one) => one.of,
      (all) => `Sizes that no unit says, left out: ${all}.`,
    ),
    ...of(
      'mass',
      ({ listing }) => listing,
      (all) => `Masses that no unit says, left out: ${all}.`,
    ),
  ];
}
