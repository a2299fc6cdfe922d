import { randomUUID } from 'node:crypto';
import { Hono } from 'hono';
import {
  type ChannelState,
  channelFiles,
  channelId,
  channelsAnswer,
  checkoutAnswer,
  checkoutRequest,
  clockAnswer,
  listingsAnswer,
  pushRequest,
  sendRequest,
  sendSchema,
} from '../../contract/index.ts';
import { type ChannelId, channelIds } from '../../core/book/index.ts';
import { countedAlike, dialectOf } from '../../core/channels/index.ts';
import { questionOf, soldIn } from '../../core/quote/index.ts';
import { ChannelDown } from '../../live/index.ts';
import { saidProblem } from '../../words/index.ts';
import { type Context, nowOf, standing } from '../context.ts';
import type { Jobs } from '../jobs/boss.ts';
import { HttpProblem } from '../problem.ts';
import { addSend, lastAccepted, lastSend, type SendRow } from '../queries/sends.ts';
import { setClockAhead } from '../queries/settings.ts';
import { answer, parsed } from './parsed.ts';

const channelOf = (text: string): ChannelId => {
  const id = channelId.safeParse(text);
  if (!id.success)
    throw new HttpProblem(404, 'channel', `There is no channel “${text}”`, { detail: channelIds.join(', ') });
  return id.data;
};

const sendView = (row: SendRow) => ({
  id: row.id,
  channel: row.channel,
  revision: row.revision,
  state: row.state,
  requested: row.requested.toISOString(),
  who: row.who,
  report: row.report,
  error: row.error,
});

/** What channels were told, what they say, sending to them, and what their checkouts charge. */
export function channelRoutes(context: Context, jobs: Jobs): Hono {
  const { database, clients } = context;

  async function stateOf(id: ChannelId, moment: number): Promise<ChannelState> {
    const [last, told] = await Promise.all([lastSend(database, id), lastAccepted(database, id)]);
    const live = await clients[id].live(moment).catch((error: unknown) => {
      if (error instanceof ChannelDown) return error;
      throw error;
    });
    const taken = told && { revision: told.revision, at: told.requested.toISOString() };
    return {
      id,
      lastSend: last && sendView(last),
      told: taken,
      ...(live instanceof ChannelDown ? { held: [], down: live.message } : { held: live.held, down: null }),
    };
  }

  return new Hono()
    .get('/channels', async (c) => {
      const moment = Date.parse(c.req.query('moment') ?? '') || (await nowOf(context));
      return answer(c, channelsAnswer, { channels: await Promise.all(channelIds.map((id) => stateOf(id, moment))) });
    })
    .get('/channels/:id/files', async (c) => {
      const id = channelOf(c.req.param('id'));
      const moment = Date.parse(c.req.query('moment') ?? '') || (await nowOf(context));
      const told = await lastAccepted(database, id);
      const live = await clients[id].live(moment).catch((error: unknown) => {
        if (error instanceof ChannelDown) return null;
        throw error;
      });
      return answer(c, channelFiles, { told: told?.files ?? null, live: live?.files ?? null });
    })
    .get('/channels/:id/listings', async (c) => {
      const id = channelOf(c.req.param('id'));
      const listings = await clients[id].listings().catch((error: unknown) => {
        if (error instanceof ChannelDown) return [];
        throw error;
      });
      return answer(c, listingsAnswer, { listings });
    })
    .get('/channels/:id/files/:name', async (c) => {
      const { compiled, goods } = await standing(context);
      const id = channelOf(c.req.param('id'));
      const file = dialectOf(id)
        .render(compiled, goods)
        .rules.files()
        .find((one) => one.name === c.req.param('name'));
      if (!file) throw new HttpProblem(404, 'file', `${dialectOf(id).name} has no file of this name`);
      return c.text(file.text, 200, {
        'Content-Type': 'application/octet-stream',
        'Content-Disposition': `attachment; filename="${file.name}"`,
      });
    })
    .post('/channels/:id/sends', async (c) => {
      const id = channelOf(c.req.param('id'));
      const { who } = await parsed(c, sendRequest);
      const { compiled, goods, revision } = await standing(context);
      const files = [...dialectOf(id).render(compiled, goods).rules.files()];
      const send = await addSend(database, {
        channel: id,
        revision,
        idempotency_key: randomUUID(),
        requested: new Date(await nowOf(context)),
        who,
        files,
      });
      if (!send) throw new HttpProblem(409, 'under-way', `A send to ${dialectOf(id).name} is under way already`);
      await jobs.send(send.id);
      return answer(c, sendSchema, sendView(send), 202);
    })
    .post('/checkouts', async (c) => {
      const { moment, baskets } = await parsed(c, checkoutRequest);
      const { compiled, goods } = await standing(context);
      const bySku = new Map(goods.map((item) => [item.sku, item]));
      const questions = baskets.map((basket) => {
        const question = questionOf(compiled, basket, { ready: (sku) => bySku.get(sku), now: Date.parse(moment) });
        if (!question.ok)
          throw new HttpProblem(422, 'basket', `The basket “${basket.name}” cannot be asked`, {
            problems: question.problems.map(saidProblem),
          });
        return question.value;
      });
      const channels = await Promise.all(
        channelIds.map(async (id) => {
          try {
            const answers = await Promise.all(
              questions.map(async (question) =>
                !countedAlike(compiled, dialectOf(id))
                  ? []
                  : ((await clients[id].checkout(question.moment, [soldIn(question)]))[0] ?? []),
              ),
            );
            return { id, down: null, answers };
          } catch (error) {
            if (error instanceof ChannelDown) return { id, down: error.message, answers: [] };
            throw error;
          }
        }),
      );
      return answer(c, checkoutAnswer, { channels });
    })
    .get('/clock', async (c) => answer(c, clockAnswer, { now: new Date(await nowOf(context)).toISOString() }))
    .post('/clock/pushed', async (c) => {
      const { hours } = await parsed(c, pushRequest);
      const now = (await nowOf(context)) + hours * 3_600_000;
      try {
        await Promise.all(channelIds.map((id) => clients[id].setClock(now)));
      } catch (error) {
        if (error instanceof ChannelDown)
          throw new HttpProblem(503, 'down', `${error.message}; the clock stays where it was`);
        throw error;
      }
      await setClockAhead(database, now - Date.now());
      return answer(c, clockAnswer, { now: new Date(now).toISOString() });
    });
}
