import { accessible, expect, test } from './application.ts';
import { follow } from './hands.ts';

test('an address of something that is not there says so, and offers what is nearest', async ({ desk, application }) => {
  await desk.goto(`${application.address}/offers/gust11`);
  const alert = desk.getByRole('alert');
  await expect(alert.getByRole('heading')).toHaveText('There is no offer “gust11”');
  await accessible(desk);
  await alert.getByRole('link', { name: 'GUST12: 12 % off your order', exact: true }).click();
  await expect(desk).toHaveURL(/offers\/gust12$/);
  await expect(desk.getByRole('heading', { name: /^There is no/ })).toBeHidden();
});

test('a channel’s own check: all of its findings and of no other', async ({ desk }) => {
  await follow(desk, 'check/harrowmere');
  const finding = desk.getByRole('complementary', { name: 'The finding' });
  await expect(finding.getByRole('heading').first()).toContainText('Harrowmere');
  const heads = await finding.getByRole('heading', { level: 2 }).allTextContents();
  expect(heads.length).toBeGreaterThan(3);
  expect(heads.filter((one) => !one.endsWith('at Harrowmere'))).toEqual([]);
});

test('the strip shows two whole rows, more by its grip; the offer stands under its time line, each by itself', async ({
  desk,
}) => {
  await follow(desk, 'offers/gust12');
  const strip = desk.getByRole('region', { name: 'Pinned baskets' });
  const inSight = async () => {
    const box = await strip.boundingBox();
    const rows = await strip.getByRole('row').all();
    const boxes = await Promise.all(rows.slice(1).map((row) => row.boundingBox()));
    const bottom = (box?.y ?? 0) + (box?.height ?? 0);
    return boxes.filter((one) => one && one.y + one.height <= bottom + 1).length;
  };
  await expect(strip.getByText('Delta 2 m to Cork')).toBeVisible();
  expect(await inSight()).toBe(2);
  await strip.getByRole('separator').focus();
  await desk.keyboard.press('ArrowUp');
  await desk.keyboard.press('ArrowUp');
  expect(await inSight()).toBe(4);
  await desk.reload();
  await expect(strip.getByText('Delta 2 m to Cork')).toBeVisible();
  expect(await inSight()).toBe(4);
  await strip.getByRole('separator').focus();
  for (const _ of [1, 2, 3, 4]) await desk.keyboard.press('ArrowDown');
  expect(await inSight()).toBe(1);

  const sentence = desk.getByLabel('Percent', { exact: true });
  await expect(sentence).toBeInViewport();
  const grip = desk.getByRole('separator', { name: 'Room for what is above, in percent' });
  const before = (await grip.boundingBox())?.y ?? 0;
  await grip.focus();
  await desk.keyboard.press('ArrowUp');
  await desk.keyboard.press('ArrowUp');
  expect((await grip.boundingBox())?.y ?? 0).toBeLessThan(before - 40);
  await accessible(desk);
});

test('of two offers with one title the finder opens the one that is taken', async ({ desk, application }) => {
  await follow(desk, 'offers/gust12');
  await desk.getByRole('button', { name: 'Copy to next year' }).click();
  await expect(desk).toHaveURL(/\/offers\/gust12-\d+$/);
  const copy = desk.url();
  for (const [down, address] of [
    [0, `${application.address}/offers/gust12`],
    [1, copy],
  ] as const) {
    await follow(desk, 'goods');
    await desk.keyboard.press('Control+k');
    await expect(desk.getByRole('dialog', { name: 'Find' })).toBeVisible();
    await desk.keyboard.type('12 % off your order');
    const hits = desk.getByRole('menuitem', { name: /^GUST12: 12 % off your order/ });
    await expect(hits).toHaveCount(2);
    for (let i = 0; i < down; i += 1) await desk.keyboard.press('ArrowDown');
    await desk.keyboard.press('Enter');
    await expect(desk).toHaveURL(address);
    await expect(desk).toHaveTitle(/^GUST12/);
  }
});
