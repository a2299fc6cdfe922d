import type { CompiledBook } from '../book/index.ts';
import { inBookTerms, type SideStep } from '../channels/index.ts';
import { type Question, soldIn } from '../quote/index.ts';
import type { ChannelToCheck } from './channel.ts';
import { type Cause, difference, firstDifference, type Live, meantSteps, type Verdict, zoneIn } from './judge.ts';

/** Both sides' steps for a service of a basket, the first in which they part, and the zone whose clause that is. */
export interface Parting {
  readonly meant: readonly SideStep[];
  readonly there: readonly SideStep[];
  readonly differs: SideStep['step'];
  readonly zone: string | null;
}

export function partingOf(
  book: CompiledBook,
  { sides }: ChannelToCheck,
  says: Live | null,
  question: Question,
  verdict: Verdict,
): Parting {
  const rules = says?.rules ?? sides.sent ?? sides.rendition.rules;
  const choice = rules
    .charges(soldIn(question), question.moment)
    .find((one) => one.speed === sides.speeds[verdict.service]);
  const there = inBookTerms(choice?.steps ?? [], sides.rendition);
  const meant = meantSteps(book, question, verdict.service);
  const zoneOf = (name: string) =>
    sides.rendition.zoneOfName.get(name) ?? book.defaultTemplate.zones.find((zone) => zone.name === name)?.id;
  // Where the book offers nothing, it is the zone whose entry the channel takes that says too much.
  const zone = verdict.meant ? book.defaultTemplate.zoneOf(question.place)?.zone.id : zoneIn(there, zoneOf);
  return { meant, there, differs: firstDifference(meant, there, zoneOf), zone: zone ?? null };
}

/** Why a charge is not as meant; null where it is. */
export const labelOf = (verdict: Verdict): Cause | 'not sold there' | null =>
  verdict.outcome.is === 'differs'
    ? verdict.outcome.cause
    : verdict.outcome.is === 'matches'
      ? null
      : verdict.outcome.is;

/** Whether shoppers pay more (1) or less (-1) than meant, or only one side offers the service (NaN as text). */
export const signOf = (verdict: Verdict): string =>
  String(Math.sign(difference(verdict.meant, verdict.charged) ?? Number.NaN));

export const sizeOf = (verdict: Verdict): number =>
  Math.abs(difference(verdict.meant, verdict.charged) ?? Number.MAX_SAFE_INTEGER);
