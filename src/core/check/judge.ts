import type { CompiledBook } from '../book/index.ts';
import {
  apartBy,
  type ChannelChoice,
  type Note,
  type Rendition,
  type Rules,
  type SideStep,
  sideSteps,
} from '../channels/index.ts';
import {
  amountText,
  type Length,
  lengthWords,
  type Mass,
  type Minor,
  massWords,
  minor,
  nothing,
} from '../exact/index.ts';
import { type Offer, sharedCode } from '../offers/index.ts';
import { countryOf } from '../places/index.ts';
import { type Choice, explain, type Question, quote, type Step, soldIn } from '../quote/index.ts';
import { breaksOf, type Rate } from '../rates/index.ts';

/** What one side asks of a shopper for a service: null where it does not offer it. */
export type Charged = { readonly delivery: Minor; readonly discount: Minor } | null;

/** Why a channel's charge is not what was meant. */
export type Cause =
  /** The channel cannot say it. */
  | 'limit'
  /** The book has changed since it was sent, or was never sent. */
  | 'unsent'
  /** Sent, and held by the channel's review. */
  | 'in review'
  /** The channel's review has refused it. */
  | 'refused'
  /** Changed over there, cached, or otherwise not what was sent. */
  | 'drift';

/** How one service of one basket comes out in one channel. */
export interface Verdict {
  readonly service: string;
  readonly meant: Charged;
  readonly told: Charged;
  readonly charged: Charged;
  readonly outcome:
    | { readonly is: 'matches' }
    | { readonly is: 'not sold there' }
    | { readonly is: 'differs'; readonly cause: Cause };
}

/** One choice as a channel's checkout answered it. */
export interface Answered {
  readonly speed: string;
  readonly charge: Minor;
  readonly discount: Minor;
}

/** What a channel is compared by. */
export interface Sides {
  /** What the book as it stands becomes there. */
  readonly rendition: Rendition;
  /** What was last sent; null where nothing was. */
  readonly sent: Rules | null;
  /** The channel's word for each service; null where it is not said there. */
  readonly speeds: Readonly<Record<string, string | null>>;
}

/**
 * What a channel says of itself at a moment: the rules in force, and the keys of promotions held back by a review or
 * refused.
 */
export interface Live {
  readonly rules: Rules | null;
  readonly held: ReadonlySet<string>;
  readonly refused: ReadonlySet<string>;
}

const chargedBy = (choices: readonly ChannelChoice[], speed: string): Charged => {
  const choice = choices.find((one) => one.speed === speed);
  return choice ? { delivery: choice.charge, discount: choice.discount } : null;
};

export const same = (a: Charged, b: Charged): boolean =>
  a === b || (a !== null && b !== null && a.delivery === b.delivery && a.discount === b.discount);

/** What a shopper pays more (or, below 0, less) than meant; null where only one side offers the service. */
export const difference = (meant: Charged, there: Charged): Minor | null =>
  meant && there ? minor(there.delivery - there.discount - (meant.delivery - meant.discount)) : null;

/**
 * Judges every service of a basket in a channel. `says` is what the channel says is in force, `live` is what the
 * checkout answered; null where none is asked, then
 * what was told, or would be, stands for it.
 */
export function judge(
  book: CompiledBook,
  sides: Sides,
  says: Live | null,
  question: Question,
  live: readonly Answered[] | null,
): Verdict[] {
  const answer = quote(book, question);
  // What is hidden beside what is charged, not which choices are shown: that no format of today can be told.
  const offered: readonly Choice[] = [...answer.choices, ...answer.hidden.map((one) => one.choice)];
  const basket = soldIn(question);
  const renders = sides.rendition.rules.charges(basket, question.moment);
  const sent = sides.sent?.charges(basket, question.moment) ?? null;
  const unheld = (rules: Rules | null | undefined) =>
    rules && says && says.held.size > 0 ? rules.without(says.held).charges(basket, question.moment) : null;
  const unsold = (live?.length ?? renders.length) === 0 && renders.length === 0;
  return book.services.flatMap(({ id: service }): Verdict[] => {
    const speed = sides.speeds[service];
    if (!speed) return [];
    const choice = offered.find((one) => one.service === service);
    const meant: Charged = choice ? { delivery: choice.delivery, discount: choice.discount } : null;
    const would = chargedBy(renders, speed);
    const told = sent ? chargedBy(sent, speed) : live ? null : would;
    const there = live?.find((one) => one.speed === speed);
    const charged: Charged = live ? (there ? { delivery: there.charge, discount: there.discount } : null) : told;
    const verdict = { service, meant, told, charged };
    if (same(meant, charged)) return meant === null ? [] : [{ ...verdict, outcome: { is: 'matches' } }];
    if (unsold) return [{ ...verdict, outcome: { is: 'not sold there' } }];
    return [{ ...verdict, outcome: { is: 'differs', cause: causeOf() } }];

    function causeOf(): Cause {
      if (!live) return sent && !same(told, would) ? 'unsent' : 'limit';
      if (!sent) return 'unsent';
      if (same(charged, told)) return same(told, would) ? 'limit' : 'unsent';
      // Where all that is not held stands there as it was sent, it is the review that makes the difference.
      const [ours, theirs] = [unheld(sides.sent), unheld(says?.rules)];
      if (!ours || !theirs || !same(chargedBy(ours, speed ?? ''), chargedBy(theirs, speed ?? ''))) return 'drift';
      return says && says.refused.size > 0 ? 'refused' : 'in review';
    }
  });
}

