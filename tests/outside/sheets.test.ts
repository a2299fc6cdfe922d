import { stringify } from 'csv-stringify/sync';
import { csvFormatRows, dsvFormat, tsvFormatRows } from 'd3-dsv';
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, test } from 'vitest';
import { goodsImport, goodsTargets, itemSchema, writeGoods } from '../../src/core/goods/index.ts';
import { csvRows, decoded, type Layout } from '../../src/core/tables/index.ts';
import { faultWords, goodsHeads } from '../../src/words/index.ts';
import { sheetOf } from '../books/sheets.ts';
import { item as written } from '../books/shop.ts';

/**
 * Files of goods as sellers' programs and spreadsheets write them, made by other libraries than the one that reads them:
 * csv-stringify 6 and d3-dsv 3. What the kinds of files look like is common practice, no source.
 */
const bytesOf = (text: string, encoding: BufferEncoding): Uint8Array => new Uint8Array(Buffer.from(text, encoding));
const big = (text: string): Uint8Array => new Uint8Array(Buffer.from(text, 'utf16le').swap16());

/** What came of a file, in short: SKU, name, price, mass and size of each item. */
const short = (file: string | Uint8Array, beside?: Parameters<typeof sheetOf>[1]) => {
  const { items, badLines } = sheetOf(file, beside);
  expect(badLines).toEqual([]);
  return items.map(({ item: { sku, name, price, mass, size } }) => [
    sku,
    name,
    price,
    mass && `${mass.value} ${mass.unit}`,
    size && `${size.length} x ${size.width} x ${size.height} ${size.unit}`,
  ]);
};
/** An item, whole. */
const item = (...of: Parameters<typeof written>) => itemSchema.parse(written(...of));
const kite = ['K-1', 'Kite “Möwe”', '29.90', '0.65 kg', '120 x 12 x 8 cm'];
const reel = ['R-2', 'Reel, 60 m', '1234.50', '0.14 kg', '9 x 9 x 4 cm'];

const germanHeads = ['Artikelnr.', 'Bezeichnung', 'VK brutto (€)', 'Gewicht [kg]', 'Länge cm', 'Breite cm', 'Höhe cm'];
const germanRows = [
  ['K-1', 'Kite “Möwe”', '29,90', '0,65', '120', '12', '8'],
  ['R-2', 'Reel, 60 m', '1.234,50', '0,140', '9', '9', '4'],
];
const french = [
  ['Référence', 'Désignation', 'Prix TTC', 'Poids (g)', 'Dimensions (cm)'],
  ['K-1', 'Kite “Möwe”', '29,90 €', '650', '120 × 12 × 8'],
  ['R-2', 'Reel, 60 m', '1 234,50 €', '140', '9 × 9 × 4'],
];
const english = [
  ['Item number', 'Product title', 'Price EUR', 'Weight', 'Size', 'Colour'],
  ['K-1', 'Kite “Möwe”', '29.90', '0.65 kg', '120x12x8cm', 'white'],
  ['R-2', 'Reel, 60 m', '1,234.50', '.14 Kg', '9 x 9 x 4 CM', ''],
];
const inGrams = [kite.with(3, '650 g'), reel.with(3, '140 g')];

