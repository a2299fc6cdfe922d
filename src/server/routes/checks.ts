import { Hono } from 'hono';
import {
  acceptAnswer,
  acceptRequest,
  type CheckState,
  checkReport,
  checkRequest,
  checkState,
} from '../../contract/index.ts';
import { type ChannelId, channelIds } from '../../core/book/index.ts';
import { findingKey, standingOf } from '../../core/check/index.ts';
import { type Context, nowOf } from '../context.ts';
import type { Jobs } from '../jobs/boss.ts';
import { HttpProblem } from '../problem.ts';
import {
  accept,
  acceptedKeys,
  addCheck,
  type CheckRow,
  checkById,
  classesOf,
  doneChecks,
  findingsOf,
  unaccept,
} from '../queries/checks.ts';
import { newest } from '../queries/revisions.ts';
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

/** Of an earlier check what is said of channels that are still there. */
const ofThere = <T extends { readonly channel: string }>(rows: readonly T[]): (T & { channel: ChannelId })[] =>
  rows.filter((row): row is T & { channel: ChannelId } => channelIds.some((id) => id === row.channel));

/** Checks: asked for, followed, stopped, and what the last one found. */
export function checkRoutes(context: Context, jobs: Jobs): Hono {
  const { database } = context;
  const byId = async (text: string): Promise<CheckRow> => {
    const row = await checkById(database, rowNumber(text));
    if (!row) throw new HttpProblem(404, 'check', 'There is no such check');
    return row;
  };
  return new Hono()
    .post('/checks', async (c) => {
      const { moment } = await parsed(c, checkRequest);
      const row = await addCheck(database, new Date(moment), await newest(database), new Date(await nowOf(context)));
      await jobs.check(row.id);
      return answer(c, checkState, view(row), 202);
    })
    .get('/checks/last', async (c) => {
      const [last, before] = await doneChecks(database, 2);
      if (!last)
        return answer(c, checkReport, {
          check: null,
          classes: [],
          findings: [],
          down: [],
          since: { added: [], gone: [] },
        });
      const [classes, findings, accepted, earlier] = await Promise.all([
        classesOf(database, last.id).then(ofThere),
        findingsOf(database, last.id).then(ofThere),
        acceptedKeys(database),
        before ? findingsOf(database, before.id).then(ofThere) : [],
      ]);
      const keys = new Set(findings.map((one) => one.key));
      const old = new Set(earlier.map((one) => one.key));
      return answer(c, checkReport, {
        check: view(last),
        classes: classes.map((row) => ({
          channel: row.channel,
          class: row.class,
          key: row.key,
          corners: row.corners,
          toldAbove: row.told_above,
        })),
        findings: findings.map(({ body }) => ({
          ...body,
          key: findingKey(body),
          accepted: accepted.has(findingKey(body)),
          standing: standingOf(body, accepted),
        })),
        down: ofThere(last.down),
        since: before
          ? { added: [...keys].filter((key) => !old.has(key)), gone: [...old].filter((key) => !keys.has(key)) }
          : { added: [], gone: [] },
      });
    })
    .get('/checks/:id', async (c) => answer(c, checkState, view(await byId(c.req.param('id')))))
    .delete('/checks/:id', async (c) => {
      const row = await byId(c.req.param('id'));
      jobs.stopCheck(row.id);
      return answer(c, checkState, view(row), 202);
    })
    .put('/accepted', async (c) => {
      const { key, accepted, who } = await parsed(c, acceptRequest);
      await (accepted ? accept(database, key, who) : unaccept(database, key));
      return answer(c, acceptAnswer, { key, accepted });
    });
}
