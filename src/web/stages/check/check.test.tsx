import { fireEvent, waitFor, within } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { opened } from '../../../../tests/books/opened.ts';
import { smallBook } from '../../../../tests/books/small.ts';
import { at, away, drafted, now, press, Refusal, screen } from '../../../../tests/screen.tsx';
import type { BookFile } from '../../../core/book/index.ts';
import { dialectOf, filesOf, settingsOf } from '../../../core/channels/index.ts';
import { checkChannel, classKey, findingKey, standingOf } from '../../../core/check/index.ts';

afterEach(away);

/** What the check finds at the shop of a book, whose flat 7.30 somebody has changed over there to some amount. */
async function reportOf(there: string, file: BookFile = smallBook(), accepted = new Set<string>()) {
  const { book, goods } = opened(file);
  const dialect = dialectOf('lerrin-shop');
  const rendition = dialect.render(book, goods);
  const live = dialect.read(
    filesOf(rendition.rules).map((one) => ({ ...one, text: one.text.replaceAll('7.30', there) })),
  );
  if (!live.ok) throw new Error('The shop’s own file cannot be read');
  const { value: rules } = live;
  const { classes, findings } = await checkChannel(
    book,
    goods,
    {
      id: 'lerrin-shop',
      sides: { rendition, sent: rendition.rules, speeds: settingsOf(file, dialect).speeds },
      ask: {
        live: async () => ({ rules, held: new Set(), refused: new Set() }),
        checkout: async (moment, baskets) => baskets.map((basket) => rules.charges(basket, moment)),
      },
    },
    Date.parse(now),
  );
  return {
    check: {
      id: 1,
      state: 'done',
      moment: now,
      revision: 1,
      requested: now,
      finished: now,
      done: 9,
      all: 9,
      error: null,
    },
    classes: classes.map((one) => ({ channel: 'lerrin-shop', key: classKey(one.class), ...one })),
    findings: findings.map((one) => ({
      ...one,
      key: findingKey(one),
      accepted: accepted.has(findingKey(one)),
      standing: standingOf(one, accepted),
    })),
    down: [
      { channel: 'harrowmere', why: 'Harrowmere does not answer', last: '2026-11-23T08:00:00.000Z' },
      { channel: 'findlark', why: 'Findlark does not answer', last: null },
    ],
    since: { added: [], gone: ['lerrin-shop|zone north|drift'] },
  };
}

const cells = () => [...document.querySelectorAll<HTMLElement>('[data-cell]')];
const openCell = (text: RegExp) => cells().find((one) => text.test(one.closest('tr')?.textContent ?? ''));

test('what is off is shown first: how much, the smallest basket, both sides, why, and what can be done', async () => {
  at('/check', smallBook(), { 'GET /checks/last': await reportOf('5.00') });
  const finding = within(await screen.findByRole('complementary', { name: 'The finding' }));
  await finding.findByRole('heading', { name: 'Home at Lerrin Shop' });
  finding.getByText(/2.30 too little/);
  const answers = within(finding.getByRole('table', { name: 'Three answers' })).getAllByRole('cell');
  expect(answers.map((one) => one.textContent)).toEqual(['€7.30', '€7.30', '€5.00']);
  // The cheapest item alone; nothing is smaller.
  finding.getByText(/^1 × Oat bar/);
  screen.getByText(
    /^Harrowmere does not answer. It was left out of the check; what is shown of it was found .*23 Nov.*8:00/,
  );
  screen.getByText('Findlark does not answer. It was left out of the check.');
  finding.getByText(/^gone · Lerrin Shop, The north: drift/);
});

test('theirs taken as intended is a change of the lane; a finding’s basket is pinned at its channel', async () => {
  const { path } = at('/check', smallBook(), { 'GET /checks/last': await reportOf('5.00') });
  press(await screen.findByRole('button', { name: 'Take theirs as intended' }));
  expect(drafted()).toEqual([['templates/soaps/lanes/home/post/rate/amount', '5.00']]);
  // What is not saved is not sent.
  await waitFor(() =>
    expect((screen.getByRole('button', { name: 'Send again' }) as HTMLButtonElement).disabled).toBe(true),
  );
  press('Pin this basket');
  await waitFor(() => expect(path()).toMatch(/^\/bench\/finding-/));
  const [, pinned] = drafted().at(-1) as [string, object];
  expect(pinned).toMatchObject({ lines: [{ sku: 'BAR-OAT', units: 1 }], channel: 'lerrin-shop', place: 'IE' });
});

test('sending again asks the channel; where it is refused that is told, and nothing is called sent', async () => {
  const refused = new Refusal(503, { type: '/problems/down', title: 'Lerrin Shop does not answer', status: 503 });
  const { sent } = at('/check', smallBook(), {
    'GET /checks/last': await reportOf('5.00'),
    'POST /channels/lerrin-shop/sends': refused,
  });
  press(await screen.findByRole('button', { name: 'Send again' }));
  await screen.findByText('Lerrin Shop does not answer');
  expect(screen.queryByText(/^Sent to/)).toBeNull();
  expect(sent.at(-1)).toEqual({ to: 'POST /channels/lerrin-shop/sends', body: { who: 'Somebody' } });
});

