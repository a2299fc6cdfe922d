import { stringify } from 'csv-stringify/sync';
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest';
import { type HistorySort, historyTargets } from '../../src/core/history/index.ts';
import { seeded } from '../../src/core/plan/index.ts';
import { csvRows, delimiterOf, guessLayout, type Layout } from '../../src/core/tables/index.ts';
import { takeHistory } from '../../src/server/jobs/history-steps.ts';
import { ordersAfter } from '../../src/server/queries/history.ts';
import { addHistoryImport, moveHistoryImport, putPiece } from '../../src/server/queries/history-imports.ts';
import { historyHeads } from '../../src/words/index.ts';
import { smallBook } from '../books/small.ts';
import { type World, world } from './world.ts';

/** Files of history: taken as jobs, all or nothing, and again without doubling. */
let at: World;
beforeAll(async () => {
  at = await world();
  await at.take(smallBook());
});
afterAll(() => at.end());
beforeEach(async () => {
  for (const sort of ['orders', 'visits', 'advertising']) await at.call('DELETE', `/api/history/${sort}`);
});

/** The layout that the screen would propose. */
const layoutOf = (sort: HistorySort, text: string): Layout =>
  guessLayout(csvRows(text), delimiterOf(text), historyTargets[sort], historyHeads[sort]).layout;

/** Sends a file, cut into pieces of such a length, and waits until it has been taken. */
async function taken(sort: HistorySort, text: string, length = 1 << 20) {
  const layout = layoutOf(sort, text);
  const { body, status } = await at.call('POST', '/api/history/imports', {
    sort,
    name: 'file.csv',
    layout,
    who: 'Ada',
  });
  expect(status).toBe(202);
  const address = `/api/history/imports/${body.id}`;
  const pieces = Math.ceil(text.length / length);
  for (let n = 0; n < pieces; n += 1)
    await at.call('PUT', `${address}/pieces/${n}`, { text: text.slice(n * length, (n + 1) * length) });
  expect((await at.call('POST', `${address}/taken`, { pieces })).status).toBe(202);
  return at.until(address, ({ state }) => state !== 'taking');
}
const orders = async () => (await at.call('GET', '/api/orders')).body.orders;
const history = async () => (await at.call('GET', '/api/history')).body;

const sheet = [
  ['Bestellnummer', 'Datum', 'Kanal', 'Land', 'PLZ', 'Versandart', 'Artikelnr', 'Menge', 'Gutschein', 'Versandkosten'],
  ['1001', '24.12.2025 09:05', 'Lerrin Shop', 'Deutschland', '10115', 'post', 'BAR-OAT', '2', 'save10', '4,90 €'],
  ['1001', '24.12.2025 09:05', 'Lerrin Shop', 'Deutschland', '10115', 'post', 'OTHER', '1', '', ''],
  ['1002', '01.06.2026 00:30', 'Markt', 'Irland', 'H91 E2K3', '', 'BAR-OAT', '1', '', '0'],
  ['1003', '02.06.2026', 'Lerrin Shop', 'Nowhere', '', '', 'BAR-OAT', '1', '', ''],
  ['1004', '03.06.2026', 'Lerrin Shop', 'Irland', '', '', 'BAR-OAT', '1', '', ''],
  ['1004', '03.06.2026', 'Lerrin Shop', 'Irland', '', '', 'BAR-OAT', 'many', '', ''],
];
const german = (rows: readonly (readonly string[])[]) => stringify(rows as string[][], { delimiter: ';' });

