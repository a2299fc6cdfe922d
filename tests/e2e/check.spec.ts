import { readFileSync } from 'node:fs';
import { expect, test } from './application.ts';
import { cell, checkAgain, sendHere } from './hands.ts';

test.describe.configure({ mode: 'serial' });

test('the demo begins with each of the planted faults, told apart by cause', async ({ desk }) => {
  await expect(desk.getByRole('heading', { name: 'Check' })).toBeVisible();
  await cell(desk, 'Ireland · GUST12', 'Harrowmere').click();
  const finding = desk.getByRole('complementary', { name: 'The finding' });
  await expect(finding).toContainText('Shoppers there pay €4.90 too little.');
  await expect(finding).toContainText('A limit of translation. Tested before discounts there');
  await expect(finding.getByRole('row', { name: /^Free from/ })).toHaveClass('differs');
  await cell(desk, 'Euro area all', 'Lerrin Shop').click();
  await expect(finding).toContainText('Shoppers there pay €2.50 too little.');
  await expect(finding).toContainText('Drift over there');
  await expect(finding.getByRole('row', { name: /^Rate/ })).toContainText('€12.00, flat');
  await cell(desk, 'Ireland all', 'Harrowmere').click();
  await expect(finding).toContainText('Harrowmere still reviews it');
  await expect(finding).toContainText('GALE-WEEK until Thu, 26 Nov, 00:40');
});

test('channels: clause by clause, sent, read back; after the reviews a check finds the drift mended', async ({
  desk,
}) => {
  await desk.keyboard.press('5');
  await expect(desk.getByRole('row', { name: /Ireland, standard: free from 60.00 after discounts/ })).toContainText(
    'baskets of €60.00 to €68.17 with',
  );
  await desk.getByRole('button', { name: 'Show them' }).click();
  await expect(desk.getByText(/live.*"charge": "9.50"/).first()).toBeVisible();
  const download = desk.waitForEvent('download');
  await desk.getByRole('link', { name: 'Download shop.json' }).click();
  expect(JSON.parse(readFileSync(await (await download).path(), 'utf8'))).toMatchObject({ format: 'lerrin-shop/2' });
  for (const channel of ['Lerrin Shop', 'Harrowmere', 'Findlark']) {
    await desk.getByRole('navigation', { name: 'Channels' }).getByRole('link', { name: channel }).click();
    await sendHere(desk);
  }
  await desk.getByRole('navigation', { name: 'Channels' }).getByRole('link', { name: 'Lerrin Shop' }).click();
  await expect(desk.getByText('What is live is what was told, line for line.')).toBeVisible();
  await desk.getByRole('button', { name: /^as of/ }).click();
  await desk.getByRole('button', { name: '40 hours on' }).click();
  await expect(desk.getByRole('dialog')).toContainText('It shows Thu, 26 Nov');
  await desk.keyboard.press('Escape');
  await checkAgain(desk);
  await expect(cell(desk, 'Euro area all', 'Lerrin Shop').getByRole('img')).toHaveAccessibleName(
    'matches at Lerrin Shop',
  );
  await expect(desk.getByText('gone · Lerrin Shop, Euro area: drift')).toBeVisible();
  await expect(cell(desk, 'Ireland all', 'Harrowmere').getByRole('img')).toHaveAccessibleName('matches at Harrowmere');
  await expect(cell(desk, 'Ireland all', 'Findlark').getByRole('img')).toHaveAccessibleName('matches at Findlark');
});

test('one basket on the bench: every side’s steps, and what each charges now', async ({ desk }) => {
  await desk.getByRole('link', { name: '3 line reels to Stornoway' }).click();
  const steps = desk.getByRole('table', { name: 'Steps side by side' });
  await expect(steps.getByRole('row', { name: /^Place/ })).toContainText('Highlands and Islands');
  await expect(steps.getByRole('row', { name: /^Rate/ })).toContainText('€10.10, one parcel');
  await expect(steps.getByRole('row', { name: /^Charged now/ })).toContainText('10.10');
  await desk.getByLabel('Place', { exact: true }).fill('GB 75001');
  await expect(desk.getByRole('alert')).toContainText('outward and inward part, such as HS1 2AA');
  await desk.getByLabel('Place', { exact: true }).fill('GB ZE2 9AA');
  await expect(steps.getByRole('row', { name: /^Charged now/ })).toContainText('10.10');
});
