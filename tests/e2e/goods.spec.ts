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
  const report = desk.getByRole('region', { name: 'What the file holds' });
  await expect(report).toContainText('1 bad');
  await expect(report.getByRole('listitem').filter({ hasText: 'an amount such as 4.90' })).toContainText(/^3/);
  await report.getByRole('button', { name: 'Take 1 item' }).click();
  await expect(desk.getByRole('button', { name: '2 changes' })).toBeVisible();
  await save(desk, 'Prices of the day');
  await desk.getByLabel('Filter the goods').fill('LK-NEW');
  const download = desk.waitForEvent('download');
  await desk.getByRole('button', { name: 'Export these 1' }).click();
  expect(readFileSync(await (await download).path(), 'utf8')).toBe(
    `${head},parent,cost,prices,tax class,origin,stocked by,not listed at,listed as,hazards,not by,own rate,handling fee,dated\r\nLK-NEW-1,Wind sock,12.40,310 g,40 x 20 x 5 cm,parts,parcel,${','.repeat(13)}\r\n`,
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
  const holds = desk.getByRole('region', { name: 'What the file holds' });
  await expect(holds).toContainText('19,999 new', { timeout: 60_000 });
  await holds.getByRole('button', { name: '1 bad', exact: true }).click();
  await expect(holds.getByRole('listitem').first()).toContainText('9bad');
  await expect(holds.getByRole('listitem').first()).toContainText('price: “dear”');
  await holds.getByRole('button', { name: 'Take 19,999 goods' }).click();
  const panel = desk.getByRole('region', { name: 'Taking the file' });
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
  await holds.getByRole('button', { name: 'Take 19,999 goods' }).click({ timeout: 60_000 });
  await expect(panel).toContainText('taken, as revision', { timeout: 60_000 });
  await panel.getByRole('button', { name: 'Close' }).click();
  await expect(desk.getByText(`${(before + 19_999).toLocaleString('en')} goods`)).toBeVisible({ timeout: 60_000 });
});

test('a sheet of somebody’s own: columns by hand, remembered; bad lines taken away, mended, brought back', async ({
  desk,
}) => {
  await follow(desk, 'goods');
  const heads = 'Zeichen;Was;Kostet;Wiegt';
  const file = (rows: readonly string[], name = 'lager.csv') => ({
    name,
    mimeType: 'text/csv',
    buffer: Buffer.from([heads, ...rows].join('\r\n'), 'latin1'),
  });
  await desk.getByLabel('Import CSV').setInputFiles(file(['OWN-1;Möwe;12,50;0,31', 'OWN-2;Fähre;teuer;0,20']));
  const holds = desk.getByRole('region', { name: 'What the file holds' });
  await expect(holds).toContainText('parted by semicolons, in Latin-1; 0 of 4 columns are taken');
  for (const [head, label] of [
    ['Zeichen', 'SKU'],
    ['Was', 'Name'],
    ['Kostet', 'Price'],
    ['Wiegt', 'Mass'],
  ] as const)
    await holds.getByLabel(`What ${head} is taken for`).selectOption({ label });
  await holds.getByLabel('Decimals of Kostet').selectOption(',');
  await holds.getByLabel('Unit of Wiegt').selectOption('kg');
  await holds.getByLabel('Decimals of Wiegt').selectOption(',');
  await expect(holds.getByRole('listitem').filter({ hasText: 'OWN-1' })).toContainText('Möwe12.50 · 0.31 kg');
  const download = desk.waitForEvent('download');
  await holds.getByRole('button', { name: '1 bad line as CSV' }).click();
  const bad = readFileSync(await (await download).path(), 'utf8');
  expect(bad.split('\r\n').slice(0, 2)).toEqual([
    `${heads};reason`,
    expect.stringContaining('OWN-2;Fähre;teuer;0,20;'),
  ]);
  await holds.getByRole('button', { name: 'Take 1 item' }).click();
  // The same heads are read as they were last; what is missing in the file may go.
  await desk.getByLabel('Import CSV').setInputFiles({
    name: 'bad lines.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(bad.replace('teuer', '9,50'), 'utf8'),
  });
  await expect(holds).toContainText('4 of 5 columns are taken');
  await holds.getByRole('button', { name: 'Take 1 item' }).click();
  await save(desk, 'Goods of one’s own');
  await desk.getByLabel('Import CSV').setInputFiles(file(['OWN-1;Möwe;12,50;0,31'], 'less.csv'));
  const take = holds.getByRole('button', { name: /^(Take|All of it)/ });
  await holds.getByLabel('Goods that are not in the file').selectOption('hidden');
  // Until what that does has been worked out, what was seen before cannot be taken.
  expect(await take.isDisabled()).toBe(true);
  await expect(take).toBeEnabled();
  await expect(holds.getByRole('button', { name: /hidden$/ })).toBeVisible();
  await expect(holds.getByRole('listitem').filter({ hasText: 'OWN-1' })).toContainText('as it is');
  await holds.getByRole('button', { name: 'Leave it' }).click();
  // Another file that is no table says so.
  await desk.getByLabel('Import CSV').setInputFiles({
    name: 'goods.xlsx',
    mimeType: 'application/octet-stream',
    buffer: Buffer.from([0x50, 0x4b, 3, 4, 0, 0]),
  });
  await expect(holds.getByRole('alert')).toContainText('Save its sheet as CSV there, and open that');
  await holds.getByRole('button', { name: 'Leave it' }).click();
  for (const sku of ['OWN-1', 'OWN-2']) {
    await desk.getByLabel('Filter the goods').fill(sku);
    await desk.getByLabel(`Tick ${sku}`).check();
  }
  await desk.getByRole('button', { name: 'Remove …' }).click();
  await desk.getByRole('button', { name: 'Remove 2 goods' }).click();
  await save(desk, 'and without them again');
});

