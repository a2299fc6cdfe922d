import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, test } from 'vitest';
import { sheetOf } from '../../../tests/books/sheets.ts';
import { goodsTargets } from '../../core/goods/index.ts';
import { csvRows, type Layout, rowsBelow } from '../../core/tables/index.ts';
import { FileLayout, FileSentence, StillToSay } from './file-layout.tsx';

afterEach(cleanup);

const labels = Object.fromEntries(goodsTargets.map(({ name }) => [name, name]));

const read = (text: string, said: readonly Layout[]) => {
  const layout = said.at(-1);
  return sheetOf(text, layout ? { layout } : {});
};

/** A file on screen, as it would be read; what is said of its columns is handed on. */
function File({ text, said }: { text: string; said: Layout[] }) {
  const [layout, setLayout] = useState(sheetOf(text).layout);
  const rows = rowsBelow(csvRows(text, layout.delimiter), layout);
  const file = {
    layout,
    encoding: 'utf-8' as const,
    count: rows.length,
    unsure: [],
    samples: layout.columns.map((_, at) => rows.flatMap(({ cells }) => cells[at] || [])),
  };
  const onChange = (next: Layout) => {
    said.push(next);
    setLayout(next);
  };
  return (
    <>
      <FileSentence name="goods.csv" file={file} />
      <FileLayout
        layout={layout}
        targets={goodsTargets}
        labels={labels}
        samples={file.samples}
        unsure={[]}
        onChange={onChange}
      />
      <StillToSay file={file} targets={goodsTargets} />
    </>
  );
}
const choose = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });

test('sides without a unit are told; the unit said of one is that of all that have none', () => {
  const said: Layout[] = [];
  const text = 'SKU;Name;Preis;Gewicht;Länge;Breite;Höhe\nA;Tasse;9,00;350;10;8;9\n';
  render(<File text={text} said={said} />);
  expect(screen.getByText(/have no unit/).textContent).toContain('Gewicht, Länge, Breite, Höhe');
  choose('Unit of Länge', 'cm');
  expect(said.at(-1)?.columns.map(({ unit }) => unit)).toEqual([null, null, null, null, 'cm', 'cm', 'cm']);
  expect(screen.getByText(/have no unit/).textContent).toContain('Figures of Gewicht have');
  choose('Unit of Breite', 'mm');
  expect(
    said
      .at(-1)
      ?.columns.slice(4)
      .map(({ unit }) => unit),
  ).toEqual(['cm', 'mm', 'cm']);
  choose('Unit of Gewicht', 'g');
  expect(screen.queryByText(/have no unit/)).toBeNull();
  expect(read(text, said).badLines).toHaveLength(1);
  choose('Unit of Breite', 'cm');
  expect(read(text, said).items[0]?.item).toMatchObject({
    mass: { value: '350', unit: 'g' },
    size: { length: '10', width: '8', height: '9', unit: 'cm' },
  });
});

test('a file without heads says so, and its columns are told by their places', () => {
  const said: Layout[] = [];
  const text = 'K 1;Kite one;12,50\nK 2;Kite two;9,00\n';
  render(<File text={text} said={said} />);
  expect(screen.getByText(/2 lines and no heads/)).toBeTruthy();
  choose('What column 1 is taken for', 'sku');
  choose('What column 2 is taken for', 'name');
  choose('What column 3 is taken for', 'price');
  expect(read(text, said).items.map(({ line, item }) => [line, item.sku, item.price])).toEqual([
    [1, 'K 1', '12.50'],
    [2, 'K 2', '9.00'],
  ]);
});
