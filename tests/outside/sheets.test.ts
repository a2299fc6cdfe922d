import { stringify } from 'csv-stringify/sync';
import { csvFormatRows, dsvFormat, tsvFormatRows } from 'd3-dsv';
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, test } from 'vitest';
import { goodsImport, goodsTargets, itemSchema, writeGoods } from '../../src/core/goods/index.ts';
import { csvRows, decoded, type Layout, lacksUnit } from '../../src/core/tables/index.ts';
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

test('every name of a head leads to its target, and to no other; a doubtful one to one of those that have it', () => {
  const targetsOf = new Map<string, string[]>();
  for (const [target, names] of Object.entries(goodsHeads))
    for (const name of names) targetsOf.set(name, [...(targetsOf.get(name) ?? []), target]);
  for (const [name, targets] of targetsOf) {
    const { layout } = sheetOf(`${name.replace('?', '')},zz\n`);
    expect(targets, name).toContain(layout.columns[0]?.to);
    if (!name.endsWith('?')) expect(targets, name).toHaveLength(1);
  }
  expect(Object.keys(goodsHeads).every((name) => goodsTargets.some((target) => target.name === name))).toBe(true);
});

describe('heads of a stranger’s own', () => {
  const takenIn = (text: string) =>
    Object.fromEntries(sheetOf(text).layout.columns.flatMap(({ head, to }) => (to ? [[to, head]] : [])));
  test('abbreviated, with units, and with that tax is within, behind the name', () => {
    expect(short('ITEM_NO|ITEM_DESC|UNIT_PRICE|SHIP_WT_LB|LEN_IN|WID_IN|HGT_IN\nA1|Mug|12.50|0.77|4|3|3.5\n')).toEqual([
      ['A1', 'Mug', '12.50', '0.77 lb', '4 x 3 x 3.5 in'],
    ]);
    expect(
      short(
        'Artikelcode\tOmschrijving\tVerkoopprijs incl. btw\tGewicht in kg\tAfmetingen LxBxH (mm)\nA1\tMok\t12,50\t0,35\t100x80x90\n',
      ),
    ).toEqual([['A1', 'Mok', '12.50', '0.35 kg', '100 x 80 x 90 mm']]);
    expect(short('Codice;Descrizione;Prezzo IVA inclusa;Peso netto g\nA1;Tazza;€ 1.012,50;350\n')).toEqual([
      ['A1', 'Tazza', '1012.50', '350 g', null],
    ]);
    expect(short('Variant SKU,Title,Variant Price,Variant Grams\nA1,Mug,12.50,250\n')).toEqual([
      ['A1', 'Mug', '12.50', '250 g', null],
    ]);
  });
  test('a price without tax is taken only where there is none with it', () => {
    expect(takenIn('SKU,Name,Price (excl. VAT),Price (incl. VAT)\nA,Mug,10,12\n').price).toBe('Price (incl. VAT)');
    expect(takenIn('SKU;Name;Preis netto;Preis (brutto)\nA;Tasse;10;12\n').price).toBe('Preis (brutto)');
    expect(takenIn('SKU;Name;Prijs excl. btw\nA;Mok;10\n')).not.toHaveProperty('price');
  });
  test('a depth is the length beside a width and a height, and the height beside a length and a width', () => {
    expect(short('sku,name,price,depth_cm,width_cm,height_cm\nA,Mug,9,10,8,9\n')[0]?.[4]).toBe('10 x 8 x 9 cm');
    expect(short('sku,name,price,Tiefe cm,Länge cm,Breite cm\nA,Mug,9,10,8,9\n')[0]?.[4]).toBe('8 x 9 x 10 cm');
  });
  test('a column whose cells cannot be what its head says is not taken for it; another is', () => {
    const text = 'SKU,Name,Size,Dimensions (cm),Price\nA,Shirt,S,30 x 20 x 2,19.90\nB,Shirt,XL,32 x 22 x 2,19.90\n';
    expect(takenIn(text)).toMatchObject({ size: 'Dimensions (cm)' });
    expect(takenIn('Artikelnr;Name;Maße;Gewicht;Preis\nA;Tasse;10x8x9 cm;350 g;9,00\n')).toMatchObject({
      size: 'Maße',
      mass: 'Gewicht',
    });
  });
  test('a number of the trade stands for the SKU where the file has none; shortened by a spreadsheet it is told', () => {
    expect(takenIn('EAN,SKU,Name,Price\n4006381333931,A,Mug,9\n').sku).toBe('SKU');
    const { items, badLines } = sheetOf('EAN;Name;Preis\n4006381333931;Tasse;9,00\n4,00638E+12;Teller;9,00\n');
    expect(items.map(({ item: { sku } }) => sku)).toEqual(['4006381333931']);
    expect(badLines.map(({ line, problems: [one] }) => [line, one?.is])).toEqual([[3, 'cell']]);
  });
  test('SKUs as sellers write them; none that parts a list, that a spreadsheet works out, or that it has shortened', () => {
    const text = (skus: readonly string[]) =>
      csvFormatRows([['SKU', 'Name', 'Price'], ...skus.map((sku) => [sku, 'Mug', '9'])]);
    const good = ['Kite 3/4', '#A-2', 'Ä/3', 'O\u0308-1', 'T(blue)', '12 x 5+1', '日本-1', 'A&B', '0012'];
    expect(short(text(good)).map(([sku]) => sku)).toEqual(good.map((sku) => sku.normalize('NFC')));
    const bad = ['A,1', 'A;1', '=A1', '-1', '+1', '@A', 'A  1', 'A"1', '4.00638E+12', 'x'.repeat(41), '🎈'];
    const { items, badLines } = sheetOf(text(bad));
    expect(items.map(({ item: { sku } }) => sku)).toEqual([]);
    expect(badLines).toHaveLength(bad.length);
  });
  test('a line without a price that others are variants of is no item: they take what it states, and stand alone', () => {
    const text =
      'SKU,Parent SKU,Name,Price,Weight,Tags\n' +
      'T,,T-shirt,,200 g,cotton\nT-S,T,T-shirt S,19.90,,\nT-L,T,T-shirt L,21.90,260 g,summer\nLone,,Alone,,,\n';
    const { items, groups, badLines } = sheetOf(text);
    expect(groups.map(({ line, item }) => [line, item.sku])).toEqual([[2, 'T']]);
    expect(
      items.map(({ item: { sku, parent, price, mass, tags } }) => [sku, parent, price, mass?.value, tags]),
    ).toEqual([
      ['T-S', null, '19.90', '200', ['cotton']],
      ['T-L', null, '21.90', '260', ['summer']],
    ]);
    expect(badLines.map(({ line, problems: [one] }) => [line, one?.is])).toEqual([[5, 'no price']]);
    // Brought in again it changes nothing; where the book has the parent, its line is as bad as any without a price.
    const there = items.map(({ item }) => item);
    const bySku = new Map(there.map((one) => [one.sku, one]));
    const again = goodsImport(sheetOf(text, { there }), bySku, 'removed', { channels: [], isNamed: () => false });
    expect([again.put, again.gone, again.lines.map(({ does }) => does)]).toEqual([
      [],
      [],
      ['group', 'same', 'same', 'bad'],
    ]);
    const parent = item('T', { price: '18.00' });
    const beside = sheetOf(text, { there: [parent] });
    expect([beside.groups, beside.badLines.map(({ line }) => line)]).toEqual([[], [2, 5]]);
    expect(beside.items.map(({ item: { parent: one } }) => one)).toEqual(['T', 'T']);
  });
  test('an SKU is the one that is there however its accents are written', () => {
    const { items } = sheetOf('SKU,Name\nO\u0308-1,New name\n', { there: [item('Ö-1', { price: '7.00' })] });
    expect(items.map(({ item: { sku, name, price } }) => [sku, name, price])).toEqual([['Ö-1', 'New name', '7.00']]);
  });
  test('a file without heads loses no line to them', () => {
    const { layout } = sheetOf('A1;Mug;12,50;0,35\nA2;Plate;9,00;1,2\n');
    expect(layout).toMatchObject({ line: 0, columns: [{ to: null }, { to: null }, { to: null }, { to: null }] });
    const said = {
      ...layout,
      columns: layout.columns.map((column, i) => ({
        ...column,
        to: ['sku', 'name', 'price', null][i] ?? null,
        mark: ',' as const,
      })),
    };
    expect(short('A1;Mug;12,50;0,35\nA2;Plate;9,00;1,2\n', { layout: said })).toEqual([
      ['A1', 'Mug', '12.50', null, null],
      ['A2', 'Plate', '9.00', null, null],
    ]);
  });
  test('heads that mean nothing here are heads all the same', () => {
    expect(sheetOf('Kod;Opis;Kolor\nA1;Kubek;12\n').layout.line).toBe(1);
  });
  test('figures that have no unit anywhere are told', () => {
    const lacking = (text: string) => {
      const { layout } = sheetOf(text);
      const [, ...rows] = csvRows(text, layout.delimiter);
      return layout.columns.flatMap((column, at) =>
        lacksUnit(
          column,
          goodsTargets.find(({ name }) => name === column.to),
          rows.map(({ cells }) => cells[at] ?? ''),
        )
          ? [column.head]
          : [],
      );
    };
    expect(lacking('SKU,Name,Price,Weight,Length,Width (cm),Size\nA,Mug,9,350,10,8,10 x 8 x 9\n')).toEqual([
      'Weight',
      'Length',
      'Size',
    ]);
    expect(lacking('SKU,Name,Price,Weight,Size\nA,Mug,9,350 g,10 x 8 x 9cm\nB,Cup,8,,\nC,Lid,8,0,0x0x0\n')).toEqual([]);
  });
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