/** The intended steps of a service in the terms in which sides are compared. */
export function meantSteps(book: CompiledBook, question: Question, service: string): SideStep[] {
  const say = (value: Minor) => amountText(value, book.currency);
  const title = (id: string) => book.body.offers.find((offer) => offer.id === id)?.title ?? id;
  let kind = '';
  return explain(book, question, service).flatMap((step: Step): SideStep[] => {
    switch (step.step) {
      case 'place':
        return [
          {
            step: 'place',
            amount: null,
            words: book.defaultTemplate.zones.find((zone) => zone.id === step.zone)?.name ?? step.zone,
          },
        ];
      case 'discount':
        return [{ step: 'discount', amount: step.took, words: codeOf(book, step.offer) ?? title(step.offer) }];
      case 'rate':
        kind = rateWords(step.rate, step.break, say);
        return [];
      case 'charge':
        return [{ step: 'rate', amount: step.amount, words: kind }];
      case 'threshold':
        return [
          {
            step: 'threshold',
            amount: step.took,
            words: `free from ${step.threshold.over === 'value' ? `${say(step.threshold.value)} ${step.threshold.test} discounts` : step.threshold.over === 'mass' ? massWords(step.threshold.value as number as Mass) : `${step.threshold.value} units`}, ${step.met ? 'met' : 'not met'}`,
          },
        ];
      case 'offer':
        return [{ step: 'offer', amount: step.took, words: title(step.offer) }];
      case 'pays':
        return [{ step: 'pays', amount: step.delivery, words: '' }];
      default:
        return [];
    }
  });
}

const codeOf = (book: CompiledBook, id: string): string | null => {
  const offer = book.offers.find((one) => one.id === id);
  return offer ? sharedCode(offer) : null;
};

/** What decided a rate, in a few words. */
export function rateWords(rate: Rate, at: number | null, say: (value: Minor) => string): string {
  const breaks = breaksOf(rate);
  if (!breaks) return rate.is;
  if (breaks.over === 'volume' || at === null) return `by ${breaks.over}`;
  const upTo = breaks.edges[at];
  const edge = upTo ?? breaks.edges[at - 1] ?? breaks.from;
  const words =
    breaks.over === 'mass'
      ? massWords(edge as Mass)
      : breaks.over === 'units'
        ? `${edge} units`
        : breaks.over === 'value'
          ? `value ${say(edge as Minor)}`
          : lengthWords(edge as Length);
  return `${upTo === undefined ? 'above' : 'to'} ${words}`;
}

/** The first step in which two sides part; the zone behind a channel's name for a place tells whether places do. */
export function firstDifference(
  meant: readonly SideStep[],
  there: readonly SideStep[],
  zoneOfName: (name: string) => string | undefined,
): SideStep['step'] {
  const at = (steps: readonly SideStep[], name: SideStep['step']) => steps.filter((one) => one.step === name);
  const took = (steps: readonly SideStep[], name: SideStep['step']) =>
    at(steps, name).reduce((sum, one) => sum + (one.amount ?? nothing), 0);
  for (const name of sideSteps) {
    if (name === 'place') {
      const [a, b] = [at(meant, name)[0]?.words, at(there, name)[0]?.words];
      if (
        (a === undefined) !== (b === undefined) ||
        (a !== undefined && b !== undefined && (zoneOfName(b) ?? b) !== (zoneOfName(a) ?? a))
      )
        return name;
    } else if (took(meant, name) !== took(there, name)) return name;
  }
  return 'pays';
}

/**
 * The clause that parts the two, as the channel was told it: the one the first differing step comes from, or where that
 * was
 * told exactly, the one of another zone or of an offer that reaches here by not being told exactly. Null where none is
 * to blame.
 */
export function noteFor(
  book: CompiledBook,
  notes: readonly Note[],
  step: SideStep['step'],
  zone: string | null,
  service: string,
  country: string,
  lines: Question['lines'],
): Note | null {
  for (const line of lines) {
    const by = apartBy(book, line.item);
    const note = by && notes.find(({ clause }) => clause.about === 'apart' && clause.by === by);
    if (note) return note;
  }
  const inexact = notes.filter((note) => note.fidelity.is !== 'exact');
  const first = (list: readonly Note[], test: (note: Note) => boolean) => list.find(test) ?? null;
  const own = (about: 'rate' | 'threshold') =>
    first(notes, ({ clause }) => clause.about === about && clause.zone === zone && clause.service === service);
  const inCountry = (id: string) =>
    book.defaultTemplate.zones.some(
      (one) => one.id === id && one.takes.some((pattern) => countryOf(pattern) === country),
    );
  const threshold = () =>
    first(
      inexact,
      ({ clause }) => clause.about === 'threshold' && clause.zone === zone && clause.service === service,
    ) ??
    first(
      inexact,
      ({ clause, reads }) =>
        reads !== null && clause.about === 'threshold' && clause.service === service && inCountry(clause.zone),
    );
  const offer = (level: Offer['level']) => {
    const here = new Set(
      book.offers
        .filter((one) => one.level === level && (!one.zones || (zone !== null && one.zones.has(zone))))
        .map((one) => one.id),
    );
    return (
      first(inexact, ({ clause }) => clause.about === 'offer' && here.has(clause.offer)) ??
      first(
        inexact,
        ({ clause }) =>
          clause.about === 'offer' && book.offers.some((one) => one.id === clause.offer && one.level === level),
      )
    );
  };
  switch (step) {
    case 'place':
      return first(notes, ({ clause }) => clause.about === 'zone' && clause.zone === zone);
    case 'rate':
      return own('rate');
    case 'threshold':
      return threshold() ?? own('threshold');
    case 'discount':
      // A code is left unused where it costs the free delivery: then it is the threshold that was not told exactly.
      return threshold() ?? offer('order') ?? offer('goods');
    case 'offer':
    case 'pays':
      return offer('delivery') ?? threshold();
  }
}
