import { changesTo, type Edit } from '../../core/book/index.ts';
import { type Beginning, type BeginningService, beginningBook } from '../../core/plan/index.ts';
import type { TemplateBody } from '../../core/rates/index.ts';
import { countryName, listed } from '../../words/index.ts';
import { cardsOn, dayOf, draftOf, type Told } from './state.ts';

/** What a seller may begin with, and what that would make of the draft. */
export interface Begun {
  /** The services that the carrier has, where its card is known and in the currency answered. */
  readonly offered: readonly BeginningService[];
  readonly edits: readonly Edit[];
  readonly zones: readonly { readonly id: string; readonly name: string }[];
  readonly lanes: TemplateBody['lanes'];
}

const shownCountries = 3;
/** A zone by its countries: the first few by name. */
const nameOf = (countries: readonly string[]): string => {
  const names = countries.slice(0, shownCountries).map(countryName);
  const more = countries.length - names.length;
  return more > 0 ? `${names.join(', ')} and ${more} more` : listed(names);
};

/** The services of the card in force that may be begun with. */
export function offeredAt(basis: Told, currency: string, moment: number): readonly BeginningService[] {
  const { compiled } = draftOf(basis);
  const card = compiled && cardsOn(basis, dayOf(moment, compiled))?.card;
  if (!card || card.currency !== currency) return [];
  return card.body.services.map(({ service, name, days }) => ({
    id: service.toLowerCase().replace(/[^a-z0-9]+/g, '-'),
    name,
    days,
    carrier: service,
  }));
}

/** The draft as it would begin by the answers. */
export function begun(basis: Told, answers: Beginning, moment: number): Begun | null {
  const { compiled, book } = draftOf(basis);
  if (!compiled) return null;
  const on = dayOf(moment, compiled);
  const made = beginningBook(book, answers, cardsOn(basis, on)?.card ?? null, on, nameOf);
  return {
    offered: offeredAt(basis, answers.currency, moment),
    edits: changesTo(book, made, []).map(({ path, after }) =>
      after === undefined ? { path } : { path, value: after },
    ),
    zones: made.zones,
    lanes: made.templates[0]?.lanes ?? {},
  };
}
