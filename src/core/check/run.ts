import type { ChannelId, CompiledBook } from '../book/index.ts';
import { countedAt, dialectOf, type Listed, listedAt } from '../channels/index.ts';
import type { Instant } from '../exact/index.ts';
import { soldIn } from '../quote/index.ts';
import type { ChannelToCheck, SaysAt } from './channel.ts';
import { besideIt, type ClassOfBasket, classKey, isReal } from './classes.ts';
import { cornersOf } from './corners.ts';
import { type Finding, findingOf } from './findings.ts';
import { Group } from './groups.ts';
import { judge, type Live, same } from './judge.ts';
import { labelOf, partingOf, signOf } from './parting.ts';
import { Tales } from './tales.ts';

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

/** A check of more corners than this takes so long that it is said before it begins. */
export const manyCorners = 2_000_000;

const batch = 250;

/** What a check tells while it goes on; either may throw to end it. */
export interface Following {
  /** How many corners there are, before the first is asked. */
  begin(corners: number): Promise<void>;
  /** How many corners are done. */
  progress(done: number): Promise<void>;
}

/** A check that nobody follows. */
export const unfollowed: Following = { begin: async () => undefined, progress: async () => undefined };

/**
 * Checks a channel at every corner. What it keeps grows with the differences found and with the part of the map it is
 * at, not with the corners.
 */
export async function checkChannel(
  asMeant: CompiledBook,
  meant: readonly Listed[],
  channel: ChannelToCheck,
  now: Instant,
  { begin, progress }: Following = unfollowed,
): Promise<ChannelReport> {
  const { sides, ask, carrierAt = () => null } = channel;
  // Both sides are compared in what shoppers of the channel see.
  const { book, ...there } = countedAt(asMeant, dialectOf(channel.id));
  const goods = there.goods(meant);
  const sayings = new Map<Instant, Live | null>();
  const saysAt: SaysAt = async (moment) => {
    if (!sayings.has(moment)) sayings.set(moment, ask ? await ask.live(moment) : null);
    return sayings.get(moment) ?? null;
  };
  const inForce = (await saysAt(now))?.rules;
  const listed = listedAt(book, channel.id, goods);
  const corners = cornersOf(
    book,
    listed,
    [sides.rendition.rules, ...(sides.sent ? [sides.sent] : []), ...(inForce ? [inForce] : [])],
    sides.rendition.said,
    now,
    channel.id,
    carrierAt,
  );
  await begin(corners.count);
  // Offers that the channel is not told are looked at in baskets of their own; all others are compared without them.
  const plain: CompiledBook = { ...book, offers: book.offers.filter(({ id }) => sides.rendition.said.has(id)) };
  const bookFor = (klass: ClassOfBasket): CompiledBook => (klass.is === 'offer' ? book : plain);

  const classes = new Map<string, ClassResult>();
  const groups = new Map<string, Group>();
  let done = 0;
  for (const part of corners.parts) {
    const tales = new Tales();
    for (const some of part.batches(batch)) {
      const moment = some[0]?.question.moment ?? now;
      const says = await saysAt(moment);
      const live = ask
        ? await ask.checkout(
            moment,
            some.map((corner) => soldIn(corner.question)),
          )
        : null;
      for (const [i, corner] of some.entries()) {
        const key = classKey(corner.class);
        // A class of an offer tells what the offer changes, and nothing else.
        const beside = besideIt(book, corner);
        const otherwise = beside && judge(beside.book, sides, says, beside.question, null);
        let above = 0;
        for (const verdict of judge(bookFor(corner.class), sides, says, corner.question, live?.[i] ?? null)) {
          const label = labelOf(verdict);
          if (!label || otherwise?.some((one) => one.service === verdict.service && same(one.meant, verdict.meant)))
            continue;
          if (tales.isTold(corner, verdict, label)) {
            above += 1;
            continue;
          }
          // Dearer, cheaper and missing, and the step that parts them, are told apart: they have causes of their own.
          const { differs } = partingOf(bookFor(corner.class), channel, says, corner.question, verdict);
          // Where goods or an offer stand apart, that is the cause of all of it.
          const kind = isReal(corner.class)
            ? `${key}\u0000${label}`
            : [key, label, verdict.service, signOf(verdict), differs].join('\u0000');
          const group = groups.get(kind);
          if (group) group.add({ corner, verdict });
          else groups.set(kind, new Group({ corner, verdict }));
        }
        const known = classes.get(key);
        classes.set(key, {
          class: corner.class,
          corners: (known?.corners ?? 0) + 1,
          toldAbove: (known?.toldAbove ?? 0) + above,
        });
      }
      done += some.length;
      await progress(done);
    }
  }

  const findings: Finding[] = [];
  for (const group of groups.values())
    findings.push(await findingOf(bookFor(group.first.corner.class), listed, channel, group, saysAt));
  return { channel: channel.id, classes: [...classes.values()], findings };
}
