import { fireEvent, waitFor, within } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { smallBook } from '../../../../tests/books/small.ts';
import { at, away, noHistory, press, removed, screen, stands } from '../../../../tests/screen.tsx';

afterEach(away);

const [zone] = smallBook().zones;
if (!zone) throw new Error('the small book has a zone');

test('a place is taken in by its name, picked by a few letters', async () => {
  at(`/places/${zone.id}`);
  const box = await screen.findByRole('combobox', { name: 'Take in a place by its name' });
  box.focus();
  fireEvent.change(box, { target: { value: 'norw' } });
  await screen.findByRole('option', { name: /Norway/ });
  fireEvent.keyDown(box, { key: 'ArrowDown' });
  fireEvent.keyDown(box, { key: 'Enter' });
  await waitFor(() => expect(stands(`zones/${zone.id}/takes`)).toEqual([...zone.takes, 'NO']));
});

test('postcodes are pasted in any form; what they come to is said before they are taken in', async () => {
  at(`/places/${zone.id}`);
  press(await screen.findByRole('button', { name: 'paste postcodes' }));
  const paste = within(await screen.findByRole('region', { name: 'Paste postcodes' }));
  fireEvent.change(paste.getByLabelText('Country of the postcodes'), { target: { value: 'GB' } });
  fireEvent.change(paste.getByLabelText('Postcodes'), { target: { value: 'HS1 2AA; IV40\nnonsense!, hs12aa' } });
  expect(paste.getByText(/2 places to take in/).textContent).toMatch(/1 double: GB HS1 2AA; not understood: nonsense!/);
  press('Take in 2 places');
  expect(stands(`zones/${zone.id}/takes`)).toEqual([...zone.takes, 'GB HS1 2AA', 'GB IV40*']);
});

test('a zone says what uses it and how many past orders fell in it; removed, what goes along first', async () => {
  const order = (id: number, place: string) => ({
    id,
    at: '2026-10-01T10:00:00.000Z',
    place,
    service: 'post',
    lines: [{ sku: 'BAR-OAT', units: 1 }],
    channel: null,
  });
  const places = [zone.takes[0] ?? 'IE', zone.takes[0] ?? 'IE', 'AQ'];
  at(`/places/${zone.id}`, smallBook(), {
    'GET /history': {
      ...noHistory,
      orders: { count: 3, first: '2026-10-01T10:00:00.000Z', last: '2026-10-01T10:00:00.000Z' },
    },
    'GET /orders': { orders: places.map((place, i) => order(i + 1, place)), next: null },
  });
  const uses = within(await screen.findByRole('region', { name: 'What uses it' }));
  expect(await uses.findByText(/of 3 past orders fell in/)).toBeDefined();
  expect((await uses.findByText('2', { selector: 'strong' })).textContent).toBe('2');
  await removed('Remove the zone …');
  await waitFor(() => expect(stands(`zones/${zone.id}`)).toBeUndefined());
  expect(JSON.stringify(stands('templates'))).not.toContain(`"${zone.id}"`);
});
