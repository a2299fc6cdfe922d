import { accessible, expect, test } from './application.ts';
import { follow } from './hands.ts';

test('what two people change: the second gets both versions and a choice', async ({ desk, application, context }) => {
  await follow(desk, 'rates/jp/standard');
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
  await follow(desk, 'revisions');
  await expect(desk.getByRole('row', { name: /Oisín/ })).toBeVisible();
  await desk.getByRole('row', { name: /Oisín/ }).getByRole('button', { name: 'Take back' }).click();
  await expect(desk.getByRole('main').getByRole('alert')).toContainText('A later revision has changed the same');
});

test('a killed server: the draft and all that was saved are there again', async ({ desk, application }) => {
  await follow(desk, 'rates/ie/two-day');
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
  await expect(desk.getByRole('alert')).toContainText('Harrowmere does not answer: its answer makes no sense.');
  await trouble('none');
  await expect(desk.getByRole('alert')).toBeHidden({ timeout: 20_000 });
});

test('keys, the palette, looks: everything by keyboard, and axe finds nothing in any main view', async ({ desk }) => {
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
    await follow(desk, path);
    await expect(desk.getByRole('heading').first()).toBeVisible();
    await accessible(desk);
  }
  await desk.keyboard.press('.');
  await expect(desk.getByRole('link', { name: 'Delta 2 m to Cork' })).toBeHidden();
  await desk.keyboard.press('.');
  await desk.keyboard.press('?');
  await expect(desk.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await desk.keyboard.press('Escape');
  // Letters and digits typed into a menu are the menu's.
  await follow(desk, 'offers');
  await desk.getByRole('button', { name: 'New offer', exact: true }).click();
  await expect(desk.getByRole('menu')).toBeVisible();
  await desk.keyboard.type('3.?');
  await expect(desk).toHaveURL(/\/offers/);
  await expect(desk.getByRole('menu')).toBeVisible();
  await desk.keyboard.press('Escape');
  await expect(desk.getByRole('link', { name: 'Delta 2 m to Cork' })).toBeVisible();
  await desk.keyboard.press('Control+k');
  await expect(desk.getByRole('dialog', { name: 'Find' })).toBeVisible();
  await desk.keyboard.type('highlands standard');
  await desk.keyboard.press('Enter');
  await expect(desk).toHaveURL(/rates\/hi\/standard/);
  await desk.keyboard.press('Control+k');
  await expect(desk.getByRole('dialog', { name: 'Find' })).toBeVisible();
  await desk.keyboard.type('dark');
  await desk.keyboard.press('Enter');
  await expect(desk.locator('html')).toHaveAttribute('data-theme', 'dark');
  for (const path of ['rates', 'check', 'offers']) {
    await follow(desk, path);
    await accessible(desk);
  }
});
