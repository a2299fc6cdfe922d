import type { Book } from '../../core/book/index.ts';
import type { AdoptRow, NotAdopted } from '../../core/channels/index.ts';
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
  const side = (of: 'here' | 'there') => fields.map((one) => valueWords(one[of])).join('; ');
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

/** What a book could not say of what is live, each sort once. */
export function notAdoptedWords(lost: readonly NotAdopted[]): string[] {
  const of = <Is extends NotAdopted['is']>(is: Is) =>
    lost.filter((one): one is Extract<NotAdopted, { is: Is }> => one.is === is);
  const rates = (all: readonly { set: string; zone: string; speed: string }[]) =>
    upToSome(
      all.map(({ set, zone, speed }) => `${set}, ${zone}, ${speed}`),
      3,
    );
  const said = (count: number, text: string): string[] => (count === 0 ? [] : [text]);
  const [gaps, steps, tests] = [of('gap in steps'), of('too many steps'), of('threshold after goods offers')];
  const [byZone, each] = [of('rates by zone'), of('steps and each')];
  const [places, parts, terms, masses] = [of('places of no zones'), of('pays in part'), of('long terms'), of('mass')];
  const strange = of('no SKU');
  return [
    ...of('no names').map(({ goods }) => `${counts(goods, 'listing')} have no names there: their ids stand in.`),
    ...said(gaps.length, `Steps that stop and begin again are taken up to the gap: ${rates(gaps)}.`),
    ...said(steps.length, `More steps than a table has breaks, left out: ${rates(steps)}.`),
    ...said(tests.length, `There goods campaigns alone lower what a threshold is tested by: ${rates(tests)}.`),
    ...said(
      byZone.length,
      `Goods of ${upToSome(
        byZone.map(({ set }) => set),
        3,
      )} pay by the zone there whatever is free: the first is taken.`,
    ),
    ...said(
      each.length,
      `An amount each beside steps is left out: ${upToSome(
        each.map(({ set }) => set),
        3,
      )}.`,
    ),
    ...said(
      places.length,
      `Places that no zones make up, left out with their offers: ${upToSome(
        places.map(({ offer }) => offer),
        3,
      )}.`,
    ),
    ...said(
      parts.length,
      `What pays some services whole and others in part reduces them: ${upToSome(
        parts.map(({ offer }) => offer),
        3,
      )}.`,
    ),
    ...said(
      terms.length,
      `Terms too long for an offer are left out: ${upToSome(
        terms.map(({ offer }) => offer),
        3,
      )}.`,
    ),
    ...said(
      strange.length,
      `Listings under ids that are no SKUs are left out: ${upToSome(
        strange.map(({ listing }) => listing),
        3,
      )}.`,
    ),
    ...said(
      masses.length,
      `Masses that no unit says, left out: ${upToSome(
        masses.map(({ listing }) => listing),
        3,
      )}.`,
    ),
  ];
}
