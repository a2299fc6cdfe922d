import { Hono } from 'hono';
import {
  acceptAnswer,
  acceptRequest,
  type CheckReport,
  type CheckState,
  checkReport,
  checkRequest,
  checkState,
} from '../../contract/index.ts';
import { channelIds } from '../../core/book/index.ts';
import { findingKey, standingOf } from '../../core/check/index.ts';
import { type Context, nowOf } from '../context.ts';
import { type Connection, transaction } from '../database.ts';
import type { Jobs } from '../jobs/queues.ts';
import { once, writeKeyOf } from '../once.ts';
import { HttpProblem } from '../problem.ts';
import {
  accept,
  acceptedKeys,
  addCheck,
  type CheckRow,
  checkById,
  checksThatAnswered,
  classesOf,
  findingsOf,
  lastCheck,
  reportVersion,
  stopCheck,
  unaccept,
} from '../queries/checks.ts';
import { newest } from '../queries/revisions.ts';
import { keptAnswers } from './kept.ts';
import { answer, parsed, rowNumber } from './parsed.ts';

const view = (row: CheckRow): CheckState => ({
  id: row.id,
  state: row.state,
  moment: row.moment.toISOString(),
  revision: row.revision,
  requested: row.requested.toISOString(),
  finished: row.finished?.toISOString() ?? null,
  done: row.done,
  all: row.total,
  error: row.error,
});

/** Checks: asked for, followed, stopped, and what the last one found. */
export function checkRoutes(context: Context, jobs: Jobs): Hono {
  const { database } = context;
  const kept = keptAnswers(database, reportVersion);
  const byId = async (text: string): Promise<CheckRow> => {
    const row = await checkById(database, rowNumber(text));
    if (!row) throw new HttpProblem(404, 'check', 'There is no such check');
    return row;
  };
  return new Hono()
    .post('/checks', async (c) => {
      const { moment, large } = await parsed(c, checkRequest);
      const requested = new Date(await nowOf(context));
      const key = await writeKeyOf(c);
      const id = await transaction(database, (connection) =>
        once(connection, key, async () => {
          const revision = await newest(connection);
          const added = await addCheck(connection, { moment: new Date(moment), revision, requested, isLarge: large });
          await jobs.ask(connection, 'check', added.id);
          return added.id;
        }),
      );
      return answer(c, checkState, view(await byId(String(id))), 202);
    })
    .get('/checks/last', (c) =>
      kept(c, checkReport, async (connection) => {
        const last = await lastCheck(connection);
        return last
          ? lastReport(connection, last)
          : { check: null, classes: [], findings: [], down: [], since: { added: [], gone: [] } };
      }),
    )
    .get('/checks/:id', async (c) => answer(c, checkState, view(await byId(c.req.param('id')))))
    .delete('/checks/:id', async (c) => {
      const { id } = await byId(c.req.param('id'));
      await stopCheck(database, id);
      return answer(c, checkState, view(await byId(String(id))), 202);
    })
    .put('/accepted', async (c) => {
      const { key, accepted, who } = await parsed(c, acceptRequest);
      await (accepted ? accept(database, key, who) : unaccept(database, key));
      return answer(c, acceptAnswer, { key, accepted });
    });
}

/**
 * What the last check found; of a channel that did not answer, what was found when it last did. New and gone is what
 * differs between the last two checks in which a channel answered.
 */
async function lastReport(connection: Connection, last: CheckRow): Promise<CheckReport> {
  const answered = await checksThatAnswered(connection, channelIds);
  const runs = channelIds.flatMap((id) => answered.find((one) => one.channel === id) ?? []);
  const earlier = answered.filter((one) => !runs.includes(one));
  const classes = await classesOf(connection, runs);
  const findings = await findingsOf(connection, runs);
  const accepted = await acceptedKeys(connection);
  const old = new Set((await findingsOf(connection, earlier)).map((one) => one.key));
  const keys = new Set(findings.map((one) => one.key));
  const comparedIn = new Set(earlier.map((one) => one.channel));
  return {
    check: view(last),
    classes: classes.map(({ told_above: toldAbove, ...row }) => ({ ...row, toldAbove })),
    findings: findings.map(({ body }) => ({
      ...body,
      key: findingKey(body),
      accepted: accepted.has(findingKey(body)),
      standing: standingOf(body, accepted),
    })),
    down: last.down
      .filter((one) => channelIds.includes(one.channel))
      .map((one) => ({
        ...one,
        last: runs.find((run) => run.channel === one.channel)?.moment.toISOString() ?? null,
      })),
    since: {
      added: [
        ...new Set(findings.filter((one) => comparedIn.has(one.channel) && !old.has(one.key)).map((one) => one.key)),
      ],
      gone: [...old].filter((key) => !keys.has(key)),
    },
  };
}