test('a limit that is lived with is no longer off, and can be taken up again', async () => {
  const found = await reportOf('5.00');
  const drift = found.findings.find((one) => one.cause === 'drift');
  const report = await reportOf('5.00', smallBook(), new Set([drift?.key ?? '']));
  const { sent } = at(`/check/lerrin-shop/${encodeURIComponent(drift ? classKey(drift.class) : '')}`, smallBook(), {
    'GET /checks/last': report,
    'PUT /accepted': (body: unknown) => body,
  });
  press((await screen.findAllByRole('button', { name: 'No longer live with it' }))[0] as HTMLElement);
  await waitFor(() =>
    expect(sent.at(-1)).toEqual({
      to: 'PUT /accepted',
      body: { key: drift?.key, accepted: false, who: 'Somebody' },
    }),
  );
});

test('Tab stops at one cell of the table; arrows move among them and show what each has', async () => {
  const { path } = at('/check', smallBook(), { 'GET /checks/last': await reportOf('5.00') });
  await screen.findByRole('heading', { name: 'Home at Lerrin Shop' });
  expect(cells().filter((one) => one.tabIndex === 0)).toEqual([openCell(/^Home/)]);
  expect(cells().length).toBeGreaterThan(2);
  for (const key of ['ArrowLeft', 'ArrowRight', 'ArrowUp'])
    fireEvent.keyDown(openCell(/^Home/) as HTMLElement, { key });
  expect(path()).toBe('/check');
  fireEvent.keyDown(openCell(/^Home/) as HTMLElement, { key: 'ArrowDown' });
  await screen.findByRole('heading', { name: 'The north at Lerrin Shop' });
  expect(path()).toMatch(/^\/check\/lerrin-shop\/zone/);
  expect(document.activeElement).toBe(openCell(/^The north/));
  expect(cells().filter((one) => one.tabIndex === 0)).toEqual([openCell(/^The north/)]);
});

test('a cell that matches says so; a channel that there is not is named, with the nearest', async () => {
  const report = await reportOf('7.30');
  const home = report.classes.find((one) => one.class.is === 'zone' && one.class.zone === 'home')?.key ?? '';
  at(`/check/lerrin-shop/${encodeURIComponent(home)}`, smallBook(), { 'GET /checks/last': report });
  await screen.findByText('Every corner matches: shoppers pay what was meant.');
  away();
  at('/check/lerrin-shp', smallBook(), { 'GET /checks/last': report });
  within(await screen.findByRole('alert')).getByRole('link', { name: 'Lerrin Shop' });
});

test('a check is begun as of the moment, counts, is stopped, and what failed is told', async () => {
  const state = { ...(await reportOf('7.30')).check, id: 7, state: 'running', finished: null, done: 40, all: 1200 };
  let run: object = state;
  const { sent } = at('/check', smallBook(), {
    'POST /checks': () => state,
    'GET /checks/7': () => run,
    'DELETE /checks/7': () => state,
  });
  await screen.findByText(/^Nothing has been checked yet/);
  press('Check');
  press(await screen.findByRole('button', { name: 'Stop at 40 of 1,200' }));
  await waitFor(() => expect(sent.map((one) => one.to)).toEqual(['POST /checks', 'DELETE /checks/7']));
  expect(sent[0]?.body).toEqual({ moment: now, large: false });
  run = { ...state, state: 'failed', error: 'the channel’s file is bent' };
  await screen.findByText('The check did not end: the channel’s file is bent');
  expect(screen.queryByRole('button', { name: /^Stop/ })).toBeNull();
});

test('a check of very many baskets is not begun before that has been said, and is when it is wanted', async () => {
  const state = { ...(await reportOf('7.30')).check, done: 0, all: 2_612_400 };
  const { sent } = at('/check', smallBook(), {
    'POST /checks': (body: unknown) => ({ ...state, id: (body as { large: boolean }).large ? 8 : 7, state: 'queued' }),
    'GET /checks/7': { ...state, id: 7, state: 'large' },
    'GET /checks/8': { ...state, id: 8, state: 'running', done: 250 },
  });
  await screen.findByText(/^Nothing has been checked yet/);
  press('Check');
  await screen.findByText(/^This check would ask 2,612,400 baskets/);
  expect(screen.queryByRole('button', { name: /^Stop/ })).toBeNull();
  press('Check all of them');
  await screen.findByRole('button', { name: 'Stop at 250 of 2,612,400' });
  expect(sent.map((one) => one.body)).toEqual([
    { moment: now, large: false },
    { moment: now, large: true },
  ]);
});

test('while the database is away the page says so, and goes on by itself', async () => {
  let away = true;
  const problem = { type: '/problems/away', title: 'The database does not answer at the moment', status: 503 };
  at('/check', smallBook(), {
    'GET /checks/last': () => (away ? new Refusal(503, problem, { 'Retry-After': '0.05' }) : none),
  });
  await screen.findByText(/^The database does not answer at the moment. Plemb goes on by itself/);
  expect(screen.queryByText(/^Nothing has been checked yet/)).toBeNull();
  away = false;
  await screen.findByText(/^Nothing has been checked yet/);
  await waitFor(() => expect(screen.queryByText(/^The database does not answer/)).toBeNull());
});
const none = { check: null, classes: [], findings: [], down: [], since: { added: [], gone: [] } };
