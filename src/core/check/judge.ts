import type { CompiledBook } from '../book/index.ts';
import {
  apartBy,
  type ChannelChoice,
  type Note,
  type Rendition,
  type Rules,
  type SideBy,
  type SideStep,
  sideSteps,
} from '../channels/index.ts';
import { type Minor, memo, minor, nothing } from '../exact/index.ts';
import { type Offer, sharedCode } from '../offers/index.ts';
import { countryOf } from '../places/index.ts';
import { charges, explain, type Question, type Step, soldIn } from '../quote/index.ts';
import { breaksOf, type Rate } from '../rates/index.ts';

/** What one side asks of a shopper for a service: null where it does not offer it. */
export type SideCharge = { readonly delivery: Minor; readonly discount: Minor } | null;

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
  readonly meant: SideCharge;
  readonly told: SideCharge;
  readonly charged: SideCharge;
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
  /** What of the delivery the channel pays itself, as for members of its own: that is no fault. */
  readonly borne?: Minor | undefined;
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

/** Rules without what a channel holds back, made once for all baskets. */
const unheldBy = memo((says: Live) => memo((rules: Rules) => rules.without(says.held)));

const chargedBy = (choices: readonly ChannelChoice[], speed: string): SideCharge => {
  const choice = choices.find((one) => one.speed === speed);
  return choice ? { delivery: choice.charge, discount: choice.discount } : null;
};

export const same = (a: SideCharge, b: SideCharge): boolean =>
  a === b || (a !== null && b !== null && a.delivery === b.delivery && a.discount === b.discount);

