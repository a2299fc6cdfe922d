import type { Page } from '@playwright/test';
import { accessible, expect, test } from './application.ts';
import { beginsWith, cell } from './hands.ts';

/** Hands that have no mouse: Tab, Enter, arrows and letters alone. */
const most = 160;

/** What the element that has the focus is called, as far as it says so itself. */
const called = (page: Page) =>
  page.evaluate(() => {
    const at = document.activeElement as HTMLInputElement | null;
    if (!at || at === document.body) return '';
    return (at.getAttribute('aria-label') ?? at.labels?.[0]?.textContent ?? at.textContent ?? '')
      .replace(/\s+/g, ' ')
      .trim();
  });

/** Goes on by Tab until what has the focus is called so; by Shift+Tab `backwards`. */
async function tabTo(page: Page, name: string | RegExp, way: 'Tab' | 'Shift+Tab' = 'Tab') {
  const met: string[] = [];
  for (let i = 0; i < most; i += 1) {
    await page.keyboard.press(way);
    const now = await called(page);
    if (typeof name === 'string' ? now === name : name.test(now)) return;
    met.push(now.slice(0, 40));
  }
  throw new Error(`Tab never comes to ${name}; it came by ${[...new Set(met)].join(' | ')}`);
}
/** Goes there and presses it. */
async function press(page: Page, name: string | RegExp) {
  await tabTo(page, name);
  await page.keyboard.press('Enter');
}
/** Goes there and writes in place of what stands there. */
async function write(page: Page, name: string, text: string) {
  await tabTo(page, name);
  await page.keyboard.press('Control+a');
  await page.keyboard.type(text);
}
/** Goes to a button that opens a file, presses it, and chooses one. */
async function open(page: Page, name: string, file: { name: string; text: string }) {
  await tabTo(page, name);
  const chooser = page.waitForEvent('filechooser', { timeout: 15_000 });
  // The browser has to be told to hand its chooser over, which takes a turn.
  await called(page);
  await page.keyboard.press('Enter');
  await (await chooser).setFiles({ name: file.name, mimeType: 'text/csv', buffer: Buffer.from(file.text, 'utf8') });
}
/** Finds a page by its name. */
async function find(page: Page, words: string, title: RegExp) {
  await page.keyboard.press('Control+k');
  const found = page.getByRole('dialog', { name: 'Find' });
  await expect(found).toBeVisible();
  await page.keyboard.type(words);
  await expect(found.getByRole('menuitem').first()).toContainText(title);
  await page.keyboard.press('Enter');
  await expect(found).toBeHidden();
  await expect(page).toHaveTitle(title);
}
/** Saves with a note: the panel opens on the button that saves, behind the note. */
async function save(page: Page, note: string) {
  await page.keyboard.press('Control+s');
  await expect(page.getByRole('button', { name: /^Save \d+ change/ })).toBeFocused();
  await tabTo(page, 'What for', 'Shift+Tab');
  await page.keyboard.type(note);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeHidden();
}

const goods = Array.from(
  { length: 800 },
  (_, i) => `HW-${i}\tHoney ${i}\t${4 + (i % 9)}.50\t${250 + (i % 40) * 10}\t12x8x8 cm\t${i % 3 ? '' : 'Cork cellar'}`,
);
const orders = Array.from(
  { length: 400 },
  (_, i) =>
    `${9000 + i},2026-${String(1 + (i % 10)).padStart(2, '0')}-0${1 + (i % 9)},${i % 4 ? 'IE' : 'Germany'},HW-${i % 90},${1 + (i % 3)}`,
);

