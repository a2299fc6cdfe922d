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
  readonly report: Remark[];
  readonly error: string | null;
  /** Whether its files are whole. */
  readonly made: boolean;
  /** How often the channel was asked without an answer. */
  readonly tries: number;
}

const columns = 'id::integer, channel, revision, idempotency_key, state, requested, who, report, error, made, tries';

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

/** The files of a send are made anew: of which revision they are, and nothing of them yet. */
export async function beginFiles(connection: Connection, id: number, revision: number): Promise<void> {
  await connection.query('update send set revision = $2 where id = $1', [id, revision]);
  await connection.query('delete from send_piece where send = $1', [id]);
}

/** Keeps a piece of a file that is to be sent. */
export async function addPiece(
  connection: Connection,
  id: number,
  position: number,
  name: string,
  text: string,
): Promise<void> {
  await connection.query('insert into send_piece (send, position, name, text) values ($1, $2, $3, $4)', [
    id,
    position,
    name,
    text,
  ]);
}

/** The files of a send are whole. */
export async function endFiles(connection: Connection, id: number): Promise<void> {
  await connection.query('update send set made = true where id = $1', [id]);
}

/** The pieces of what was sent, or is to be, in order, one at a time. */
export async function* piecesOf(connection: Connection, id: number): AsyncGenerator<{ name: string; text: string }> {
  for (let after = -1; ; ) {
    const { rows } = await connection.query<{ position: number; name: string; text: string }>(
      'select position, name, text from send_piece where send = $1 and position > $2 order by position limit 1',
      [id, after],
    );
    const [row] = rows;
    if (!row) return;
    yield row;
    after = row.position;
  }
}

/** How long the files of a send are, in bytes. */
export async function lengthOf(connection: Connection, id: number): Promise<number> {
  const { rows } = await connection.query<{ length: number }>(
    'select coalesce(sum(octet_length(text)), 0)::double precision as length from send_piece where send = $1',
    [id],
  );
  return rows[0]?.length ?? 0;
}

/** What was sent, in full. */
export async function filesSent(connection: Connection, id: number): Promise<ChannelFile[]> {
  const { rows } = await connection.query<ChannelFile>(
    `select name, string_agg(text, '' order by position) as text from send_piece where send = $1
     group by name order by min(position)`,
    [id],
  );
  return rows;
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

/** Lets go of the files of earlier sends: what the channel has is this one's. */
export async function dropEarlierPieces(connection: Connection, { id, channel }: SendRow): Promise<void> {
  await connection.query('delete from send_piece where send in (select id from send where channel = $1 and id < $2)', [
    channel,
    id,
  ]);
}

/** Asks no more what became of a send that is not known; whether it was not. */
export async function giveUpSend(connection: Connection, id: number): Promise<boolean> {
  const { rowCount } = await connection.query(
    "update send set state = 'given up' where id = $1 and state = 'not known'",
    [id],
  );
  return rowCount === 1;
}
