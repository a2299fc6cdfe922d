import { act, fireEvent, waitFor, within } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import { at, away, drafted, press, Refusal, screen, type } from '../../../tests/screen.tsx';
import { makeEdits } from '../data/editing.ts';
import { store } from '../data/index.ts';

afterEach(away);

const amount = ['templates', 'soaps', 'lanes', 'home', 'post', 'rate', 'amount'];

/** A lane's amount and an offer's title changed, and the list of changes opened. */
async function changed(answers: Parameters<typeof at>[2]) {
  const opened = at('/rates/home/post', smallBook(), answers);
  await screen.findByLabelText('Flat amount');
  type('Flat amount', '8.10');
  press('Stop offering it');
  fireEvent.keyDown(document.body, { key: 'z', ctrlKey: true });
  fireEvent.keyDown(document.body, { key: 's', ctrlKey: true });
  return { ...opened, dialog: within(await screen.findByRole('dialog')) };
}
const saves = (sent: ReturnType<typeof at>['sent']) => sent.map(({ body }) => body);

test('what is saved is told as it was and is to be, and goes with its note and the book it is of', async () => {
  const { sent, dialog } = await changed({ 'POST /revisions': { revision: 2 } });
  const row = dialog.getByRole('row');
  expect(row.textContent).toContain('Home, post');
  expect(row.textContent).toContain('7.30');
  expect(row.textContent).toContain('→ 8.10');
  type(dialog.getByPlaceholderText(/^What for/), 'Dearer post');
  press('Save 1 change');
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(saves(sent)).toEqual([
    { base: 1, who: 'Somebody', note: 'Dearer post', edits: [{ path: amount, value: '8.10' }] },
  ]);
  expect(drafted()).toEqual([]);
  await screen.findByText(/1 change saved as revision 2/);
});

test('what is edited while a save is on its way is kept, on top of it', async () => {
  let arrive = () => {};
  const { sent } = await changed({
    'POST /revisions': () =>
      new Promise((resolve) => {
        arrive = () => resolve({ revision: 2 });
      }),
  });
  press('Save 1 change');
  await waitFor(() => expect(sent).toHaveLength(1));
  type('Flat amount', '8.60');
  arrive();
  await screen.findByText(/1 change saved as revision 2/);
  expect(drafted()).toEqual([[amount.join('/'), '8.60']]);
});

test('a change is dropped from the list, and then there is nothing to save', async () => {
  const { dialog } = await changed({});
  press(dialog.getByRole('button', { name: /^Drop the change of Home, post/ }));
  expect(await screen.findByRole('dialog', { name: 'Nothing has changed' })).toBeDefined();
  expect(drafted()).toEqual([]);
  expect(screen.queryByPlaceholderText(/^What for/)).toBeNull();
});

const conflict = new Refusal(409, {
  type: '/problems/conflict',
  title: 'Somebody else has saved the same meanwhile',
  status: 409,
  conflicts: [{ path: amount, mine: '8.10', theirs: '6.40', who: 'Oisín', revision: 4 }],
});

test('of what two have changed one is chosen; one’s own goes on from the newest, with its note', async () => {
  let asked = 0;
  const { sent, dialog } = await changed({
    'POST /revisions': () => {
      asked += 1;
      return asked === 1 ? conflict : { revision: 5 };
    },
  });
  type(dialog.getByPlaceholderText(/^What for/), 'Dearer post');
  press('Save 1 change');
  const table = await dialog.findByRole('row', { name: /by Oisín, revision 4/ });
  fireEvent.click(within(table).getByRole('radio', { name: /8.10/ }));
  press('Go on with these');
  const note = (await dialog.findByPlaceholderText(/^What for/)) as HTMLInputElement;
  expect(note.value).toBe('Dearer post');
  press('Save 1 change');
  await waitFor(() => expect(saves(sent)).toHaveLength(2));
  expect(saves(sent)[1]).toEqual({
    base: 4,
    who: 'Somebody',
    note: 'Dearer post',
    edits: [{ path: amount, value: '8.10' }],
  });
});

test('theirs stands where nothing is chosen: nothing of one’s own is left to be saved over it', async () => {
  await changed({ 'POST /revisions': conflict });
  press('Save 1 change');
  press(await screen.findByRole('button', { name: 'Go on with these' }));
  await screen.findByRole('dialog', { name: 'Nothing has changed' });
  expect(drafted()).toEqual([]);
});

test('what the server refuses is told by place and with what would be right, and the changes stay', async () => {
  const { dialog } = await changed({
    'POST /revisions': new Refusal(422, {
      type: '/problems/book',
      title: 'The book would not hold together',
      status: 422,
      problems: [{ at: amount, wrong: '“8.10” is too much', right: 'an amount up to 8.00' }],
    }),
  });
  press('Save 1 change');
  const alert = await dialog.findByRole('alert');
  expect(alert.textContent).toContain('The book would not hold together');
  expect(alert.textContent).toContain('Home, post');
  expect(alert.textContent).toContain('“8.10” is too much');
  expect(alert.textContent).toContain('right would be an amount up to 8.00');
  expect(drafted()).toHaveLength(1);
});

test('what would not hold together is told before anybody saves it, and is gone when it does', async () => {
  const { dialog } = await changed({});
  act(() => void store.dispatch(makeEdits([{ path: ['goods', 'BAR-OAT'] }])));
  const alert = await dialog.findByRole('alert');
  expect(alert.textContent).toContain('could not be saved');
  expect(alert.textContent).toContain('Pinned basket Two bars to Sligo, lines');
  press(dialog.getByRole('button', { name: /^Drop the change of BAR-OAT/ }));
  await waitFor(() => expect(dialog.queryByRole('alert')).toBeNull());
});

test('a server that does not answer is told in words, and the changes stay', async () => {
  const { dialog } = await changed({
    'POST /revisions': () => {
      throw new TypeError('refused');
    },
  });
  press('Save 1 change');
  expect((await dialog.findByRole('alert')).textContent).toContain('Plemb’s server does not answer');
  expect(drafted()).toHaveLength(1);
});
