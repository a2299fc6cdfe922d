import type { ChannelId } from '../../core/book/index.ts';
import type { ChannelFile } from '../../core/channels/index.ts';
import type { Connection } from '../database.ts';

export interface Remark {
  readonly file: string;
  readonly line: number | null;
  readonly field: string;
  readonly reason: string;
}

export interface SendRow {
  readonly id: number;
  readonly channel: ChannelId;
  readonly revision: number;
  readonly idempotency_key: string;
  readonly state: 'queued' | 'sending' | 'accepted' | 'refused' | 'failed' | 'not known' | 'given up';
  readonly requested: Date;
  readonly who: string;
  /** Null until they are made. */
  readonly files: ChannelFile[] | null;
  readonly report: Remark[];
  readonly error: string | null;
  /** How often the channel was asked without an answer. */
  readonly tries: number;
}

const columns = 'id::integer, channel, revision, idempotency_key, state, requested, who, files, report, error, tries';

/** Notes a send; null where it is not known yet what became of one of the channel before. */
export async function addSend(
  connection: Connection,
  send: Pick<SendRow, 'channel' | 'revision' | 'idempotency_key' | 'requested' | 'who'>,
): Promise<SendRow | null> {
  const { rows } = await connection.query<SendRow>(
    `insert into send (channel, revision, idempotency_key, state, requested, who)
     values ($1, $2, $3, 'queued', $4, $5)
     on conflict (channel) where state in ('queued', 'sending', 'not known') do nothing returning ${columns}`,
    [send.channel, send.revision, send.idempotency_key, send.requested, send.who],
  );
  return rows[0] ?? null;
}

/** Keeps what was made to be sent, and of which revision. */
export async function noteFiles(
  connection: Connection,
  id: number,
  revision: number,
  files: readonly ChannelFile[],
): Promise<void> {
  await connection.query('update send set revision = $2, files = $3 where id = $1', [
    id,
    revision,
    JSON.stringify(files),
  ]);
}

export async function sendById(connection: Connection, id: number): Promise<SendRow | null> {
  const { rows } = await connection.query<SendRow>(`select ${columns} from send where id = $1`, [id]);
  return rows[0] ?? null;
}

export async function lastSend(connection: Connection, channel: ChannelId): Promise<SendRow | null> {
  const { rows } = await connection.query<SendRow>(
    `select ${columns} from send where channel = $1 order by id desc limit 1`,
    [channel],
  );
  return rows[0] ?? null;
}

/** What the channel was last told and took. */
export async function lastAccepted(connection: Connection, channel: ChannelId): Promise<SendRow | null> {
  const { rows } = await connection.query<SendRow>(
    `select ${columns} from send where channel = $1 and state = 'accepted' order by id desc limit 1`,
    [channel],
  );
  return rows[0] ?? null;
}

/** Says what became of a send that is under way; whether it still was. */
export async function markSend(
  connection: Connection,
  id: number,
  state: SendRow['state'],
  report: readonly Remark[],
  error: string | null,
): Promise<boolean> {
  const { rowCount } = await connection.query(
    `update send set state = $2, report = $3, error = $4, tries = tries + case when $2 = 'not known' then 1 else 0 end
     where id = $1 and state in ('queued', 'sending', 'not known')`,
    [id, state, JSON.stringify(report), error],
  );
  return rowCount === 1;
}

/** Asks no more what became of a send that is not known; whether it was not. */
export async function giveUpSend(connection: Connection, id: number): Promise<boolean> {
  const { rowCount } = await connection.query(
    "update send set state = 'given up' where id = $1 and state = 'not known'",
    [id],
  );
  return rowCount === 1;
}
