import { randomUUID } from 'node:crypto';
import { proxy } from 'comlink';
import { Hono } from 'hono';
import {
  type ChannelState,
  type CheckoutAnswer,
  channelFiles,
  channelId,
  channelState,
  checkoutAnswer,
  checkoutRequest,
  clockAnswer,
  listingsAnswer,
  listingsRequest,
  momentRequest,
  pushRequest,
  sendRequest,
  sendSchema,
  type UsedCodes,
  usedCodesAnswer,
} from '../../contract/index.ts';
import { asOf, type ChannelId, type CompiledBook, channelIds, namedSkus, readyFinder } from '../../core/book/index.ts';
import { countedAt, dialectOf, settingsOf, siteFor, sitesOf } from '../../core/channels/index.ts';
import { memo, type Problem, unwrap } from '../../core/exact/index.ts';
import { inChannel, type Question, questionOf, soldIn } from '../../core/quote/index.ts';
import { ChannelDown, type LiveAnswer } from '../../live/index.ts';
import { saidProblem } from '../../words/index.ts';
import { type Context, compiledOnce, nowOf } from '../context.ts';
import { transaction } from '../database.ts';
import type { Jobs } from '../jobs/queues.ts';
import { once, writeKeyOf } from '../once.ts';
import { HttpProblem } from '../problem.ts';
import { readBook } from '../queries/book.ts';
import { markUsed, unusedAmong } from '../queries/codes.ts';
import { goodsWithParents } from '../queries/goods.ts';
import { newest } from '../queries/revisions.ts';
import { addSend, filesSent, giveUpSend, lastAccepted, lastSend, type SendRow, sendById } from '../queries/sends.ts';
import { setClockAhead } from '../queries/settings.ts';
import { answer, parsed, rowNumber, shapedAs } from './parsed.ts';
import { streamed } from './streamed.ts';

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

/** A basket as a question to the book of its market. */
interface Asked {
  readonly compiled: CompiledBook;
  readonly question: Question;
}

