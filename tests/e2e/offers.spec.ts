import { readFileSync } from 'node:fs';
import { accessible, expect, test } from './application.ts';
import { add, follow, save, time, timed, typed } from './hands.ts';

test('offers: read and edited as a sentence', async ({ desk }) => {
  await desk.keyboard.press('4');
  await desk.getByRole('button', { name: /^Advent/ }).click();
  await desk.getByLabel('Least value', { exact: true }).fill('110.00');
  await desk.getByLabel('What is free').selectOption('services');
  await expect(
    desk.getByRole('row', { name: /^Lerrin Shop delivery · letter B .*· least value 110.00/ }),
  ).toBeVisible();
  await timed(desk, 'End', '2026-11-01 00:00');
  await expect(
    desk.getByText('the end does not come after the start; right would be a time after 2026-11-29T00:00'),
  ).toBeVisible();
  await timed(desk, 'End', '2026-12-07 00:00');
  await save(desk, 'Advent from 110');
});

test('an offer from nothing by keyboard: code, cap, threshold, budget, dates; a clash, a lying title, the curve; taken back', async ({
  desk,
}) => {
  await follow(desk, 'offers');
  await expect(desk.getByRole('button', { name: 'New offer', exact: true })).toBeVisible();
  await add(desk, 'free', 'New offer');
  await expect(desk.getByRole('heading', { name: /^Free delivery from 60/ })).toContainText('a draft, not meant yet');
  await timed(desk, 'Start', '2026-11-20 00:00');
  await timed(desk, 'End', '2026-12-16 00:00');
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
  await follow(desk, 'bench/stunt-lyon');
  await typed(desk, 'Codes', 'SKYLINE');
  await expect(desk.getByTestId('intended-stunt-lyon')).toHaveText('€0.00');
  // An offer that cannot be had beside it is told.
  await follow(desk, 'offers/meets');
  const table = desk.getByRole('table', { name: 'Meetings' });
  const pair = table.getByRole('row', { name: /^Clubs and schools.*SKYLINE/ });
  await expect(pair).toContainText('Both act');
  // Put into a group with the clubs’ discount, at most one of the two acts; the offer’s sentence names the group.
  await desk.getByRole('button', { name: 'Add a group …' }).click();
  const groups = desk.getByRole('region', { name: 'Either/or' });
  await groups.getByLabel('Add to offers of one of these').selectOption({ label: 'Clubs and schools: 15 % from 150' });
  await groups.getByLabel('Add to offers of one of these').selectOption({ label: 'SKYLINE: free delivery from 100' });
  await groups.getByLabel('Name of the group one of these').fill('sky or clubs');
  await expect(pair).toContainText(/at most one acts/i);
  await pair.getByRole('button').click();
  const chosen = desk.getByRole('region', { name: 'The meeting chosen' });
  await expect(chosen).toContainText('Shoppers would expect to have both, and cannot');
  // What orders of the past lose by it is counted by itself.
  await expect(chosen).toContainText(/would cost about €[\d,.]+ a year/, { timeout: 30_000 });
  await chosen.getByRole('button', { name: 'Let these two act together' }).click();
  await expect(pair).toContainText('Both act');
  await desk.keyboard.press('Control+z');
  await expect(pair).toContainText(/at most one acts/i);
  await follow(desk, 'offers');
  await desk.getByRole('button', { name: /^SKYLINE/ }).click();
  await expect(desk.getByRole('heading', { name: /^SKYLINE/ })).toBeVisible();
  await expect(
    desk.getByRole('group', { name: 'Either/or' }).getByRole('button', { name: 'sky or clubs' }),
  ).toBeVisible();
  // What it meets is answered above what it costs, and moves it down.
  await expect(desk.getByText(/^Acts beside/)).toBeVisible({ timeout: 30_000 });
  // Over past orders: the curve, its threshold moved by keyboard and by mouse.
  await desk.getByRole('button', { name: 'What it costs' }).click();
  await expect(desk.getByRole('region', { name: 'Its budget over time' })).toContainText('The budget of €200.00', {
    timeout: 60_000,
  });
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
  await follow(desk, 'offers');
  await desk.getByRole('button', { name: /^SKYLINE/ }).click();
  await desk.getByRole('slider', { name: /^End of SKYLINE/ }).focus();
  await desk.keyboard.press('ArrowRight');
  await expect(time(desk, 'End')).toContainText(/17\/12\/2026, .*00:00/);
  await desk.getByLabel('Pick GUST12: 12 % off your order').check();
  await desk.getByLabel('Pick SKYLINE: free delivery from 100').check();
  await desk.getByRole('button', { name: 'Pause 2' }).click();
  await expect(desk.getByRole('heading', { name: /^SKYLINE/ })).toContainText('(paused)');
  await desk.keyboard.press('Control+z');
  await desk.keyboard.press('Control+z');
  const calendar = desk.waitForEvent('download');
  await desk.getByRole('button', { name: 'Calendar file' }).click();
  expect(readFileSync(await (await calendar).path(), 'utf8')).toContain('BEGIN:VCALENDAR');
  await follow(desk, 'revisions');
  const taken = desk.waitForResponse((answer) => answer.url().endsWith('/taken-back') && answer.ok());
  await desk
    .getByRole('row', { name: /Skyline/ })
    .getByRole('button', { name: 'Take back' })
    .click();
  await taken;
  await follow(desk, 'offers');
  await expect(desk.getByRole('button', { name: /^GUST12/ })).toBeVisible();
  await expect(desk.getByRole('button', { name: /^SKYLINE/ })).toBeHidden();
  for (const path of ['offers', 'offers/meets', 'offers/codes', 'offers/price', 'offers/costs/gale-week']) {
    await follow(desk, path);
    await accessible(desk);
  }
});

