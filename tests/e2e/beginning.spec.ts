import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { smallBook } from '../books/small.ts';
import { accessible, expect, test } from './application.ts';
import { beginsWith, cell, checkAgain, follow, save, sendHere } from './hands.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));
test('a book to begin with, filled on screen: a service, a zone, a lane, saved', async ({
  desk,
  application,
  context,
}) => {
  await beginsWith(context.request, application.address, smallBook().goods.slice(0, 1));
  await desk.goto(`${application.address}/rates`);
  await expect(desk.getByText('No service yet: services are added on the sheet Services')).toBeVisible();
  await follow(desk, 'rates/mixing');
  await desk.getByRole('button', { name: 'Add a service' }).click();
  await desk.getByLabel('Name of service-1').fill('By van');
  await follow(desk, 'places');
  await desk.getByRole('button', { name: '+ New' }).click();
  await desk.getByLabel('Places taken in').fill('IE');
  await follow(desk, 'rates');
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
  await follow(desk, 'rates/mixing');
  // A service in use says what goes with it.
  await desk.getByRole('region', { name: 'Services' }).getByRole('button', { name: 'Remove' }).click();
  await expect(desk.getByRole('dialog', { name: 'What removing By van would do' })).toContainText('by van: taken away');
  await desk.getByRole('button', { name: 'Leave it' }).click();
  await accessible(desk);
});

test('a small book that is not the demo’s: from import to a finding, and the command line says the same', async ({
  desk,
  application,
  context,
}, info) => {
  const file = smallBook();
  await desk.keyboard.press('Control+k');
  await expect(desk.getByRole('dialog', { name: 'Find' })).toBeVisible();
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
  await expect(desk.getByTestId('intended-two-bars')).toHaveText('€7.30');
  for (const channel of ['lerrin-shop', 'harrowmere']) {
    await follow(desk, `channels/${channel}`);
    await sendHere(desk);
  }
  await context.request.post(`${application.channels['lerrin-shop']}/desk/edit`, {
    data: { zone: 'home', speed: 'post', row: 0, charge: '6.00' },
  });
  await checkAgain(desk);
  await cell(desk, 'Home all', 'Lerrin Shop').click();
  const finding = desk.getByRole('complementary', { name: 'The finding' });
  await expect(finding).toContainText('Shoppers there pay €1.30 too little.');
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
  expect(plemb('render', bookPath, 'harrowmere').text).toContain('RATE · SOAPS · IRELAND · STANDARD · 7.30 an order');
  const checked = plemb('check', bookPath, '--at', '2026-11-24T09:10:00Z');
  expect(checked.text).toContain('baskets asked');
  expect(checked.status).toBe(0);
});

test('the first hour: from an empty book by a few answers, a sheet of goods and a year of orders to a first true check', async ({
  desk,
  application,
  context,
}) => {
  await beginsWith(context.request, application.address, []);
  for (const sort of ['orders', 'visits'])
    expect((await context.request.delete(`${application.address}/api/history/${sort}`)).status()).toBe(200);
  await desk.goto(`${application.address}/check`);
  await desk.getByRole('link', { name: 'Begin with a few answers' }).click();

  // Past orders first, so that their countries can be begun with.
  await desk.getByRole('link', { name: /^Own history/ }).click();
  await expect(desk.getByRole('region', { name: 'Past orders' })).toContainText(
    'What an offer or a threshold would cost',
  );
  const orders = Array.from(
    { length: 300 },
    (_, i) => `B-${i};${1 + (i % 28)}.10.2026;${i % 3 ? 'Irland' : 'Frankreich'};SF-${i % 40};${1 + (i % 2)}`,
  );
  await desk.getByLabel('Import past orders').setInputFiles({
    name: 'bestellungen.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['Bestellnummer;Datum;Land;Artikelnr;Menge', ...orders].join('\r\n'), 'utf8'),
  });
  await desk.getByRole('button', { name: 'Take 300 lines' }).click();
  await expect(desk.getByText('300 orders new')).toBeVisible({ timeout: 60_000 });
  await desk.getByRole('button', { name: 'Done' }).click();
  await expect(desk.getByText(/orders from Ireland; no zone takes it in/)).toBeVisible();
  await accessible(desk);

  await follow(desk, 'begin');
  await desk.getByLabel('The seller').fill('Soap of the Isles');
  await desk.getByRole('button', { name: 'all 1 country of past orders' }).click();
  await desk.getByLabel('Free from').fill('45');
  const lanes = desk.getByRole('table', { name: 'The lanes it begins with' });
  await expect(lanes.getByRole('row', { name: /^France/ })).toBeVisible();
  await accessible(desk);
  await desk.getByRole('button', { name: /^Begin with 2 zones and 1 service/ }).click();

  await desk.getByRole('link', { name: /^Goods: a CSV/ }).click();
  const goods = Array.from({ length: 800 }, (_, i) => `SF-${i};Seife ${i};${1 + (i % 9)},50;0,${10 + (i % 80)};12;8;4`);
  await desk.getByLabel('Import CSV').setInputFiles({
    name: 'lager.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      ['Artikelnr.;Bezeichnung;VK brutto;Gewicht (kg);Länge cm;Breite cm;Höhe cm', ...goods].join('\r\n'),
      'latin1',
    ),
  });
  await desk.getByRole('button', { name: 'Take 800 goods' }).click();
  await expect(desk.getByText(/^800 goods/)).toBeVisible();
  await save(desk, 'A first book');
  await follow(desk, 'history');
  await expect(desk.getByRole('region', { name: 'By country' }).getByRole('row', { name: /^Ireland/ })).toContainText(
    '200',
  );
  for (const channel of ['lerrin-shop', 'harrowmere', 'findlark']) {
    await follow(desk, `channels/${channel}`);
    await sendHere(desk);
  }
  await checkAgain(desk);
  await expect(desk.getByRole('button', { name: /^off 0/ }).or(desk.getByText('off 0'))).toBeVisible();
  await follow(desk, 'begin');
  await expect(desk.getByRole('row', { name: /Check: are shoppers/ })).toContainText('there');
});