describe('fifteen awkward kinds', () => {
  test('1: semicolons, decimal commas, units in heads, sides apart, a byte order mark', () => {
    const text = stringify([germanHeads, ...germanRows], { delimiter: ';', bom: true, record_delimiter: 'windows' });
    expect(short(text)).toEqual([kite, reel]);
  });
  test('2: tabs, UTF-16 with its mark, as a spreadsheet saves “Unicode text”', () => {
    expect(short(bytesOf(`\uFEFF${tsvFormatRows(french)}`, 'utf16le'))).toEqual(inGrams);
  });
  test('3: UTF-16 the other way round, with its mark', () => {
    expect(short(big(`\uFEFF${tsvFormatRows(french)}`))).toEqual(inGrams);
  });
  test('4: UTF-16 without a mark, either way', () => {
    const text = csvFormatRows(english);
    expect(short(bytesOf(text, 'utf16le'))).toEqual([kite, reel]);
    expect(short(big(text))).toEqual([kite, reel]);
  });
  test('5: Latin-1', () => {
    const text = dsvFormat(';')
      .formatRows([germanHeads, ...germanRows])
      .replaceAll(/[“”]/g, "'");
    expect(short(bytesOf(text.replace('(€)', '(EUR)'), 'latin1'))).toEqual([kite.with(1, "Kite 'Möwe'"), reel]);
  });
  test('6: Windows-1252, with its own quotation marks', () => {
    const bytes = [...Buffer.from('sku,name,price\r\nK-1,Kite ', 'latin1'), 0x93, 0x4d, 0xf6, 0x77, 0x65, 0x94];
    expect(short(new Uint8Array([...bytes, ...Buffer.from(',29.90\r\n')]))).toEqual([
      ['K-1', 'Kite “Möwe”', '29.90', null, null],
    ]);
  });
  test('7: a first line that says what parts the cells', () => {
    const text = `sep=;\r\n${dsvFormat(';').formatRows([germanHeads, ...germanRows])}`;
    expect(short(text)).toEqual([kite, reel]);
    expect(sheetOf(text).items.map(({ line }) => line)).toEqual([3, 4]);
  });
  test('8: old line ends, and mixed ones; line numbers are the file’s', () => {
    const text = csvFormatRows(english);
    expect(short(text.replaceAll('\n', '\r'))).toEqual([kite, reel]);
    expect(sheetOf(text.replace('\n', '\r\n\r\n')).items.map(({ line }) => line)).toEqual([3, 4]);
  });
  test('9: a title above the heads, empty columns beside them, blank lines below', () => {
    const wide = english.map((row) => [...row, '', '']);
    const text = csvFormatRows([['Stock list', 'of 12 November'], [], ...wide, ['', '', '', '', '', '', '', '']]);
    expect(short(text)).toEqual([kite, reel]);
  });
  test('10: everything quoted, cells of several lines, doubled quotes', () => {
    const rows = english.map((row) => row.map((cell) => cell.replace('Kite “Möwe”', 'Kite "Möwe"\nwhite')));
    const { items, badLines } = sheetOf(stringify(rows, { quoted: true }));
    expect(badLines).toEqual([]);
    expect(items.map(({ line, item: { name } }) => [line, name])).toEqual([
      [2, 'Kite "Möwe" white'],
      [4, 'Reel, 60 m'],
    ]);
  });
  test('11: bars between cells, and apostrophes as groups', () => {
    const rows = english.map((row) => row.map((cell) => cell.replace('1,234.50', "1'234.50")));
    expect(short(dsvFormat('|').formatRows(rows))).toEqual([kite, reel]);
  });
  test('12: pounds, ounces and inches in cells and heads', () => {
    const { items } = sheetOf(
      'SKU,Title,Price,Weight (lbs),Dimensions (in)\nA,Kite,9.90,1.5,"40 x 5 x 3"\nB,Reel,4.00,6 oz,\n',
    );
    expect(items.map(({ item: { mass, size } }) => [mass, size?.unit])).toEqual([
      [{ value: '1.5', unit: 'lb' }, 'in'],
      [{ value: '6', unit: 'oz' }, undefined],
    ]);
  });
  test('13: noughts for what is not known, four decimals, amounts without cents', () => {
    expect(
      short('Article;Titel;Prijs;Gewicht (g);Afmetingen (cm)\nA;Kite;12,-;0;0 x 0 x 0\nB;Reel;4,9000;140,0;\n'),
    ).toEqual([
      ['A', 'Kite', '12', null, null],
      ['B', 'Reel', '4.90', '140.0 g', null],
    ]);
  });
  test('14: rows cut short where nothing is taken, and too long where nothing stands', () => {
    expect(short('sku,name,price,Remark\nA,Kite,9.90\nB,Reel,4.00,,,\n')).toEqual([
      ['A', 'Kite', '9.90', null, null],
      ['B', 'Reel', '4.00', null, null],
    ]);
    const { badLines } = sheetOf('sku,name,price\nA,Kite\nB,Reel,4.00,more\n');
    expect(badLines.map(({ line, problems: [one] }) => [line, one && faultWords(one).wrong])).toEqual([
      [2, '2 cells'],
      [3, '4 cells'],
    ]);
  });
  test('15: tags and kinds in words of one’s own, a template by its name', () => {
    const { items } = sheetOf(
      'SKU,Name,Price,Categories,Handling,Delivery template\nA,Kite,9.90,"Delta kites, Été 2026",Long Tube,rods and tubes\n',
      { templates: [{ id: 'tubes', name: 'Rods and tubes' }] },
    );
    expect(items[0]?.item).toMatchObject({ tags: ['delta-kites', 'ete-2026'], kind: 'long-tube', template: 'tubes' });
  });
  test('a workbook is told from a table', () => {
    expect(decoded(new Uint8Array([0x50, 0x4b, 3, 4, 0, 0]))).toEqual({ is: 'workbook' });
    expect(decoded(new Uint8Array([0xd0, 0xcf, 0x11, 0xe0]))).toEqual({ is: 'workbook' });
  });
});

