import { useState } from 'react';
import type { ChannelId, Edit, Market } from '../../../core/book/index.ts';
import { type Clause, type Note, type Remedy, remedyEdits } from '../../../core/channels/index.ts';
import type { ClauseCost, ToldOver } from '../../../core/check/index.ts';
import {
  channelName,
  clauseName,
  counts,
  lostWords,
  money,
  overOrdersWords,
  readsText,
  remedyAct,
  remedyWords,
} from '../../../words/index.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';
import { type Hang, Plumb } from '../../ui/plumb.tsx';

const fidelityHang = (note: Note): Hang => {
  if (note.fidelity.is === 'exact') return { is: 'matches' };
  if (note.fidelity.is === 'bounded') return { is: 'known limit', by: note.fidelity.bound };
  return note.reads.length === 0 ? { is: 'not sold there' } : { is: 'off', by: null };
};

/** What clauses cost over past orders, of which each stands for so many. */
export type Over = ToldOver & { readonly every: number };

interface Told {
  readonly book: OpenBook;
  readonly id: ChannelId;
  /** The market whose clauses they are. */
  readonly market: Market;
  readonly notes: readonly Note[];
  /** Null where there are no past orders, or they are not worked out yet. */
  readonly over: Over | null | undefined;
  readonly moment: number;
}

/**
 * Each clause of the book beside what a channel will read of it, and what is lost on the way: what cost most over past
 * orders first, then what cannot be said, then what differs by most; what is said exactly is folded away.
 */
export function Clauses(told: Told) {
  const { notes, over } = told;
  const differing = notes
    .filter((note) => note.fidelity.is !== 'exact')
    .sort((a, b) => costOf(b, over) - costOf(a, over) || weight(b) - weight(a));
  const exact = notes.filter((note) => note.fidelity.is === 'exact');
  return (
    <>
      {differing.length > 0 && <Table {...told} notes={differing} />}
      {exact.length > 0 && (
        <details className="mt-3" open={differing.length === 0}>
          <summary>{counts(exact.length, 'clause')} said exactly</summary>
          <Table {...told} notes={exact} />
        </details>
      )}
    </>
  );
}

const costIn = ({ clause }: Note, over: Told['over']): ClauseCost | undefined =>
  over?.costs.find((one) => JSON.stringify(one.clause) === JSON.stringify(clause));
const costOf = (note: Note, over: Told['over']): number => {
  const cost = costIn(note, over);
  return cost ? cost.more + cost.less : 0;
};

const weight = ({ fidelity }: Note): number =>
  fidelity.is === 'unsayable' ? Number.POSITIVE_INFINITY : fidelity.is === 'bounded' ? fidelity.bound : -1;

function Table({ book, id, market, notes, over, moment }: Told) {
  const where = channelName(id);
  return (
    <div className="wide">
      <table className="ruled">
        <thead>
          <tr>
            <th className="w-[36%]">You mean</th>
            <th className="w-8">
              <span className="sr-only">How it hangs</span>
            </th>
            <th>{where} will read</th>
          </tr>
        </thead>
        <tbody>
          {notes.map((note) => (
            <tr key={JSON.stringify(note.clause)}>
              <td>
                <strong>{clauseName(book.book, note.clause)}</strong>
              </td>
              <td>
                <Plumb hang={fidelityHang(note)} where={where} />
              </td>
              <td>
                <code className="break-words">{readsText(note.reads)}</code>
                <Cost market={market} cost={costIn(note, over)} every={over?.every ?? 1} />
                <Lost book={book} id={id} market={market} note={note} over={over} moment={moment} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What a clause costs over past orders as the channel is told it. */
function Cost({ market, cost, every }: { market: Market; cost: ClauseCost | undefined; every: number }) {
  if (!cost) return null;
  return <p className="small">Over the past orders: {overOrdersWords(cost, every, market)}.</p>;
}

/** What is lost of a clause, with its amount, and what may be done: by a press where one edit does it. */
function Lost({ book, id, market, note: { clause, fidelity }, over, moment }: Omit<Told, 'notes'> & { note: Note }) {
  const [isCounted, count] = useState(false);
  if (fidelity.is === 'exact') return null;
  const acts = fidelity.remedies.flatMap((remedy): Act[] => {
    const edits = remedyEdits(book.book, { clause, channel: id, market }, remedy);
    return edits ? [{ remedy, says: remedyAct(remedy, market), edits }] : [];
  });
  const others = remedyWords(
    { ...fidelity, remedies: fidelity.remedies.filter((one) => !acts.some(({ remedy }) => remedy === one)) },
    market,
  );
  return (
    <>
      <p className={`small ${fidelity.is === 'bounded' ? 'text-limit' : 'text-off'}`}>
        {fidelity.is === 'bounded' && fidelity.bound > 0 && `At most ${money(fidelity.bound, market)} an order. `}
        {lostWords(book.book, fidelity, market)} {others.length > 0 && `Choose: ${others.join(' · ')}.`}
      </p>
      {acts.length > 0 && (
        <p className="small flex flex-wrap gap-x-4">
          {acts.map(({ says, edits }) => (
            <button key={says} type="button" className="quiet" onClick={() => book.editAll(edits)}>
              {says}
            </button>
          ))}
          {over && !isCounted && (
            <button type="button" className="quiet muted" onClick={() => count(true)}>
              What would that cost?
            </button>
          )}
        </p>
      )}
      {over && isCounted && (
        <Remedied market={market} id={id} clause={clause} acts={acts} over={over} moment={moment} />
      )}
    </>
  );
}

/** A remedy that is one press. */
interface Act {
  readonly remedy: Remedy;
  readonly says: string;
  readonly edits: readonly Edit[];
}

interface ToRemedy {
  readonly market: Market;
  readonly id: ChannelId;
  readonly clause: Clause;
  readonly acts: readonly Act[];
  readonly over: Over;
  readonly moment: number;
}

/** What all past orders come to as it is, and as it would be after each press. */
function Remedied({ market, id, clause, acts, over, moment }: ToRemedy) {
  const remedies = acts.map(({ remedy }) => remedy);
  const found = useEngine(
    (engine) => engine.remediesOver(moment, { clause, channel: id, market }, remedies),
    [id, moment, JSON.stringify([clause, remedies])],
    'orders',
  );
  if (!found) return <p className="small muted">Counting over the past orders …</p>;
  return (
    <table className="small mt-1">
      <caption className="sr-only">What past orders come to at {channelName(id)}</caption>
      <tbody>
        <Total market={market} says="As it is" over={over} />
        {acts.map(({ says }, i) => (
          <Total key={says} market={market} says={says} over={found[i] ?? null} />
        ))}
      </tbody>
    </table>
  );
}

function Total({ market, says, over }: { market: Market; says: string; over: Over | null }) {
  const amount = over?.costs.reduce((sum, { more, less }) => sum + more + less, 0) ?? 0;
  return (
    <tr>
      <th scope="row" className="font-normal">
        {says}
      </th>
      {over ? (
        <>
          <td className="text-right">{counts(over.differ * over.every, 'order')} otherwise</td>
          <td className="text-right">{money(amount * over.every, market)} in all</td>
        </>
      ) : (
        <td colSpan={2}>cannot be counted</td>
      )}
    </tr>
  );
}
