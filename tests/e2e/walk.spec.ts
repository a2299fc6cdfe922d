import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { starterBook } from '../../src/core/book/index.ts';
import { smallBook } from '../books/small.ts';
import { accessible, expect, test } from './desk.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));
const cell = (page: Page, row: string, channel: string) =>
  page.getByRole('row', { name: new RegExp(`^${row}`) }).getByRole('button', { name: new RegExp(channel) });

async function save(page: Page, note: string) {
  await page.keyboard.press('Control+s');
  await page.getByPlaceholder('What for?').fill(note);
  await page.getByRole('button', { name: /^Save \d+ change/ }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
}

/** Opens a menu by keyboard and takes an entry by its first letters. */
async function add(page: Page, entry: string, menu = 'Add to the sentence') {
  await page.getByRole('button', { name: menu, exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type(entry);
  await page.keyboard.press('Enter');
}

/** Types into a part of a sentence, by keyboard. */
async function typed(page: Page, label: string, text: string) {
  await page.getByLabel(label, { exact: true }).focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type(text);
}

async function checkAgain(page: Page) {
  await page.goto(`${new URL(page.url()).origin}/check`);
  const before = await page.getByText(/baskets stand for all/).textContent();
  await page.getByRole('button', { name: /^Check/ }).click();
  await expect(page.getByRole('button', { name: 'Check again' })).toBeVisible({ timeout: 60_000 });
  expect(before).toBeTruthy();
}

test.describe.configure({ mode: 'serial' });

test('the demo begins with each of the planted faults, told apart by cause', async ({ desk }) => {
  await expect(desk.getByRole('heading', { name: 'Check' })).toBeVisible();
  await cell(desk, 'Ireland · GUST12', 'Harrowmere').click();
  const finding = desk.getByRole('complementary', { name: 'The finding' });
  await expect(finding).toContainText('Shoppers there pay 4.90 too little.');
  await expect(finding).toContainText('A limit of translation. Tested before discounts there');
  await expect(finding.getByRole('row', { name: /^Free from/ })).toHaveClass('differs');
  await cell(desk, 'Euro area all', 'Lerrin Shop').click();
  await expect(finding).toContainText('Shoppers there pay 2.50 too little.');
  await expect(finding).toContainText('Drift over there');
  await expect(finding.getByRole('row', { name: /^Rate/ })).toContainText('12.00, flat');
  await cell(desk, 'Ireland all', 'Harrowmere').click();
  await expect(finding).toContainText('Harrowmere still reviews it');
  await expect(finding).toContainText('GALE-WEEK until Thu 26 Nov, 00:40');
});

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
  await expect(desk.getByRole('alert')).toContainText('“dear” does not go here: an amount such as 4.90');
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
  await expect(report).toContainText('1 new, 0 changed, 0 as they are, 1 bad lines');
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

test('places: an address, its zone and why; a wrong postcode its form', async ({ desk }) => {
  await desk.keyboard.press('2');
  const asked = desk.getByLabel('Country or part, and postcode');
  await asked.fill('GB BT9 5EE');
  await expect(desk.getByText('Northern Ireland, because of GB-NIR.')).toBeVisible();
  await asked.fill('GB 75001');
  await expect(
    desk.getByText('“75001” is no British postcode. Right would be outward and inward part, such as HS1 2AA.'),
  ).toBeVisible();
  await asked.fill('US 99511');
  await expect(desk.getByText('No zone: not delivered to.')).toBeVisible();
  await desk.getByRole('button', { name: /^Northern Ireland/ }).click();
  // A zone in use shows by what, and where its places would fall, before it goes.
  await desk.getByRole('button', { name: 'Remove the zone …' }).click();
  const removal = desk.getByRole('region', { name: 'What removing it would do' });
  await expect(removal).toContainText(
    'its lanes go (Parcels from Galway: standard; Parcels from Galway: two-day; Long tubes: standard)',
  );
  await expect(removal).toContainText('GB-NIR → Rest of the world in Parcels from Galway');
  await expect(removal).toContainText('GB-NIR → nowhere: not delivered to in Long tubes');
  await removal.getByRole('button', { name: 'Leave it' }).click();
  // Regions, ranges, and what overlaps.
  await desk.getByRole('button', { name: '+ New' }).click();
  await expect(desk.getByLabel('Name of the zone')).toHaveValue('New zone');
  await desk.getByLabel('Places taken in').fill('150, GB HS1 to HS4');
  await expect(desk.getByRole('row', { name: /^150 Europe/ })).toBeVisible();
  await desk.getByLabel('Places taken in').fill('GB HS9 to HS1');
  await expect(desk.getByRole('alert')).toContainText('HS9 to HS1 runs backwards; right would be the lower end first');
  await desk.getByLabel('Places taken in').fill('GB-NIR');
  await expect(desk.getByRole('region', { name: 'Amiss among the zones' })).toContainText(
    'Northern Ireland and New zone overlap',
  );
  await expect(desk.getByRole('region', { name: 'Amiss among the zones' })).toContainText(
    'New zone is hidden: Northern Ireland take all of its places',
  );
  await desk.getByLabel('Coloured by').selectOption('charge');
  await expect(desk.getByRole('figure', { name: 'The world by charge' })).toContainText('the cheapest choice');
  await desk.keyboard.press('Escape');
  await desk.evaluate(() => localStorage.clear());
  await desk.reload();
});

test('rates: typing in a lane moves the pinned baskets before saving; a block is pasted, a lane copied', async ({
  desk,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await desk.goto(`${new URL(desk.url()).origin}/rates/euro/economy`);
  await desk.getByLabel('Flat amount').fill('8.75');
  await expect(desk.getByTestId('intended-stunt-lyon')).toHaveText('8.75');
  await expect(desk.getByText('was 8.50')).toBeVisible();
  await desk.getByLabel('Flat amount').fill('8.7x');
  await expect(desk.getByRole('alert')).toContainText('“8.7x” is no amount; write it like 4.90');
  await desk.keyboard.press('Escape');
  await desk.keyboard.press('Control+z');
  await expect(desk.getByTestId('intended-stunt-lyon')).toHaveText('8.50');
  // By keyboard: from the lane beside it, copied to Japan's economy, which had none.
  await desk.goto(`${new URL(desk.url()).origin}/rates/us48/economy`);
  await desk.locator('[data-lane="us48/economy"]').focus();
  await desk.keyboard.press('Control+c');
  await desk.keyboard.press('ArrowDown');
  await expect(desk.locator('[data-lane="jp/economy"]')).toBeFocused();
  await desk.keyboard.press('Control+v');
  await expect(desk.locator('[data-lane="jp/economy"]')).toContainText('14.00');
  // A block of lanes copied, and a block of figures from a spreadsheet.
  await desk.locator('[data-lane="euro/economy"]').focus();
  await desk.keyboard.press('Shift+ArrowRight');
  await expect(desk.locator('[data-lane="euro/standard"]')).toBeFocused();
  await desk.keyboard.press('Control+c');
  await desk.locator('[data-lane="row/economy"]').focus();
  await desk.keyboard.press('Control+v');
  await expect(desk.locator('[data-lane="row/standard"]')).toContainText('12.00');
  await desk.evaluate(() => navigator.clipboard.writeText('23.00\t31,50'));
  await desk.keyboard.press('Control+v');
  await expect(desk.locator('[data-lane="row/standard"]')).toContainText('31.50');
  await desk.keyboard.press('Control+z');
  await desk.keyboard.press('Control+z');
  await expect(desk.locator('[data-lane="row/economy"]')).toContainText('22.00');
  await desk.goto(`${new URL(desk.url()).origin}/rates/jp/economy`);
  // A table from a spreadsheet.
  await desk.getByLabel('Kind of rate').selectOption('table');
  await desk.evaluate(() => navigator.clipboard.writeText('0.5\t6.10\n2\t9.40\nopen\t12.00'));
  await desk.getByLabel('Charge 1').focus();
  await desk.keyboard.press('Control+v');
  await expect(desk.getByLabel('Charge 3')).toHaveValue('12.00');
  await desk.getByLabel('Upper edge 2').fill('0.4');
  await expect(
    desk.getByText('0.4 kg does not lie above the edge before it; right would be edges that rise from break to break'),
  ).toBeVisible();
  await desk.getByLabel('Upper edge 2').fill('3');
  await expect(desk.getByText('does not lie above')).toBeHidden();
  await save(desk, 'Economy to Japan');
});

test('offers: read and edited as a sentence', async ({ desk }) => {
  await desk.keyboard.press('4');
  await desk.getByRole('button', { name: /^Advent/ }).click();
  await desk.getByLabel('Least value', { exact: true }).fill('110.00');
  await desk.getByLabel('What is free').selectOption('services');
  await expect(desk.getByRole('row', { name: /^Lerrin Shop delivery · letter B .*· from 110.00/ })).toBeVisible();
  await desk.getByLabel('End', { exact: true }).fill('2026-11-01T00:00');
  await expect(
    desk.getByText('the end does not come after the start; right would be a time after 2026-11-29T00:00'),
  ).toBeVisible();
  await desk.getByLabel('End', { exact: true }).fill('2026-12-07T00:00');
  await save(desk, 'Advent from 110');
});

test('channels: clause by clause, sent, read back; sending mends the drift', async ({ desk }) => {
  await desk.keyboard.press('5');
  await expect(desk.getByRole('row', { name: /Ireland, standard: free from 60.00 after discounts/ })).toContainText(
    'baskets of 60.00 to 68.17 with GUST12',
  );
  await desk.getByRole('button', { name: 'Show them' }).click();
  await expect(desk.getByText(/live.*"charge": "9.50"/).first()).toBeVisible();
  const download = desk.waitForEvent('download');
  await desk.getByRole('link', { name: 'Download shop.json' }).click();
  expect(JSON.parse(readFileSync(await (await download).path(), 'utf8'))).toMatchObject({ format: 'lerrin-shop/1' });
  for (const channel of ['Lerrin Shop', 'Harrowmere', 'Findlark']) {
    await desk.getByRole('navigation', { name: 'Channels' }).getByRole('link', { name: channel }).click();
    await desk.getByRole('button', { name: /^Send 1 template/ }).click();
    await expect(desk.getByRole('status')).toContainText('Revision 5 was sent');
    await expect(desk.getByRole('status')).toContainText('and taken');
  }
  await desk.getByRole('navigation', { name: 'Channels' }).getByRole('link', { name: 'Lerrin Shop' }).click();
  await expect(desk.getByText('What is live is what was told, line for line.')).toBeVisible();
  await checkAgain(desk);
  await expect(cell(desk, 'Euro area all', 'Lerrin Shop').getByRole('img')).toHaveAccessibleName(
    'matches at Lerrin Shop',
  );
  await expect(desk.getByText('gone · Lerrin Shop, Euro area: drift')).toBeVisible();
});

test('the clock pushed forward ends the reviews, and the glyphs turn straight after the next check', async ({
  desk,
}) => {
  await desk.getByRole('button', { name: /^as of/ }).click();
  await desk.getByRole('button', { name: '40 hours on' }).click();
  await expect(desk.getByRole('dialog')).toContainText('It shows Thu 26 Nov');
  await desk.keyboard.press('Escape');
  await checkAgain(desk);
  await expect(cell(desk, 'Ireland all', 'Harrowmere').getByRole('img')).toHaveAccessibleName('matches at Harrowmere');
  await expect(cell(desk, 'Ireland all', 'Findlark').getByRole('img')).toHaveAccessibleName('matches at Findlark');
});

test('one basket on the bench: every side’s steps, and what each charges now', async ({ desk }) => {
  await desk.getByRole('link', { name: '3 line reels to Stornoway' }).click();
  const steps = desk.getByRole('table', { name: 'Steps side by side' });
  await expect(steps.getByRole('row', { name: /^Place/ })).toContainText('Highlands and Islands');
  await expect(steps.getByRole('row', { name: /^Rate/ })).toContainText('10.24 + 6 × 0.12 per started 250 g');
  await expect(steps.getByRole('row', { name: /^Charged now/ })).toContainText('10.96');
  await desk.getByLabel('Place', { exact: true }).fill('GB 75001');
  await expect(desk.getByRole('alert')).toContainText('outward and inward part, such as HS1 2AA');
  await desk.getByLabel('Place', { exact: true }).fill('GB ZE2 9AA');
  await expect(steps.getByRole('row', { name: /^Charged now/ })).toContainText('10.96');
});

test('what two people change: the second gets both versions and a choice', async ({ desk, application, context }) => {
  await desk.goto(`${application.address}/rates/jp/standard`);
  await desk.getByLabel('Flat amount').fill('22.00');
  const other = await context.request.get(`${application.address}/api/book`).then((answer) => answer.json());
  await context.request.post(`${application.address}/api/revisions`, {
    data: {
      base: other.revision,
      who: 'Oisín',
      note: '',
      edits: [{ path: ['templates', 'parcels', 'lanes', 'jp', 'standard', 'rate', 'amount'], value: '20.00' }],
    },
  });
  await desk.keyboard.press('Escape');
  await desk.keyboard.press('Control+s');
  await desk.getByRole('button', { name: /^Save \d+ change/ }).click();
  const dialog = desk.getByRole('dialog');
  await expect(dialog).toContainText('Somebody else has saved the same meanwhile');
  await expect(dialog.getByRole('row', { name: /Japan, standard/ })).toContainText('20.00 by Oisín');
  await dialog.getByRole('radio', { name: '22.00' }).check();
  await dialog.getByRole('button', { name: 'Go on with these' }).click();
  await dialog.getByRole('button', { name: /^Save \d+ change/ }).click();
  await expect(dialog).toBeHidden();
  await desk.goto(`${application.address}/revisions`);
  await expect(desk.getByRole('row', { name: /Oisín/ })).toBeVisible();
  await desk.getByRole('row', { name: /Oisín/ }).getByRole('button', { name: 'Take back' }).click();
  await expect(desk.getByRole('alert')).toContainText('A later revision has changed the same');
});

test('a killed server: the draft and all that was saved are there again', async ({ desk, application }) => {
  await desk.goto(`${application.address}/rates/ie/two-day`);
  await desk.getByLabel('Flat amount').fill('9.80');
  await application.restart();
  await desk.reload();
  await expect(desk.getByLabel('Flat amount')).toHaveValue('9.80');
  await expect(desk.locator('[data-lane="jp/standard"]')).toContainText('22.00');
  await desk.keyboard.press('Control+s');
  await desk.getByRole('button', { name: /^Drop the change of Ireland, two-day/ }).click();
});

test('a channel that is down is told of on the screen, and works again afterwards', async ({
  desk,
  application,
  context,
}) => {
  const trouble = (mode: string) =>
    context.request.post(`${application.channels.harrowmere}/desk/trouble`, { data: { mode } });
  await trouble('nonsense');
  await desk.goto(`${application.address}/channels/harrowmere`);
  await expect(desk.getByRole('alert')).toContainText(
    'Harrowmere does not answer: its answer makes no sense, tried 3 times',
  );
  await trouble('none');
  await expect(desk.getByRole('alert')).toBeHidden({ timeout: 20_000 });
});

test('keys, the palette, looks: everything by keyboard, and axe finds nothing in any main view', async ({
  desk,
  application,
}) => {
  for (const path of [
    'goods',
    'places',
    'rates',
    'offers',
    'channels/harrowmere',
    'check',
    'bench/gust-galway',
    'revisions',
  ]) {
    await desk.goto(`${application.address}/${path}`);
    await expect(desk.getByRole('heading').first()).toBeVisible();
    await desk.waitForTimeout(500);
    await accessible(desk);
  }
  await desk.keyboard.press('.');
  await expect(desk.getByRole('link', { name: 'Delta 2 m to Cork' })).toBeHidden();
  await desk.keyboard.press('.');
  await desk.keyboard.press('?');
  await expect(desk.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await desk.keyboard.press('Escape');
  await desk.keyboard.press('Control+k');
  await desk.keyboard.type('highlands standard');
  await desk.keyboard.press('Enter');
  await expect(desk).toHaveURL(/rates\/hi\/standard/);
  await desk.keyboard.press('Control+k');
  await desk.keyboard.type('dark');
  await desk.keyboard.press('Enter');
  await expect(desk.locator('html')).toHaveAttribute('data-theme', 'lamp');
  for (const path of ['rates', 'check', 'offers']) {
    await desk.goto(`${application.address}/${path}`);
    await desk.waitForTimeout(500);
    await accessible(desk);
  }
});

test('delivery charges from nothing: a template by keyboard, a pasted table, a service it does not go by, a clash, the carrier, coverage', async ({
  desk,
  application,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await desk.goto(`${application.address}/rates`);
  await desk.getByLabel('Another template').selectOption('new');
  await desk.getByLabel('Name of the template').fill('Crates');
  await desk.locator('[data-lane="ie/economy"]').focus();
  await desk.keyboard.press('Enter');
  await desk.keyboard.press('Tab');
  await desk.getByLabel('Kind of rate').selectOption('built up');
  await desk.getByLabel('Each further item').fill('2.40');
  await desk.getByRole('button', { name: 'and by weight' }).click();
  await desk.getByLabel('Amount by weight').fill('0.80');
  await expect(desk.locator('[data-lane="ie/economy"]')).toContainText('2.40 each further + 0.80 a started 1 kg');
  await add(desk, 'a bound on weight');
  await desk.getByLabel('Least of bound 1').fill('30');
  await expect(desk.getByText('30 to 20 runs backwards; right would be the lower end first')).toBeVisible();
  await desk.getByLabel('Least of bound 1').fill('');
  await desk.getByLabel('Kind of rate').selectOption('table');
  await desk.getByRole('button', { name: 'Make the table from a first and each further unit' }).click();
  await expect(desk.getByRole('group', { name: 'Make a table' })).toContainText(
    'It reaches 8 units; a larger order is not offered.',
  );
  await desk.getByRole('button', { name: 'Take these 8 breaks' }).click();
  await expect(desk.getByLabel('Charge 8')).toHaveValue('14.45');
  await desk.evaluate(() => navigator.clipboard.writeText('1\t6.10\n5\t9.40\n10\t12.00'));
  await desk.getByLabel('Charge 1').focus();
  await desk.keyboard.press('Control+v');
  await expect(desk.getByLabel('Charge 3')).toHaveValue('12.00');

  // Services it does not go by, in their cell; two goods that no service takes together, and the orders that would do.
  await desk.goto(`${application.address}/goods?filter=LK-FOI-10-MOS`);
  const row = desk.getByRole('row', { name: /LK-FOI-10-MOS/ });
  const delivery = row.getByRole('gridcell').nth(8);
  await delivery.focus();
  await desk.keyboard.press('Enter');
  await desk.keyboard.type('sometimes');
  await desk.keyboard.press('Enter');
  await expect(desk.getByRole('alert')).toContainText(
    'LK-FOI-10-MOS, not by: no service “sometimes”; right would be economy, standard, two-day, freight, pickup',
  );
  await delivery.focus();
  await desk.keyboard.press('Enter');
  await desk.keyboard.press('Control+a');
  await desk.keyboard.type('economy standard two-day freight');
  await desk.keyboard.press('Enter');
  await expect(delivery).toHaveText('economy standard two-day freight');
  await desk.goto(`${application.address}/bench/gust-galway`);
  await expect(desk.getByRole('complementary', { name: 'How the intended answer comes about' })).toContainText(
    'the item does not allow it (LK-FOI-10-MOS)',
  );
  await desk.goto(`${application.address}/bench/show-clash`);
  const clash = desk.getByRole('region', { name: 'Items that clash' });
  await expect(clash).toContainText('No one service takes all of this basket. 2 orders would do:');
  await expect(clash).toContainText('Standard: Spar tube 6 mm, 165 cm, 2');
  await desk.goto(`${application.address}/bench/delta-cork`);
  await expect(desk.getByRole('region', { name: 'What is left' })).toContainText(
    'The dearest delivery it could give free',
  );
  await expect(desk.getByRole('region', { name: 'What the shopper sees' })).toContainText('free');

  // A pasted list, and one change on all it takes, seen before it is made.
  await desk.goto(`${application.address}/goods`);
  await desk.getByRole('button', { name: '+ Selection' }).click();
  await desk.getByLabel('What it takes').selectOption('skus');
  await desk.getByRole('button', { name: 'Paste SKUs to take' }).click();
  await desk.getByRole('textbox', { name: 'Paste SKUs to take' }).fill('LK-SHOW-4-A, LK-SHOW-5-B\nNOSUCH LK-SHOW-4-A');
  await expect(desk.getByText('2 known, 1 unknown: NOSUCH, 1 twice: LK-SHOW-4-A')).toBeVisible();
  await desk.getByRole('button', { name: 'Take the 2 known' }).click();
  await expect(desk.getByText('2 goods.', { exact: true })).toBeVisible();
  await desk.getByRole('button', { name: 'Change these 2 …' }).click();
  await desk.getByLabel('What to change').selectOption('price by');
  await desk.getByLabel('To what').fill('-10');
  await expect(desk.getByRole('table', { name: 'What would change' })).toContainText(/241\.20|244\.35/);
  await desk.getByRole('button', { name: 'Change 2 goods' }).click();

  // How lanes fare by the next card, and the quarter's review.
  await desk.goto(`${application.address}/rates/carrier`);
  await expect(desk.getByText(/From 2027-01-01, 2027-winter: \d+ lanes lose/)).toBeVisible();
  await desk.getByLabel('Looked at parcels/ie/standard').check();
  await expect(desk.getByText(/^1 of \d+ ticked off$/)).toBeVisible();
  await desk.goto(`${application.address}/rates/coverage`);
  await expect(desk.getByRole('table', { name: 'Where shoppers see nothing' })).toContainText(
    'cannot be bought in one order',
  );
  await desk.goto(`${application.address}/rates/mixing`);
  await desk.getByLabel('The book’s own way').selectOption('average');
  for (const path of [
    'rates/carrier',
    'rates/coverage',
    'rates/mixing',
    'rates/markets',
    'goods?selection=long',
    'places/gb',
    'bench/show-clash',
  ]) {
    await desk.goto(`${application.address}/${path}`);
    await expect(desk.getByRole('heading').first()).toBeVisible();
    await desk.waitForTimeout(700);
    await accessible(desk);
  }
});

test('an offer from nothing by keyboard: code, cap, threshold, budget, dates; a clash, a lying title, the curve; taken back', async ({
  desk,
  application,
}) => {
  await desk.goto(`${application.address}/offers`);
  await expect(desk.getByRole('button', { name: 'New offer', exact: true })).toBeVisible();
  await add(desk, 'free', 'New offer');
  await expect(desk.getByRole('heading', { name: /^Free delivery from 60/ })).toContainText('a draft, not meant yet');
  await typed(desk, 'Start', '2026-11-20 00:00');
  await typed(desk, 'End', '2026-12-16 00:00');
  await typed(desk, 'Least value', '100.00');
  await add(desk, 'a code');
  await typed(desk, 'Code', 'SKY');
  await desk.keyboard.type('LINE');
  await add(desk, 'a budget');
  await typed(desk, 'Budget', '200.00');
  await desk.getByLabel('What is free').focus();
  await desk.keyboard.press('ArrowDown');
  // Its words are held against its rule.
  const broken = desk.getByRole('list', { name: 'Words that promise something else' });
  await expect(broken).toContainText('The title says “from 60”; the rule has 100.00');
  await typed(desk, 'Title', 'SKYLINE: free delivery over 100');
  await expect(broken).toContainText('100.00 itself qualifies: “from 100.00”');
  await typed(desk, 'Title', 'SKYLINE: free delivery from 100');
  await desk.getByRole('button', { name: 'Take these terms' }).click();
  await expect(broken).toBeHidden();
  // Meant, it acts on a basket that enters its code; beside GUST12 it acts, beside Gale week it does not.
  await desk.getByRole('button', { name: 'Mean it' }).click();
  await expect(desk.getByRole('complementary', { name: 'What it does' })).toContainText(/less by (economy|freight)/);
  await desk.goto(`${application.address}/bench/stunt-lyon`);
  await typed(desk, 'Codes', 'SKYLINE');
  await expect(desk.getByTestId('intended-stunt-lyon')).toHaveText('0.00');
  // An offer that cannot be had beside it is told.
  await desk.goto(`${application.address}/offers/meets`);
  const table = desk.getByRole('table', { name: 'Offers with offers' });
  const pair = table.getByRole('row', { name: /^Clubs and schools.*SKYLINE/ });
  await expect(pair).toContainText('Both act');
  // Put into a group with the clubs’ discount, at most one of the two acts; the offer’s sentence names the group.
  await desk.getByRole('button', { name: 'Add a group …' }).click();
  const groups = desk.getByRole('region', { name: 'Either/or' });
  await groups.getByLabel('Add to offers of one of these').selectOption({ label: 'Clubs and schools: 15 % from 150' });
  await groups.getByLabel('Add to offers of one of these').selectOption({ label: 'SKYLINE: free delivery from 100' });
  await groups.getByLabel('Name of the group one of these').fill('sky or clubs');
  await expect(pair).toContainText(/at most one acts/i);
  await expect(desk.getByRole('note')).toContainText('Shoppers would expect to have both, and cannot');
  await desk.goto(`${application.address}/offers`);
  await desk.getByRole('button', { name: /^SKYLINE/ }).click();
  await expect(desk.getByRole('group', { name: 'Either/or' })).toContainText('sky or clubs');
  // Over past orders: the curve, its threshold moved by keyboard and by mouse.
  await desk.goto(`${application.address}/offers`);
  await desk.getByRole('button', { name: /^SKYLINE/ }).click();
  await desk.getByRole('button', { name: 'What it costs' }).click();
  await expect(desk.getByRole('region', { name: 'Its budget over time' })).toContainText('The budget of 200.00');
  const moved = desk.getByRole('region', { name: 'With its threshold elsewhere' });
  await expect(moved).toContainText('one pass says all', { timeout: 60_000 });
  await typed(desk, 'Move the least value', '150.00');
  await expect(moved).toContainText('less than at');
  const chart = moved.getByRole('img');
  const box = await chart.boundingBox();
  if (!box) throw new Error('no chart');
  await desk.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await desk.mouse.down();
  await desk.mouse.move(box.x + box.width / 3, box.y + box.height / 2, { steps: 5 });
  await desk.mouse.up();
  await expect(desk.getByLabel('Move the least value')).not.toHaveValue('150.00');
  await expect(desk.getByRole('table', { name: 'Budget by channel' })).toContainText('The parts add up to the budget.');
  await save(desk, 'Skyline');
  // An end dragged on the time line by keyboard; several paused at once; then the revision taken back.
  await desk.goto(`${application.address}/offers`);
  await desk.getByRole('button', { name: /^SKYLINE/ }).click();
  await desk.getByRole('slider', { name: /^End of SKYLINE/ }).focus();
  await desk.keyboard.press('ArrowRight');
  await expect(desk.getByLabel('End', { exact: true })).toHaveValue('2026-12-17 00:00');
  await desk.getByLabel('Pick GUST12: 12 % off your order').check();
  await desk.getByLabel('Pick SKYLINE: free delivery from 100').check();
  await desk.getByRole('button', { name: 'Pause 2' }).click();
  await expect(desk.getByRole('heading', { name: /^SKYLINE/ })).toContainText('(paused)');
  await desk.keyboard.press('Control+z');
  await desk.keyboard.press('Control+z');
  const calendar = desk.waitForEvent('download');
  await desk.getByRole('button', { name: 'Calendar file' }).click();
  expect(readFileSync(await (await calendar).path(), 'utf8')).toContain('BEGIN:VCALENDAR');
  await desk.goto(`${application.address}/revisions`);
  const taken = desk.waitForResponse((answer) => answer.url().endsWith('/taken-back') && answer.ok());
  await desk
    .getByRole('row', { name: /Skyline/ })
    .getByRole('button', { name: 'Take back' })
    .click();
  await taken;
  await desk.goto(`${application.address}/offers`);
  await expect(desk.getByRole('button', { name: /^GUST12/ })).toBeVisible();
  await expect(desk.getByRole('button', { name: /^SKYLINE/ })).toBeHidden();
  for (const path of ['offers', 'offers/meets', 'offers/codes', 'offers/price', 'offers/costs/gale-week']) {
    await desk.goto(`${application.address}/${path}`);
    await desk.waitForTimeout(800);
    await accessible(desk);
  }
});

test('codes by the batch, customers of a segment: on screen, from files, and in a basket', async ({
  desk,
  application,
  context,
}) => {
  await desk.goto(`${application.address}/offers/codes`);
  await typed(desk, 'Name of the batch', 'spring');
  await typed(desk, 'How many codes', '250');
  await desk.getByRole('button', { name: 'Make 250 codes' }).click();
  await expect(
    desk.getByRole('table', { name: 'Batches of codes' }).getByRole('row', { name: /^spring 250/ }),
  ).toContainText('no offer yet');
  await desk
    .getByLabel('Import uses')
    .setInputFiles({ name: 'uses.csv', mimeType: 'text/csv', buffer: Buffer.from('code\r\nNOTACODE9\r\n') });
  await expect(desk.getByRole('status')).toContainText('Line 2: code: no batch has “NOTACODE9”');
  await desk.getByLabel('Import spend').setInputFiles({
    name: 'spend.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('offer,week,amount\r\nthree-spars,2026-11-23,249.00\r\n'),
  });
  await expect(
    desk.getByRole('table', { name: 'Spend by week' }).getByRole('row', { name: /Three spars for two 2026-11-23/ }),
  ).toContainText('249.00');
  // What is left of it does not cover a whole tube.
  await desk.goto(`${application.address}/bench/spars-shop`);
  await expect(desk.getByRole('main')).toContainText('5.00 of its budget is left');
  await expect(desk.getByLabel('Spent by three-spars')).toHaveValue('295.00');
  await desk.goto(`${application.address}/offers/codes`);
  await desk.getByLabel('Import customers').setInputFiles({
    name: 'customers.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('customer,segment\r\nC-9001,clubs\r\n'),
  });
  await expect(desk.getByRole('table', { name: 'Segments' })).toContainText('25');
  // By id: one on the list is of its segment, one that is not is nobody known.
  await desk.goto(`${application.address}/bench/gust-galway`);
  const way = desk.getByRole('complementary', { name: 'How the intended answer comes about' });
  await typed(desk, 'Customer’s id', 'C-0000');
  await desk.keyboard.press('Enter');
  await expect(way).toContainText('only for some customers');
  await typed(desk, 'Customer’s id', 'C-9001');
  await desk.keyboard.press('Enter');
  await expect(way).not.toContainText('only for some customers');
  await desk.keyboard.press('Escape');
  await desk.evaluate(() => localStorage.clear());
  // A code of the demo's cards acts on a basket, once; a club's discount where the customer is one.
  const cards = await (await context.request.get(`${application.address}/api/codes/batches/cards/file`)).text();
  const fresh = cards.split('\r\n').find((line) => line.endsWith(',') && line !== 'code,used');
  await desk.goto(`${application.address}/bench/delta-cork`);
  await typed(desk, 'Codes', fresh?.slice(0, -1) ?? '');
  await expect(desk.getByRole('main')).toContainText('5 off with your card takes 5.00 off the order');
  await desk.goto(`${application.address}/offers/price`);
  await expect(desk.getByRole('table', { name: 'Prices with delivery in them' })).toContainText('LK-');
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
  await desk.goto(`${application.address}/goods`);
  const goods = desk.getByText(/^\d+ goods/).first();
  await expect(goods).toBeVisible();
  const before = Number.parseInt((await goods.textContent()) ?? '', 10);
  await desk.getByLabel('Import CSV').setInputFiles(file);
  const panel = desk.getByRole('region', { name: 'Import of a large file' });
  await expect(panel).toContainText('19,999 new, 0 changed, 0 as they are, 1 bad lines', { timeout: 60_000 });
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
  await expect(desk.getByText(`${before + 19_999} goods`)).toBeVisible({ timeout: 60_000 });
});

test('a book to begin with, filled on screen: a service, a zone, a lane, saved', async ({
  desk,
  application,
  context,
}) => {
  const begun = {
    ...starterBook({ country: 'IE', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' }),
    goods: smallBook().goods.slice(0, 1),
  };
  expect((await context.request.put(`${application.address}/api/book/file`, { data: begun })).status()).toBe(201);
  await desk.goto(`${application.address}/rates`);
  await expect(desk.getByText('No service yet: services are added on the sheet Mixing')).toBeVisible();
  await desk.goto(`${application.address}/rates/mixing`);
  await desk.getByRole('button', { name: 'Add a service' }).click();
  await desk.getByLabel('Name of service-1').fill('By van');
  await desk.goto(`${application.address}/places`);
  await desk.getByRole('button', { name: '+ New' }).click();
  await desk.getByLabel('Places taken in').fill('IE');
  await desk.goto(`${application.address}/rates`);
  await desk.getByLabel('Offer another service').selectOption({ index: 1 });
  await desk.locator('[data-lane$="/service-1"]').focus();
  await desk.keyboard.press('Enter');
  await expect(desk.getByRole('button', { name: 'Offer it at a flat 5.00' })).toBeFocused();
  await desk.keyboard.press('Enter');
  await desk.getByLabel('Flat amount').fill('6.35');
  await save(desk, 'A first lane');
  const { book } = await context.request.get(`${application.address}/api/book`).then((answer) => answer.json());
  expect(Object.values(book.templates[0].lanes)).toMatchObject([
    { 'service-1': { rate: { is: 'flat', amount: '6.35' } } },
  ]);
  expect(book.services).toMatchObject([{ id: 'service-1', name: 'By van', days: [2, 4] }]);
  await desk.goto(`${application.address}/rates/mixing`);
  await expect(desk.getByRole('region', { name: 'Services' }).getByRole('button', { name: 'Take away' })).toBeHidden();
  await accessible(desk);
});

test('a small book that is not the demo’s: from import to a finding, and the command line says the same', async ({
  desk,
  application,
  context,
}, info) => {
  const file = smallBook();
  await desk.keyboard.press('Control+k');
  await desk.keyboard.type('import');
  await desk.keyboard.press('Enter');
  const broken = { ...file, markets: file.markets.map((market) => ({ ...market, currency: 'ZZZ' })) };
  await desk
    .getByLabel('Import a book')
    .setInputFiles({ name: 'soap.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(broken)) });
  await expect(desk.getByRole('alert')).toContainText('a code of ISO 4217, such as EUR');
  await desk
    .getByLabel('Import a book')
    .setInputFiles({ name: 'soap.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(file)) });
  await expect(desk.getByText('soap.json is the book now')).toBeVisible();
  await desk.keyboard.press('Escape');
  await expect(desk.getByTestId('intended-two-bars')).toHaveText('7.30');
  for (const channel of ['lerrin-shop', 'harrowmere']) {
    await desk.goto(`${application.address}/channels/${channel}`);
    await desk.getByRole('button', { name: /^Send 1 template/ }).click();
    await expect(desk.getByRole('status')).toContainText('and taken');
  }
  await context.request.post(`${application.channels['lerrin-shop']}/desk/edit`, {
    data: { zone: 'home', speed: 'post', row: 0, charge: '6.00' },
  });
  await checkAgain(desk);
  await cell(desk, 'Home all', 'Lerrin Shop').click();
  const finding = desk.getByRole('complementary', { name: 'The finding' });
  await expect(finding).toContainText('Shoppers there pay 1.30 too little.');
  await expect(finding).toContainText('1 × Oat bar, 226.796 g, €6.50 to IE, post');
  await finding.getByRole('button', { name: 'Send again' }).click();
  await expect(finding).toContainText('check again to see it hang true');
  await checkAgain(desk);
  await expect(cell(desk, 'Home all', 'Lerrin Shop').getByRole('img')).toHaveAccessibleName('matches at Lerrin Shop');

  const [bookPath, basketPath] = [info.outputPath('book.json'), info.outputPath('basket.json')];
  const { writeFileSync } = await import('node:fs');
  writeFileSync(
    bookPath,
    await context.request.get(`${application.address}/api/book/file`).then((answer) => answer.text()),
  );
  writeFileSync(basketPath, JSON.stringify(file.pinned[0]));
  const plemb = (...words: string[]) => {
    try {
      return {
        status: 0,
        text: execFileSync(process.execPath, [`${root}scripts/plemb.mjs`, ...words], { encoding: 'utf8' }),
      };
    } catch (error) {
      const { status, stdout, stderr } = error as { status: number; stdout: string; stderr: string };
      return { status, text: `${stdout}${stderr}` };
    }
  };
  const quoted = plemb('quote', bookPath, basketPath, '--json', '--at', '2026-11-24T09:10:00Z');
  expect(JSON.parse(quoted.text).choices).toEqual([
    {
      service: 'post',
      name: 'Post',
      days: [3, 5],
      discount: '0.00',
      delivery: '7.30',
      total: '20.30',
      tax: '0.00',
      pays: '20.30',
      used: [],
      took: {},
      off: ['0.00'],
      gifts: [],
      notProved: null,
    },
  ]);
  expect(plemb('render', bookPath, 'harrowmere').text).toContain('RATE · IRELAND · STANDARD · 7.30 once a plan');
  const checked = plemb('check', bookPath, '--at', '2026-11-24T09:10:00Z');
  expect(checked.text).toContain('baskets asked');
  expect(checked.status).toBe(0);
  expect(plemb('check', 'nowhere.json')).toEqual({ status: 2, text: 'nowhere.json cannot be read\n' });
  expect(plemb('quote', bookPath, basketPath, '--at', 'soon').status).toBe(2);
});