test('orders with heads of their own, several lines an order; bad lines told, and no half of an order taken', async () => {
  const { state, report } = await taken('orders', german(sheet), 17);
  expect(state).toBe('done');
  expect(report).toMatchObject({ fresh: 2, changed: 0, same: 0, bad: 2 });
  expect(
    report.badLines.map(({ line, problems: [one] }: { line: number; problems: { wrong: string }[] }) => [
      line,
      one?.wrong,
    ]),
  ).toEqual([
    [5, '“Nowhere” is no place'],
    [7, '“many” is no count of units'],
  ]);
  expect(report.remarks).toEqual([
    { what: 'sku', text: 'OTHER', count: 1 },
    { what: 'channel', text: 'Markt', count: 1 },
  ]);
  // Local times are of the market's clock: winter is UTC there, summer an hour ahead.
  expect(await orders()).toMatchObject([
    {
      at: '2025-12-24T09:05:00.000Z',
      channel: 'lerrin-shop',
      place: 'DE 10115',
      service: 'post',
      lines: [
        { sku: 'BAR-OAT', units: 2 },
        { sku: 'OTHER', units: 1 },
      ],
    },
    { at: '2026-05-31T23:30:00.000Z', channel: null, place: 'IE H91 E2K3', lines: [{ sku: 'BAR-OAT', units: 1 }] },
  ]);
  const { rows } = await at.database.query('select number, codes, charge::text from past_order order by number');
  expect(rows).toEqual([
    { number: '1001', codes: ['SAVE10'], charge: '4.90' },
    { number: '1002', codes: [], charge: '0' },
  ]);
});

test('a file taken again doubles nothing; what differs in it is changed, what is new is added', async () => {
  await taken('orders', german(sheet.slice(0, 4)));
  const before = await orders();
  expect((await taken('orders', german(sheet.slice(0, 4)))).report).toMatchObject({ fresh: 0, changed: 0, same: 2 });
  expect(await orders()).toEqual(before);
  const next = [...sheet.slice(0, 3), sheet[3]?.with(7, '5') ?? [], sheet[5] ?? []];
  expect((await taken('orders', german(next))).report).toMatchObject({ fresh: 1, changed: 1, same: 1 });
  expect((await orders()).map(({ lines }: { lines: unknown[] }) => lines.at(-1))).toEqual([
    { sku: 'OTHER', units: 1 },
    { sku: 'BAR-OAT', units: 5 },
    { sku: 'BAR-OAT', units: 1 },
  ]);
});

test('visits and advertising by month add up within a file, and take the place of those that stand there', async () => {
  const visits = 'Month,Country,Sessions\n2026-10,Norway,600\n10/2026,NO,12\nOct 2026,Ireland,"1,000"\n';
  expect((await taken('visits', visits)).report).toMatchObject({ fresh: 2, bad: 0 });
  expect((await taken('visits', visits)).report).toMatchObject({ fresh: 0, same: 2 });
  expect((await taken('visits', 'Month,Country,Sessions\n2026-11,Norway,40\n')).report).toMatchObject({ fresh: 1 });
  expect((await history()).countries).toEqual([
    { country: 'IE', orders: 0, visits: 1000, month: '2026-10', inMonth: 1000 },
    { country: 'NO', orders: 0, visits: 652, month: '2026-11', inMonth: 40 },
  ]);
  expect((await at.call('GET', '/api/visits')).body.visits).toEqual([
    { country: 'IE', visits: 1000 },
    { country: 'NO', visits: 652 },
  ]);
  const spend = 'Monat;Kanal;Kosten\n01.10.2026;Findlark;120,50\n15.10.2026;findlark;9,50\n';
  expect((await taken('advertising', spend)).report).toMatchObject({ fresh: 1 });
  expect((await history()).advertising).toEqual({
    rows: 1,
    amount: '130.00',
    spent: [{ month: '2026-10', channel: 'findlark', amount: '130.00' }],
  });
});

test('without a column that is needed nothing is taken, and it says which', async () => {
  const { state, report } = await taken('orders', 'Order,When\n1,2\n');
  expect([state, report.fresh, report.badLines[0].problems[0].wrong]).toEqual([
    'done',
    0,
    'no column at, country, sku, units; unknown column When',
  ]);
});

