import { useMemo, useState } from 'react';
import { counted, goodsFieldWords, rightBeside, saidProblem } from '../../../../words/index.ts';
import { allDoes, type Does, type GoodsLine, type GoodsLines, lineAt, linesThat } from '../../../engine/goods-lines.ts';
import { LongList } from '../../../ui/long-list.tsx';

/** What lines come to, as those are counted that do. */
const sorts: Readonly<Record<Does, { readonly word: string; readonly off?: true }>> = {
  bad: { word: 'bad', off: true },
  removed: { word: 'removed', off: true },
  hidden: { word: 'hidden' },
  named: { word: 'left, as something names them' },
  changed: { word: 'changed' },
  new: { word: 'new' },
  group: { word: 'heading variants, no items themselves' },
  same: { word: 'as they are' },
};

/** What each line of a file would do: all, or those of a sort. */
export function PreviewLines({ lines }: { lines: GoodsLines }) {
  const [only, setOnly] = useState<Does | null>(null);
  const there = useMemo(
    () => allDoes.map((does) => ({ does, at: linesThat(lines, does) })).filter(({ at }) => at.length > 0),
    [lines],
  );
  const chosen = there.find(({ does }) => does === only) ?? null;
  return (
    <>
      <p className="flex flex-wrap gap-x-4">
        <button
          type="button"
          className={`quiet ${chosen === null ? 'font-semibold' : ''}`}
          aria-pressed={chosen === null}
          onClick={() => setOnly(null)}
        >
          {counted(lines.count)} in all
        </button>
        {there.map(({ does, at }) => (
          <button
            type="button"
            key={does}
            className={`quiet ${sorts[does].off ? 'danger' : ''} ${chosen?.does === does ? 'font-semibold' : ''}`}
            aria-pressed={chosen?.does === does}
            onClick={() => setOnly(chosen?.does === does ? null : does)}
          >
            {counted(at.length)} {sorts[does].word}
          </button>
        ))}
      </p>
      <LongList label="What the lines do" count={chosen ? chosen.at.length : lines.count}>
        {(index) => {
          const at = chosen ? chosen.at[index] : index;
          return at !== undefined && at < lines.count && <Line line={lineAt(lines, at)} />;
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
  group: 'heads',
  same: 'as it is',
};

const labelOf = (at: readonly (string | number)[]): string =>
  at.map((step) => goodsFieldWords[step as keyof typeof goodsFieldWords]?.label.toLowerCase() ?? step).join(' ');
