import type { ChannelId, CompiledBook } from '../book/index.ts';
import { apartBy, type Listed, type Note, type SideStep } from '../channels/index.ts';
import type { Instant, Minor } from '../exact/index.ts';
import { placeText } from '../places/index.ts';
import { type Question, soldIn } from '../quote/index.ts';
import type { ChannelToCheck, SaysAt } from './channel.ts';
import { type ClassOfBasket, classKey, isReal } from './classes.ts';
import type { Group } from './groups.ts';
import { type Cause, difference, judge, noteFor, type SideCharge, type Verdict } from './judge.ts';
import { labelOf, partingOf, signOf } from './parting.ts';
import { basketsIn } from './smallest.ts';

/** A basket that shows a difference. */
export interface Shown {
  readonly lines: readonly { readonly sku: string; readonly units: number }[];
  readonly value: Minor;
  readonly mass: number | null;
  readonly place: string;
  readonly codes: readonly string[];
  readonly moment: Instant;
}

/** One difference of a class of baskets in a channel, shown by the smallest basket found. */
export interface Finding {
  readonly channel: ChannelId;
  readonly class: ClassOfBasket;
  readonly cause: Cause | 'not sold there';
  readonly service: string;
  /** What shoppers pay more (below 0: less) with the basket shown; null where only one side offers the service. */
  readonly difference: Minor | null;
  /** The largest difference of the class, by size. */
  readonly largest: Minor | null;
  /** How many corners of the class differ so. */
  readonly corners: number;
  /** A basket of real goods; null where none of up to two different goods shows it. */
  readonly basket: Shown | null;
  /** The basket at a corner that shows it, whatever goods it takes. */
  readonly corner: Shown;
  readonly meant: SideCharge;
  readonly told: SideCharge;
  readonly charged: SideCharge;
  readonly steps: { readonly meant: readonly SideStep[]; readonly there: readonly SideStep[] };
  readonly differs: SideStep['step'];
  /** How the channel was told the clause that parts the two; null where none is to blame. */
  readonly note: Note | null;
}

/** Makes one finding of all corners of a class that differ for one cause. */
export async function findingOf(
  book: CompiledBook,
  goods: readonly Listed[],
  channel: ChannelToCheck,
  group: Group,
  saysAt: SaysAt,
): Promise<Finding> {
  const { worst } = group;
  const real = await smallestReal(book, goods, channel, group, saysAt);
  const shown = real ?? { question: worst.corner.question, verdict: worst.verdict };
  const { question, verdict } = shown;
  const { meant, there, differs, zone } = partingOf(book, channel, await saysAt(question.moment), question, verdict);
  const label = labelOf(verdict) ?? 'drift';
  return {
    channel: channel.id,
    class: worst.corner.class,
    cause: label,
    service: verdict.service,
    difference: difference(verdict.meant, verdict.charged),
    largest: difference(worst.verdict.meant, worst.verdict.charged),
    corners: group.corners,
    basket: real ? shownOf(question) : null,
    corner: shownOf(worst.corner.question),
    meant: verdict.meant,
    told: verdict.told,
    charged: verdict.charged,
    steps: { meant, there },
    differs,
    note: label === 'limit' || label === 'not sold there' ? noteOf() : null,
  };

  function noteOf(): Note | null {
    const { notes } = channel.sides.rendition;
    const klass = worst.corner.class;
    if (klass.is === 'offer')
      return notes.find(({ clause }) => clause.about === 'offer' && clause.offer === klass.offer) ?? null;
    return noteFor(book, notes, differs, zone, verdict.service, question.place.country, question.lines);
  }
}

const shownOf = (question: Question): Shown => ({
  lines: question.lines.map(({ item, units }) => ({ sku: item.sku, units })),
  value: question.lines.reduce((sum, line) => sum + line.item.price * line.units, 0) as Minor,
  mass: question.lines.reduce<number | null>(
    (sum, line) => (sum === null || line.item.mass === null ? null : sum + line.item.mass * line.units),
    0,
  ),
  place: placeText(question.place),
  codes: question.codes,
  moment: question.moment,
});

/**
 * The least valuable basket of real goods, among cells that differ, for which the channel was asked and differs for the
 * same cause.
 */
async function smallestReal(
  book: CompiledBook,
  goods: readonly Listed[],
  channel: ChannelToCheck,
  { first: { corner, verdict: shown }, cells }: Group,
  saysAt: SaysAt,
): Promise<{ question: Question; verdict: Verdict } | null> {
  // Baskets that were made of real goods show it themselves, the smallest first.
  if (isReal(corner.class)) return { question: corner.question, verdict: shown };
  const plain = goods.filter((item) => apartBy(book, item) === null);
  const says = await saysAt(corner.question.moment);
  const { differs } = partingOf(book, channel, says, corner.question, shown);
  for (const { value, mass, at } of cells) {
    const questions = basketsIn(plain, value, mass, 3).map((lines): Question => ({ ...at, lines }));
    if (questions.length === 0) continue;
    const live = channel.ask ? await channel.ask.checkout(at.moment, questions.map(soldIn)) : null;
    const says = await saysAt(at.moment);
    for (const [i, question] of questions.entries()) {
      const verdict = judge(book, channel.sides, says, question, live?.[i] ?? null).find(
        (one) =>
          labelOf(one) === labelOf(shown) &&
          one.service === shown.service &&
          signOf(one) === signOf(shown) &&
          partingOf(book, channel, says, question, one).differs === differs,
      );
      if (verdict) return { question, verdict };
    }
  }
  return null;
}

/** How a finding counts: what is off, what is a known limit (bounded, or taken as it is), what a review holds back. */
export type Standing = 'off' | 'known limit' | 'in review' | 'not sold there';

export function standingOf(finding: Finding, accepted: ReadonlySet<string>): Standing {
  switch (finding.cause) {
    case 'in review':
    case 'not sold there':
      return finding.cause;
    case 'limit':
      return finding.note?.fidelity.is === 'bounded' || accepted.has(findingKey(finding)) ? 'known limit' : 'off';
    default:
      return accepted.has(findingKey(finding)) ? 'known limit' : 'off';
  }
}

/** What a finding is remembered by from one check to the next. */
export const findingKey = (finding: Finding): string =>
  [finding.channel, classKey(finding.class), finding.cause, finding.service, finding.differs].join('|');
