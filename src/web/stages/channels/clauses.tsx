import type { Note } from '../../../core/channels/index.ts';
import { clauseName, lostWords, money, readsText, remedyWords } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { type Hang, Plumb } from '../../ui/plumb.tsx';

const fidelityHang = (note: Note): Hang => {
  if (note.fidelity.is === 'exact') return { is: 'matches' };
  if (note.fidelity.is === 'bounded') return { is: 'known limit', by: note.fidelity.bound };
  return note.reads.length === 0 ? { is: 'not sold there' } : { is: 'off', by: null };
};

/** Each clause of the book beside what a channel will read of it, and what is lost on the way. */
export function Clauses({ book, notes, where }: { book: OpenBook; notes: readonly Note[]; where: string }) {
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
                {note.fidelity.is !== 'exact' && (
                  <p className={`small ${note.fidelity.is === 'bounded' ? 'text-limit' : 'text-off'}`}>
                    {note.fidelity.is === 'bounded' &&
                      note.fidelity.bound > 0 &&
                      `At most ${money(note.fidelity.bound, book.home)} an order. `}
                    {lostWords(book.book, note.fidelity, book.home)}{' '}
                    {note.fidelity.remedies.length > 0 &&
                      `Choose: ${remedyWords(note.fidelity, book.home).join(' · ')}.`}
                  </p>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
