import { cellOf, csvOf, type GoodsFile, goodsFields, type Item } from '../../../core/goods/index.ts';
import { counts, faultWords } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { download } from '../../ui/download.ts';

const shownLines = 100;

/**
 * What a goods file holds before anything is applied: what would be new or change, and every bad line with its reasons.
 */
export function ImportSummary({
  book,
  name,
  file,
  close,
}: {
  book: OpenBook;
  name: string;
  file: GoodsFile;
  close: () => void;
}) {
  const known = new Map(book.goods.map((item) => [item.sku, item]));
  const added = file.items.filter((item) => !known.has(item.sku));
  // What the file has no column for stays as it is.
  const merged = file.items.flatMap((item): Item[] => {
    const there = known.get(item.sku);
    return there
      ? [{ ...there, ...(Object.fromEntries(file.columns.map((column) => [column, item[column]])) as Partial<Item>) }]
      : [];
  });
  const changed = merged.filter((item) =>
    goodsFields.names.some((column) => cellOf(item, column) !== cellOf(known.get(item.sku) as Item, column)),
  );
  const take = () => {
    book.editAll([...added, ...changed].map((item) => ({ path: ['goods', item.sku], value: item })));
    close();
  };
  const rows = file.badLines.flatMap((line) =>
    line.problems.map((problem) => {
      const { wrong, right } = faultWords(problem);
      return [String(line.line), problem.at.join(' '), wrong, right, line.text];
    }),
  );
  const count = added.length + changed.length;
  const unchanged = file.items.length - count;
  return (
    <div className="mb-3 border border-base-300 bg-base-100 p-3" role="status" aria-label="What the file holds">
      <p>
        <strong>{name}</strong>: {added.length} new, {changed.length} changed, {unchanged} as they are,{' '}
        <span className={file.badLines.length > 0 ? 'text-off' : ''}>{counts(file.badLines.length, 'bad line')}</span>.
        Nothing has been applied yet.
      </p>
      {rows.length > 0 && (
        <div className="mt-2 max-h-44 overflow-auto">
          <table className="ruled">
            <thead>
              <tr>
                <th>Line</th>
                <th>Field</th>
                <th>Wrong</th>
                <th>Right would be</th>
              </tr>
            </thead>
            <tbody>
              {rows.slice(0, shownLines).map((row) => (
                <tr key={row.slice(0, 3).join()}>
                  {row.slice(0, 4).map((cell, i) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: the cells of a row keep their places
                    <td key={i} className={i === 0 ? 'figure' : ''}>
                      {cell}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <p className="mt-2 flex gap-2">
        <button type="button" className="act main" disabled={count === 0} onClick={take}>
          Take the {count} good {count === 1 ? 'line' : 'lines'} that change something
        </button>
        {rows.length > 0 && (
          <button
            type="button"
            className="act"
            onClick={() => download('bad-lines.csv', csvOf(['line', 'field', 'wrong', 'right', 'text'], rows))}
          >
            Bad lines as CSV
          </button>
        )}
        <button type="button" className="act" onClick={close}>
          Leave it
        </button>
      </p>
    </div>
  );
}
