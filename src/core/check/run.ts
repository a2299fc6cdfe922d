import type { ChannelId, CompiledBook } from '../book/index.ts';
import {
  apartBy,
  type ChannelBasket,
  inBookTerms,
  isPlain,
  type Listed,
  listedAt,
  type Note,
  type SideStep,
} from '../channels/index.ts';
import type { Instant, Minor } from '../exact/index.ts';
import { placeText } from '../places/index.ts';
import { type Question, soldIn } from '../quote/index.ts';
import { besideIt, type ClassOfBasket, type Corner, classKey, isReal } from './classes.ts';
import { cornersOf } from './corners.ts';
import {
  type Answered,
  type Cause,
  difference,
  firstDifference,
  judge,
  type Live,
  meantSteps,
  noteFor,
  type SideCharge,
  type Sides,
  same,
  type Verdict,
  zoneIn,
} from './judge.ts';
import { basketsIn } from './smallest.ts';

/** One channel to be checked. Without `ask`, what was told (or would be) stands for what is charged. */
export interface ChannelToCheck {
  readonly id: ChannelId;
  readonly sides: Sides;
  readonly ask: LiveChannel | null;
}

export interface LiveChannel {
  /** What the channel says is in force at a moment. */
  live(moment: Instant): Promise<Live>;
  /** What its checkout charges for up to 250 baskets. */
  checkout(moment: Instant, baskets: readonly ChannelBasket[]): Promise<Answered[][]>;
}

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

export interface ClassResult {
  readonly class: ClassOfBasket;
  readonly corners: number;
  /** Corners that differ just as the same basket does without the code, or now: told in an earlier row. */
  readonly toldAbove: number;
}

export interface ChannelReport {
  readonly channel: ChannelId;
  readonly classes: readonly ClassResult[];
  readonly findings: readonly Finding[];
}

/** Thrown into a check that is to stop. */
export class Stopped extends Error {}

const batch = 250;
/** Cells of a class looked into for real goods, the least valuable first. */
const cellsTried = 60;

interface Differing {
  readonly corner: Corner;
  readonly verdict: Verdict;
}

/** Both sides' steps for a service of a basket, the first in which they part, and the zone whose clause that is. */
interface Parting {
  readonly meant: readonly SideStep[];
  readonly there: readonly SideStep[];
  readonly differs: SideStep['step'];
  readonly zone: string | null;
}

