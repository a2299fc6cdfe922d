import { Hono } from 'hono';
import { carrierAnswer, carrierGoodsAnswer, carrierGoodsRequest } from '../../contract/index.ts';
import { readyFinder } from '../../core/book/index.ts';
import { unwrap } from '../../core/exact/index.ts';
import { type Weighed, weighedOf } from '../../core/plan/index.ts';
import { type Context, compiledOnce } from '../context.ts';
import { HttpProblem } from '../problem.ts';
import { goodsWithParents } from '../queries/goods.ts';
import { answer, parsed } from './parsed.ts';

/** What the carrier asks, and its own record of the seller's goods. */
export function carrierRoutes({ database, carrier }: Context): Hono {
  const compiledNow = compiledOnce(database);

  /** What it is told of goods of the saved book: all of them, or nothing. */
  async function weighed(skus: readonly string[]): Promise<Weighed[]> {
    const saved = await compiledNow();
    if (!saved) throw new HttpProblem(404, 'no-book', 'There is no book yet');
    const items = await goodsWithParents(database, skus);
    const bySku = new Map(items.map((item) => [item.sku, item]));
    const ready = readyFinder(unwrap(saved.compiledFor(null)), (sku) => bySku.get(sku));
    return skus.map((sku) => {
      const item = ready(sku);
      const line = item && weighedOf(item);
      if (!line)
        throw new HttpProblem(422, 'goods', `Of ${sku} the carrier can be told nothing`, {
          detail: 'Right would be goods of the saved book that have a mass and a size.',
        });
      return line;
    });
  }

  return new Hono()
    .get('/carrier', async (c) => answer(c, carrierAnswer, await carrier.cards()))
    .get('/carrier/goods', async (c) => answer(c, carrierGoodsAnswer, await carrier.goods()))
    .put('/carrier/goods', async (c) => {
      const { skus } = await parsed(c, carrierGoodsRequest);
      return answer(c, carrierGoodsAnswer, await carrier.tellGoods(await weighed(skus)));
    });
}
