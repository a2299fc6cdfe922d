import { useState } from 'react';
import { goodsTargets, type MissingWay } from '../../../../core/goods/index.ts';
import type { Layout } from '../../../../core/tables/index.ts';
import { counted, counts, goodsTargetLabels, saidProblem } from '../../../../words/index.ts';
import { useLayoutsQuery, useRememberLayoutMutation } from '../../../data/api.ts';
import type { OpenBook } from '../../../data/book.ts';
import { useHeavy } from '../../../data/heavy.ts';
import type { GoodsPreview } from '../../../engine/files.ts';
import { type Does, lineAt, linesThat } from '../../../engine/goods-lines.ts';
import { ChoicePart } from '../../../ui/field.tsx';
import { FileLayout, FileSentence, StillToSay } from '../../../ui/file-layout.tsx';
import { downloadBadLines, Unreadable } from '../../../ui/file-reading.tsx';
import type { Opened } from '../../../ui/opened.ts';
import { PreviewLines } from './lines.tsx';
import { Taking } from './taking.tsx';

type Table = Extract<GoodsPreview, { is: 'table' }>;

/**
 * A file of goods, whoever wrote it: which of its columns is what, and what each of its lines would do, before anything
 * is taken.
 */
export function GoodsImport({ book, file, close }: { book: OpenBook; file: Opened; close: () => void }) {
  const { data: remembered } = useLayoutsQuery('goods');
  const [layout, setLayout] = useState<Layout | null>(null);
  const [missing, setMissing] = useState<MissingWay>('kept');
  const { state, isCurrent, stop, start } = useHeavy(
    (engine, pace) =>
      engine.goodsFile(
        { bytes: file.bytes, layout, remembered: remembered ?? [] },
        missing,
        pace,
      ) as Promise<GoodsPreview>,
    { byItself: remembered !== undefined, by: [file, layout, remembered, missing, book.book, book.goods] },
  );
  const seen = state.last;
  const reading = state.is === 'running';
  return (
    <section className="flex min-h-0 grow flex-col gap-2" aria-label="What the file holds">
      {state.is === 'failed' && <Unreadable name={file.name} why={state.why} />}
      {reading && (
        <p className="after-a-while flex items-center gap-3" aria-live="polite">
          <progress
            className="progress progress-primary w-56"
            value={state.done}
            max={state.all || 1}
            aria-label="How far it is"
          />
          <span className="muted">
            {state.all > 0 ? `${counted(state.done)} of ${counts(state.all, 'line')} read` : `reading ${file.name}`}
          </span>
          <button type="button" className="act" onClick={stop}>
            Stop
          </button>
        </p>
      )}
      {state.is === 'stopped' && (
        <p>
          Stopped; nothing was taken.{' '}
          <button type="button" className="quiet" onClick={start}>
            Read it after all
          </button>
        </p>
      )}
      {seen?.is === 'workbook' && <Unreadable name={file.name} why={null} />}
      {seen?.is === 'table' && (
        <Preview
          book={book}
          name={file.name}
          seen={layout ? { ...seen, layout } : seen}
          isCurrent={isCurrent}
          missing={missing}
          onMissing={setMissing}
          onLayout={setLayout}
          close={close}
        />
      )}
      {seen?.is !== 'table' && (
        <p>
          <button type="button" className="act" onClick={close}>
            Leave it
          </button>
        </p>
      )}
    </section>
  );
}

function Preview({
  book,
  name,
  seen,
  isCurrent,
  missing,
  onMissing,
  onLayout,
  close,
}: {
  book: OpenBook;
  name: string;
  seen: Table;
  /** Whether what is seen is by the layout, the choice and the book as they stand; else it is being read anew. */
  isCurrent: boolean;
  missing: MissingWay;
  onMissing: (way: MissingWay) => void;
  onLayout: (layout: Layout) => void;
  close: () => void;
}) {
  const [remember] = useRememberLayoutMutation();
  const [server, setServer] = useState(false);
  const { layout, lines, edits } = seen;
  const hasSku = layout.columns.some(({ to }) => to === 'sku');
  const count = (does: Does) => linesThat(lines, does).length;
  const changing = count('new') + count('changed') + count('hidden') + count('removed');
  const bad = linesThat(lines, 'bad');
  const saveBad = () =>
    downloadBadLines(
      name,
      layout,
      [...bad].map((at) => {
        const { cells, problems } = lineAt(lines, at);
        return { cells, problems: problems.map(saidProblem) };
      }),
    );
  const take = () => {
    remember({ sort: 'goods', layout });
    if (!edits) return setServer(true);
    book.editAll(edits);
    close();
  };
  if (server)
    return (
      <Taking
        name={name}
        file={{ text: seen.text, layout, missing }}
        changing={changing}
        bad={bad.length}
        close={close}
      />
    );
  return (
    <>
      <FileSentence name={name} file={seen} />
      <FileLayout
        layout={layout}
        targets={goodsTargets}
        labels={goodsTargetLabels}
        samples={seen.samples}
        unsure={seen.unsure}
        onChange={onLayout}
      />
      <StillToSay file={seen} targets={goodsTargets} />
      {seen.absent > 0 && (
        <p className="sentence">
          {counts(seen.absent, 'item', 'goods')} of the book {seen.absent === 1 ? 'is' : 'are'} not in the file and{' '}
          <ChoicePart
            label="Goods that are not in the file"
            value={missing}
            choices={[
              { value: 'kept', label: 'stay as they are' },
              { value: 'hidden', label: 'are listed nowhere from now on' },
              { value: 'removed', label: 'are removed, but for those that something names' },
            ]}
            onCommit={onMissing}
          />
          .
        </p>
      )}
      {hasSku ? (
        <PreviewLines lines={lines} />
      ) : (
        <p className="aside-note off" role="alert">
          No column is taken for the SKU: say above which one is.
        </p>
      )}
      <p className="flex flex-wrap items-center gap-2">
        <button type="button" className="act main" disabled={changing === 0 || !isCurrent} onClick={take}>
          {takeWords(changing, count('same'))}
        </button>
        {bad.length > 0 && hasSku && (
          <button type="button" className="act" onClick={saveBad}>
            {counts(bad.length, 'bad line')} as CSV
          </button>
        )}
        <button type="button" className="act" onClick={close}>
          Leave it
        </button>
        <span className="muted">
          {edits === null
            ? 'So many are taken as a revision of their own.'
            : 'They join your changes, which you save together.'}
        </span>
      </p>
    </>
  );
}

function takeWords(changing: number, same: number): string {
  if (changing > 0) return `Take ${counts(changing, 'item', 'goods')}`;
  return same > 0 ? 'All of it stands there already' : 'Nothing to take';
}
