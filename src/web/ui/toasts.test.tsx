import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { Toasts, useDone } from './toasts.tsx';

afterEach(cleanup);

function Saves({ taken }: { taken: string[] }) {
  const done = useDone();
  return (
    <>
      <button
        type="button"
        onClick={() => done('2 changes saved', { name: 'Take back', run: () => taken.push('back') })}
      >
        Save
      </button>
      <button type="button" onClick={() => done('Sent')}>
        Send
      </button>
    </>
  );
}
function show() {
  const taken: string[] = [];
  render(
    <Toasts>
      <Saves taken={taken} />
    </Toasts>,
  );
  return taken;
}
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));

test('what was done is told, and its act is done once and puts it away', async () => {
  const taken = show();
  press('Save');
  expect(await screen.findByText('2 changes saved')).toBeDefined();
  press('Take back');
  expect(taken).toEqual(['back']);
  expect(screen.queryByText('2 changes saved')).toBeNull();
});

test('what has no act is only told; it is put away by hand', async () => {
  const taken = show();
  press('Send');
  expect(await screen.findByText('Sent')).toBeDefined();
  expect(screen.queryByRole('button', { name: 'Take back' })).toBeNull();
  press('Put it away');
  expect(screen.queryByText('Sent')).toBeNull();
  expect(taken).toEqual([]);
});

test('two pages tell of their own: nothing is kept by the module', async () => {
  show();
  press('Send');
  expect(await screen.findByText('Sent')).toBeDefined();
  cleanup();
  show();
  expect(screen.queryByText('Sent')).toBeNull();
});
