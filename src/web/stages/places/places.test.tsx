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
    'GET /orders': { orders: places.map((place, i) => order(i + 1, place)), next: null, every: 1 },
  });
  const uses = within(await screen.findByRole('region', { name: 'What uses it' }));
  expect(await uses.findByText(/of 3 past orders fell in/)).toBeDefined();
  expect((await uses.findByText('2', { selector: 'strong' })).textContent).toBe('2');
  await removed('Remove the zone …');
  await waitFor(() => expect(stands(`zones/${zone.id}`)).toBeUndefined());
  expect(JSON.stringify(stands('templates'))).not.toContain(`"${zone.id}"`);
});

test('a part of a country is taken in by its name, in its own language too; those that begin so first', async () => {
  at(`/places/${zone.id}`);
  const box = await screen.findByRole('combobox', { name: 'Take in a place by its name' });
  box.focus();
  fireEvent.change(box, { target: { value: 'alas' } });
  await waitFor(() => expect(screen.getAllByRole('option')[0]?.textContent).toMatch(/^Alaska.*US-AK/));
  fireEvent.change(box, { target: { value: 'bayer' } });
  await waitFor(() => expect(screen.getAllByRole('option')[0]?.textContent).toMatch(/^Bavaria.*DE-BY/));
  fireEvent.keyDown(box, { key: 'ArrowDown' });
  fireEvent.keyDown(box, { key: 'Enter' });
  await waitFor(() => expect(stands(`zones/${zone.id}/takes`)).toEqual([...zone.takes, 'DE-BY']));
});

test('a country looked at closer shows its parts, and where each falls; a press takes it in or out', async () => {
  at(`/places/${zone.id}`);
  const choose = async (label: string, value: string) =>
    fireEvent.change(await screen.findByLabelText(label), { target: { value } });
  await choose('Looked closer at', 'GB');
  const parts = within(await screen.findByRole('region', { name: 'Parts of the country' }));
  const row = (await parts.findByText('GB-NIR')).closest('tr');
  expect(row?.textContent).toMatch(/^Northern Ireland GB-NIR/);
  await choose('What a press does', 'takes');
  const press = async (name: string) =>
    fireEvent.click(
      within((await parts.findByText('GB-NIR')).closest('tr') as HTMLElement).getByRole('button', { name }),
    );
  await press(`Take into ${zone.name}`);
  await waitFor(() => expect(stands(`zones/${zone.id}/takes`)).toEqual([...zone.takes, 'GB-NIR']));
  await waitFor(() => expect(parts.getByText('GB-NIR').closest('tr')?.textContent).toContain(zone.name));
  await press('Take it out again');
  await choose('What a press does', 'leaves');
  await press(`Leave out of ${zone.name}`);
  await waitFor(() => expect(stands(`zones/${zone.id}`)).toMatchObject({ takes: zone.takes, leaves: ['GB-NIR'] }));
  // The shapes lie in a file a country: those of Northern Ireland are in it, and a press on one does the same.
  const shape = await waitFor(() => {
    const found = [...document.querySelectorAll('path')].find((one) => one.textContent?.includes('(GB-NIR)'));
    if (!found) throw new Error('not drawn yet');
    return found;
  });
  fireEvent.click(shape);
  await waitFor(() => expect(stands(`zones/${zone.id}/leaves`)).toEqual([]));
});
