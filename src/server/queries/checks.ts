import type { ChannelId } from '../../core/book/index.ts';
import { type ChannelReport, type ClassOfBasket, classKey, type Finding, findingKey } from '../../core/check/index.ts';
import type { Connection } from '../database.ts';

export interface CheckRow {
  readonly id: number;
  readonly state: 'queued' | 'running' | 'done' | 'stopped' | 'failed';
  readonly moment: Date;
  readonly revision: number;
  readonly requested: Date;
  readonly finished: Date | null;
  readonly done: number;
  readonly total: number;
  readonly error: string | null;
  readonly down: readonly Down[];
}

/** A channel that did not answer, and why. */
export interface Down {
  readonly channel: ChannelId;
  readonly why: string;
}
const columns = 'id::integer, state, moment, revision, requested, finished, done, total, error, down';

export async function addCheck(
  connection: Connection,
  moment: Date,
  revision: number,
  requested: Date,
): Promise<CheckRow> {
  const { rows } = await connection.query<CheckRow>(
    `insert into check_run (state, moment, revision, requested) values ('queued', $1, $2, $3) returning ${columns}`,
    [moment, revision, requested],
  );
  return rows[0] as CheckRow;
}

export async function checkById(connection: Connection, id: number): Promise<CheckRow | null> {
  const { rows } = await connection.query<CheckRow>(`select ${columns} from check_run where id = $1`, [id]);
  return rows[0] ?? null;
}

/** The newest checks that ended well, newest first. */
export async function doneChecks(connection: Connection, limit: number): Promise<CheckRow[]> {
  const { rows } = await connection.query<CheckRow>(
    `select ${columns} from check_run where state = 'done' order by id desc limit $1`,
    [limit],
  );
  return rows;
}

/** Checks under way are ended as failed: at a start, none of them runs any more. */
export async function failUnfinishedChecks(connection: Connection, error: string): Promise<void> {
  await connection.query(
    "update check_run set state = 'failed', error = $1, finished = now() where state in ('queued', 'running')",
    [error],
  );
}

export async function markCheck(
  connection: Connection,
  id: number,
  state: CheckRow['state'],
  error: string | null,
): Promise<void> {
  await connection.query(
    `update check_run set state = $2, error = $3,
       finished = case when $2 in ('done', 'stopped', 'failed') then now() end
     where id = $1`,
    [id, state, error],
  );
}

export async function markProgress(connection: Connection, id: number, done: number, total: number): Promise<void> {
  await connection.query('update check_run set done = $2, total = $3 where id = $1', [id, done, total]);
}

export async function addReports(
  connection: Connection,
  run: number,
  reports: readonly ChannelReport[],
  down: readonly Down[],
): Promise<void> {
  await connection.query('update check_run set down = $2 where id = $1', [run, JSON.stringify(down)]);
  const classes = reports.flatMap((report) =>
    report.classes.map((one) => ({
      channel: report.channel,
      key: classKey(one.class),
      class: one.class,
      corners: one.corners,
      told_above: one.toldAbove,
    })),
  );
  await connection.query(
    `insert into class_result (run, channel, key, class, corners, told_above)
     select $1, channel, key, class, corners, told_above
     from jsonb_to_recordset($2) as one (channel text, key text, class jsonb, corners integer, told_above integer)`,
    [run, JSON.stringify(classes)],
  );
  const findings = reports
    .flatMap((report) => report.findings)
    .map((finding, position) => ({
      position,
      channel: finding.channel,
      key: findingKey(finding),
      cause: finding.cause,
      body: finding,
    }));
  await connection.query(
    `insert into finding (run, position, channel, key, cause, body)
     select $1, position, channel, key, cause, body
     from jsonb_to_recordset($2) as one (position integer, channel text, key text, cause text, body jsonb)`,
    [run, JSON.stringify(findings)],
  );
}

export async function classesOf(connection: Connection, run: number) {
  const { rows } = await connection.query<{
    channel: string;
    key: string;
    class: ClassOfBasket;
    corners: number;
    told_above: number;
  }>('select channel, key, class, corners, told_above from class_result where run = $1 order by channel, key', [run]);
  return rows;
}

interface FindingRow {
  readonly channel: string;
  readonly key: string;
  readonly body: Finding;
}
export async function findingsOf(connection: Connection, run: number): Promise<FindingRow[]> {
  const { rows } = await connection.query<FindingRow>(
    'select channel, key, body from finding where run = $1 order by position',
    [run],
  );
  return rows;
}

export async function acceptedKeys(connection: Connection): Promise<Set<string>> {
  const { rows } = await connection.query<{ key: string }>('select key from accepted');
  return new Set(rows.map((row) => row.key));
}

export async function accept(connection: Connection, key: string, who: string): Promise<void> {
  await connection.query('insert into accepted (key, who, at) values ($1, $2, now()) on conflict (key) do nothing', [
    key,
    who,
  ]);
}

export async function unaccept(connection: Connection, key: string): Promise<void> {
  await connection.query('delete from accepted where key = $1', [key]);
}
