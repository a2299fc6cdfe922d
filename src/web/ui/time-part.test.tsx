import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { I18nProvider } from 'react-aria-components';
import { afterEach, beforeAll, expect, test } from 'vitest';
import { TimePart, weekAfter } from './time-part.tsx';

afterEach(cleanup);
// The DOM here tells of a selection at once, a browser afterwards: what the kit does at that would go round for ever.
beforeAll(() => document.addEventListener('selectionchange', (event) => event.stopImmediatePropagation(), true));

/** A moment in a sentence; all that is handed on is kept. */
function Sentence({ first, none, handed }: { first: string | null; none: string | null; handed: (string | null)[] }) {
  const [value, setValue] = useState(first);
  const commit = (next: string | null) => {
    handed.push(next);
    setValue(next);
  };
  return (
    <I18nProvider locale="en-IE">
      <TimePart label="Start" none={none} begin="2026-11-24T00:00" value={value} onCommit={commit} />
    </I18nProvider>
  );
}
function show(first: string | null, none: string | null = 'always') {
  const handed: (string | null)[] = [];
  render(<Sentence first={first} none={none} handed={handed} />);
  return handed;
}
const parts = () => within(screen.getByRole('group', { name: 'Start' })).getAllByRole('spinbutton');
/** The n-th part, once the focus is in it. */
const entered = (nth: number): HTMLElement => {
  act(() => parts()[nth]?.focus());
  return parts()[nth] as HTMLElement;
};
const turned = (part: HTMLElement, key: string) => {
  fireEvent.keyDown(part, { key });
  fireEvent.keyUp(part, { key });
};
const shown = () => screen.getByRole('group', { name: 'Start' }).textContent?.replace(/[\u2066-\u2069]/g, '');
const type = (part: HTMLElement, digits: string) => {
  for (const data of digits)
    fireEvent(part, new InputEvent('beforeinput', { data, inputType: 'insertText', bubbles: true, cancelable: true }));
};

test('a moment stands as its region writes it, with its weekday', () => {
  show('2026-11-29T00:00');
  expect(shown()).toBe('29/11/2026, 00:00');
  expect(screen.getByText('Sun')).toBeDefined();
});

test('a part that is turned by the arrows is handed on whole', () => {
  const handed = show('2026-11-30T23:00');
  turned(entered(0), 'ArrowDown');
  turned(entered(1), 'ArrowUp');
  expect(handed).toEqual(['2026-11-29T23:00', '2026-12-29T23:00']);
});

test('a year that is being typed passes through no year of the first centuries', () => {
  const handed = show('2026-11-29T00:00');
  type(entered(2), '2027');
  expect(handed.every((one) => one !== null && Number(one.slice(0, 4)) >= 1900)).toBe(true);
  expect(handed.at(-1)).toBe('2027-11-29T00:00');
});

test('where there is none it says so; pressed, it begins where it was told, and goes on from there', () => {
  const handed = show(null);
  fireEvent.click(screen.getByRole('button', { name: 'Start' }));
  expect(shown()).toBe('24/11/2026, 00:00');
  expect(handed).toEqual(['2026-11-24T00:00']);
  expect(document.activeElement).toBe(parts()[0]);
  turned(entered(0), 'ArrowUp');
  expect(handed.at(-1)).toBe('2026-11-25T00:00');
  expect(weekAfter('2026-12-28T10:00')).toBe('2027-01-04T10:00');
});

test('it is taken away again, but not where there always is one', () => {
  const handed = show('2026-11-29T00:00');
  fireEvent.click(screen.getByRole('button', { name: 'Start: always' }));
  expect(handed).toEqual([null]);
  expect(screen.getByRole('button', { name: 'Start' }).textContent).toBe('always');
  cleanup();
  show('2026-11-29T00:00', null);
  expect(screen.queryByRole('button', { name: /^Start:/ })).toBeNull();
});

test.each(['en-IE', 'en-US', 'de-DE', 'fr-CA', 'ja-JP', 'sv-SE'])(
  'a moment looks the same in %s before one is in it, while one is, and after',
  async (locale) => {
    render(
      <I18nProvider locale={locale}>
        <TimePart label="Start" none={null} begin="2026-11-24T00:00" value="2026-11-09T00:05" onCommit={() => {}} />
      </I18nProvider>,
    );
    const before = shown();
    const isField = () => parts()[0]?.hasAttribute('aria-valuemax');
    expect(isField()).toBe(false);
    const figures = parts().map((one) => Number(one.getAttribute('aria-valuenow')));
    expect(figures.sort((a, b) => b - a)).toEqual([2026, 11, 9, 5, 0]);
    const part = entered(0);
    expect([isField(), shown()]).toEqual([true, before]);
    await act(async () => part.blur());
    expect([isField(), shown()]).toEqual([false, before]);
  },
);

test('the focus goes from part to part though it is not said where it goes', async () => {
  show('2026-11-29T00:00');
  const minute = entered(4);
  await act(async () => {
    minute.blur();
    parts()[0]?.focus();
  });
  expect(document.activeElement).toBe(parts()[0]);
  expect(parts()[0]?.getAttribute('aria-valuemax')).toBe('31');
});
