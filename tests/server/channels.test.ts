import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { ChannelId } from '../../src/core/book/index.ts';
import { runSend } from '../../src/server/jobs/send.ts';
import { filesSent } from '../../src/server/queries/sends.ts';
import { smallBook } from '../books/small.ts';
import { type World, world } from './world.ts';

let at: World;
const moment = '2026-11-24T09:10:00Z';
const start = Date.parse('2026-11-20T09:00:00Z');
beforeAll(async () => {
  at = await world();
  // An SKU in letters that channels do not take.
  await at.take(JSON.parse(JSON.stringify(smallBook()).replaceAll('BAR-SEA', 'Bär 3/4')));
  for (const id of ['lerrin-shop', 'harrowmere', 'findlark'] as const)
    await at.desk(id, 'clock', { now: new Date(start).toISOString() });
});
afterAll(() => at.end());

const sendTo = async (id: ChannelId) => {
  const asked = await at.call('POST', `/api/channels/${id}/sends`, { who: 'Ada' });
  expect(asked.status).toBe(202);
  return at.until(
    `/api/channels/${id}?moment=${moment}`,
    (state) => !['queued', 'sending'].includes(state.lastSend.state),
  );
};
const checked = async (when = moment) => {
  const { body } = await at.call('POST', '/api/checks', { moment: when });
  await at.until(`/api/checks/${body.id}`, (state) => state.state !== 'queued' && state.state !== 'running');
  return (await at.call('GET', '/api/checks/last')).body;
};
const causes = (report: { findings: { channel: string; cause: string }[] }) =>
  [...new Set(report.findings.map((one) => `${one.channel} ${one.cause}`))].sort();

describe('from book to finding', () => {
  test('before anything is sent, every channel is off for want of it', async () => {
    expect(causes(await checked())).toEqual([
      'findlark not sold there',
      'findlark unsent',
      'harrowmere unsent',
      'lerrin-shop unsent',
    ]);
  });

  test('sent and reviewed, only limits of translation are left', async () => {
    for (const id of ['lerrin-shop', 'harrowmere', 'findlark'] as const)
      expect((await sendTo(id)).lastSend).toMatchObject({ state: 'accepted', who: 'Ada' });
    const report = await checked();
    expect(new Set(report.findings.map((one: { cause: string }) => one.cause))).toEqual(
      new Set(['limit', 'not sold there']),
    );
    expect(report.since.gone.length).toBeGreaterThan(0);
  });

  test('while the review runs, the code is in review where one is held', async () => {
    const report = await checked('2026-11-20T12:00:00Z');
    expect(causes(report)).toContain('harrowmere in review');
    expect(causes(report)).toContain('findlark in review');
    expect(causes(report)).not.toContain('lerrin-shop in review');
  });

  test('an edit over there is drift; sending again mends it', async () => {
    await at.desk('lerrin-shop', 'edit', { zone: 'home', speed: 'post', row: 0, charge: '1.00' });
    const drift = (await checked()).findings.find((one: { cause: string }) => one.cause === 'drift');
    expect(drift).toMatchObject({
      channel: 'lerrin-shop',
      difference: -630,
      standing: 'off',
      differs: 'rate',
      basket: { lines: [{ sku: 'BAR-OAT', units: 1 }] },
    });
    await sendTo('lerrin-shop');
    expect(causes(await checked())).not.toContain('lerrin-shop drift');
  });

  test('living with a finding turns it into a known limit, and back', async () => {
    await at.desk('lerrin-shop', 'edit', { zone: 'home', speed: 'post', row: 0, charge: '1.00' });
    const key = (await checked()).findings.find((one: { cause: string }) => one.cause === 'drift').key;
    const standing = async () =>
      (await at.call('GET', '/api/checks/last')).body.findings.find((one: { key: string }) => one.key === key).standing;
    await at.call('PUT', '/api/accepted', { key, accepted: true, who: 'Ada' });
    expect(await standing()).toBe('known limit');
    await at.call('PUT', '/api/accepted', { key, accepted: false, who: 'Ada' });
    expect(await standing()).toBe('off');
    await sendTo('lerrin-shop');
  });

  test('a code that Lerrin Shop does not know is refused by Findlark’s review', async () => {
    const shop = await fetch(`${at.addresses['lerrin-shop']}/live`).then(
      (response) => response.json() as Promise<{ files: { name: string; text: string }[] }>,
    );
    const bare = shop.files.map((file) => ({
      ...file,
      text: JSON.stringify({ ...JSON.parse(file.text), campaigns: [] }),
    }));
    await fetch(`${at.addresses['lerrin-shop']}/submission`, {
      method: 'PUT',
      headers: { 'Idempotency-Key': 'bare' },
      body: JSON.stringify({ files: bare }),
    });
    const book = (await at.call('GET', '/api/book')).body;
    await at.call('POST', '/api/revisions', {
      base: book.revision,
      who: 'Ada',
      note: '',
      edits: [{ path: ['offers', 'suds', 'benefit', 'off', 'percent'], value: '16' }],
    });
    await sendTo('findlark');
    const { held } = (await at.call('GET', `/api/channels/findlark?moment=${moment}`)).body;
    expect(held).toEqual([
      { key: 'main/1', until: expect.any(String), state: 'refused', reason: 'Lerrin Shop does not take SUDS: unknown' },
    ]);
    expect(causes(await checked())).toContain('findlark refused');
    await sendTo('lerrin-shop');
  });
});