/** What a shopper pays more (or, below 0, less) than meant; null where only one side offers the service. */
export const difference = (meant: SideCharge, there: SideCharge): Minor | null =>
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
  // All that is charged, not which of it is shown: that no format of today can be told. What a channel stocks it
  // charges by itself.
  const intended = new Float64Array(2 * book.services.length);
  const offered = charges(book, question, intended) === 'services';
  const basket = soldIn(question);
  const renders = sides.rendition.rules.charges(basket, question.moment);
  const sent = sides.sent?.charges(basket, question.moment) ?? null;
  const unheld = (rules: Rules | null | undefined) =>
    rules && says && says.held.size > 0 ? unheldBy(says)(rules).charges(basket, question.moment) : null;
  const unsold = (live?.length ?? renders.length) === 0 && renders.length === 0;
  return book.services.flatMap(({ id: service }, i): Verdict[] => {
    const speed = sides.speeds[service];
    if (!speed) return [];
    const [delivery, discount] = [intended[2 * i] ?? -1, intended[2 * i + 1] ?? 0];
    const meant: SideCharge =
      offered && delivery >= 0 ? { delivery: minor(delivery), discount: minor(discount) } : null;
    const would = chargedBy(renders, speed);
    const told = sent ? chargedBy(sent, speed) : live ? null : would;
    const there = live?.find((one) => one.speed === speed);
    const charged: SideCharge = live ? (there ? { delivery: there.charge, discount: there.discount } : null) : told;
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
  let rated: SideBy | null = null;
  return explain(book, question, service).flatMap((step: Step): SideStep[] => {
    switch (step.step) {
      case 'place':
        return [{ step: 'place', amount: null, by: { is: 'zone', zone: step.zone } }];
      case 'discount': {
        const code = codeOf(book, step.offer);
        const by: SideBy = code === null ? { is: 'offer', offer: step.offer } : { is: 'code', code };
        return [{ step: 'discount', amount: step.took, by }];
      }
      case 'rate':
        rated = decidedBy(step.rate, step.break);
        return [];
      case 'charge':
        return [{ step: 'rate', amount: step.amount, by: rated }];
      case 'threshold': {
        const { over, value, test } = step.threshold;
        return [{ step: 'threshold', amount: step.took, by: { is: 'free from', over, value, test, met: step.met } }];
      }
      case 'offer':
        return [{ step: 'offer', amount: step.took, by: { is: 'offer', offer: step.offer } }];
      case 'pays':
        return [{ step: 'pays', amount: step.delivery, by: null }];
      default:
        return [];
    }
  });
}

const codeOf = (book: CompiledBook, id: string): string | null => {
  const offer = book.offers.find((one) => one.id === id);
  return offer ? sharedCode(offer) : null;
};

/** What decided a rate: the break, or its kind. */
export function decidedBy(rate: Rate, at: number | null): SideBy {
  const breaks = breaksOf(rate);
  if (!breaks) return { is: 'rate', kind: rate.is };
  if (breaks.over === 'volume' || at === null) return { is: 'measure', over: breaks.over };
  const upTo = breaks.edges[at];
  return upTo === undefined
    ? { is: 'above', over: breaks.over, edge: breaks.edges[at - 1] ?? breaks.from }
    : { is: 'up to', over: breaks.over, edge: upTo };
}

/** The book's zone behind a channel's name for a place. */
type ZoneOfName = (name: string) => string | undefined;

/** The book's zone that a side's place is, by the channel's names for places; null where it is none. */
export function zoneIn(steps: readonly SideStep[], zoneOfName: ZoneOfName): string | null {
  const by = steps.find((one) => one.step === 'place')?.by;
  if (by?.is === 'zone') return by.zone;
  return by?.is === 'place' ? (zoneOfName(by.name) ?? null) : null;
}

/** The first step in which two sides part; the zone behind a channel's name for a place tells whether places do. */
export function firstDifference(
  meant: readonly SideStep[],
  there: readonly SideStep[],
  zoneOfName: ZoneOfName,
): SideStep['step'] {
  const at = (steps: readonly SideStep[], name: SideStep['step']) => steps.filter((one) => one.step === name);
  const took = (steps: readonly SideStep[], name: SideStep['step']) =>
    at(steps, name).reduce((sum, one) => sum + (one.amount ?? nothing), 0);
  for (const name of sideSteps) {
    if (name === 'place') {
      const [a, b] = [at(meant, name)[0], at(there, name)[0]];
      // Places that no zone of the book stands behind are told apart by being none of its.
      if (!a !== !b || zoneIn(meant, zoneOfName) !== zoneIn(there, zoneOfName)) return name;
    } else if (took(meant, name) !== took(there, name)) return name;
  }
  return 'pays';
}

/**
 * The clause that parts the two, as the channel was told it: the one the first differing step comes from, or where that
 * was told exactly, the one of another zone or of an offer that reaches here by not being told exactly. Null where none
 * is to blame.
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
    if (note && note.fidelity.is !== 'exact') return note;
  }
  const template = lines[0]?.item.template.id;
  const inexact = notes.filter((note) => note.fidelity.is !== 'exact');
  const first = (list: readonly Note[], test: (note: Note) => boolean) => list.find(test) ?? null;
  const own = (about: 'rate' | 'threshold') =>
    first(
      notes,
      ({ clause }) =>
        clause.about === about && clause.template === template && clause.zone === zone && clause.service === service,
    );
  const inCountry = (id: string) =>
    book.defaultTemplate.zones.some(
      (one) => one.id === id && one.takes.some((pattern) => countryOf(pattern) === country),
    );
  const threshold = () =>
    first(
      inexact,
      ({ clause }) =>
        clause.about === 'threshold' &&
        clause.template === template &&
        clause.zone === zone &&
        clause.service === service,
    ) ??
    first(
      inexact,
      ({ clause, reads }) =>
        reads.length > 0 && clause.about === 'threshold' && clause.service === service && inCountry(clause.zone),
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
    case 'rate': {
      // Where the lane itself is told exactly, it is how several groups become one.
      const rate = own('rate');
      if (rate && rate.fidelity.is !== 'exact') return rate;
      return first(inexact, ({ clause }) => clause.about === 'mixing' && lines.length > 1) ?? rate;
    }
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
