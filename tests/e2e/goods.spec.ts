import { readFileSync } from 'node:fs';
import { expect, test } from './application.ts';
import { follow, save } from './hands.ts';

test('goods: filter, sort, edit by keyboard, import with a report, export', async ({ desk }) => {
  await desk.keyboard.press('1');
  await expect(desk.getByText('239 goods')).toBeVisible();
  await desk.keyboard.press('/');
  await desk.keyboard.type('show kite');
  await expect(desk.getByText('3 of 239 goods')).toBeVisible();
  await desk.getByRole('button', { name: /^Price/ }).click();
  await expect(desk.getByRole('gridcell').first()).toHaveText('LK-SHOW-4-A');
  const price = desk
    .getByRole('row', { name: /LK-SHOW-4-A/ })
    .getByRole('gridcell')
    .nth(2);
  await price.focus();
  await desk.keyboard.press('Enter');
  await desk.keyboard.press('Control+a');
  await desk.keyboard.type('dear');
  await desk.keyboard.press('Enter');
  await expect(desk.getByRole('alert')).toContainText('“dear”; right would be an amount such as 4.90');
  await desk.keyboard.press('Control+a');
  await desk.keyboard.type('271.50');
  await desk.keyboard.press('Enter');
  await expect(price).toHaveText('271.50');
  await expect(desk.getByRole('button', { name: '1 change' })).toBeVisible();
  await desk.reload();
  await expect(desk.getByRole('button', { name: '1 change' })).toBeVisible();

  const head = 'sku,name,price,mass,size,tags,kind,template';
  await desk.getByLabel('Import CSV').setInputFiles({
    name: 'new.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      `${head}\r\nLK-NEW-1,Wind sock,12.40,310 g,40 x 20 x 5 cm,parts,parcel,\r\nLK-NEW-2,Broken,cheap,310 g,,parts,parcel,\r\n`,
    ),
  });
  const report = desk.getByRole('status', { name: 'What the file holds' });
  await expect(report).toContainText('1 new, 0 changed, 0 as they are, 1 bad line');
  await expect(report.getByRole('row', { name: /^3/ })).toContainText('an amount such as 4.90');
  await report.getByRole('button', { name: /Take the 1 good line/ }).click();
  await expect(desk.getByRole('button', { name: '2 changes' })).toBeVisible();
  await save(desk, 'Prices of the day');
  await desk.getByLabel('Filter the goods').fill('LK-NEW');
  const download = desk.waitForEvent('download');
  await desk.getByRole('button', { name: 'Export these 1' }).click();
  expect(readFileSync(await (await download).path(), 'utf8')).toBe(
    `${head},parent,cost,prices,tax class,origin,stocked by,not listed at,hazards,not by,own rate,handling fee,dated\r\nLK-NEW-1,Wind sock,12.40,310 g,40 x 20 x 5 cm,parts,parcel,${','.repeat(12)}\r\n`,
  );
});

test('a large file of goods is read with a count, and stopped leaves nothing behind; taken it is one revision', async ({
  desk,
  application,
  context,
}) => {
  const head = 'sku,name,price,mass,size,tags,kind,template';
  const rows = Array.from(
    { length: 20_000 },
    (_, i) => `BIG-${i},Big ${i},${i === 7 ? 'dear' : '4.90'},310 g,40 x 20 x 5 cm,parts,parcel,`,
  );
  const file = { name: 'large.csv', mimeType: 'text/csv', buffer: Buffer.from([head, ...rows].join('\r\n')) };
  await follow(desk, 'goods');
  const goods = desk.getByText(/^\d+ goods/).first();
  await expect(goods).toBeVisible();
  const before = Number.parseInt((await goods.textContent()) ?? '', 10);
  await desk.getByLabel('Import CSV').setInputFiles(file);
  const panel = desk.getByRole('region', { name: 'Import of a large file' });
  await expect(panel).toContainText('19,999 new, 0 changed, 0 as they are, 1 bad line', { timeout: 60_000 });
  await expect(panel).toContainText('Line 9: price: “dear”');
  await panel.getByRole('button', { name: 'Take 19,999 goods' }).click();
  await panel.getByRole('button', { name: 'Stop' }).click();
  await expect(panel).toContainText('stopped; nothing was taken', { timeout: 60_000 });
  const count = async () =>
    (
      (await context.request.get(`${application.address}/api/goods?after=BIG-`).then((answer) => answer.json())) as {
        items: { sku: string }[];
      }
    ).items.filter((item) => item.sku.startsWith('BIG-')).length;
  expect(await count()).toBe(0);
  await panel.getByRole('button', { name: 'Close' }).click();
  await desk.getByLabel('Import CSV').setInputFiles(file);
  await panel.getByRole('button', { name: 'Take 19,999 goods' }).click({ timeout: 60_000 });
  await expect(panel).toContainText('taken, as revision', { timeout: 60_000 });
  await expect(desk.getByText(`${(before + 19_999).toLocaleString('en')} goods`)).toBeVisible({ timeout: 60_000 });
});

