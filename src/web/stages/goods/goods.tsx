import { useMemo, useState } from 'react';
import { type Column, isLacking, lacks, withParents, writeGoods } from '../../../core/goods/index.ts';
import { counted, counts, faultText, goodsFieldWords } from '../../../words/index.ts';
import { type OpenBook, useBook, useEngine } from '../../data/book.ts';
import { download } from '../../ui/download.ts';
import { freshId } from '../../ui/fresh-id.ts';
import { OpenFile } from '../../ui/open-file.tsx';
import { BulkEdit } from './bulk.tsx';
import { Columns, useHidden } from './column-choice.tsx';
import { columnsBut } from './columns.ts';
import { GoodsGrid } from './grid.tsx';
import { GoodsImport, useOpened } from './import/import.tsx';
import { SelectionSentence } from './selections.tsx';
import { type Sort, turned, useShownGoods } from './shown.ts';

export function GoodsStage() {
  const book = useBook();
  return book && <Goods book={book} />;
}

/** The goods as one sheet: filter, sort, edit in place, take in and out as CSV. */
function Goods({ book }: { book: OpenBook }) {
  const [sort, setSort] = useState<Sort>(null);
  const { rows, filter, type, selection, lack, show } = useShownGoods(book, sort);
  const [bulk, setBulk] = useState(false);
  const [file, setFile] = useState<File | null>(null);
  const opened = useOpened(file);
  const hidden = useHidden();
  const columns = useMemo(() => columnsBut(hidden), [hidden]);
  const held = useEngine((engine) => engine.counts(), [], 'study')?.selections ?? null;
  const whole = rows.length === book.goods.length;
  return (
    <div className="stage plain">
      <section className="sheet flex flex-col" aria-label="Goods">
        <div className="head">
          <h1>Goods</h1>
          <span className="muted">
            {whole
              ? counts(book.goods.length, 'item', 'goods')
              : `${counted(rows.length)} of ${counts(book.goods.length, 'item', 'goods')}`}
            <Lacking book={book} chosen={lack} onChoose={(next) => show('lacks', next)} />
          </span>
          {!opened && (
            <>
              <input
                data-filter
                className="search"
                aria-label="Filter the goods"
                placeholder="Filter  /"
                value={filter}
                onChange={(event) => type(event.target.value)}
              />
              <span className="acts">
                <button
                  type="button"
                  className="act"
                  aria-expanded={bulk}
                  disabled={rows.length === 0}
                  onClick={() => setBulk(!bulk)}
                >
                  Change these {counted(rows.length)} …
                </button>
                <OpenFile label="Import CSV" onOpen={setFile} />
                <Columns />
                <button type="button" className="act" onClick={() => download('goods.csv', writeGoods(rows))}>
                  Export {whole ? 'CSV' : `these ${rows.length}`}
                </button>
              </span>
            </>
          )}
        </div>
        {opened && <GoodsImport key={opened.name} book={book} file={opened} close={() => setFile(null)} />}
        {!opened && (
          <>
            <SelectionTabs
              book={book}
              chosen={selection?.id ?? null}
              held={held}
              onChoose={(id) => show('selection', id)}
            />
            {selection && (
              <SelectionSentence
                key={selection.id}
                book={book}
                selection={selection}
                count={held?.[selection.id] ?? null}
                removed={() => show('selection', null)}
              />
            )}
            {bulk && <BulkEdit book={book} items={rows} close={() => setBulk(false)} />}
            <Problems />
            <GoodsGrid
              book={book}
              rows={rows}
              columns={columns}
              sort={sort}
              onSort={(column) => setSort(turned(sort, column))}
            />
            {rows.length === 0 && (
              <p className="muted p-3">
                {book.goods.length === 0
                  ? 'No goods yet. Import a CSV file of yours, whatever its columns are called, or add an item.'
                  : 'Nothing has all these words.'}
              </p>
            )}
          </>
        )}
      </section>
    </div>
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
  const missing = useMemo(() => {
    const { items } = withParents(book.goods);
    return lacks.flatMap((lack) => {
      const count = items.filter((item) => isLacking(item, lack)).length;
      return count > 0 ? [{ lack, count }] : [];
    });
  }, [book.goods]);
  return missing.map(({ lack, count }) => (
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

/** All goods, and those of each selection. */
function SelectionTabs({
  book,
  chosen,
  held,
  onChoose,
}: {
  book: OpenBook;
  chosen: string | null;
  /** How many goods each selection takes. */
  held: Readonly<Record<string, number>> | null;
  onChoose: (id: string | null) => void;
}) {
  const { selections } = book.book;
  const add = () => {
    const id = freshId('selection', selections);
    const takes = { is: 'tags', any: ['kites'], all: [] };
    book.edit(['selections', id], { id, name: 'New selection', takes, except: [] });
    onChoose(id);
  };
  const tabs = [
    { id: null, name: 'All goods', count: book.goods.length },
    ...selections.map(({ id, name }) => ({ id, name, count: held?.[id] ?? '' })),
  ];
  return (
    <nav className="tabs-row" aria-label="Selections">
      {tabs.map(({ id, name, count }) => (
        <button
          type="button"
          key={id ?? ''}
          className="tab-link cursor-pointer"
          aria-current={id === chosen ? 'page' : undefined}
          onClick={() => onChoose(id)}
        >
          {name} <span className="muted">{count}</span>
        </button>
      ))}
      <button type="button" className="quiet ml-3" onClick={add}>
        + Selection
      </button>
    </nav>
  );
}

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
