import type { ChannelId } from '../../core/book/index.ts';
import { type ChannelReport, type ClassOfBasket, classKey, type Finding, findingKey } from '../../core/check/index.ts';
import type { Connection } from '../database.ts';

export interface CheckRow {
  readonly id: number;
  readonly state: 'queued' | 'running' | 'done' | 'stopped' | 'large' | 'failed';
  readonly moment: Date;
  readonly revision: number;
  readonly requested: Date;
  readonly finished: Date | null;
  readonly done: number;
  readonly total: number;
  readonly error: string | null;
  readonly down: readonly Down[];
  /** Whether somebody has asked it to stop. */
  readonly stop: boolean;
  /** Whether it is to be made however many baskets it asks. */
  readonly large: boolean;
}

/** A channel that did not answer, and why. */
export interface Down {
  readonly channel: ChannelId;
  readonly why: string;
}
const columns = 'id::integer, state, moment, revision, requested, finished, done, total, error, down, stop, large';

export async function addCheck(
  connection: Connection,
  { moment, revision, requested, isLarge }: { moment: Date; revision: number; requested: Date; isLarge: boolean },
): Promise<CheckRow> {
  const { rows } = await connection.query<CheckRow>(
    `insert into check_run (state, moment, revision, requested, large) values ('queued', $1, $2, $3, $4)
     returning ${columns}`,
    [moment, revision, requested, isLarge],
  );
  return rows[0] as CheckRow;
}

export async function checkById(connection: Connection, id: number): Promise<CheckRow | null> {
  const { rows } = await connection.query<CheckRow>(`select ${columns} from check_run where id = $1`, [id]);
  return rows[0] ?? null;
}

/** The newest check that ended well. */
export async function lastCheck(connection: Connection): Promise<CheckRow | null> {
  const { rows } = await connection.query<CheckRow>(
    `select ${columns} from check_run where state = 'done' order by id desc limit 1`,
  );
  return rows[0] ?? null;
}

/** What the report of the last check is of: the check, and what is lived with. */
export async function reportVersion(connection: Connection): Promise<string> {
  const { rows } = await connection.query<{ version: string }>(
    `select concat_ws('-',
       (select string_agg(id::text, '.') from (
         select id from check_run where state = 'done' order by id desc limit 10
       ) as newest),
       count(*), extract(epoch from max(at))) as version
     from accepted`,
  );
  return rows[0]?.version ?? '';
}

/** The two newest checks in which each channel answered, the newest first. */
export async function checksThatAnswered(
  connection: Connection,
  channels: readonly ChannelId[],
): Promise<{ channel: ChannelId; run: number; moment: Date }[]> {
  const { rows } = await connection.query<{ channel: ChannelId; run: number; moment: Date }>(
    `select channel, run.id::integer as run, run.moment
     from unnest($1::text[]) as one (channel)
     cross join lateral (
       select id, moment from check_run
       where state = 'done' and not down @> jsonb_build_array(jsonb_build_object('channel', channel))
       order by id desc limit 2
     ) as run`,
    [channels],
  );
  return rows;
}

/** Begins a check, or begins it anew where whoever worked on it is gone; null where it is over. */
export async function beginCheck(connection: Connection, id: number): Promise<CheckRow | null> {
  const { rows } = await connection.query<CheckRow>(
    `update check_run set state = 'running', done = 0
     where id = $1 and state in ('queued', 'running') returning ${columns}`,
    [id],
  );
  return rows[0] ?? null;
}

/** Ends a check that is under way, but not as done where it is to stop; whether it has been ended by this. */
export async function endCheck(
  connection: Connection,
  id: number,
  state: Exclude<CheckRow['state'], 'queued' | 'running'>,
  error: string | null,
): Promise<boolean> {
  const { rowCount } = await connection.query(
    `update check_run set state = $2, error = $3, finished = now()
     where id = $1 and state in ('queued', 'running') and not (stop and $2 = 'done')`,
    [id, state, error],
  );
  return rowCount === 1;
}

/** Asks a check to stop: at once where nobody has begun it, or as soon as whoever works on it has seen this. */
export async function stopCheck(connection: Connection, id: number): Promise<void> {
  await connection.query(
    `update check_run set stop = true,
       state = case when state = 'queued' then 'stopped' else state end,
       finished = case when state = 'queued' then now() else finished end
     where id = $1 and state in ('queued', 'running')`,
    [id],
  );
}

export async function markProgress(connection: Connection, id: number, done: number, total: number): Promise<void> {
  await connection.query('update check_run set done = $2, total = $3 where id = $1', [id, done, total]);
}

export async function addReports(
  connection: Connection,
  run: number,
  revision: number,
  reports: readonly ChannelReport[],
  down: readonly Down[],
): Promise<void> {
  await connection.query('update check_run set revision = $2, down = $3 where id = $1', [
    run,
    revision,
    JSON.stringify(down),
  ]);
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

/** A channel, and the check that is told of it. */
export interface ChannelRun {
  readonly channel: ChannelId;
  readonly run: number;
}
const ofRuns = `in (select run, channel from jsonb_to_recordset($1) as one (run bigint, channel text))`;

export async function classesOf(connection: Connection, runs: readonly ChannelRun[]) {
  const { rows } = await connection.query<{
    channel: ChannelId;
    key: string;
    class: ClassOfBasket;
    corners: number;
    told_above: number;
  }>(
    `select channel, key, class, corners, told_above from class_result where (run, channel) ${ofRuns}
     order by channel, key`,
    [JSON.stringify(runs)],
  );
  return rows;
}

interface FindingRow {
  readonly channel: ChannelId;
  readonly key: string;
  readonly body: Finding;
}
export async function findingsOf(connection: Connection, runs: readonly ChannelRun[]): Promise<FindingRow[]> {
  const { rows } = await connection.query<FindingRow>(
    `select channel, key, body from finding where (run, channel) ${ofRuns} order by run desc, position`,
    [JSON.stringify(runs)],
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
