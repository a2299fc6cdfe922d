import { Hono } from 'hono';
import { keyRequest, keysAnswer } from '../../contract/index.ts';
import { channelIds } from '../../core/book/index.ts';
import { type Context, nowOf } from '../context.ts';
import { HttpProblem } from '../problem.ts';
import { allKeys, dropKey, putKey } from '../queries/keys.ts';
import { answer, parsed } from './parsed.ts';

const carriers: readonly string[] = ['ternline'];

/** Keys go in and are never told again: only whether there is one, since when and by whom. */
export function keyRoutes(context: Context): Hono {
  const { database, sealer } = context;
  const known = (of: string): string => {
    if (![...channelIds, ...carriers].includes(of))
      throw new HttpProblem(404, 'key', 'There is no such channel or carrier');
    return of;
  };
  const all = async () => ({
    keys: (await allKeys(database)).map(({ of, sealed, prices, who, at }) => ({
      of,
      prices,
      who,
      at: at.toISOString(),
      opens: (sealer?.open(of, sealed) ?? null) !== null,
    })),
    seals: sealer !== null,
  });
  return new Hono()
    .get('/keys', async (c) => answer(c, keysAnswer, await all()))
    .put('/keys/:of', async (c) => {
      const of = known(c.req.param('of'));
      const { key, prices, who } = await parsed(c, keyRequest);
      // Told without what was sent: an error is no place for a key.
      if (typeof key !== 'string' || !/^[\x21-\x7e]{4,200}$/.test(key))
        throw new HttpProblem(422, 'key', 'This is no key', {
          detail: 'Right would be 4 to 200 letters, digits and signs of ASCII, without spaces.',
        });
      if (!sealer)
        throw new HttpProblem(422, 'no-seal', 'There is nothing to seal a key with; it was not kept', {
          detail: 'PLEMB_SEAL_KEY is not set: 32 random bytes in base64, the same for every server and worker.',
        });
      const at = new Date(await nowOf(context));
      await putKey(database, {
        of,
        sealed: sealer.seal(of, key),
        prices: carriers.includes(of) ? prices : null,
        who,
        at,
      });
      return answer(c, keysAnswer, await all());
    })
    .delete('/keys/:of', async (c) => {
      await dropKey(database, known(c.req.param('of')));
      return answer(c, keysAnswer, await all());
    });
}