test('codes by the batch, customers of a segment: on screen, from files, and in a basket', async ({
  desk,
  application,
  context,
}) => {
  await follow(desk, 'offers/codes');
  await typed(desk, 'Name of the batch', 'spring');
  await typed(desk, 'How many codes', '250');
  await desk.getByRole('button', { name: 'Make 250 codes' }).click();
  await expect(
    desk.getByRole('table', { name: 'Batches of codes' }).getByRole('row', { name: /^spring 250/ }),
  ).toContainText('no offer yet');
  await desk
    .getByLabel('Import uses')
    .setInputFiles({ name: 'uses.csv', mimeType: 'text/csv', buffer: Buffer.from('code\r\nNOTACODE9\r\n') });
  await expect(desk.getByRole('status')).toContainText('Line 2: code: no code of a batch “NOTACODE9”');
  await desk.getByLabel('Import spend').setInputFiles({
    name: 'spend.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('offer,week,amount\r\nthree-spars,2026-11-23,249.00\r\n'),
  });
  await expect(
    desk.getByRole('table', { name: 'Spend by week' }).getByRole('row', { name: /Three spars for two 2026-11-23/ }),
  ).toContainText('249.00');
  // What is left of it does not cover a whole tube.
  await follow(desk, 'bench/spars-shop');
  await expect(desk.getByRole('main')).toContainText('€5.00 of its budget is left');
  await expect(desk.getByLabel('Spent by three-spars')).toHaveValue('295.00');
  await follow(desk, 'offers/codes');
  await desk.getByLabel('Import customers').setInputFiles({
    name: 'customers.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('customer,segment\r\nC-9001,clubs\r\n'),
  });
  await expect(desk.getByRole('table', { name: 'Segments' })).toContainText('25');
  // By id: one on the list is of its segment, one that is not is nobody known.
  await follow(desk, 'bench/gust-galway');
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
  await follow(desk, 'bench/delta-cork');
  await typed(desk, 'Codes', fresh?.slice(0, -1) ?? '');
  await expect(desk.getByRole('main')).toContainText('5 off with your card takes €5.00 off the order');
  await follow(desk, 'offers/price');
  await expect(desk.getByRole('table', { name: 'Prices with delivery in them' })).toContainText('LK-');
});
