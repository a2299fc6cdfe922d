import { within } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { smallBook } from '../../../../tests/books/small.ts';
import { at, away, drafted, press, screen } from '../../../../tests/screen.tsx';
import type { Currency } from '../../../core/exact/index.ts';
import { readSelection, type SelectionBody } from '../../../core/goods/index.ts';

afterEach(away);

test.each([
  ['with a tag of the goods', smallBook().goods, ['bars']],
  ['where no goods have tags, with a word', smallBook().goods.map((one) => ({ ...one, tags: [] })), ['new']],
])('a new selection can be read at once: %s', async (_, goods, any) => {
  at('/goods', { ...smallBook(), goods });
  await screen.findByRole('navigation', { name: 'Selections' });
  press('+ Selection');
  expect(await screen.findByDisplayValue('New selection')).toBeTruthy();
  const [made] = drafted().map(([, value]) => value as SelectionBody);
  if (!made) throw new Error('nothing was drafted');
  expect(made.takes).toEqual({ is: 'tags', any, all: [] });
  expect(readSelection(made, 'EUR' as Currency)).toMatchObject({ ok: true });
  // The one tag that it has stays, whichever of the two lists it stands in.
  const [tag] = within(screen.getByRole('group', { name: 'Any of these tags' })).getAllByRole('button');
  expect((tag as HTMLButtonElement).disabled).toBe(true);
});