test('a figure that could be read either way is told of, and read as one says', () => {
  const text = 'Item number,Title,Price\nA,Kite,"1,250"\n';
  const seen = sheetOf(text);
  expect(seen.unsure).toEqual(['Price']);
  const layout = (mark: '.' | ','): Layout => ({
    ...seen.layout,
    columns: seen.layout.columns.map((column) => (column.to === 'price' ? { ...column, mark } : column)),
  });
  expect(sheetOf(text, { layout: layout('.') }).items[0]?.item.price).toBe('1250');
  expect(sheetOf(text, { layout: layout(',') }).items[0]?.item.price).toBe('1.25');
  // The same figure beside one that tells is sure.
  expect(sheetOf(`${text}B,Reel,"4.50"\n`)).toMatchObject({ unsure: [], items: [{ item: { price: '1250' } }, {}] });
});

test('another currency beside a figure is no price of the book’s, nor a figure of another mark than its column’s', () => {
  const { badLines, items } = sheetOf(
    'sku,name,price\nA,Kite,£9.90\nB,Reel,EUR 4.50\nC,Tail,2.00 €\nD,Tail,"2,00 €"\n',
  );
  expect(badLines.map(({ line }) => line)).toEqual([2, 5]);
  expect(items.map(({ item: { price } }) => price)).toEqual(['4.50', '2.00']);
});

test('what a file has no column for stays; a layout said once is taken again by the words of its heads', () => {
  const there = [item('A', { price: '9.90', cost: '4.20', tags: ['red'] })];
  const text = 'Nummer;Was es kostet\nA;10,50\n';
  const { layout } = sheetOf(text);
  expect(layout.columns.map(({ to }) => to)).toEqual([null, null]);
  const said: Layout = {
    ...layout,
    columns: layout.columns.map((one, i) => ({ ...one, to: ['sku', 'cost'][i] ?? null })),
  };
  const { items } = sheetOf('NUMMER;was  es kostet;Farbe\nA;10,50;rot\n', { there, remembered: [said] });
  expect(items.map((one) => one.item)).toEqual([{ ...there[0], cost: '10.50' }]);
});

test('of a file whose SKUs are not all known nothing is missing: without a column of them, or with a quote left open', () => {
  const there = [item('A'), item('B')];
  const after = (text: string) =>
    goodsImport(sheetOf(text, { there }), new Map(there.map((one) => [one.sku, one])), 'removed', {
      channels: [],
      isNamed: () => false,
    }).gone;
  expect(after('sku,name\nA,Kite\n')).toEqual(['B']);
  expect(after('number?,name\nA,Kite\n')).toEqual([]);
  expect(after('sku,name\nA,"Kite\nB,Reel\n')).toEqual([]);
});

