import { fireEvent, waitFor, within } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { smallBook } from '../../../../../tests/books/small.ts';
import { at, away, drafted, press, removed, screen, stands, type } from '../../../../../tests/screen.tsx';
import { priceListSchema } from '../../../../core/carrier/index.ts';

afterEach(away);

const choose = async (label: string, value: string) =>
  fireEvent.change(await screen.findByLabelText(label), { target: { value } });

const saltway = priceListSchema.parse({
  id: 'saltway',
  name: 'Saltway',
  currency: 'EUR',
  zones: [{ zone: 'near', places: ['IE'] }],
  prices: [{ service: 'Parcel', zone: 'near', most: { value: '2', unit: 'kg' }, price: '4.10' }],
});
const withList = () => {
  const book = smallBook({ priceLists: [saltway] });
  const [service] = book.services;
  if (!service) throw new Error('the small book has a service');
  return { book, service };
};

test('a list begins with nothing in it; a price is typed, and what comes on top', async () => {
  at('/rates/price-lists');
  expect((await screen.findByText(/No price list yet/)).textContent).toContain('whatever its columns are called');
  press('Add a price list');
  type(await screen.findByLabelText('Name of the carrier'), 'Saltway');
  press('Add a price');
  type(await screen.findByLabelText('Service of the price'), 'Parcel');
  type(screen.getByLabelText('Most mass of the price'), '2.5');
  type(screen.getByLabelText('Amount of the price'), '4.10');
  const [list] = stands('priceLists') as [typeof saltway];
  expect(list).toMatchObject({
    name: 'Saltway',
    prices: [{ service: 'Parcel', most: { value: '2.5', unit: 'kg' }, price: '4.10', from: null, until: null }],
  });
  expect(list.zones.map(({ zone }) => zone)).toEqual([list.prices[0]?.zone]);
  type(screen.getByLabelText('Amount of the price'), '4.105');
  expect(screen.getByRole('alert').textContent).toContain('“4.105” is no amount');
});

test('what a list is for is changed beside its prices; a price can go, and the list with what names it', async () => {
  const { book, service } = withList();
  const naming = {
    ...book,
    services: [{ ...service, lists: [{ list: 'saltway', service: 'Parcel' }] }, ...book.services.slice(1)],
  };
  at('/rates/price-lists/saltway', naming);
  await choose('What counts', 'volume');
  type(await screen.findByLabelText('Cubic centimetres a kilogram'), '6000');
  type(screen.getByLabelText('Where parcels are taken'), 'IE, GB-NIR');
  expect(drafted()).toEqual([
    ['priceLists/saltway/divisor', 6000],
    ['priceLists/saltway/from', ['IE', 'GB-NIR']],
  ]);
  press('Places of near, one more by its name');
  const box = await screen.findByRole('combobox', { name: 'Places of near: a place by its name' });
  box.focus();
  fireEvent.change(box, { target: { value: 'northern irel' } });
  await screen.findByRole('option', { name: /Northern Ireland/ });
  fireEvent.keyDown(box, { key: 'ArrowDown' });
  fireEvent.keyDown(box, { key: 'Enter' });
  await waitFor(() =>
    expect((stands('priceLists/saltway') as typeof saltway).zones).toEqual([
      { zone: 'near', places: ['IE', 'GB-NIR'] },
    ]),
  );
  type(screen.getByLabelText('Places of near'), 'Narnia');
  expect(screen.getByRole('alert').textContent).toContain('Narnia');
  await removed('Remove the list');
  await waitFor(() => expect(stands('priceLists')).toEqual([]));
  expect(stands(`services/${service.id}/lists`)).toEqual([]);
});

test('a service says what may bring it; a lane names one of them, or leaves it to the cheapest', async () => {
  const { book, service } = withList();
  at('/rates/mixing', book);
  await choose(`Add to what brings ${service.id}`, 'saltway/Parcel');
  await waitFor(() => expect(stands(`services/${service.id}/lists`)).toEqual([{ list: 'saltway', service: 'Parcel' }]));
  const group = within(screen.getByRole('group', { name: `What brings ${service.id}` }));
  fireEvent.click(group.getByRole('button', { name: 'Saltway’s Parcel' }));
  await waitFor(() => expect(stands(`services/${service.id}/lists`)).toEqual([]));
});

const file = (text: string) => new File([text], 'prices.csv', { type: 'text/csv' });
const open = async (text: string) =>
  fireEvent.change(await screen.findByLabelText('Open a file of prices'), { target: { files: [file(text)] } });

