import { useMemo, useState } from 'react';
import { counted, goodsFieldWords, rightBeside, saidProblem } from '../../../../words/index.ts';
import type { GoodsLine } from '../../../engine/files.ts';
import { LongList } from '../../../ui/long-list.tsx';

type Does = GoodsLine['does'];

/** What lines come to, in the order people look at them. */
const sorts: readonly { readonly does: Does; readonly word: string; readonly off?: true }[] = [
  { does: 'bad', word: 'bad', off: true },
  { does: 'removed', word: 'removed', off: true },
  { does: 'hidden', word: 'hidden' },
  { does: 'named', word: 'left, as something names them' },
  { does: 'changed', word: 'changed' },
  { does: 'new', word: 'new' },
  { does: 'same', word: 'as they are' },
];

/** What each line of a file would do: all, or those of a sort. */
export function PreviewLines({ lines }: { lines: readonly GoodsLine[] }) {
  const [only, setOnly] = useState<Does | null>(null);
  const there = sorts.filter(({ does }) => lines.some((line) => line.does === does));
  const chosen = there.some(({ does }) => does === only) ? only : null;
  const shown = useMemo(
    () => (chosen === null ? lines : lines.filter((line) => line.does === chosen)),
    [lines, chosen],
  );
  return (
    <>
      <p className="flex flex-wrap gap-x-4">
        <button
          type="button"
          className={`quiet ${chosen === null ? 'font-semibold' : ''}`}
          aria-pressed={chosen === null}
          onClick={() => setOnly(null)}
        >
          {counted(lines.length)} in all
        </button>
        {there.map(({ does, word, off }) => (
          <button
            type="button"
            key={does}
            className={`quiet ${off ? 'danger' : ''} ${chosen === does ? 'font-semibold' : ''}`}
            aria-pressed={chosen === does}
            onClick={() => setOnly(chosen === does ? null : does)}
          >
            {counted(lines.filter((line) => line.does === does).length)} {word}
          </button>
        ))}
      </p>
      <LongList label="What the lines do" count={shown.length}>
        {(index) => {
          const line = shown[index];
          return line && <Line line={line} />;
        }}
      </LongList>
    </>
  );
}

function Line({ line }: { line: GoodsLine }) {
  const { does, sku, name, entries, changes, problems, cells } = line;
  return (
    <>
      <span className="figure muted w-16 shrink-0">{line.line === null ? 'not in it' : counted(line.line)}</span>
      <span className={`w-16 shrink-0 ${does === 'bad' || does === 'removed' ? 'text-off' : ''}`}>{doing[does]}</span>
      {does === 'bad' ? (
        <>
          <span>{problems.map((one) => `${labelOf(one.at)}: ${rightBeside(saidProblem(one))}`).join(' · ')}</span>
          <span className="muted mono">{cells.join(' | ')}</span>
        </>
      ) : (
        <>
          <span className="mono">{sku}</span>
          <span>{name}</span>
          {entries && <span className="muted">{entries}</span>}
        </>
      )}
      {changes.map(({ column, from, to }) => (
        <span key={column}>
          {goodsFieldWords[column].label.toLowerCase()} <span className="muted">{from || 'nothing'}</span> →{' '}
          {to || 'nothing'}
        </span>
      ))}
    </>
  );
}

const doing: Readonly<Record<Does, string>> = {
  bad: 'bad',
  removed: 'removed',
  hidden: 'hidden',
  named: 'left',
  changed: 'changes',
  new: 'new',
  same: 'as it is',
};

const labelOf = (at: readonly (string | number)[]): string =>
  at.map((step) => goodsFieldWords[step as keyof typeof goodsFieldWords]?.label.toLowerCase() ?? step).join(' ');
