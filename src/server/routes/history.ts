import { Hono } from 'hono';
import { carrierAnswer, ordersPage, visitsAnswer } from '../../contract/index.ts';
import type { Context } from '../context.ts';
import { allVisits, ordersAfter } from '../queries/history.ts';
import { answer } from './parsed.ts';

const pageOfOrders = 5000;

/** What the carrier asks, and what shoppers did. */
export function historyRoutes({ database, carrier }: Context): Hono {
  return new Hono()
    .get('/carrier', async (c) => answer(c, carrierAnswer, await carrier.cards()))
    .get('/visits', async (c) => answer(c, visitsAnswer, { visits: await allVisits(database) }))
    .get('/orders', async (c) => {
      const after = Number(c.req.query('after') ?? 0);
      const orders = await ordersAfter(database, Number.isSafeInteger(after) ? after : 0, pageOfOrders);
      return answer(c, ordersPage, {
        orders,
        next: orders.length === pageOfOrders ? (orders.at(-1)?.id ?? null) : null,
      });
    });
}
