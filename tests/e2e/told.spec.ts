import { accessible, expect, test } from './application.ts';
import { follow, save, sendHere } from './hands.ts';

test('feeds are chosen in sentences, sent, and downloaded as XML and in the words of schema.org', async ({
  desk,
  application,
  context,
}) => {
  await follow(desk, 'channels/findlark');
  const feeds = desk.getByRole('list', { name: 'Feeds' });
  await expect(feeds.getByRole('listitem')).toHaveCount(1);
  await desk.getByRole('button', { name: 'Add a feed' }).click();
  await feeds.getByLabel('Countries of feed-2').selectOption('IE');
  await feeds.getByLabel('Goods of feed-2').selectOption({ label: 'Long tubes' });
  await feeds.getByLabel('Name of feed-2').fill('tubes');
  await desk.keyboard.press('Tab');
  await expect(desk.getByRole('link', { name: 'Download tubes.xml' })).toBeVisible();

  const item = desk.getByRole('combobox', { name: 'Item to look at, as Findlark will read it' });
  await item.click();
  await item.pressSequentially('spar 165');
  await desk
    .getByRole('option', { name: /LK-SPAR-8-165/ })
    .first()
    .click();
  const read = desk.getByRole('list', { name: /^LK-SPAR-8-165\S* at Findlark$/ });
  await expect(read).toContainText('tubes.xml');
  await expect(read).toContainText(/standard \d+\.\d\d, .* to IE/);
  await accessible(desk);

  await save(desk, 'Tubes by themselves in Ireland');
  await sendHere(desk);
  const file = (name: string) => context.request.get(`${application.address}/api/channels/findlark/files/${name}`);
  const xml = await (await file('tubes.xml')).text();
  expect(xml).toContain('name="tubes" countries="IE" language="en"');
  const graph = JSON.parse(await (await file('tubes.jsonld')).text())['@graph'] as { '@type'?: string }[];
  const products = graph.filter((node) => node['@type'] === 'Product');
  expect(products.length).toBe(xml.match(/<item /g)?.length);
  expect((await file('other.xml')).status()).toBe(404);
});

test('single-use codes go with what is sent, are used at the shop’s checkout, and are marked with a press', async ({
  desk,
  application,
  context,
}) => {
  await follow(desk, 'channels/lerrin-shop');
  await sendHere(desk);
  const shop = application.channels['lerrin-shop'] ?? '';
  const rows = await (await context.request.get(`${application.address}/api/codes/batches/cards/file`)).text();
  const code =
    rows
      .split(/\r?\n/)
      .find((row) => /^[A-Z0-9]+,$/.test(row))
      ?.slice(0, -1) ?? '';
  const listings = await (await context.request.get(`${shop}/listings`)).json();
  const dear = listings.find((one: { price: string }) => Number(one.price) > 40 && Number(one.price) < 90);
  const { now } = await (await context.request.get(`${application.address}/api/clock`)).json();
  const basket = {
    lines: [{ listing: dear.listing, units: 1, price: dear.price, grams: dear.grams }],
    place: { country: 'IE', part: null, postcode: null },
    codes: [code],
  };
  const order = async () => context.request.post(`${shop}/order`, { data: { moment: now, basket, speed: 'standard' } });
  const { order: taken } = await (await order()).json();
  expect(taken.discount).toBe('5.00');
  // A second time it takes nothing.
  expect((await (await order()).json()).order.discount).toBe('0.00');

  await desk.reload();
  await expect(desk.getByText('1 single-use code used there.')).toBeVisible();
  await desk.getByRole('button', { name: 'Mark 1 as used' }).click();
  await expect(desk.getByText('1 single-use code used there, all known.')).toBeVisible();
  const after = await (await context.request.get(`${application.address}/api/codes/batches/cards/file`)).text();
  expect(after).toMatch(new RegExp(`${code},20`));
});

test('shoppers who pay in pounds: told, charged and looked at beside the others', async ({
  desk,
  application,
  context,
}) => {
  await follow(desk, 'bench/delta-leeds');
  const charged = desk.getByRole('table', { name: 'Steps side by side' }).getByRole('row', { name: /^Charged now/ });
  await expect(charged.getByRole('cell').nth(1)).toHaveText('£5.95');
  await expect(charged.getByRole('cell').nth(2)).toContainText('£5.95');
  await expect(charged.getByRole('cell').nth(3)).toContainText('£6.54');
  await expect(charged.getByRole('cell').nth(4)).toContainText('not sold there');
  // A member of the marketplace's, whom no list of the seller's has.
  const members = await context.request.post(`${application.channels.harrowmere}/desk/members`, {
    data: { customers: ['c-1'] },
  });
  expect(members.ok()).toBe(true);
  await desk.getByLabel('Customer’s id').fill('c-1');
  await desk.keyboard.press('Enter');
  await expect(charged.getByRole('cell').nth(3)).toContainText('£0.00, £6.54 paid by it');

  await follow(desk, 'channels/harrowmere');
  const file = await context.request.get(`${application.address}/api/channels/harrowmere/files/plans-gbp.tsv`);
  expect(await file.text()).toMatch(/^SITE\tGBP\t2\n/);
  await desk.getByRole('button', { name: 'GBP, Britain' }).click();
  await expect(desk.getByText(/^At most £\d/).first()).toBeVisible();
  await follow(desk, 'channels/lerrin-shop');
  await desk.getByRole('button', { name: 'GBP, Britain' }).click();
  // It has no file for them: what it converts is the book's own, as both convert alike.
  await desk.getByText(/clauses said exactly$/).click();
  await expect(desk.getByRole('row', { name: /^The currency/ })).toContainText('each at 0.86 up to 0.05');
  await accessible(desk);
});