/** What channels were told, what they say, sending to them, and what their checkouts charge. */
export function channelRoutes(context: Context, jobs: Jobs): Hono {
  const { database, clients, threads } = context;
  const compiledNow = compiledOnce(database);

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
      ...(live instanceof ChannelDown
        ? { held: [], uses: [], usedCodes: { used: 0, fresh: 0 }, down: live.message }
        : { held: live.held, uses: live.uses, usedCodes: await usedCodesOf(live), down: null }),
    };
  }

  /** The codes that a channel says were used, and those of them that no batch knows to be. */
  async function usedCodesOf({ usedCodes }: LiveAnswer): Promise<UsedCodes> {
    if (usedCodes.length === 0) return { used: 0, fresh: 0 };
    const unused = await unusedAmong(
      database,
      usedCodes.map(({ code }) => code),
    );
    return { used: usedCodes.length, fresh: Object.keys(unused).length };
  }

  /** All baskets of one moment and market in one request; those of markets that the channel is not told in none. */
  async function checkoutOf(id: ChannelId, baskets: readonly Asked[]): Promise<CheckoutAnswer> {
    const books = [...new Set(baskets.map(({ compiled }) => compiled))];
    const moments = [...new Set(baskets.map(({ question }) => question.moment))];
    const asking = books.flatMap((book) => {
      const dialect = siteFor(book.body, book.market.body, id);
      if (!dialect) return [];
      const { question: counted } = countedAt(book, dialect);
      return moments.map(async (moment) => {
        const asked = baskets.filter(({ compiled, question }) => compiled === book && question.moment === moment);
        const sold = asked.map(({ question }) => soldIn(counted(inChannel(question, id))));
        const answers = sold.length === 0 ? [] : await clients[id].checkout(moment, sold, dialect.currency);
        return asked.map((one, i) => [one, answers[i] ?? []] as const);
      });
    });
    try {
      const answered = await Promise.all(asking);
      const all = new Map(answered.flat());
      return { down: null, answers: baskets.map((one) => all.get(one) ?? []) };
    } catch (error) {
      if (error instanceof ChannelDown) return { down: error.message, answers: [] };
      throw error;
    }
  }

  return new Hono()
    .get('/channels/:id', async (c) => {
      const { moment } = shapedAs(momentRequest, c.req.query());
      return answer(
        c,
        channelState,
        await stateOf(channelOf(c.req.param('id')), moment ? Date.parse(moment) : await nowOf(context)),
      );
    })
    .get('/channels/:id/files', async (c) => {
      const id = channelOf(c.req.param('id'));
      const { moment } = shapedAs(momentRequest, c.req.query());
      const told = await lastAccepted(database, id);
      const live = await clients[id]
        .live(moment ? Date.parse(moment) : await nowOf(context))
        .catch((error: unknown) => {
          if (error instanceof ChannelDown) return null;
          throw error;
        });
      return answer(c, channelFiles, {
        told: told && (await filesSent(database, told.id)),
        live: live?.files ?? null,
      });
    })
    .post('/channels/:id/used-codes', async (c) => {
      const id = channelOf(c.req.param('id'));
      const live = await clients[id].live(await nowOf(context)).catch((error: unknown) => {
        if (error instanceof ChannelDown) throw new HttpProblem(503, 'channel', error.message);
        throw error;
      });
      const unused = await unusedAmong(
        database,
        live.usedCodes.map(({ code }) => code),
      );
      const rows = live.usedCodes
        .filter(({ code }) => Object.hasOwn(unused, code))
        .map(({ code, at }) => ({ code, used: new Date(at) }));
      await transaction(database, async (connection) => markUsed(connection, rows, new Date(await nowOf(context))));
      return answer(c, usedCodesAnswer, await usedCodesOf(live));
    })
    .get('/channels/:id/listings', async (c) => {
      const id = channelOf(c.req.param('id'));
      const { currency } = shapedAs(listingsRequest, c.req.query());
      const site = currency === undefined ? dialectOf(id) : sitesOf(id).find((one) => one.currency === currency);
      if (!site) {
        const detail = sitesOf(id).map((one) => one.currency);
        throw new HttpProblem(404, 'site', `${dialectOf(id).name} does not sell in ${currency}`, {
          detail: detail.join(', '),
        });
      }
      const listings = await clients[id].listings(site.currency).catch((error: unknown) => {
        if (error instanceof ChannelDown) return [];
        throw error;
      });
      return answer(c, listingsAnswer, { listings });
    })
    .get('/channels/:id/files/:name', async (c) => {
      const id = channelOf(c.req.param('id'));
      const name = c.req.param('name');
      const book = await readBook(database);
      if (book === null) throw new HttpProblem(404, 'no-book', 'There is no book yet');
      const dialect = dialectOf(id);
      const names = sitesOf(id).flatMap((site) => site.files(settingsOf(book, site)));
      const source = names.find((one) => one === name || dialect.twin?.nameOf(one) === name);
      if (source === undefined)
        throw new HttpProblem(404, 'file', `${dialect.name} has no file of this name`, { detail: names.join(', ') });
      c.header('Content-Type', 'application/octet-stream');
      c.header('Content-Disposition', `attachment; filename="${name}"`);
      return streamed(c, async (write) => {
        const pieces: string[] = [];
        await threads(c.req.raw.signal, (tasks) =>
          tasks.render(
            id,
            proxy(async () => undefined),
            proxy(async (of: string, text: string) => {
              if (of === source) await (source === name ? write(text) : pieces.push(text));
            }),
          ),
        );
        // The same in another form is made of the whole file.
        if (source === name || dialect.twin === null) return;
        for (const piece of unwrap(dialect.twin.of({ name: source, text: pieces.join('') })).pieces())
          await write(piece);
      });
    })
    .post('/channels/:id/sends', async (c) => {
      const id = channelOf(c.req.param('id'));
      const { who } = await parsed(c, sendRequest);
      const requested = new Date(await nowOf(context));
      const key = await writeKeyOf(c);
      const sent = await transaction(database, (connection) =>
        once(connection, key, async () => {
          const revision = await newest(connection);
          const added = await addSend(connection, {
            channel: id,
            revision,
            idempotency_key: randomUUID(),
            requested,
            who,
          });
          if (!added)
            throw new HttpProblem(409, 'under-way', `A send to ${dialectOf(id).name} is under way already`, {
              detail: 'Where it is not known whether the channel took it, it is asked again until that is known.',
            });
          await jobs.ask(connection, 'send', added.id);
          return added.id;
        }),
      );
      const send = await sendById(database, sent);
      if (!send) throw new HttpProblem(404, 'send', 'There is no such send');
      return answer(c, sendSchema, sendView(send), 202);
    })
    .delete('/channels/:id/sends/:send', async (c) => {
      const id = channelOf(c.req.param('id'));
      const send = await sendById(database, rowNumber(c.req.param('send')));
      if (send?.channel !== id) throw new HttpProblem(404, 'send', 'There is no such send');
      if (!(await giveUpSend(database, send.id)))
        throw new HttpProblem(409, 'send', 'It is known, or will be at once, what became of this send');
      return answer(c, sendSchema, sendView({ ...send, state: 'given up' }));
    })
    .post('/channels/:id/checkouts', async (c) => {
      const id = channelOf(c.req.param('id'));
      const { moment, baskets } = await parsed(c, checkoutRequest);
      const saved = await compiledNow();
      if (!saved) throw new HttpProblem(404, 'no-book', 'There is no book yet');
      const now = await nowOf(context);
      const asked = baskets.flatMap((basket) => basket.lines.map((line) => line.sku));
      const items = await goodsWithParents(database, [...asked, ...namedSkus(saved.book)]);
      const bySku = new Map(items.map((item) => [item.sku, item]));
      const openedIn = memo((book: CompiledBook) => {
        const compiled = asOf(book, now);
        return { compiled, ready: readyFinder(compiled, (sku) => bySku.get(sku)) };
      });
      const questions = baskets.map((basket): Asked => {
        const unasked = (problems: readonly Problem[]) =>
          new HttpProblem(422, 'basket', `The basket “${basket.name}” cannot be asked`, {
            problems: problems.map(saidProblem),
          });
        const made = saved.compiledFor(basket.market);
        if (!made.ok) throw unasked(made.problems);
        const { compiled, ready } = openedIn(made.value);
        const question = questionOf(compiled, basket, { ready, now: Date.parse(moment) });
        if (!question.ok) throw unasked(question.problems);
        return { compiled, question: question.value };
      });
      return answer(c, checkoutAnswer, await checkoutOf(id, questions));
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
