import { expect, test } from 'vitest';
import { historyHeads, saidProblem } from '../../words/index.ts';
import type { Currency } from '../exact/index.ts';
import { csvRows, delimiterOf, guessLayout } from '../tables/index.ts';
import { type HistorySort, historyReader, historyTargets } from './index.ts';

/** Each line of a file: its row, or what is wrong with it. */
function read(sort: HistorySort, text: string) {
  const delimiter = delimiterOf(text);
  const rows = csvRows(text, delimiter);
  const { layout, unsure } = guessLayout(rows, delimiter, historyTargets[sort], historyHeads[sort]);
  const reader = historyReader(sort, layout, {
    currency: 'EUR' as Currency,
    timeZone: 'Europe/Dublin',
    channels: [{ id: 'shop', name: 'The Shop' }],
    services: [{ id: 'post', name: 'By post' }],
    skuNamed: (word) => ({ A: 'A', 'A.listed': 'A' })[word],
  });
  const lines = rows.slice(1).map((row) => {
    const made = reader.row(row);
    return 'is' in made ? made.is.row : made.problems.map((one) => `${one.at[0]} ${saidProblem(one).wrong}`);
  });
  return { lines, remarks: reader.remarks(), unsure };
}
const orders = (head: string, ...rows: string[]) =>
  read(
    'orders',
    [`number,at,sku,units,${head}`, ...rows.map((row, i) => `${i},2026-07-01 10:00,A,1,${row}`)].join('\n'),
  );
const placed = (head: string, ...rows: string[]) =>
  orders(head, ...rows).lines.map((line) => ('place' in line ? line.place : line));

test('a place is what its cells say, and never made of the first letters of a word', () => {
  expect(placed('place', 'IE', 'GB HS1 2AA', 'US-AK', 'Norway', 'Denver', 'Georgetown Road', 'XX')).toEqual([
    'IE',
    'GB HS1 2AA',
    'US-AK',
    'NO',
    ['country “Denver” is no place'],
    ['country “Georgetown Road” is no place'],
    ['country “XX” is no place'],
  ]);
  expect(placed('country,part', 'US,AK', 'US,US-AK', ',CA-ON', ',Bavaria', 'Nowhere,CA-ON')).toEqual([
    'US-AK',
    'US-AK',
    'CA-ON',
    ['country “Bavaria” is no place'],
    ['country “Nowhere” is no place'],
  ]);
});

test('an order without a place, a date or a number is a bad line, the first line too', () => {
  const { lines } = read(
    'orders',
    [
      'number,at,country,sku,units',
      '1,,IE,A,1',
      '2,2026-07-01,,A,1',
      ',2026-07-01,IE,A,1',
      '3,2026-07-01,IE,,1',
      '4,2026-07-01,IE,A,0',
    ].join('\n'),
  );
  expect(lines.map((line) => (Array.isArray(line) ? line[0]?.split(' ')[0] : 'taken'))).toEqual([
    'at',
    'country',
    'number',
    'sku',
    'units',
  ]);
});

test('what has no word is left out and counted; local times are of the market’s clock', () => {
  const { lines, remarks } = read(
    'orders',
    'number,at,channel,country,part,postcode,service,sku,units,charge\n' +
      '1,2026-07-01 10:00,The Shop,GB,Narnia,XYZ,by post,A,2,4.90\n' +
      '2,2026-12-01T10:00:00+02:00,Fair,IE,,,Drone,B,1,\n',
  );
  expect(lines).toMatchObject([
    { at: '2026-07-01T09:00:00.000Z', channel: 'shop', place: 'GB', service: 'post', charge: '4.90' },
    { at: '2026-12-01T08:00:00.000Z', channel: '', place: 'IE', service: '', charge: null },
  ]);
  expect(remarks.map(({ what, text }) => `${what} ${text}`).sort()).toEqual([
    'channel Fair',
    'part Narnia',
    'postcode XYZ',
    'service Drone',
    'sku B',
  ]);
});

test('a part is read by its code, with its country or without, and by its name', () => {
  const { lines } = read(
    'visits',
    'month,country,part,visits\n2026-10,GB,Kent,1\n2026-10,Germany,Bayern,2\n2026-10,US,AK,3\n2026-10,US,US-AK,4\n',
  );
  expect(lines.map((one) => (one as { part: string }).part)).toEqual(['GB-KEN', 'DE-BY', 'US-AK', 'US-AK']);
});

test('advertising may be for no country, visits not', () => {
  expect(read('advertising', 'month,channel,amount\n2026-10,shop,12.50\n').lines).toEqual([
    { month: '2026-10', country: '', channel: 'shop', amount: '12.50' },
  ]);
  expect(read('visits', 'month,country,visits\n2026-10,,12\n').lines).toEqual([['country “” is no place']]);
});