test('the first hour by keyboard alone: from an empty book to a first true check', async ({
  desk,
  application,
  context,
}) => {
  await beginsWith(context.request, application.address, []);
  for (const sort of ['orders', 'visits', 'advertising'])
    expect((await context.request.delete(`${application.address}/api/history/${sort}`)).status()).toBe(200);
  await desk.goto(`${application.address}/check`);

  await press(desk, 'Begin with a few answers');
  await press(desk, /^Own history/);
  await expect(desk).toHaveTitle(/^Own history/);
  await desk.waitForLoadState('networkidle');
  await open(desk, 'Import past orders', {
    name: 'orders.csv',
    text: ['Order no,Order date,Ship country,Item number,Qty', ...orders].join('\n'),
  });
  await expect(desk.getByRole('button', { name: 'Take 400 lines' })).toBeEnabled();
  await press(desk, 'Take 400 lines');
  await expect(desk.getByText('400 orders new')).toBeVisible({ timeout: 60_000 });
  await press(desk, 'Done');
  await expect(desk.getByText(/orders from Ireland; no zone takes it in/)).toBeVisible();

  await find(desk, 'begin', /Begin/);
  await write(desk, 'The seller', 'Heather and Wax');
  await write(desk, 'Stock place', 'Galway loft');
  await write(desk, 'Address of stock place', 'IE H91 E2K3');
  await press(desk, 'and from another');
  await write(desk, 'Stock place 2', 'Cork cellar');
  await write(desk, 'Address of stock place 2', 'IE T12 A0A0');
  await press(desk, 'all 1 country of past orders');
  await tabTo(desk, 'Add to services');
  await desk.keyboard.type('Ternline S');
  await desk.keyboard.press('Enter');
  await write(desk, 'Free from', '50');
  await expect(
    desk.getByRole('table', { name: 'The lanes it begins with' }).getByRole('row', { name: /^Germany/ }),
  ).toBeVisible();
  await press(desk, /^Begin with 2 zones and 2 services/);
  await accessible(desk);

  await desk.keyboard.press('1');
  await expect(desk).toHaveTitle(/^Goods/);
  await open(desk, 'Import CSV', {
    name: 'goods.tsv',
    text: ['Item no\tTitle\tUnit price\tWeight (g)\tDimensions\tWarehouse', ...goods].join('\n'),
  });
  await expect(desk.getByRole('button', { name: 'Take 800 goods' })).toBeEnabled();
  await press(desk, 'Take 800 goods');
  await expect(desk.getByText(/^800 goods/)).toBeVisible();

  // A figure is mended in the sheet: to the first row's price by arrows, typed over, filled down two rows.
  await tabTo(desk, /^HW-0/);
  const price = desk.locator('[data-cell="0-2"]');
  for (let i = 0; i < 2; i += 1) await desk.keyboard.press('ArrowRight');
  await expect(price).toBeFocused();
  await desk.keyboard.type('5.25');
  await desk.keyboard.press('Enter');
  await expect(price).toHaveText('5.25');

  // A third service that is fetched, said where and when.
  await find(desk, 'services and mixing', /Services/);
  await press(desk, 'Add a service');
  await write(desk, 'Name of service-3', 'At the loft');
  await tabTo(desk, 'How service-3 comes');
  await desk.keyboard.type('fetched');
  await write(desk, 'Where service-3 is fetched', 'Loft, Quay Street');
  await write(desk, 'When service-3 is fetched', 'Fri 10:00–18:00');
  await save(desk, 'A first book');

  const { book, revision } = await context.request
    .get(`${application.address}/api/book`)
    .then((answer) => answer.json());
  expect(book.stockPlaces).toMatchObject([
    { name: 'Galway loft', place: 'IE H91 E2K3' },
    { name: 'Cork cellar', place: 'IE T12 A0A0' },
  ]);
  expect(book.services.at(-1)).toMatchObject({
    name: 'At the loft',
    pickup: true,
    fetched: { at: 'Loft, Quay Street', hours: 'Fri 10:00–18:00' },
  });

  // The focus is back in the field it was in; Esc leaves that, and figures are keys again.
  await desk.keyboard.press('Escape');
  for (const channel of ['Lerrin Shop', 'Harrowmere', 'Findlark']) {
    await desk.keyboard.press('5');
    await expect(desk).toHaveTitle(/Channels/);
    await press(desk, new RegExp(`^${channel}`));
    await expect(desk.getByRole('heading', { level: 1 })).toHaveText(channel);
    await press(desk, /^Send \d+ templates?/);
    await expect(desk.getByRole('status')).toContainText(new RegExp(`Revision ${revision} was sent .* and taken`), {
      timeout: 60_000,
    });
  }
  await desk.keyboard.press('6');
  await expect(desk).toHaveTitle(/^Check/);
  await press(desk, /^Check/);
  await expect(desk.getByText(/baskets stand for all/)).toBeVisible({ timeout: 120_000 });
  await expect(desk.getByRole('button', { name: 'Check again' })).toBeVisible({ timeout: 120_000 });
  // At the shop all hangs true; the marketplace charges by parcels, which is found and said.
  for (const zone of ['Ireland', 'Germany'])
    await expect(cell(desk, `${zone} all`, 'Lerrin Shop').getByRole('img')).toHaveAccessibleName(
      'matches at Lerrin Shop',
    );
  const findings = desk.getByRole('complementary', { name: 'The finding' });
  await expect(findings).toContainText(/A limit of translation\. (An|One) amount for each (parcel|order) there/);
  // The cell it is in is opened: else the next that is off would take its place.
  await cell(desk, 'Ireland all', 'Harrowmere').focus();
  await desk.keyboard.press('Enter');
  await press(desk, 'Live with it');
  await expect(findings.getByRole('button', { name: 'No longer live with it' }).first()).toBeVisible();
});
