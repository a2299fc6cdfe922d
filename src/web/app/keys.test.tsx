import { act, cleanup, fireEvent, render } from '@testing-library/react';
import { Provider } from 'react-redux';
import { MemoryRouter, useLocation } from 'react-router';
import { afterEach, expect, test } from 'vitest';
import { at, away, screen } from '../../../tests/screen.tsx';
import { store } from '../data/index.ts';
import { opened, typedAhead } from '../data/view.ts';
import { useKeys } from './keys.ts';

afterEach(() => {
  cleanup();
  store.dispatch(opened(null));
});

/** The keys that work everywhere, and nothing else: no panel ever comes here. */
function Bare() {
  useKeys();
  return <output>{useLocation().pathname}</output>;
}
const keys = (...all: readonly string[]) => {
  for (const key of all) fireEvent.keyDown(document.body, { key });
};

test('what is typed while the finder is still coming is meant for it, and for nothing else', () => {
  const { strip } = store.getState().view;
  render(
    <Provider store={store}>
      <MemoryRouter initialEntries={['/places']}>
        <Bare />
      </MemoryRouter>
    </Provider>,
  );
  fireEvent.keyDown(document.body, { key: 'k', ctrlKey: true });
  keys('1', '.', 'N', 'ArrowDown');
  expect(store.getState().view).toMatchObject({ open: 'palette', ahead: '1.N', strip });
  expect(screen.getByRole('status').textContent).toBe('/places');
  keys('Escape');
  expect(store.getState().view).toMatchObject({ open: null, ahead: '' });
  keys('1');
  expect(screen.getByRole('status').textContent).toBe('/goods');
});

test('once it is there, the finder has what was typed', async () => {
  at('/places');
  await screen.findByRole('heading', { name: 'Home' });
  act(() => {
    store.dispatch(opened('palette'));
    store.dispatch(typedAhead('home'));
  });
  expect((await screen.findByRole<HTMLInputElement>('searchbox', { name: /Find anything/ })).value).toBe('home');
  away();
});