describe('a send', () => {
  test('killed in the middle is taken up again, and counts once', async () => {
    const { rows } = await at.database.query(
      `insert into send (channel, revision, idempotency_key, state, requested, who, made)
       select channel, revision, 'killed-once', 'sending', now(), 'Ada', true from send
       where channel = 'harrowmere' order by id desc limit 1 returning id::integer`,
    );
    const id = rows[0].id as number;
    await at.database.query(
      `insert into send_piece select $1, position, name, text from send_piece
       where send = (select max(id) from send where channel = 'harrowmere' and id <> $1)`,
      [id],
    );
    // The channel had taken it before the server was killed; the answer was lost.
    const files = await filesSent(at.database, id);
    await fetch(`${at.addresses.harrowmere}/submission`, {
      method: 'PUT',
      headers: { 'Idempotency-Key': 'killed-once' },
      body: JSON.stringify({ files }),
    });
    const before = await fetch(`${at.addresses.harrowmere}/live?moment=${moment}`).then((response) => response.text());
    await at.jobs.ask(at.database, 'send', id);
    await at.restart();
    await at.until('/api/channels/harrowmere', (state) => state.lastSend.state === 'accepted');
    expect(await fetch(`${at.addresses.harrowmere}/live?moment=${moment}`).then((response) => response.text())).toBe(
      before,
    );
    // Done again by mistake, it does nothing.
    await runSend(at.context, at.jobs.ask, id, new AbortController().signal);
    expect(
      (await at.database.query('select count(*)::integer as n from send where idempotency_key = $1', ['killed-once']))
        .rows[0].n,
    ).toBe(1);
  });

  test('asked twice at once is one', async () => {
    await at.desk('harrowmere', 'trouble', { mode: 'busy' });
    const answers = await Promise.all(
      [1, 2].map(() => at.call('POST', '/api/channels/harrowmere/sends', { who: 'Ada' })),
    );
    expect(answers.map((one) => one.status).sort()).toEqual([202, 409]);
    await at.desk('harrowmere', 'trouble', { mode: 'none' });
    await at.until('/api/channels/harrowmere', (state) => ['accepted', 'failed'].includes(state.lastSend.state));
  });

  test('refused by the channel shows its report by line, and nothing is applied there', async () => {
    const before = await fetch(`${at.addresses.harrowmere}/live`).then((response) => response.text());
    const answer = await fetch(`${at.addresses.harrowmere}/submission`, {
      method: 'PUT',
      headers: { 'Idempotency-Key': 'bad' },
      body: JSON.stringify({
        files: [
          {
            name: 'plans.tsv',
            text: 'SITE\tEUR\nLISTING\tA\t1.00\t\nPLAN\tSMALL\tSmall\nRATE\tSMALL\tMOON\tSTANDARD\t4.9\tITEM\t0.00\nRATE\tSMALL\n\n',
          },
        ],
      }),
    });
    expect(answer.status).toBe(422);
    expect(
      ((await answer.json()) as { report: { line: number; field: string }[] }).report.map((one) => [
        one.line,
        one.field,
      ]),
    ).toEqual([
      [4, 'region'],
      [4, 'once'],
      [5, 'kind'],
      [6, 'kind'],
    ]);
    expect(await fetch(`${at.addresses.harrowmere}/live`).then((response) => response.text())).toBe(before);
  });
});

describe('trouble', () => {
  test.each([
    ['busy', 'it is too busy (429)'],
    ['nonsense', 'its answer makes no sense'],
    ['failing', 'the connection broke'],
  ])('a channel that is %s is told of in a sentence; the others are checked all the same', async (mode, words) => {
    await at.desk('findlark', 'trouble', { mode });
    const state = (await at.call('GET', `/api/channels/findlark?moment=${moment}`)).body;
    expect(state.down).toContain(words);
    const report = await checked();
    expect(report.down.map((one: { channel: string }) => one.channel)).toEqual(['findlark']);
    expect(report.classes.map((one: { channel: string }) => one.channel)).toContain('harrowmere');
    await at.desk('findlark', 'trouble', { mode: 'none' });
  });

  test('the clock moves for all channels or stays', async () => {
    const before = (await at.call('GET', '/api/clock')).body.now;
    await at.desk('harrowmere', 'trouble', { mode: 'none' });
    const pushed = await at.call('POST', '/api/clock/pushed', { hours: 24 });
    expect(Date.parse(pushed.body.now) - Date.parse(before)).toBeGreaterThanOrEqual(24 * 3_600_000);
    const health = (await fetch(`${at.addresses.harrowmere}/health`).then((response) => response.json())) as {
      clock: string;
    };
    expect(Math.abs(Date.parse(health.clock) - Date.parse(pushed.body.now))).toBeLessThan(5000);
  });

  test('a check under way can be stopped, and keeps the last result', async () => {
    const before = (await at.call('GET', '/api/checks/last')).body.check.id;
    await at.desk('lerrin-shop', 'trouble', { mode: 'slow' });
    const { body } = await at.call('POST', '/api/checks', { moment });
    await at.call('DELETE', `/api/checks/${body.id}`);
    await at.desk('lerrin-shop', 'trouble', { mode: 'none' });
    const ended = await at.until(
      `/api/checks/${body.id}`,
      (state) => state.state !== 'queued' && state.state !== 'running',
      400,
    );
    expect(ended.state).toBe('stopped');
    expect((await at.call('GET', '/api/checks/last')).body.check.id).toBe(before);
  });
});