test('pieces that have not come, a file taken twice, and one that is not there are told', async () => {
  const text = german(sheet);
  const { body } = await at.call('POST', '/api/history/imports', {
    sort: 'orders',
    name: 'x',
    layout: layoutOf('orders', text),
    who: 'Ada',
  });
  const address = `/api/history/imports/${body.id}`;
  await at.call('PUT', `${address}/pieces/0`, { text });
  expect((await at.call('POST', `${address}/taken`, { pieces: 2 })).status).toBe(409);
  expect((await at.call('POST', `${address}/taken`, { pieces: 1 })).status).toBe(202);
  expect((await at.call('POST', `${address}/taken`, { pieces: 1 })).status).toBe(409);
  await at.until(address, ({ state }) => state === 'done');
  expect((await at.call('PUT', `${address}/pieces/1`, { text })).status).toBe(409);
  expect((await at.call('GET', '/api/history/imports/999999')).status).toBe(404);
  expect((await at.call('DELETE', '/api/history/nothing')).status).toBe(404);
});

test('a file that somebody left while it was coming is cleared away when another comes a day later, and no other is', async () => {
  const add = (requested: string) =>
    addHistoryImport(
      at.database,
      { sort: 'orders', name: 'x', layout: layoutOf('orders', german(sheet)), who: 'Ada' },
      new Date(requested),
    );
  const [left, taking] = [await add('2026-11-20T10:00:00Z'), await add('2026-11-20T10:00:00Z')];
  await putPiece(at.database, left, 0, 'x');
  await moveHistoryImport(at.database, taking, ['coming'], 'taking');
  const next = await add('2026-11-22T10:00:00Z');
  const { rows } = await at.database.query('select id::integer from history_import where id = any($1) order by id', [
    [left, taking, next],
  ]);
  expect(rows.map(({ id }) => id)).toEqual([taking, next]);
  await moveHistoryImport(at.database, taking, ['taking'], 'stopped');
});

test('ended in the middle it leaves nothing behind, and taken after all it is whole; stopped by a word likewise', async () => {
  const rows = Array.from({ length: 40_000 }, (_, i) => `N-${i};01.02.2026;Irland;BAR-OAT;1`);
  const text = ['Bestellnummer;Datum;Land;Artikelnr;Menge', ...rows].join('\n');
  const layout = layoutOf('orders', text.slice(0, 500));
  const begun = async () => {
    const id = await addHistoryImport(at.database, { sort: 'orders', name: 'x', layout, who: 'Ada' }, new Date());
    for (let n = 0; n * 100_000 < text.length; n += 1)
      await putPiece(at.database, id, n, text.slice(n * 100_000, (n + 1) * 100_000));
    await moveHistoryImport(at.database, id, ['coming'], 'taking');
    return id;
  };
  const id = await begun();
  for (const after of [1, 9]) {
    let told = 0;
    const dies = async () => {
      told += 1;
      if (told === after) throw new Error('Killed');
    };
    await expect(takeHistory(at.context, id, dies)).rejects.toThrow('Killed');
    expect((await history()).orders.count).toBe(0);
  }
  await takeHistory(at.context, id, async () => undefined);
  expect((await history()).orders.count).toBe(40_000);
  await at.call('DELETE', '/api/history/orders');
  // Stopped while it is being put: what was laid beside is gone, and it stays stopped.
  const other = await begun();
  await takeHistory(at.context, other, () =>
    moveHistoryImport(at.database, other, ['taking'], 'stopped').then(() => undefined),
  );
  expect((await history()).orders.count).toBe(0);
  expect((await at.call('GET', `/api/history/imports/${other}`)).body.state).toBe('stopped');
});

