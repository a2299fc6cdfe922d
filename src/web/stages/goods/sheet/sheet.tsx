import { useMemo, useState } from 'react';
import { memo } from '../../../../core/exact/index.ts';
import { type Column, type Item, isLacking, lacks, withParents, writeGoods } from '../../../../core/goods/index.ts';
import { counted, counts, faultText, goodsFieldWords } from '../../../../words/index.ts';
import { type OpenBook, useEngine } from '../../../data/book.ts';
import { download } from '../../../ui/download.ts';
import { OpenFile } from '../../../ui/open-file.tsx';
import { Remover } from '../../../ui/remover.tsx';
import { AddItem, copied, Variants } from '../items.tsx';
import { SelectionSentence, SelectionTabs } from '../selections.tsx';
import { BulkEdit } from './bulk.tsx';
import { Columns, useColumns } from './column-choice.tsx';
import { inSight } from './columns.ts';
import { Conditions } from './conditions.tsx';
import { GoodsGrid } from './grid.tsx';
import { type Sort, turned, useShownGoods } from './shown.ts';
import { useTicks } from './ticks.ts';

/** The goods as one sheet: filtered, sorted, edited in place and in bulk, taken in and out as CSV. */
export function GoodsSheet({ book, onOpen }: { book: OpenBook; onOpen: (file: File) => void }) {
  const [sort, setSort] = useState<Sort>([]);
  const [open, setOpen] = useState<'bulk' | 'add' | 'variants' | null>(null);
  const [goTo, setGoTo] = useState<string | null>(null);
  const { rows, filter, type, selection, lack, where, ask, show } = useShownGoods(book, sort);
  const ticks = useTicks(book.goods, rows);
  const columns = useColumns();
  const shown = useMemo(() => inSight(columns), [columns]);
  const held = useEngine((engine) => engine.counts(), [], 'study')?.selections ?? null;
  const whole = rows.length === book.goods.length;
  const many = ticks.all.length > 0 ? ticks.all : rows;
  const toggle = (what: NonNullable<typeof open>) => setOpen(open === what ? null : what);
  return (
    <>
      <div className="head">
        <h1>Goods</h1>
        <span className="muted">
          {whole
            ? counts(book.goods.length, 'item', 'goods')
            : `${counted(rows.length)} of ${counts(book.goods.length, 'item', 'goods')}`}
          <Lacking book={book} chosen={lack} onChoose={(next) => show('lacks', next)} />
        </span>
        <input
          data-filter
          className="search"
          aria-label="Filter the goods"
          placeholder="Filter  /"
          value={filter}
          onChange={(event) => type(event.target.value)}
        />
        <span className="acts">
          <button type="button" className="act" aria-expanded={open === 'add'} onClick={() => toggle('add')}>
            Add an item
          </button>
          <button
            type="button"
            className="act"
            aria-expanded={open === 'bulk'}
            disabled={many.length === 0}
            onClick={() => toggle('bulk')}
          >
            Change these {counted(many.length)} …
          </button>
          <OpenFile label="Import CSV" onOpen={onOpen} />
          <Columns />
          <button type="button" className="act" onClick={() => download('goods.csv', writeGoods(rows))}>
            Export {whole ? 'CSV' : `these ${counted(rows.length)}`}
          </button>
        </span>
      </div>
      <SelectionTabs book={book} chosen={selection?.id ?? null} held={held} onChoose={(id) => show('selection', id)} />
      {selection && (
        <SelectionSentence
          key={selection.id}
          book={book}
          selection={selection}
          count={held?.[selection.id] ?? null}
          removed={() => show('selection', null)}
        />
      )}
      <Conditions book={book} where={where} onChange={ask} />
      {open === 'add' && <AddItem book={book} onAdded={setGoTo} close={() => setOpen(null)} />}
      {open === 'bulk' && (
        <BulkEdit book={book} items={many} ticked={ticks.all.length > 0} close={() => setOpen(null)} />
      )}
      {ticks.all.length > 0 && (
        <p className="flex flex-wrap items-center gap-3" role="toolbar" aria-label="Goods that are ticked">
          <strong>{counts(ticks.all.length, 'item', 'goods')} ticked</strong>
          <button type="button" className="quiet" onClick={() => setGoTo(copied(book, ticks.all))}>
            Copy {ticks.all.length === 1 ? 'it' : 'them'}
          </button>
          {ticks.all.length === 1 && (
            <button
              type="button"
              className="quiet"
              aria-expanded={open === 'variants'}
              onClick={() => toggle('variants')}
            >
              Make variants of it
            </button>
          )}
          <Remover
            book={book}
            things={ticks.all.map(({ sku }) => ({ named: 'item', id: sku }))}
            onRemoved={ticks.clear}
          >
            Remove …
          </Remover>
          <button type="button" className="quiet" onClick={ticks.clear}>
            Untick
          </button>
        </p>
      )}
      {open === 'variants' && ticks.all[0] && (
        <Variants book={book} parent={ticks.all[0]} onAdded={setGoTo} close={() => setOpen(null)} />
      )}
      <Problems />
      <GoodsGrid
        book={book}
        rows={rows}
        columns={shown}
        frozen={columns.frozen}
        sort={sort}
        onSort={(column, beside) => setSort(turned(sort, column, beside))}
        ticks={ticks}
        goTo={goTo}
      />
      {rows.length === 0 && (
        <p className="muted p-3">
          {book.goods.length === 0
            ? 'No goods yet. Import a CSV file of yours, whatever its columns are called, or add an item.'
            : 'Nothing has all these words and conditions.'}
        </p>
      )}
    </>
  );
}

type Lack = (typeof lacks)[number];

/** How many goods lack what they need or may have; a press shows them. */
function Lacking({
  book,
  chosen,
  onChoose,
}: {
  book: OpenBook;
  chosen: Lack | null;
  onChoose: (lack: Lack | null) => void;
}) {
  return lackingOf(book.goods).map(({ lack, count }) => (
    <span key={lack}>
      {' · '}
      <button
        type="button"
        className={`quiet ${lack === 'cost' ? '' : 'danger'}`}
        aria-pressed={chosen === lack}
        onClick={() => onChoose(chosen === lack ? null : lack)}
      >
        {count} without {lack}
      </button>
    </span>
  ));
}

/** Counted once for goods that stay the same, however often their page is opened. */
const lackingOf = memo((goods: readonly Item[]): { lack: Lack; count: number }[] => {
  const { items } = withParents(goods);
  return lacks.flatMap((lack) => {
    const count = items.filter((item) => isLacking(item, lack)).length;
    return count > 0 ? [{ lack, count }] : [];
  });
});

/** What keeps goods from being sold: the first few, and how many more. */
function Problems() {
  const problems = useEngine((engine) => engine.goodsProblems(), [], 'study') ?? [];
  if (problems.length === 0) return null;
  const labelOf = (step: string | number) => goodsFieldWords[step as Column]?.label.toLowerCase() ?? step;
  return (
    <div className="aside-note off" role="alert">
      {problems.slice(0, 5).map((one) => (
        <p key={`${one.at.join()} ${faultText(one)}`}>
          {one.at.map(labelOf).join(', ')}: {faultText(one)}
        </p>
      ))}
      {problems.length > 5 && <p className="muted">and {problems.length - 5} more</p>}
    </div>
  );
}
