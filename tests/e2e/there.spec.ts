import { accessible, expect, test } from './application.ts';
import { beginsWith, follow, save } from './hands.ts';

test('what a channel and the carrier have of the goods: told line by line, taken from either side', async ({
  desk,
  application,
  context,
}) => {
  await follow(desk, 'channels/harrowmere');
  const record = desk.getByRole('region', { name: 'Its own record' });
  await expect(record).toContainText('4 lines differ');
  await record.getByRole('link', { name: 'Look at them' }).click();
  const table = desk.getByRole('table', { name: 'What Harrowmere lists otherwise' });
  await expect(table).toContainText('LK-REEL-20-30, too');
  await accessible(desk);
  await desk.getByRole('checkbox', { name: 'LK-DEL-20-MOS, price' }).check();
  await desk.getByRole('checkbox', { name: 'LK-TAIL-12-MOS, mass' }).check();
  await desk.getByRole('button', { name: 'Take 2 from Harrowmere' }).click();
  await expect(desk.getByRole('button', { name: 'all 2' })).toBeVisible();
  await save(desk, 'Weighed again');
  const { items } = await context.request.get(`${application.address}/api/goods`).then((answer) => answer.json());
  const kite = items.find((one: { sku: string }) => one.sku === 'LK-DEL-20-MOS');
  expect(kite.prices).toEqual([{ market: null, channel: 'harrowmere', price: '54.90' }]);

  await follow(desk, 'rates/carrier/goods');
  const weighed = desk.getByRole('table', { name: 'What Ternline has otherwise' });
  // The tail that was weighed again weighs otherwise than it told the carrier.
  await expect(weighed).toContainText('LK-TAIL-12-MOS');
  await accessible(desk);
  await desk.getByRole('checkbox', { name: 'LK-SPAR-8-165-6, size' }).check();
  await desk.getByRole('button', { name: 'Take 1 from Ternline' }).click();
  await save(desk, 'Measured');
  await desk.getByRole('checkbox', { name: /^Tick all \d+ lines shown$/ }).check();
  await desk.getByRole('button', { name: /^Tell Ternline \d+ of the book$/ }).click();
  await expect(desk.getByText('weighs and measures what the book says')).toBeVisible();
});

for (const [id, where, listed] of [
  ['lerrin-shop', 'Lerrin Shop', 239],
  ['harrowmere', 'Harrowmere', 239],
  // Ribbons are not listed there.
  ['findlark', 'Findlark', 221],
] as const)
  test(`an empty book begins with what is live at ${where}, which then differs in nothing`, async ({
    desk,
    application,
    context,
  }) => {
    await beginsWith(context.request, application.address, []);
    await desk.goto(`${application.address}/begin`);
    const begin = desk.getByRole('region', { name: `Begin with ${where}` });
    await expect(begin).toContainText(`${listed} goods`);
    await accessible(desk);
    await begin.getByRole('button', { name: `Begin with ${where}’s` }).click();
    await save(desk, `As it is at ${where}`);
    await follow(desk, `channels/live/${id}`);
    await expect(desk.getByText('are as the book would tell them')).toBeVisible();
    // Prices and masses are taken as they are there; only what the demo has forgotten or changed in records may differ.
    await follow(desk, `channels/listings/${id}`);
    if (id === 'lerrin-shop') await expect(desk.getByText('All listings at Lerrin Shop are the book’s')).toBeVisible();
  });