test('of files taken at once each order is there once, and as the later of the two has it', async () => {
  const file = async (from: number, units: number) => {
    const rows = Array.from({ length: 3000 }, (_, i) => `N-${from + i};01.02.2026;Irland;BAR-OAT;${units}`);
    const text = ['Bestellnummer;Datum;Land;Artikelnr;Menge', ...rows].join('\n');
    const layout = layoutOf('orders', text.slice(0, 500));
    const id = await addHistoryImport(at.database, { sort: 'orders', name: 'x', layout, who: 'Ada' }, new Date());
    await putPiece(at.database, id, 0, text);
    await moveHistoryImport(at.database, id, ['coming'], 'taking');
    return id;
  };
  const ids = [await file(0, 1), await file(1500, 2)];
  await Promise.all(ids.map((id) => takeHistory(at.context, id, async () => undefined)));
  const reports = await Promise.all(
    ids.map(async (id) => (await at.call('GET', `/api/history/imports/${id}`)).body.report),
  );
  const later = reports.findIndex(({ changed }) => changed > 0);
  expect(reports[later]).toMatchObject({ fresh: 1500, changed: 1500, same: 0 });
  expect(reports[1 - later]).toMatchObject({ fresh: 3000, changed: 0, same: 0 });
  const { rows } = await at.database.query<{ units: number; count: number }>(
    `select (lines -> 0 -> 'units')::integer as units, count(*)::integer as count from past_order
     group by 1 order by 1`,
  );
  expect(rows).toEqual([0, 1].map((i) => ({ units: i + 1, count: i === later ? 3000 : 1500 })));
});

test('random orders, in random order of their lines, cut anywhere, come to what a plain reader makes of them', async () => {
  const random = seeded(11);
  const below = (n: number) => Math.floor(random() * n);
  const lines = Array.from({ length: 900 }, () => {
    const number = below(200);
    return {
      number: `N-${number}`,
      // What an order says once is the same in all its lines.
      at: `2026-0${1 + (number % 9)}-1${number % 10}T1${number % 10}:00:00Z`,
      channel: ['', 'harrowmere', 'findlark'][number % 3] ?? '',
      country: ['IE', 'GB', 'NO'][number % 3] ?? '',
      sku: `S-${below(4)}`,
      units: 1 + below(3),
    };
  });
  const text = stringify(lines, { header: true });
  await taken('orders', text, 97 + below(900));
  const plain = new Map<string, Map<string, number>>();
  for (const { number, sku, units } of lines) {
    const order = plain.get(number) ?? new Map<string, number>();
    order.set(sku, (order.get(sku) ?? 0) + units);
    plain.set(number, order);
  }
  const { rows } = await at.database.query<{ number: string; at: Date; lines: { sku: string; units: number }[] }>(
    'select number, at, lines from past_order',
  );
  expect(new Map(rows.map((row) => [row.number, new Map(row.lines.map(({ sku, units }) => [sku, units]))]))).toEqual(
    plain,
  );
  for (const row of rows)
    expect(row.at.toISOString()).toBe(lines.find(({ number }) => number === row.number)?.at.replace('Z', '.000Z'));
  // As a sample, every third stands for three.
  const third = (await at.call('GET', '/api/orders?every=3')).body.orders;
  expect(third.every(({ id }: { id: number }) => id % 3 === 0)).toBe(true);
  expect(third.length).toBeGreaterThan(50);
});

test('orders are handed out page by page, each once, whatever gaps their ids have; of a sample just those it takes', async () => {
  const { rows } = await at.database.query<{ id: string }>(
    `insert into past_order (id, at, place, service, lines)
     select 900000 + 7 * n + (n % 3), now(), 'IE', 'x', '[]' from generate_series(1, 300) as n returning id`,
  );
  const ids = rows.map(({ id }) => Number(id)).filter((id) => id % 5 !== 0);
  await at.database.query('delete from past_order where id < 900000 or id % 5 = 0');
  for (const every of [1, 2, 3, 7, 50, 1_000_000]) {
    for (const limit of [1, 10, 5000]) {
      const found: number[] = [];
      for (let after: number | null = 0; after !== null; ) {
        const page: Awaited<ReturnType<typeof ordersAfter>> = await ordersAfter(at.database, after, limit, every);
        expect(page.orders.length).toBeLessThanOrEqual(limit);
        found.push(...page.orders.map(({ id }) => id));
        after = page.next;
      }
      expect(found).toEqual(ids.filter((id) => id % every === 0));
    }
  }
  await at.database.query('delete from past_order');
  expect(await ordersAfter(at.database, 0, 10, 1)).toEqual({ orders: [], next: null });
  expect((await at.call('GET', '/api/orders')).body).toEqual({ orders: [], next: null, every: 1 });
});
