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
  readonly state: 'queued' | 'sending' | 'accepted' | 'refused' | 'failed';
  readonly requested: Date;
  readonly who: string;
  readonly files: ChannelFile[];
  readonly report: Remark[];
  readonly error: string | null;
}

const columns = 'id::integer, channel, revision, idempotency_key, state, requested, who, files, report, error';

/** Notes a send; null where one of the channel is under way already. */
export async function addSend(
  connection: Connection,
  send: Pick<SendRow, 'channel' | 'revision' | 'idempotency_key' | 'requested' | 'who' | 'files'>,
): Promise<SendRow | null> {
  const { rows } = await connection.query<SendRow>(
    `insert into send (channel, revision, idempotency_key, state, requested, who, files)
     values ($1, $2, $3, 'queued', $4, $5, $6)
     on conflict (channel) where state in ('queued', 'sending') do nothing returning ${columns}`,
    [send.channel, send.revision, send.idempotency_key, send.requested, send.who, JSON.stringify(send.files)],
  );
  return rows[0] ?? null;
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

export async function unfinishedSends(connection: Connection): Promise<SendRow[]> {
  const { rows } = await connection.query<SendRow>(`select ${columns} from send where state in ('queued', 'sending')`);
  return rows;
}

export async function markSend(
  connection: Connection,
  id: number,
  state: SendRow['state'],
  report: readonly Remark[],
  error: string | null,
): Promise<void> {
  await connection.query('update send set state = $2, report = $3, error = $4 where id = $1', [
    id,
    state,
    JSON.stringify(report),
    error,
  ]);
}