test('the sheet by the hands of a spreadsheet: blocks, typing, fill down, paste, take back', async ({ desk }) => {
  await desk.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await follow(desk, 'goods');
  const grid = desk.getByRole('grid', { name: 'Goods' });
  const at = (row: number, column: number) => grid.locator(`[data-cell="${row}-${column}"]`);
  const names = [await at(0, 1).textContent(), await at(1, 1).textContent()];
  await at(0, 2).click();
  await desk.keyboard.type('12,5');
  await desk.keyboard.press('Enter');
  await expect(at(0, 2)).toHaveText('12.5');
  await expect(at(1, 2)).toBeFocused();
  await at(0, 2).click();
  await at(2, 2).click({ modifiers: ['Shift'] });
  await expect(desk.getByText('3 rows of 1 column chosen')).toBeVisible();
  await desk.keyboard.press('Control+d');
  await expect(at(2, 2)).toHaveText('12.5');
  await expect(desk.getByText('2 cells filled down')).toBeVisible();
  // To a spreadsheet and back.
  await desk.keyboard.press('Control+c');
  expect(await desk.evaluate(() => navigator.clipboard.readText())).toBe('12.5\n12.5\n12.5');
  await desk.evaluate(() => navigator.clipboard.writeText('Eins\t1,25\r\nZwei\t2,75\r\n'));
  await at(0, 1).click();
  await desk.keyboard.press('Control+v');
  await expect(at(1, 1)).toHaveText('Zwei');
  await expect(at(1, 2)).toHaveText('2.75');
  await desk.evaluate(() => navigator.clipboard.writeText('5\ndear\n'));
  await at(0, 2).click();
  await desk.keyboard.press('Control+v');
  await expect(desk.getByText(/nothing was pasted, as 1 cell cannot be/)).toBeVisible();
  await expect(at(0, 2)).toHaveText('1.25');
  await desk.keyboard.press('Delete');
  await expect(desk.getByText(/nothing was emptied/)).toBeVisible();
  for (let i = 0; i < 3; i += 1) await desk.keyboard.press('Control+z');
  await expect(desk.getByRole('button', { name: /^\d+ changes?$/ })).toBeHidden();
  expect([await at(0, 1).textContent(), await at(1, 1).textContent()]).toEqual(names);
  await desk.keyboard.press('Control+y');
  await expect(at(0, 2)).toHaveText('12.5');
  await desk.keyboard.press('Control+z');
  // A block by the mouse, and rows ticked by the keyboard.
  await at(1, 3).hover();
  await desk.mouse.down();
  await at(3, 4).hover();
  await desk.mouse.up();
  await expect(desk.getByText('3 rows of 2 columns chosen')).toBeVisible();
  await at(3, 4).focus();
  await desk.keyboard.press('Space');
  await expect(desk.getByText('3 goods ticked')).toBeVisible();
  await desk.getByRole('button', { name: 'Untick' }).click();
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
