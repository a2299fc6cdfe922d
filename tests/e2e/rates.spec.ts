import { accessible, expect, test } from './application.ts';
import { add, follow, save } from './hands.ts';

test('rates: typing in a lane moves the pinned baskets before saving; a block is pasted, a lane copied', async ({
  desk,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await follow(desk, 'rates/euro/economy');
  await desk.getByLabel('Flat amount').fill('8.75');
  await expect(desk.getByTestId('intended-stunt-lyon')).toHaveText('€8.75');
  await expect(desk.getByText('was €8.50')).toBeVisible();
  await desk.getByLabel('Flat amount').fill('8.7x');
  await expect(desk.getByRole('alert')).toContainText('“8.7x” is no amount; write it like 4.90');
  await desk.keyboard.press('Escape');
  await desk.keyboard.press('Control+z');
  await expect(desk.getByTestId('intended-stunt-lyon')).toHaveText('€8.50');
  // By keyboard: from the lane beside it, copied to Japan's economy, which had none.
  await follow(desk, 'rates/us48/economy');
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
  await follow(desk, 'rates/jp/economy');
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

test('delivery charges from nothing: a template by keyboard, a pasted table, a service it does not go by, a clash, the carrier, coverage', async ({
  desk,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await follow(desk, 'rates');
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
  await follow(desk, 'goods?filter=LK-FOI-10-MOS');
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
  await follow(desk, 'bench/gust-galway');
  await expect(desk.getByRole('complementary', { name: 'How the intended answer comes about' })).toContainText(
    'the item does not allow it (LK-FOI-10-MOS)',
  );
  await follow(desk, 'bench/show-clash');
  const clash = desk.getByRole('region', { name: 'Items that clash' });
  await expect(clash).toContainText('No one service takes all of this basket. 2 orders would do:');
  await expect(clash).toContainText('Standard: Spar tube 6 mm, 165 cm, 2');
  await follow(desk, 'bench/delta-cork');
  await expect(desk.getByRole('region', { name: 'What is left' })).toContainText(
    'The dearest delivery it could give free',
  );
  await expect(desk.getByRole('region', { name: 'What the shopper sees' })).toContainText('free');

  // A pasted list, and one change on all it takes, seen before it is made.
  await follow(desk, 'goods');
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
  await follow(desk, 'rates/carrier');
  await expect(desk.getByText(/From 2027-01-01, 2027-winter: \d+ lanes lose/)).toBeVisible();
  await desk.getByLabel('Looked at parcels/ie/standard').check();
  await expect(desk.getByText(/^1 of \d+ ticked off$/)).toBeVisible();
  await follow(desk, 'rates/coverage');
  await expect(desk.getByRole('table', { name: 'Where shoppers see nothing' })).toContainText(
    'cannot be bought in one order',
  );
  await follow(desk, 'rates/mixing');
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
    await follow(desk, path);
    await expect(desk.getByRole('heading').first()).toBeVisible();
    await accessible(desk);
  }
});
