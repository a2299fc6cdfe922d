import { Hono } from 'hono';
import type { Context } from '../context.ts';
import { allVisits, ordersAfter } from '../queries/history.ts';

const pageOfOrders = 5000;

/** What the carrier asks, and what shoppers did. */
export function historyRoutes({ database, carrier }: Context): Hono {
  return new Hono()
    .get('/carrier', async (c) => c.json(await carrier.cards()))
    .get('/visits', async (c) => c.json({ visits: await allVisits(database) }))
    .get('/orders', async (c) => {
      const after = Number(c.req.query('after') ?? 0);
      const orders = await ordersAfter(database, Number.isSafeInteger(after) ? after : 0, pageOfOrders);
      return c.json({ orders, next: orders.length === pageOfOrders ? (orders.at(-1)?.id ?? null) : null });
    });
}
