import { fireEvent, waitFor } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { item } from '../../../../tests/books/shop.ts';
import { smallBook } from '../../../../tests/books/small.ts';
import { at, away, drafted, press, screen, stands, type } from '../../../../tests/screen.tsx';
import { itemSchema } from '../../../core/goods/index.ts';

afterEach(away);

const withWords = () => {
  const book = smallBook();
  const [service, ...services] = book.services;
  if (!service) throw new Error('the small book has a service');
  return {
    ...book,
    services: [{ ...service, kinds: ['tube', 'crate'], bars: ['lithium'] }, ...services],
    goods: [
      itemSchema.parse(item('A', { kind: 'tube', tags: ['long', 'red'], hazards: ['lithium'] })),
      itemSchema.parse(item('B', { kind: 'tube', tags: ['red'] })),
      ...book.goods,
    ],
  };
};

test('a kind is called otherwise wherever it stands, or taken away; one change of the draft each', async () => {
  const book = withWords();
  const [service] = book.services;
  at('/goods/labels', book);
  const word = await screen.findByLabelText('kind tube');
  type(word, 'Tube one');
  expect(screen.getByRole('alert').textContent).toContain('small letters, digits and hyphens');
  type(word, 'pole');
  fireEvent.blur(word);
  await screen.findByLabelText('kind pole');
  expect(drafted()).toEqual([
    [`services/${service?.id}/kinds`, ['pole', 'crate']],
    ['goods/A/kind', 'pole'],
    ['goods/B/kind', 'pole'],
  ]);
  press('Take kind pole away');
  await waitFor(() => expect(screen.queryByLabelText('kind pole')).toBeNull());
  expect([stands('goods/A/kind'), stands(`services/${service?.id}/kinds`)]).toEqual([null, ['crate']]);
});

test('tags and hazards are told with their goods; what states no kind keeps the one that stands for it', async () => {
  at('/goods/labels', withWords());
  const red = await screen.findByLabelText('tag red');
  expect(red.closest('tr')?.textContent).toContain('2');
  press('Take hazard lithium away');
  await waitFor(() => expect(screen.queryByLabelText('hazard lithium')).toBeNull());
  expect(drafted().map(([path]) => path)).toEqual([expect.stringMatching(/bars$/), 'goods/A/hazards']);
  expect(screen.queryByRole('button', { name: 'Take kind parcel away' })).toBeNull();
});