test('Tab passes the goods in one stop, at the cell one stood on last', async ({ desk }) => {
  await follow(desk, 'goods');
  const grid = desk.getByRole('grid', { name: 'Goods' });
  const cells = grid.getByRole('gridcell');
  await cells.first().focus();
  await desk.keyboard.press('ArrowDown');
  await desk.keyboard.press('ArrowRight');
  const stood = grid.locator('[data-cell="1-1"]');
  await expect(stood).toBeFocused();
  await desk.keyboard.press('Tab');
  await expect(grid.locator(':focus')).toHaveCount(0);
  await desk.keyboard.press('Shift+Tab');
  await expect(stood).toBeFocused();
});

test('no key is lost in the goods, however fast: each moves on from where the one before led', async ({ desk }) => {
  await follow(desk, 'goods');
  const grid = desk.getByRole('grid', { name: 'Goods' });
  await grid.getByRole('gridcell').first().focus();
  // All within one frame, and far out of what is drawn.
  const press = (keys: string[]) =>
    desk.evaluate((all) => {
      for (const key of all)
        document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    }, keys);
  await press([...Array(7).fill('PageDown'), ...Array(20).fill('ArrowDown'), 'ArrowRight', 'ArrowRight', 'ArrowLeft']);
  await expect(grid.locator('[data-cell="125-1"]')).toBeFocused();
  await expect(grid.locator('[data-cell="125-1"]')).toBeInViewport();
  await press([...Array(3).fill('PageUp'), 'ArrowUp', 'ArrowRight']);
  await expect(grid.locator('[data-cell="79-2"]')).toBeFocused();
  // What is typed there stays there, and Enter leaves one standing on it.
  await desk.keyboard.press('Enter');
  await expect(grid.getByRole('textbox')).toBeFocused();
  await desk.keyboard.press('Escape');
  await expect(grid.locator('[data-cell="79-2"]')).toBeFocused();
  // Whoever goes on to something else keeps it, though the row led to is no longer there.
  await press(Array(5).fill('PageDown'));
  const filter = desk.getByLabel('Filter the goods');
  await filter.focus();
  await filter.fill('ribbon');
  await desk.keyboard.type('x');
  await expect(filter).toHaveValue('ribbonx');
  await expect(filter).toBeFocused();
});

test('columns of goods: the first stays in sight, others are left out and stay so', async ({ desk }) => {
  await follow(desk, 'goods');
  const grid = desk.getByRole('grid', { name: 'Goods' });
  const name = grid.getByRole('columnheader', { name: 'Name' });
  await expect(name).toBeVisible();
  const sku = grid.getByRole('gridcell').first();
  const before = await sku.boundingBox();
  await grid.evaluate((box) => box.scrollTo({ left: 700 }));
  await expect.poll(async () => (await sku.boundingBox())?.x).toBe(before?.x);
  await desk.getByText('Columns', { exact: true }).click();
  await desk.getByRole('checkbox', { name: 'Name', exact: true }).uncheck();
  await expect(name).toBeHidden();
  await desk.reload();
  await expect(grid.getByRole('columnheader', { name: /^Price/ })).toBeVisible();
  await expect(name).toBeHidden();
  await desk.getByText('Columns, 1 left out').click();
  await desk.getByRole('button', { name: 'All of them' }).click();
  await expect(name).toBeVisible();
  // A figure keeps to the right while it is typed.
  const price = grid.getByRole('gridcell', { name: /^\d+\.\d\d$/ }).first();
  await price.dblclick();
  await expect(grid.getByRole('textbox')).toHaveCSS('text-align', 'right');
  await desk.keyboard.press('Escape');
});
