import { waitFor } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import { at, away, press, Refusal, screen, type } from '../../../tests/screen.tsx';
import { store } from '../data/index.ts';

afterEach(away);
const set = { of: 'ternline', prices: 'account', who: 'Ada', at: '2026-11-24T08:00:00.000Z', opens: true };

test('a key is set, told of by whom and when, and taken away; what was typed is kept nowhere', async () => {
  let keys: object[] = [];
  const { sent } = at('/rates/carrier', smallBook(), {
    'GET /keys': () => ({ keys, seals: true }),
    'PUT /keys/ternline': () => {
      keys = [set];
      return { keys, seals: true };
    },
    'DELETE /keys/ternline': () => {
      keys = [];
      return { keys, seals: true };
    },
  });
  await screen.findByText(/No key for Ternline is set/);
  press('Set a key');
  const field = (await screen.findByLabelText('Key for Ternline')) as HTMLInputElement;
  expect([field.type, field.autocomplete]).toEqual(['password', 'off']);
  type(field, 'kites-21');
  press('Keep it, sealed');
  await screen.findByText(/The key for Ternline was set by Ada on .*, for account prices/);
  expect(sent).toEqual([{ to: 'PUT /keys/ternline', body: { key: 'kites-21', prices: 'account', who: 'Somebody' } }]);
  await waitFor(() => expect(JSON.stringify(store.getState())).not.toContain('kites-21'));
  expect(document.body.innerHTML).not.toContain('kites-21');
  press('Take it away');
  press('Leave it');
  press('Take it away');
  press('Take the key away');
  await screen.findByText(/No key for Ternline is set/);
});

test('one that cannot be opened, or sealed, says why; a refused one stays to be mended', async () => {
  at('/rates/carrier', smallBook(), {
    'GET /keys': { keys: [{ ...set, opens: false }], seals: true },
    'PUT /keys/ternline': new Refusal(422, {
      type: '/problems/key',
      title: 'This is no key',
      status: 422,
      detail: 'Right would be 4 to 200 letters.',
    }),
  });
  await screen.findByText(/sealed with another seal key; set it anew/);
  press('Set another');
  type(await screen.findByLabelText('Key for Ternline'), 'x');
  press('Keep it, sealed');
  expect((await screen.findByRole('alert')).textContent).toContain('This is no key. Right would be 4 to 200 letters.');
  press('Leave it');
  await screen.findByText(/sealed with another seal key/);
});
