import { Hono } from 'hono';
import { type ImportState, importRequest, importState } from '../../contract/index.ts';
import { type Context, nowOf } from '../context.ts';
import { transaction } from '../database.ts';
import type { Jobs } from '../jobs/queues.ts';
import { once, writeKeyOf } from '../once.ts';
import { HttpProblem } from '../problem.ts';
import {
  addImport,
  endImport,
  type ImportRow,
  importById,
  markImport,
  moveImport,
  stopImport,
} from '../queries/imports.ts';
import { answer, parsed, rowNumber } from './parsed.ts';

const view = ({ id, state, name, done, total, report, revision, error }: ImportRow): ImportState => ({
  id,
  state,
  name,
  done,
  all: total,
  report,
  revision,
  error,
});

/** Large files of goods: put in, followed, taken or stopped. */
export function importRoutes(context: Context, jobs: Jobs): Hono {
  const { database } = context;
  const byId = async (text: string): Promise<ImportRow> => {
    const row = await importById(database, rowNumber(text));
    if (!row) throw new HttpProblem(404, 'import', 'There is no such import');
    return row;
  };
  return new Hono()
    .post('/imports', async (c) => {
      const { name, text, who, ...manner } = await parsed(c, importRequest);
      const requested = new Date(await nowOf(context));
      const key = await writeKeyOf(c);
      const id = await transaction(database, (connection) =>
        once(connection, key, async () => {
          const added = await addImport(connection, name, text, who, requested, manner);
          await jobs.ask(connection, 'import', added.id);
          return added.id;
        }),
      );
      return answer(c, importState, view(await byId(String(id))), 202);
    })
    .get('/imports/:id', async (c) => answer(c, importState, view(await byId(c.req.param('id')))))
    .post('/imports/:id/taken', async (c) => {
      const row = await byId(c.req.param('id'));
      const key = await writeKeyOf(c);
      await transaction(database, (connection) =>
        once(connection, key, async () => {
          if (!(await moveImport(connection, row.id, ['read'], 'taking')))
            throw new HttpProblem(409, 'import', 'This import has not been read, or is over');
          await markImport(connection, row.id, 0, 0);
          await jobs.ask(connection, 'import', row.id);
          return row.id;
        }),
      );
      return answer(c, importState, view(await byId(String(row.id))), 202);
    })
    .delete('/imports/:id', async (c) => {
      const row = await byId(c.req.param('id'));
      if (await moveImport(database, row.id, ['read'], 'stopped')) await endImport(database, row.id, null);
      else await stopImport(database, row.id);
      return answer(c, importState, view(await byId(String(row.id))), 202);
    });
}
