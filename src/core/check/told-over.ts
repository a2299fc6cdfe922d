import type { ChannelId, CompiledBook } from '../book/index.ts';
import type { Clause, Note, SideStep } from '../channels/index.ts';
import { type Minor, minor } from '../exact/index.ts';
import { inChannel, type Question } from '../quote/index.ts';
import { difference, judge, noteFor, type Sides } from './judge.ts';
import { partingOf } from './parting.ts';

/** An order of the past as a question of today, and the service it went by. */
export interface Ordered {
  readonly question: Question;
  readonly service: string;
}

/** What a clause costs as a channel is told it: orders charged otherwise than meant, by how much in all. */
export interface ClauseCost {
  readonly clause: Clause;
  readonly orders: number;
  /** Too much, and too little, each as a sum above 0. */
  readonly more: Minor;
  readonly less: Minor;
  /** Orders of which only one side offers the service. */
  readonly offered: number;
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

export const isListed = ({ lines }: Question, id: ChannelId): boolean =>
  lines.every(({ item }) => !item.notListed.includes(id));

/** Past orders of a channel, and those of no channel, charged as it is told the book today beside what is meant. */
export function toldOver(book: CompiledBook, id: ChannelId, sides: Sides, past: readonly Ordered[]): ToldOver {
  const { notes } = sides.rendition;
  const costs = new Map<Note | null, { orders: number; more: number; less: number; offered: number }>();
  let [orders, differ] = [0, 0];
  for (const { question, service } of past) {
    const { channel } = question.shopper;
    if ((channel !== null && channel !== id) || !sides.speeds[service] || !isListed(question, id)) continue;
    orders += 1;
    const there = inChannel(question, id);
    const verdict = judge(book, sides, null, there, null).find((one) => one.service === service);
    if (!verdict || verdict.outcome.is === 'matches') continue;
    differ += 1;
    const { meant, differs, zone } = partingOf(book, { id, sides, ask: null }, null, there, verdict);
    const note = untold(notes, meant) ?? noteFor(book, notes, differs, zone, service, there.place.country, there.lines);
    const cost = costs.get(note) ?? { orders: 0, more: 0, less: 0, offered: 0 };
    costs.set(note, cost);
    cost.orders += 1;
    const off = difference(verdict.meant, verdict.charged);
    if (off === null) cost.offered += 1;
    else if (off > 0) cost.more += off;
    else cost.less -= off;
  }
  const found = [...costs].flatMap(([note, { orders: count, more, less, offered }]): ClauseCost[] =>
    note ? [{ clause: note.clause, orders: count, more: minor(more), less: minor(less), offered }] : [],
  );
  return { orders, differ, costs: found.sort((a, b) => b.more + b.less - (a.more + a.less) || b.orders - a.orders) };
}