test('words in other letters are not lost unsaid: their line is bad', () => {
  const { badLines, items } = sheetOf('sku,name,price,tags,kind\nA,Kite,1,"Drachen, Змей",Rolle\nB,Reel,1,rot,凧\n');
  expect(items).toEqual([]);
  expect(badLines.map(({ line, problems }) => [line, problems[0]?.at[0]])).toEqual([
    [2, 'tags'],
    [3, 'kind'],
  ]);
});

test('every name of a head leads to its target, and to no other', () => {
  for (const [target, names] of Object.entries(goodsHeads))
    for (const name of names) expect([name, sheetOf(`${name},zz\n`).layout.columns[0]?.to]).toEqual([name, target]);
  expect(Object.keys(goodsHeads).every((name) => goodsTargets.some((target) => target.name === name))).toBe(true);
});

describe('random goods, written in a random manner by another library, come back as they were', () => {
  const word = fc.string({
    unit: fc.constantFrom('a', 'ö', 'é', ',', ';', '\t', '"', ' ', '\n', "'", '€', '|'),
    maxLength: 12,
  });
  const goods = fc
    .array(fc.record({ name: word, cents: fc.nat(10_000_00), grams: fc.integer({ min: 1, max: 99_999 }) }), {
      minLength: 1,
      maxLength: 12,
    })
    .map((all) =>
      all.map(({ name, cents, grams }, i) =>
        item(`S-${i}`, {
          name: `n${name}`.replace(/\s+/g, ' ').trim(),
          price: (cents / 100).toFixed(2),
          mass: { value: (grams / 1000).toFixed(3).replace(/^(\d+\.\d\d)0$/, '$1'), unit: 'kg' },
        }),
      ),
    );
  const manner = fc.record({
    delimiter: fc.constantFrom(',', ';', '\t', '|'),
    comma: fc.boolean(),
    quoted: fc.boolean(),
    ends: fc.constantFrom('\n', '\r\n', '\r'),
    encoding: fc.constantFrom('utf8', 'bom', 'utf16le', 'utf16be'),
  });
  test('120 of them', () => {
    fc.assert(
      fc.property(goods, manner, (all, { delimiter, comma, quoted, ends, encoding }) => {
        const figure = (text: string) => (comma ? text.replace('.', ',') : text);
        const rows = all.map((one) => [one.sku, one.name, figure(`${one.price}`), figure(`${one.mass?.value}`)]);
        const text = stringify([['Artikelnummer', 'Naam', 'Prix de vente', 'Weight (kg)'], ...rows], {
          delimiter,
          quoted,
          record_delimiter: ends,
          bom: encoding === 'bom',
        });
        const bytes =
          encoding === 'utf16le'
            ? bytesOf(`\uFEFF${text}`, 'utf16le')
            : encoding === 'utf16be'
              ? big(`\uFEFF${text}`)
              : bytesOf(text, 'utf8');
        const { items, badLines } = sheetOf(bytes);
        expect(badLines).toEqual([]);
        expect(items.map((one) => [one.item.sku, one.item.name, one.item.price, one.item.mass?.value])).toEqual(
          all.map((one) => [one.sku, one.name, one.price, one.mass?.value]),
        );
      }),
      { numRuns: 120 },
    );
  });
});

test('Plemb’s own file is read as by a plain reader of RFC 4180: nothing of it is guessed at', () => {
  const own = [
    item('A', { name: '1,250 things; "x"', price: '1.25', tags: ['a', 'b'] }),
    item('B', { mass: { value: '0.5', unit: 'lb' } }),
  ];
  const text = writeGoods(own);
  expect(csvRows(text).map(({ cells }) => cells)).toEqual(
    Papa.parse<string[]>(text, { newline: '\r\n', skipEmptyLines: true }).data,
  );
  expect(sheetOf(text).items.map((one) => one.item)).toEqual(own);
});
