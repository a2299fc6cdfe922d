import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, test } from 'vitest';
import { allCurrencies, allLocales, allTimeZones, NamePart } from './name-part.tsx';

afterEach(cleanup);

function Held({ all, first, handed }: { all: Parameters<typeof NamePart>[0]['all']; first: string; handed: string[] }) {
  const [value, setValue] = useState(first);
  const commit = (next: string) => {
    handed.push(next);
    setValue(next);
  };
  return <NamePart label="It" value={value} all={all} onCommit={commit} />;
}

/** A part on the screen, and what it has handed on. */
function shown(all: Parameters<typeof NamePart>[0]['all'], first: string) {
  const handed: string[] = [];
  render(<Held all={all} first={first} handed={handed} />);
  // The field that is written into is another than the one that stands there before.
  const box = () => screen.getByRole('combobox', { name: 'It' }) as HTMLInputElement;
  const write = (text: string) => {
    box().focus();
    expect(document.activeElement).toBe(box());
    fireEvent.change(box(), { target: { value: text } });
  };
  return { handed, box, write };
}

test.each([
  [allCurrencies, 'EUR', 'swiss', 'CHF'],
  [allCurrencies, 'EUR', 'yen', 'JPY'],
  [allTimeZones, 'UTC', 'new york', 'America/New_York'],
  [allTimeZones, 'UTC', 'dublin', 'Europe/Dublin'],
  [allLocales, 'en-IE', 'german switz', 'de-CH'],
  [allLocales, 'en-IE', 'japanese', 'ja-JP'],
])('%#: what is meant is found by its name', async (all, first, typed, id) => {
  const { handed, box, write } = shown(all, first);
  write(typed);
  const option = (await screen.findAllByRole('option')).find((one) => one.textContent?.endsWith(id));
  expect(option?.textContent).toContain(id);
  fireEvent.click(option as HTMLElement);
  await waitFor(() => expect(handed).toEqual([id]));
  expect(box().value).toBe(id);
});

test.each([
  [allCurrencies, 'EUR', ['G', 'GB'], 'GBP'],
  [allTimeZones, 'UTC', ['E', 'Europe/', 'Europe/Dub'], 'Europe/Dublin'],
  [allLocales, 'en-IE', ['d', 'de', 'german', 'de-'], 'de-AT'],
])(
  '%#: its code may be typed whole; what is half typed is not handed on, and goes when left',
  async (all, first, steps, id) => {
    const { handed, box, write } = shown(all, first);
    for (const step of steps) write(step);
    expect(handed).toEqual([]);
    box().blur();
    await waitFor(() => expect(box().value).toBe(first));
    write(id);
    expect(handed).toEqual([id]);
  },
);

test('what is none is told at the field', () => {
  const { handed, box, write } = shown(allCurrencies, 'EUR');
  write('doubloon');
  expect(screen.getByRole('alert').textContent).toContain('a code of ISO 4217, such as EUR');
  expect(box().getAttribute('aria-invalid')).toBe('true');
  expect(handed).toEqual([]);
});
