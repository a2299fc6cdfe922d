import type { ChannelId, CompiledBook } from '../book/index.ts';
import { type Clause, countedAt, dialectOf, type Note, type SideStep } from '../channels/index.ts';
import { minor } from '../exact/index.ts';
import { inChannel, type Question } from '../quote/index.ts';
import type { Differing } from './differing.ts';
import { difference, judge, noteFor, type Sides } from './judge.ts';
import { partingOf } from './parting.ts';

/** An order of the past as a question of today, and the service it went by. */
export interface Ordered {
  readonly question: Question;
  readonly service: string;
}

/** What a clause costs as a channel is told it: orders charged otherwise than meant, by how much in all. */
export interface ClauseCost extends Differing {
  readonly clause: Clause;
}

export interface ToldOver {
  /** The orders of the channel whose services have a word there. */
  readonly orders: number;
  readonly differ: number;
  /** Those that cost most first. */
  readonly costs: readonly ClauseCost[];
}

/** The offer that took something off in the book, and that the channel is not told. */
const untold = (notes: readonly Note[], meant: readonly SideStep[]): Note | undefined =>
  notes.find(
    ({ clause, reads, fidelity }) =>
      clause.about === 'offer' &&
      reads.length === 0 &&
      fidelity.is !== 'exact' &&
      meant.some(({ by, amount }) => by?.is === 'offer' && by.offer === clause.offer && (amount ?? 0) > 0),
  );

/** Whether a clause by itself says that a basket may be as far off; one that nothing bounds says so of anything. */
const saysAsMuch = ({ fidelity }: Note, off: number | null): boolean =>
  off === null || fidelity.is === 'unsayable' || (fidelity.is === 'bounded' && Math.abs(off) <= fidelity.bound);

/**
 * The clause that an order is off by: of the step in which sides part, of any other in which they may, of each line's
 * template, or of how groups become one, the first that says as much; where several are off together none does, and it
 * is the first of all.
 */
function blamed(
  noteOf: (step: SideStep['step'], lines: Question['lines']) => Note | null,
  differs: SideStep['step'],
  { lines, off, mixing }: { lines: Question['lines']; off: number | null; mixing: Note | undefined },
): Note | null {
  const turned = lines.map((line) => [line, ...lines.filter((other) => other !== line)]);
  const steps = [differs, 'threshold', 'rate'] as const;
  const notes = steps.flatMap((step) => turned.flatMap((some) => noteOf(step, some) ?? []));
  const all = lines.length > 1 && mixing ? [...notes, mixing] : notes;
  return all.find((note) => saysAsMuch(note, off)) ?? noteOf(differs, lines);
}

/** Whether an order is a channel's, or nobody's, of goods that it lists by a service that has a word there. */
export function isOf({ question, service }: Ordered, id: ChannelId, speeds: Sides['speeds']): boolean {
  const { lines, shopper } = question;
  if (shopper.channel !== null && shopper.channel !== id) return false;
  return Boolean(speeds[service]) && lines.every(({ item }) => !item.notListed.includes(id));
}

/** Past orders of a channel, and those of no channel, charged as it is told the book today beside what is meant. */
export function toldOver(meantBook: CompiledBook, id: ChannelId, sides: Sides, past: readonly Ordered[]): ToldOver {
  const { notes } = sides.rendition;
  const { book, question: counted } = countedAt(meantBook, dialectOf(id));
  const costs = new Map<Note | null, { orders: number; more: number; less: number; offered: number }>();
  const mixing = notes.find(({ clause }) => clause.about === 'mixing');
  let [orders, differ] = [0, 0];
  for (const { question, service } of past.filter((order) => isOf(order, id, sides.speeds))) {
    orders += 1;
    const there = counted(inChannel(question, id));
    const verdict = judge(book, sides, null, there, null).find((one) => one.service === service);
    if (!verdict || verdict.outcome.is === 'matches') continue;
    differ += 1;
    const { meant, differs, zone } = partingOf(book, { id, sides, ask: null }, null, there, verdict);
    const off = difference(verdict.meant, verdict.charged);
    const noteOf = (step: SideStep['step'], lines: Question['lines']) =>
      noteFor(book, notes, step, zone, service, there.place.country, lines);
    const note = untold(notes, meant) ?? blamed(noteOf, differs, { lines: there.lines, off, mixing });
    const cost = costs.get(note) ?? { orders: 0, more: 0, less: 0, offered: 0 };
    costs.set(note, cost);
    cost.orders += 1;
    if (off === null) cost.offered += 1;
    else if (off > 0) cost.more += off;
    else cost.less -= off;
  }
  const found = [...costs].flatMap(([note, { orders: count, more, less, offered }]): ClauseCost[] =>
    note ? [{ clause: note.clause, orders: count, more: minor(more), less: minor(less), offered }] : [],
  );
  return { orders, differ, costs: found.sort((a, b) => b.more + b.less - (a.more + a.less) || b.orders - a.orders) };
}
