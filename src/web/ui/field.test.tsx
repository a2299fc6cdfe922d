import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, test } from 'vitest';
import { AddPart } from './add-part.tsx';
import { amountIn, MoneyPart, PickPart, Several, TextPart } from './field.tsx';
import { TenderContext } from './tender.ts';

afterEach(cleanup);

const typed = (label: string, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });

function Amount({ handed }: { handed: string[] }) {
  const [value, setValue] = useState('4.90');
  const commit = (next: string) => {
    handed.push(next);
    setValue(next);
  };
  return <TextPart label="Amount" value={value} fault={amountIn('EUR')} onCommit={commit} />;
}

test('what can be read is handed on as one types; what cannot says how, and goes when the part is left', () => {
  const handed: string[] = [];
  render(<Amount handed={handed} />);
  const part = screen.getByLabelText('Amount') as HTMLInputElement;
  fireEvent.focus(part);
  typed('Amount', '5.');
  expect(screen.getByRole('alert').textContent).toContain('“5.” is no amount; write it like 4.90');
  expect(part.getAttribute('aria-invalid')).toBe('true');
  typed('Amount', '5.20');
  expect(screen.queryByRole('alert')).toBeNull();
  typed('Amount', '5.2x');
  fireEvent.blur(part);
  expect(part.value).toBe('5.20');
  expect(handed).toEqual(['5.20']);
});

test('a part that is handed on when it is left is not, where Esc leaves it', () => {
  const left: string[] = [];
  render(<TextPart label="Name" value="Oat" onLeave={(text) => left.push(text)} />);
  const part = screen.getByLabelText('Name');
  part.focus();
  typed('Name', 'Oat bar');
  fireEvent.keyDown(part, { key: 'Escape' });
  expect(left).toEqual([]);
  part.focus();
  typed('Name', 'Oat bars');
  fireEvent.keyDown(part, { key: 'Enter' });
  expect(left).toEqual(['Oat bars']);
});

test('an amount example has the decimals of its currency', () => {
  expect(amountIn('JPY')('1.5')).toContain('write it like 490');
  expect(amountIn('KWD')('1.23456')).toContain('write it like 4.900');
  expect(amountIn('KWD')('1.234')).toBeNull();
  expect(amountIn('none')('anything')).toBeNull();
});

test('of several at least as many stay as have to', () => {
  const handed: string[][] = [];
  const all = ['a', 'b', 'c'].map((id) => ({ id, name: id.toUpperCase() }));
  const { rerender } = render(
    <Several label="Zones" all={all} chosen={['a', 'b']} onCommit={(ids) => handed.push(ids)} />,
  );
  fireEvent.click(screen.getByRole('button', { name: 'A' }));
  typed('Add to zones', 'c');
  expect(handed).toEqual([['b'], ['a', 'b', 'c']]);
  rerender(<Several label="Zones" all={all} chosen={['b']} onCommit={(ids) => handed.push(ids)} />);
  expect(screen.getByRole('button', { name: 'B' }).hasAttribute('disabled')).toBe(true);
});

test('an amount is given in another currency, and taken as converted again', async () => {
  const handed: unknown[] = [];
  const part = (also: Record<string, string>) => (
    <TenderContext value={{ currency: 'EUR', locale: 'en-IE' }}>
      <MoneyPart
        label="Value"
        amount="60.00"
        also={also}
        home="EUR"
        currencies={['GBP', 'JPY']}
        onCommit={(amount, others) => handed.push([amount, others])}
      />
    </TenderContext>
  );
  const { rerender } = render(part({}));
  fireEvent.click(screen.getByRole('button', { name: 'Value in another currency' }));
  fireEvent.click(await screen.findByRole('menuitem', { name: 'in GBP' }));
  rerender(part({ GBP: '52.00' }));
  typed('Value in GBP', '55.00');
  fireEvent.click(screen.getByRole('button', { name: 'Value in GBP as converted' }));
  expect(handed).toEqual([
    ['60.00', { GBP: '60.00' }],
    ['60.00', { GBP: '55.00' }],
    ['60.00', {}],
  ]);
});

test('a menu of what may be added: arrows and first letters find, Enter adds, and it closes', async () => {
  const added: string[] = [];
  const names = ['a code', 'a budget', 'a zone'];
  render(<AddPart added={Object.fromEntries(names.map((name) => [name, () => added.push(name)]))} />);
  const button = screen.getByRole('button', { name: 'Add to the sentence' });
  expect(screen.queryByRole('menu')).toBeNull();
  fireEvent.click(button);
  const menu = await screen.findByRole('menu');
  expect(screen.getAllByRole('menuitem').map((one) => one.textContent)).toEqual(names);
  await waitFor(() => expect(menu.contains(document.activeElement)).toBe(true));
  for (const key of ['a', ' ', 'b']) fireEvent.keyDown(document.activeElement as Element, { key });
  expect(document.activeElement?.textContent).toBe('a budget');
  fireEvent.keyDown(document.activeElement as Element, { key: 'Enter' });
  fireEvent.keyUp(document.activeElement as Element, { key: 'Enter' });
  expect(added).toEqual(['a budget']);
});

test('by the keyboard one looks through what can be picked, and Enter picks; by the mouse a choice does', () => {
  const picked: string[] = [];
  const from = [
    { id: 'a', name: 'Apples' },
    { id: 'b', name: 'Bread' },
  ];
  render(<PickPart label="More" shown="+" from={from} onPick={(id) => picked.push(id)} />);
  const list = screen.getByLabelText('More') as HTMLSelectElement;
  const look = (key: string, to: string) => {
    fireEvent.keyDown(list, { key });
    fireEvent.change(list, { target: { value: to } });
  };
  look('ArrowDown', 'a');
  look('b', 'b');
  expect([list.value, picked]).toEqual(['b', []]);
  fireEvent.keyDown(list, { key: 'Enter' });
  expect([list.value, picked]).toEqual(['', ['b']]);
  look('ArrowDown', 'a');
  fireEvent.blur(list);
  expect([list.value, picked]).toEqual(['', ['b']]);
  look('ArrowDown', 'a');
  fireEvent.keyDown(list, { key: 'Escape' });
  expect(list.value).toBe('');
  fireEvent.pointerDown(list);
  fireEvent.change(list, { target: { value: 'a' } });
  expect([list.value, picked]).toEqual(['', ['b', 'a']]);
});