test('a file with heads of its own is read, previewed, and taken in place of what there was or beside it', async () => {
  at('/rates/price-lists/saltway', withList().book);
  await open(
    'Leistung;Zielland;bis kg;Entgelt\nParcel;Irland;1;3,90\nParcel;Frankreich;1;7,20\nParcel;Narnia;1;9,00\n',
  );
  expect((await screen.findByText(/It tells 2 prices of 1 service to 2 zones/)).textContent).toContain(
    '2 new and 1 gone',
  );
  expect(screen.getByText('1 line cannot be taken.')).toBeDefined();
  await choose('How it is taken', 'beside');
  expect(screen.getByText(/It tells/).textContent).toContain('2 new and 0 gone');
  press('Take 2 prices');
  await waitFor(() =>
    expect((stands('priceLists/saltway') as typeof saltway).prices.map((one) => [one.zone, one.price])).toEqual([
      ['near', '4.10'],
      ['Irland', '3.90'],
      ['Frankreich', '7.20'],
    ]),
  );
  expect((stands('priceLists/saltway') as typeof saltway).zones.map(({ places }) => places)).toEqual([
    ['IE'],
    ['IE'],
    ['FR'],
  ]);
});

test('a table across is taken once its service and the places of its zones are said', async () => {
  at('/rates/price-lists/saltway', withList().book);
  await open('bis;near;Zone 2\n1 kg;4,90;6,10\n2 kg;5,40;7,20\n');
  await screen.findByText(/No column tells the service/);
  expect((screen.getByLabelText('Service of the file') as HTMLInputElement).value).toBe('prices');
  expect(screen.getByText('2 lines cannot be taken.')).toBeDefined();
  const zones = within(screen.getByRole('list', { name: 'Zones without places' }));
  expect(zones.getAllByRole('listitem')).toHaveLength(1);
  type(screen.getByLabelText('Service of the file'), 'Parcel');
  type(zones.getByLabelText('Places of Zone 2'), 'GB, FR');
  await screen.findByText(/It tells 4 prices of 1 service to 2 zones/);
  press('Take 4 prices');
  await waitFor(() => {
    const { prices, zones: taken } = stands('priceLists/saltway') as typeof saltway;
    expect(prices.map((one) => [one.service, one.zone, one.most.value, one.price])).toEqual([
      ['Parcel', 'near', '1', '4.90'],
      ['Parcel', 'Zone 2', '1', '6.10'],
      ['Parcel', 'near', '2', '5.40'],
      ['Parcel', 'Zone 2', '2', '7.20'],
    ]);
    expect(taken).toEqual([
      { zone: 'near', places: ['IE'] },
      { zone: 'Zone 2', places: ['GB', 'FR'] },
    ]);
  });
});

test('a file that is more than a list can hold beside what there is says so, and is taken in place', async () => {
  const one = (i: number) => `Parcel;Irland;${(1 + i / 100).toFixed(2)};3,90`;
  at('/rates/price-lists/saltway', withList().book);
  await open(`Leistung;Zielland;bis kg;Entgelt\n${Array.from({ length: 5000 }, (_, i) => one(i)).join('\n')}\n`);
  const take = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Take 5,000 prices' });
  await screen.findByText(/It tells 5,000 prices/);
  expect(take().disabled).toBe(false);
  await choose('How it is taken', 'beside');
  expect((await screen.findByRole('alert')).textContent).toMatch(/more than a price list can: .*prices.*5,?001/);
  expect(take().disabled).toBe(true);
});

test('a file of what comes on top alone is taken by that name', async () => {
  at('/rates/price-lists/saltway', withList().book);
  await open('what;service;zone;up to;price\nfuel;Parcel;;;7.5\n');
  await screen.findByText(/It tells/);
  expect(screen.getByRole('button', { name: /^Take/ }).textContent).toBe('Take 1 line on top');
});

test('a workbook, and a file without the columns that prices need, are told so', async () => {
  at('/rates/price-lists/saltway', withList().book);
  await open('PK\u0003\u0004workbook');
  await screen.findByText(/is the workbook of a spreadsheet/);
  press('Leave it');
  await open('Colour,Taste\nred,sweet\n');
  await screen.findByText(/Say above which column is which/);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Take/ }).disabled).toBe(true);
  expect(drafted()).toEqual([]);
});

test('stock places: an address is given, a name changed everywhere; what nothing is sent from can go', async () => {
  const book = smallBook({});
  const origin = book.templates[0]?.origin ?? '';
  at('/rates/markets', book);
  type(await screen.findByLabelText(`Address of ${origin}`), 'IE H91 E2K3');
  expect(stands('stockPlaces')).toMatchObject([{ name: origin, place: 'IE H91 E2K3' }]);
  const name = screen.getByLabelText(`Name of ${origin}`);
  type(name, 'The shed');
  fireEvent.blur(name);
  await screen.findByLabelText('Name of The shed');
  expect(stands('stockPlaces')).toMatchObject([{ name: 'The shed', place: 'IE H91 E2K3' }]);
  expect(stands(`templates/${book.templates[0]?.id}/origin`)).toBe('The shed');
  expect(screen.queryByRole('button', { name: 'Remove The shed' })).toBeNull();
  press('Add a stock place');
  press(await screen.findByRole('button', { name: 'Remove New stock place' }));
  expect(stands('stockPlaces')).toHaveLength(1);
});
