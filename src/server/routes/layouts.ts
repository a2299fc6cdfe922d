import { Hono } from 'hono';
import { layoutSorts, layoutsAnswer } from '../../contract/index.ts';
import { layoutSchema } from '../../core/tables/index.ts';
import { type Context, nowOf } from '../context.ts';
import { HttpProblem } from '../problem.ts';
import { layoutsOf, putLayout } from '../queries/layouts.ts';
import { answer, parsed } from './parsed.ts';

/** Layouts told of: those of the files that come again. */
const most = 50;

/** How files of others are laid out, so that the next of a kind is read as the last was. */
export function layoutRoutes(context: Context): Hono {
  const { database } = context;
  const known = (sort: string): string => {
    if (!(layoutSorts as readonly string[]).includes(sort))
      throw new HttpProblem(404, 'layout', 'There is no such sort of file', {
        detail: `There are ${layoutSorts.join(', ')}.`,
      });
    return sort;
  };
  return new Hono()
    .get('/layouts/:sort', async (c) =>
      answer(c, layoutsAnswer, { layouts: await layoutsOf(database, known(c.req.param('sort')), most) }),
    )
    .put('/layouts/:sort', async (c) => {
      const sort = known(c.req.param('sort'));
      const layout = await parsed(c, layoutSchema);
      await putLayout(database, sort, layout, new Date(await nowOf(context)));
      return answer(c, layoutsAnswer, { layouts: await layoutsOf(database, sort, most) });
    });
}
