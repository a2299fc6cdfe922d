import { fireEvent, waitFor, within } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { smallBook } from '../../../../../tests/books/small.ts';
import { at, away, drafted, press, removed, screen, stands, type } from '../../../../../tests/screen.tsx';

afterEach(away);

const choose = (label: string | HTMLElement, value: string) =>
  fireEvent.change(typeof label === 'string' ? screen.getByLabelText(label) : label, { target: { value } });

const two = () =>
  smallBook({
    markets: [
      { id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' },
      { id: 'gulf', name: 'The gulf', currency: 'KWD', locale: 'en-KW', timeZone: 'Asia/Kuwait' },
    ],
    exchange: [{ id: 'rate-1', from: 'EUR', to: 'KWD', rate: '0.34' }],
  });

test('a second market begins as the first pays and reads the clock; the first cannot be removed', async () => {
  at('/rates/markets');
  await screen.findByLabelText('Name of the market');
  expect(screen.queryByRole('button', { name: 'Remove the market' })).toBeNull();
  press('Add a market');
  await waitFor(() => expect(screen.getAllByLabelText('Name of the market')).toHaveLength(2));
  expect(drafted()).toMatchObject([
    ['markets/market-2', { currency: 'EUR', timeZone: 'Europe/Dublin', hides: 'none' }],
  ]);
  await removed('Remove the market');
  await waitFor(() => expect(screen.getAllByLabelText('Name of the market')).toHaveLength(1));
});

test('steps and endings of what is converted begin in the decimals of the currency, and are held to them', async () => {
  at('/rates/markets', two());
  choose(await screen.findByLabelText('Rounding'), 'ending');
  await waitFor(() => expect((screen.getByLabelText('Ending') as HTMLInputElement).value).toBe('0.999'));
  choose('Rounding', 'step');
  const step = (await screen.findByLabelText('Step')) as HTMLInputElement;
  expect(step.value).toBe('0.005');
  type(step, '0.0005');
  expect(screen.getByRole('alert').textContent).toContain('“0.0005” is no amount; write it like 4.900');
  type(step, '0.050');
  await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
  expect(drafted().at(-1)).toEqual(['markets/gulf/rounding', { is: 'step', step: '0.050' }]);
});

test.each([
  ['Currency', 'ZZZ', 'a code of ISO 4217, such as EUR'],
  ['Locale', 'en_zz zz', 'a language and a region, such as en-IE'],
  ['Time zone', 'Mars/Olympus', 'a time zone such as Europe/Dublin'],
  ['Assumed place', 'Narnia', 'Narnia'],
  ['Most choices shown', '13', 'a count from 1 to 12, or nothing for all'],
  ['Name of the market', ' ', 'a name is needed'],
  ['Payment percent', 'some', '“some” is no figure; write it like 0.5'],
])('%s as “%s” is told at the field, and the book stays as it is', async (label, text, told) => {
  at('/rates/markets');
  type(await screen.findByLabelText(label), text);
  expect((await screen.findByRole('alert')).textContent).toContain(told);
  expect(drafted()).toEqual([]);
});

test('where two currencies have no rate between them the book is told to be amiss, at its field', async () => {
  at('/rates/markets', two());
  await screen.findByLabelText('Rate, rate-1');
  expect(screen.queryByText(/no rate from/)).toBeNull();
  press('Remove rate-1');
  await screen.findByText(
    'exchange: no rate from EUR to KWD for The gulf; right would be a rate listed from EUR to KWD',
  );
});

test('every field of what an order costs is a change of its own: two people at two do not meet', async () => {
  at('/rates/markets');
  type(await screen.findByLabelText('Packing'), '0.40');
  type('Payment percent', '1.4');
  type('Payment amount', '0.25');
  type('Advertising percent', '6');
  expect(drafted()).toEqual([
    ['costs/packing', '0.40'],
    ['costs/payment/percent', '1.4'],
    ['costs/payment/amount', '0.25'],
    ['costs/advertising', '6'],
  ]);
});

test('taxes and boxes: a place that is none is named; a box gets sides, a limit, a weight, and goes', async () => {
  at('/rates/markets');
  press(await screen.findByRole('button', { name: 'Add a tax' }));
  type(await screen.findByLabelText('Places, tax-1'), 'GB-NIR; Lilliput');
  expect(screen.getByRole('alert').textContent).toContain('Lilliput');
  type('Places, tax-1', 'GB-NIR; IE');
  press('Add a box');
  const box = within(await screen.findByRole('region', { name: 'Boxes' }));
  type(box.getByLabelText('length of box-1'), '31.5');
  type(box.getByLabelText('Own weight of box-1'), '180');
  choose(box.getByLabelText('Unit of the limit of box-1'), 'lb');
  expect(stands('taxes/tax-1/places')).toEqual(['GB-NIR', 'IE']);
  expect(stands('boxes/box-1/length')).toBe('31.5');
  expect(stands('boxes/box-1/own')).toEqual({ value: '180', unit: 'g' });
  expect(stands('boxes/box-1/limit')).toEqual({ value: '10', unit: 'lb' });
  await removed('Remove box-1');
  await waitFor(() => expect(box.queryByLabelText('length of box-1')).toBeNull());
  expect(stands('boxes/box-1')).toBeUndefined();
});
