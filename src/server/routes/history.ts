import { Hono } from 'hono';
import {
  type HistoryImport,
  historyAnswer,
  historyImport,
  historyRequest,
  ordersPage,
  pieceRequest,
  piecesRequest,
  visitsAnswer,
} from '../../contract/index.ts';
import { type HistorySort, historySorts, sampleOf } from '../../core/history/index.ts';
import { type Context, nowOf } from '../context.ts';
import { transaction } from '../database.ts';
import type { Jobs } from '../jobs/queues.ts';
import { once, writeKeyOf } from '../once.ts';
import { HttpProblem } from '../problem.ts';
import { allVisits, forgetHistory, historyThere, orderCount, ordersAfter } from '../queries/history.ts';
import {
  addHistoryImport,
  endHistoryImport,
  type HistoryImportRow,
  historyImportById,
  markHistoryImport,
  moveHistoryImport,
  piecesOf,
  putPiece,
  stopHistoryImport,
} from '../queries/history-imports.ts';
import { answer, parsed, rowNumber } from './parsed.ts';

const pageOfOrders = 25_000;
const mostPieces = 4000;

const view = ({ id, sort, state, name, done, total, report, error }: HistoryImportRow): HistoryImport => ({
  id,
  sort,
  state,
  name,
  done: Math.round(done),
  all: Math.round(total),
  report,
  error,
});

/** What shoppers did, and the files that say so. */
export function historyRoutes(context: Context, jobs: Jobs): Hono {
  const { database } = context;
  const byId = async (text: string): Promise<HistoryImportRow> => {
    const row = await historyImportById(database, rowNumber(text));
    if (!row) throw new HttpProblem(404, 'history', 'There is no such file of history');
    return row;
  };
  const sortOf = (text: string): HistorySort => {
    const sort = historySorts.find((one) => one === text);
    if (!sort)
      throw new HttpProblem(404, 'history', 'There is no such history', {
        detail: `There are ${historySorts.join(', ')}.`,
      });
    return sort;
  };
  const whole = (text: string | undefined, least: number): number => {
    const number = Number(text ?? least);
    return Number.isSafeInteger(number) && number >= least ? number : least;
  };
  return new Hono()
    .get('/visits', async (c) => answer(c, visitsAnswer, { visits: await allVisits(database) }))
    .get('/orders', async (c) => {
      const said = c.req.query('every');
      const every = said === undefined ? sampleOf(await orderCount(database)) : whole(said, 1);
      const page = await ordersAfter(database, whole(c.req.query('after'), 0), pageOfOrders, every);
      return answer(c, ordersPage, { ...page, every });
    })
    .get('/history', async (c) => answer(c, historyAnswer, await historyThere(database)))
    .delete('/history/:sort', async (c) => {
      await forgetHistory(database, sortOf(c.req.param('sort')));
      return answer(c, historyAnswer, await historyThere(database));
    })
    .post('/history/imports', async (c) => {
      const request = await parsed(c, historyRequest);
      const requested = new Date(await nowOf(context));
      const key = await writeKeyOf(c);
      const id = await transaction(database, (connection) =>
        once(connection, key, () => addHistoryImport(connection, request, requested)),
      );
      return answer(c, historyImport, view(await byId(String(id))), 202);
    })
    .get('/history/imports/:id', async (c) => answer(c, historyImport, view(await byId(c.req.param('id')))))
    .put('/history/imports/:id/pieces/:n', async (c) => {
      const row = await byId(c.req.param('id'));
      const n = /^\d{1,4}$/.test(c.req.param('n')) ? Number(c.req.param('n')) : mostPieces;
      if (n >= mostPieces) throw new HttpProblem(404, 'history', `Pieces are numbered from 0 to ${mostPieces - 1}`);
      const { text } = await parsed(c, pieceRequest);
      if (!(await putPiece(database, row.id, n, text)))
        throw new HttpProblem(409, 'history', 'This file is being taken already, or is over');
      return answer(c, historyImport, view(await byId(String(row.id))), 202);
    })
    .post('/history/imports/:id/taken', async (c) => {
      const row = await byId(c.req.param('id'));
      const { pieces } = await parsed(c, piecesRequest);
      const key = await writeKeyOf(c);
      await transaction(database, (connection) =>
        once(connection, key, async () => {
          const there = await piecesOf(connection, row.id);
          if (there.count !== pieces)
            throw new HttpProblem(
              409,
              'history',
              `${there.count} of ${pieces} pieces have come; send the others first`,
            );
          if (!(await moveHistoryImport(connection, row.id, ['coming'], 'taking')))
            throw new HttpProblem(409, 'history', 'This file is being taken already, or is over');
          await markHistoryImport(connection, row.id, 0, there.letters);
          await jobs.ask(connection, 'history', row.id);
          return row.id;
        }),
      );
      return answer(c, historyImport, view(await byId(String(row.id))), 202);
    })
    .delete('/history/imports/:id', async (c) => {
      const row = await byId(c.req.param('id'));
      if (await moveHistoryImport(database, row.id, ['coming'], 'stopped'))
        await endHistoryImport(database, row.id, null);
      else await stopHistoryImport(database, row.id);
      return answer(c, historyImport, view(await byId(String(row.id))), 202);
    });
}
