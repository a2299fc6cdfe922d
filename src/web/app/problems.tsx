import type { Problem } from '../../core/exact/index.ts';
import { faultText, pathWords } from '../../words/index.ts';
import { type OpenBook, useEngine } from '../data/book.ts';

/** What keeps the draft from being a sound book, in any of its markets: what is wanted of it, the first few by name. */
export function Problems({ book, wanted }: { book: OpenBook; wanted: (one: Problem) => boolean }) {
  const problems = (useEngine((engine) => engine.problems(), []) ?? []).filter(wanted);
  if (problems.length === 0) return null;
  return (
    <div className="aside-note off" role="alert">
      {problems.slice(0, most).map((one) => (
        <p key={`${one.at.join()} ${faultText(one)}`}>
          {pathWords(book.book, one.at.map(String))}: {faultText(one)}
        </p>
      ))}
      {problems.length > most && <p className="muted">and {problems.length - most} more</p>}
    </div>
  );
}

/** Wants what lies at a path or under it. */
export const atOrUnder =
  (path: readonly string[]) =>
  ({ at }: Problem): boolean =>
    path.every((step, i) => at[i] === step);

/** How many are shown. */
const most = 6;