function partingOf(
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

/**
 * Checks a channel at every corner. `progress` gets the corners done and all; it throws {@link Stopped} to end the
 * check.
 */
export async function checkChannel(
  book: CompiledBook,
  goods: readonly Listed[],
  channel: ChannelToCheck,
  now: Instant,
  progress: (done: number, all: number) => void,
): Promise<ChannelReport> {
  const { sides, ask } = channel;
  const sayings = new Map<Instant, Live | null>();
  const saysAt = async (moment: Instant): Promise<Live | null> => {
    if (!sayings.has(moment)) sayings.set(moment, ask ? await ask.live(moment) : null);
    return sayings.get(moment) ?? null;
  };
  const inForce = (await saysAt(now))?.rules;
  const listed = listedAt(book, channel.id, goods);
  const corners = cornersOf(
    book,
    listed,
    [sides.rendition.rules, ...(sides.sent ? [sides.sent] : []), ...(inForce ? [inForce] : [])],
    now,
    channel.id,
  );
  // Offers that no format says are looked at in baskets of their own; all others are compared without them.
  const plain: CompiledBook = { ...book, offers: book.offers.filter(isPlain) };
  const bookFor = (klass: ClassOfBasket): CompiledBook => (klass.is === 'offer' ? book : plain);

  const classes = new Map<string, ClassResult>();
  const differing = new Map<string, Differing[]>();
  /** What was told of a basket, by the codes it was told for. */
  const told = new Map<string, (readonly string[])[]>();
  let done = 0;
  for (const some of batches(corners)) {
    const moment = some[0]?.question.moment ?? now;
    const says = await saysAt(moment);
    const live = ask
      ? await ask.checkout(
          moment,
          some.map((corner) => soldIn(corner.question)),
        )
      : null;
    some.forEach((corner, i) => {
      const key = classKey(corner.class);
      const { codes } = corner.question;
      // A row says what its codes, or its moment, change: not what fewer of the same codes showed already.
      const isTold = (tale: string) =>
        told
          .get(tale)
          ?.some(
            (others) =>
              (corner.class.is !== 'zone' || others.length < codes.length) &&
              others.every((code) => codes.includes(code)),
          );
      // A class of an offer tells what the offer changes, and nothing else.
      const beside = besideIt(book, corner);
      const otherwise = beside && judge(beside.book, sides, says, beside.question, null);
      let above = 0;
      for (const verdict of judge(bookFor(corner.class), sides, says, corner.question, live?.[i] ?? null)) {
        const label = labelOf(verdict);
        if (!label || otherwise?.some((one) => one.service === verdict.service && same(one.meant, verdict.meant)))
          continue;
        const tale = taleOf(corner, verdict, label);
        if (isTold(tale)) above += 1;
        else {
          // Dearer, cheaper and missing, and the step that parts them, are told apart: they have causes of their own.
          const { differs } = partingOf(bookFor(corner.class), channel, says, corner.question, verdict);
          // Where goods or an offer stand apart, that is the cause of all of it.
          const kind = isReal(corner.class)
            ? `${key}\u0000${label}`
            : [key, label, verdict.service, signOf(verdict), differs].join('\u0000');
          const list = differing.get(kind);
          if (list) list.push({ corner, verdict });
          else differing.set(kind, [{ corner, verdict }]);
        }
        if (corner.class.is === 'zone') told.set(tale, [...(told.get(tale) ?? []), codes]);
      }
      const known = classes.get(key);
      classes.set(key, {
        class: corner.class,
        corners: (known?.corners ?? 0) + 1,
        toldAbove: (known?.toldAbove ?? 0) + above,
      });
    });
    done += some.length;
    progress(done, corners.length);
  }

  const findings: Finding[] = [];
  for (const list of differing.values())
    findings.push(
      await findingOf(bookFor(list[0]?.corner.class ?? { is: 'moment', at: now }), listed, channel, list, saysAt),
    );
  return { channel: channel.id, classes: [...classes.values()], findings };
}

const labelOf = (verdict: Verdict): Finding['cause'] | null =>
  verdict.outcome.is === 'differs'
    ? verdict.outcome.cause
    : verdict.outcome.is === 'matches'
      ? null
      : verdict.outcome.is;

/** What a difference tells of a basket, whatever its codes and moment. */
const taleOf = ({ question }: Corner, verdict: Verdict, label: string): string =>
  [
    placeText(question.place),
    ...question.lines.map(({ item }) => `${item.sku} ${item.price} ${item.mass}`),
    verdict.service,
    label,
    difference(verdict.meant, verdict.charged),
  ].join('|');

/** Runs of corners of one moment, no longer than a channel takes at once. */
function* batches(corners: readonly Corner[]): Generator<Corner[]> {
  const byMoment = new Map<Instant, Corner[]>();
  for (const corner of corners) {
    const list = byMoment.get(corner.question.moment);
    if (list) list.push(corner);
    else byMoment.set(corner.question.moment, [corner]);
  }
  // Baskets without codes go first: what they tell is not told again.
  for (const list of byMoment.values()) list.sort((a, b) => a.question.codes.length - b.question.codes.length);
  for (const list of byMoment.values()) for (let i = 0; i < list.length; i += batch) yield list.slice(i, i + batch);
}

/** Whether shoppers pay more (1) or less (-1) than meant, or only one side offers the service (NaN as text). */
const signOf = (verdict: Verdict): string =>
  String(Math.sign(difference(verdict.meant, verdict.charged) ?? Number.NaN));

const size = (verdict: Verdict): number =>
  Math.abs(difference(verdict.meant, verdict.charged) ?? Number.MAX_SAFE_INTEGER);

/** Makes one finding of all corners of a class that differ for one cause. */
async function findingOf(
  book: CompiledBook,
  goods: readonly Listed[],
  channel: ChannelToCheck,
  list: readonly Differing[],
  saysAt: (moment: Instant) => Promise<Live | null>,
): Promise<Finding> {
  const worst = list.reduce((a, b) => (size(b.verdict) > size(a.verdict) ? b : a));
  const real = await smallestReal(book, goods, channel, list, saysAt);
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
    corners: list.length,
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
  list: readonly Differing[],
  saysAt: (moment: Instant) => Promise<Live | null>,
): Promise<{ question: Question; verdict: Verdict } | null> {
  const first = list[0];
  if (!first) return null;
  // Baskets that were made of real goods show it themselves, the smallest first.
  if (isReal(first.corner.class)) return { question: first.corner.question, verdict: first.verdict };
  const plain = goods.filter((item) => apartBy(book, item) === null);
  const label = labelOf(first.verdict);
  const { differs } = partingOf(
    book,
    channel,
    await saysAt(first.corner.question.moment),
    first.corner.question,
    first.verdict,
  );
  const cells = [
    ...new Map(
      list.map(({ corner }) => {
        const { moment, codes, place } = corner.question;
        return [[corner.value.from, corner.mass?.from, moment, codes, placeText(place)].join(' '), corner];
      }),
    ).values(),
  ]
    .sort((a, b) => a.value.from - b.value.from || (a.mass?.from ?? 0) - (b.mass?.from ?? 0))
    .slice(0, cellsTried);
  for (const corner of cells) {
    const questions = basketsIn(plain, corner.value, corner.mass, 3).map(
      (lines): Question => ({ ...corner.question, lines }),
    );
    if (questions.length === 0) continue;
    const { moment } = corner.question;
    const live = channel.ask ? await channel.ask.checkout(moment, questions.map(soldIn)) : null;
    const says = await saysAt(moment);
    for (const [i, question] of questions.entries()) {
      const verdict = judge(book, channel.sides, says, question, live?.[i] ?? null).find(
        (one) =>
          labelOf(one) === label &&
          one.service === first.verdict.service &&
          signOf(one) === signOf(first.verdict) &&
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
