import { useMemo } from 'react';
import { Link } from 'react-router';
import { changesTo, type LabelSort, type LabelUse, labelsOf, relabelled } from '../../../core/book/index.ts';
import { counts, labelUseWords } from '../../../words/index.ts';
import { SheetTabs } from '../../app/tabs.tsx';
import { type OpenBook, useBook } from '../../data/book.ts';
import { CsvButton } from '../../ui/csv-button.tsx';
import { TextPart } from '../../ui/field.tsx';

export function LabelsStage() {
  const book = useBook();
  return book && <Labels book={book} />;
}

const headings: Readonly<Record<LabelSort, { readonly name: string; readonly note: string }>> = {
  kind: { name: 'Kinds', note: 'How goods are handled; what states none is a parcel.' },
  tag: { name: 'Tags', note: 'Words that selections go by.' },
  hazard: { name: 'Hazards', note: 'What bars services that do not take it.' },
};
const sorts = Object.keys(headings) as LabelSort[];
/** Goods beyond which a word is not changed from here: each would be a change of the draft. */
const most = 5000;

/** The words that goods carry: how many carry each, and what goes by it; called otherwise or taken away everywhere. */
function Labels({ book }: { book: OpenBook }) {
  const { book: rules, goods } = book;
  const all = useMemo(() => labelsOf({ book: rules, goods }), [rules, goods]);
  return (
    <div className="stage plain">
      <section className="sheet" aria-label="Kinds and tags">
        <nav className="tabs-row" aria-label="Sheets of goods">
          <SheetTabs />
        </nav>
        <div className="head">
          <h1>Kinds and tags</h1>
          <span className="muted">Words are put on goods in the sheet; here they are changed wherever they stand.</span>
          <span className="acts">
            <CsvButton
              file="kinds-and-tags.csv"
              head={['sort', 'word', 'goods', 'goes by it']}
              rows={() => all.map((one) => [one.sort, one.word, String(one.goods), labelUseWords(book.book, one)])}
            >
              As CSV
            </CsvButton>
          </span>
        </div>
        {sorts.map((sort) => (
          <section key={sort} className="mt-3" aria-label={headings[sort].name}>
            <h2>{headings[sort].name}</h2>
            <p className="muted small">{headings[sort].note}</p>
            <LabelTable book={book} all={all.filter((one) => one.sort === sort)} />
          </section>
        ))}
      </section>
    </div>
  );
}

function LabelTable({ book, all }: { book: OpenBook; all: readonly LabelUse[] }) {
  if (all.length === 0) return <p className="muted">None yet.</p>;
  return (
    <table className="ruled">
      <thead>
        <tr>
          <th className="w-56">Word</th>
          <th className="figure w-24">Goods</th>
          <th>Goes by it</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {all.map((one) => (
          <LabelRow key={one.word} book={book} label={one} />
        ))}
      </tbody>
    </table>
  );
}

const wordFault = (text: string): string | null =>
  /^[a-z0-9][a-z0-9-]{0,39}$/.test(text) ? null : 'small letters, digits and hyphens, at most 40';

function LabelRow({ book, label }: { book: OpenBook; label: LabelUse }) {
  const { sort, word, goods } = label;
  const become = (to: string | null) => {
    const before = { book: book.book, goods: book.goods };
    const after = relabelled(before, label, to);
    const goodsBySku = new Map(after.goods.map((item) => [item.sku, item]));
    book.editAll(
      [
        ...changesTo(before.book, after.book),
        ...before.goods.flatMap((item) => changesTo(item, goodsBySku.get(item.sku), ['goods', item.sku])),
      ].map(({ path, after: value }) => (value === undefined ? { path } : { path, value })),
    );
  };
  // Goods that state no kind are of this one.
  const stays = sort === 'kind' && word === 'parcel';
  const many = goods > most;
  return (
    <tr>
      <td>
        {stays || many ? (
          word
        ) : (
          <TextPart
            label={`${sort} ${word}`}
            value={word}
            fault={wordFault}
            onLeave={(next) => next !== word && become(next)}
          />
        )}
      </td>
      <td className="figure">
        <Link className="quiet" to={`/goods?where=${encodeURIComponent(`${columns[sort]} is ${word}`)}`}>
          {goods}
        </Link>
      </td>
      <td>{labelUseWords(book.book, label)}</td>
      <td className="figure">
        {many && <span className="muted small">{counts(goods, 'item', 'goods')}: change them in the sheet</span>}
        {!stays && !many && (
          <button
            type="button"
            className="quiet small"
            aria-label={`Take ${sort} ${word} away`}
            onClick={() => become(null)}
          >
            Take away
          </button>
        )}
      </td>
    </tr>
  );
}

const columns: Readonly<Record<LabelSort, string>> = { kind: 'kind', tag: 'tags', hazard: 'hazards' };