/** Files of orders as programs of several languages write them (common practice, no source), and what they hold. */
const made = { channel: '', service: '', codes: [], charge: null, discount: null };
const line = (number: string, at: string, place: string, more: object = {}) => ({
  ...made,
  number,
  at: `2026-${at}:00.000Z`,
  place,
  sku: 'A',
  units: 1,
  ...more,
});
test.each([
  [
    'Name,Created at,Lineitem name,Lineitem sku,Lineitem quantity,Shipping Country,' +
      'Shipping Zip,Shipping,Discount Code\n' +
      "#1001,2026-03-02 10:11:12 +0000,Mug,A,2,IE,'D02 X285,4.90,SPRING\n",
    line('#1001', '03-02T10:11', 'IE D02 X285', { units: 2, charge: '4.90', codes: ['SPRING'] }),
  ],
  [
    'Bestellnr.;Datum;Art.-Nr.;Menge;Land;PLZ;Versandkosten;Gutscheincode;Rabattbetrag\n' +
      '4711;02.03.2026 14:05 Uhr;A;1,00;Deutschland;04109;4,90 €;;1.012,50 €\n',
    line('4711', '03-02T14:05', 'DE 04109', { charge: '4.90', discount: '1012.50' }),
  ],
  [
    'order-id\tpurchase-date\tsku\tquantity-purchased\tship-country\tship-postal-code\tshipping-price\n' +
      '026-1\t2026-03-02T14:05:00+00:00\tA\t1\tGB\tEH1 1AA\t3.99\n',
    line('026-1', '03-02T14:05', 'GB EH1 1AA', { charge: '3.99' }),
  ],
  [
    'Commande;Date de commande;Réf.;Qté;Pays de livraison;Code postal;Frais de port TTC;Code de réduction\n' +
      '13;13/03/2026 à 08h15;A;1;Belgique;1000;4,90;MARS\n',
    line('13', '03-13T08:15', 'BE 1000', { charge: '4.90', codes: ['MARS'] }),
  ],
  [
    'Numero ordine;Data ordine;Codice articolo;Quantità;Nazione;CAP;Spese di spedizione\n' +
      '1;25/03/2026 10.30;A;1;Italia;00184;€ 4,90\n',
    line('1', '03-25T10:30', 'IT 00184', { charge: '4.90' }),
  ],
  [
    'bestelnummer,besteldatum,artikelcode,aantal,land,postcode,verzendkosten\n' +
      '1,25-3-2026 10:30,A,1,Nederland,1012 AB,"4,90"\n',
    line('1', '03-25T10:30', 'NL 1012AB', { charge: '4.90' }),
  ],
  [
    'Pedido;Fecha;Referencia;Cantidad;País de envío;Código postal;Gastos de envío\n' +
      '1;5 de marzo de 2026;A;1;España;28001;4,90\n',
    line('1', '03-05T00:00', 'ES 28001', { charge: '4.90' }),
  ],
])('a file of orders in another program’s words: %s', (text, expected) => {
  const { lines, remarks, unsure } = read('orders', text);
  expect(lines).toEqual([expected]);
  expect([remarks, unsure]).toEqual([[], []]);
});

test('what is said of an order in its first line alone holds for those that go on with it', () => {
  const text = [
    'number,at,channel,country,sku,units',
    '1,2026-07-01 10:00,shop,IE,A,1',
    '1,,,,A,2',
    ',,,,A,3',
    '2,,,,A,1',
    '3,2026-07-02 10:00,shop,FR,A,1',
    '3,2026-07-02 11:00,,DE,A,1',
    ',2026-07-03 10:00,,DE,A,1',
    '3,2026-07-02 10:00,shop,FR,A,1',
    '3,,elsewhere,,A,1',
    '4,2026-07-02 10:00,shop,FR,A,none',
    '4,,,,A,1',
  ].join('\n');
  const { lines } = read('orders', text);
  const short = lines.map((one) => ('number' in one ? [one.number, one.at.slice(5, 16), one.channel, one.place] : one));
  expect(short).toEqual([
    ['1', '07-01T09:00', 'shop', 'IE'],
    ['1', '07-01T09:00', 'shop', 'IE'],
    ['1', '07-01T09:00', 'shop', 'IE'],
    ['country “” is no place', 'at “” is no moment'],
    ['3', '07-02T09:00', 'shop', 'FR'],
    ['3', '07-02T10:00', 'shop', 'DE'],
    ['number “” is no name'],
    ['3', '07-02T09:00', 'shop', 'FR'],
    ['country “” is no place', 'at “” is no moment'],
    ['units “none” is no count of units'],
    ['country “” is no place', 'at “” is no moment'],
  ]);
});

test('whole numbers have groups whatever parts them; three noughts go by the rest of the column', () => {
  const visits = (...cells: string[]) => {
    const { lines, unsure } = read(
      'visits',
      ['month;country;visits', ...cells.map((one) => `2026-03;IE;${one}`)].join('\n'),
    );
    return [lines.map((one) => ('visits' in one ? one.visits : one)), unsure];
  };
  expect(visits('612', '1.200', '2.000')).toEqual([[612, 1200, 2000], []]);
  expect(visits('612', '1,200', '2,000')).toEqual([[612, 1200, 2000], []]);
  expect(visits('1,00', '2,50')).toEqual([[1, ['visits “2,50” is no count of units']], []]);
  expect(visits('1.000')[1]).toEqual(['visits']);
});

test('an item may stand as a channel lists it', () => {
  const { lines, remarks } = read(
    'orders',
    'number,at,country,sku,units\n1,2026-07-01,IE,A.listed,1\n2,2026-07-01,IE,B,1\n',
  );
  expect(lines.map((one) => ('sku' in one ? one.sku : one))).toEqual(['A', 'B']);
  expect(remarks).toEqual([{ what: 'sku', text: 'B', count: 1 }]);
});

test('a column of people’s names is never taken for the numbers of orders', () => {
  const taken = (cell: string) =>
    guessLayout(
      csvRows(`Name,Date,Country,SKU,Qty\n${cell},2026-07-01,IE,A,1\n`),
      ',',
      historyTargets.orders,
      historyHeads.orders,
    ).layout.columns[0]?.to;
  expect([taken('#1001'), taken('Mary Example')]).toEqual(['number', null]);
});
