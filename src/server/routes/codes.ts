import { randomInt } from 'node:crypto';
import { Hono, type Context as Request } from 'hono';
import {
  batchesAnswer,
  codesRequest,
  customerAnswer,
  listReport,
  listRequest,
  segmentsAnswer,
  singlesAnswer,
  singlesRequest,
  spendAnswer,
} from '../../contract/index.ts';
import { channelIds } from '../../core/book/index.ts';
import type { Currency, Problem } from '../../core/exact/index.ts';
import { readCodes, readCustomers, readSpend } from '../../core/offers/index.ts';
import { saidProblem } from '../../words/index.ts';
import { type Context, nowOf } from '../context.ts';
import { transaction } from '../database.ts';
import { once, writeKeyOf } from '../once.ts';
import { HttpProblem } from '../problem.ts';
import { readBook } from '../queries/book.ts';
import {
  addCodes,
  addFreshCodes,
  batches,
  codesAfter,
  customersAfter,
  dropBatch,
  markUsed,
  putCustomers,
  segmentCounts,
  segmentOf,
  unusedAmong,
} from '../queries/codes.ts';
import { allSpend, putSpend } from '../queries/spend.ts';
import { answer, parsed } from './parsed.ts';
import { streamed } from './streamed.ts';

/** Letters and digits that are not taken for one another. */
const alphabet = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';
const codeLength = 10;
const page = 20_000;
const batchName = /^[a-z0-9][a-z0-9-]{0,39}$/;

const freshCode = () => Array.from({ length: codeLength }, () => alphabet[randomInt(alphabet.length)]).join('');
const listedLines = (badLines: readonly { readonly line: number; readonly problems: readonly Problem[] }[]) =>
  badLines.slice(0, 200).map(({ line, problems }) => ({ line, problems: problems.map(saidProblem) }));

/**
 * What stands beside the book: single-use codes in batches, customers in segments, and what budgets have been spent on.
 */
export function codeRoutes(context: Context): Hono {
  const { database } = context;
  const at = async () => new Date(await nowOf(context));
  const batchOf = (text: string): string => {
    if (!batchName.test(text))
      throw new HttpProblem(422, 'batch', `“${text}” is no name of a batch`, {
        detail: 'Small letters, digits and hyphens, at most 40.',
      });
    return text;
  };
  /** Pages of rows one after the other, as one file. */
  const file = (c: Request, name: string, head: string, pages: AsyncGenerator<string>) => {
    c.header('Content-Type', 'text/csv; charset=utf-8');
    c.header('Content-Disposition', `attachment; filename="${name}"`);
    return streamed(c, async (write) => {
      await write(`${head}\r\n`);
      for await (const some of pages) await write(some);
    });
  };

  return new Hono()
    .get('/codes', async (c) => answer(c, batchesAnswer, { batches: await batches(database) }))
    .post('/codes/batches/:batch', async (c) => {
      const batch = batchOf(c.req.param('batch'));
      const { count } = await parsed(c, codesRequest);
      const moment = await at();
      const key = await writeKeyOf(c);
      await transaction(database, (connection) =>
        once(connection, key, async () => {
          for (let left = count; left > 0; )
            left -= await addFreshCodes(
              connection,
              batch,
              Array.from({ length: Math.min(left, page) }, freshCode),
              moment,
            );
          return count;
        }),
      );
      return answer(c, batchesAnswer, { batches: await batches(database) }, 201);
    })
    .put('/codes/batches/:batch', async (c) => {
      const batch = batchOf(c.req.param('batch'));
      const { codes, badLines } = readCodes((await parsed(c, listRequest)).text);
      if (badLines.length > 0 || codes.length === 0)
        return answer(c, listReport, { taken: 0, badLines: listedLines(badLines) });
      const moment = await at();
      const rows = codes.map((one) => ({ code: one.code, used: one.used === null ? null : new Date(one.used) }));
      const key = await writeKeyOf(c);
      const standing = await transaction(database, (connection) =>
        once(connection, key, () => addCodes(connection, batch, rows, moment)),
      );
      const bad = standing.map((code) => ({
        line: codes.findIndex((one) => one.code === code) + 2,
        problems: [{ at: ['code'], is: 'in a batch already', code } as const],
      }));
      return answer(c, listReport, { taken: standing.length > 0 ? 0 : codes.length, badLines: listedLines(bad) });
    })
    .delete('/codes/batches/:batch', async (c) => {
      await dropBatch(database, batchOf(c.req.param('batch')));
      return answer(c, batchesAnswer, { batches: await batches(database) });
    })
    .get('/codes/batches/:batch/file', (c) => {
      const batch = batchOf(c.req.param('batch'));
      return file(
        c,
        `${batch}.csv`,
        'code,used',
        paged(
          (after) => codesAfter(database, batch, after, page),
          (one) => one.code,
          (one) => `${one.code},${one.used?.toISOString() ?? ''}\r\n`,
        ),
      );
    })
    .post('/codes/used', async (c) => {
      const { codes, badLines } = readCodes((await parsed(c, listRequest)).text);
      if (badLines.length > 0) return answer(c, listReport, { taken: 0, badLines: listedLines(badLines) });
      const moment = await at();
      const rows = codes.map((one) => ({ code: one.code, used: one.used === null ? null : new Date(one.used) }));
      const { marked, unknown } = await transaction(database, (connection) => markUsed(connection, rows, moment));
      const bad = unknown.map((code) => ({
        line: codes.findIndex((one) => one.code === code) + 2,
        problems: [{ at: ['code'], is: 'unknown', what: 'code of a batch', id: code, known: [] } as const],
      }));
      return answer(c, listReport, { taken: marked, badLines: listedLines(bad) });
    })
    .post('/codes/known', async (c) =>
      answer(c, singlesAnswer, { singles: await unusedAmong(database, (await parsed(c, singlesRequest)).codes) }),
    )
    .get('/spend', async (c) => answer(c, spendAnswer, { rows: await allSpend(database) }))
    .put('/spend', async (c) => {
      const book = await readBook(database);
      const offers = book?.offers.filter((one) => one.limits.budget !== null).map((one) => one.id) ?? [];
      const { rows, badLines } = readSpend((await parsed(c, listRequest)).text, {
        offers,
        channels: channelIds,
        currency: (book?.markets[0]?.currency ?? 'EUR') as Currency,
      });
      if (badLines.length > 0) return answer(c, listReport, { taken: 0, badLines: listedLines(badLines) });
      await transaction(database, (connection) => putSpend(connection, rows));
      return answer(c, listReport, { taken: rows.length, badLines: [] });
    })
    .get('/spend/file', async (c) => {
      const rows = await allSpend(database);
      const lines = rows.map((one) => `${one.offer},${one.week},${one.channel ?? ''},${one.amount}\r\n`);
      return c.text(`offer,week,channel,amount\r\n${lines.join('')}`, 200, {
        'Content-Type': 'text/csv; charset=utf-8',
        'Content-Disposition': 'attachment; filename="spend.csv"',
      });
    })
    .get('/segments', async (c) => answer(c, segmentsAnswer, { segments: await segmentCounts(database) }))
    .put('/customers', async (c) => {
      const book = await readBook(database);
      const { customers, badLines } = readCustomers(
        (await parsed(c, listRequest)).text,
        book?.segments.map((one) => one.id) ?? [],
      );
      if (badLines.length > 0) return answer(c, listReport, { taken: 0, badLines: listedLines(badLines) });
      await transaction(database, (connection) => putCustomers(connection, customers));
      return answer(c, listReport, { taken: customers.length, badLines: [] });
    })
    .get('/customers/file', (c) =>
      file(
        c,
        'customers.csv',
        'customer,segment',
        paged(
          (after) => customersAfter(database, after, page),
          (one) => one.customer,
          (one) => `${one.customer},${one.segment}\r\n`,
        ),
      ),
    )
    .get('/customers/:id', async (c) =>
      answer(c, customerAnswer, { customer: c.req.param('id'), segment: await segmentOf(database, c.req.param('id')) }),
    );
}

/** All rows of a list read page by page, a page's lines at a time. */
async function* paged<T>(
  after: (key: string) => Promise<readonly T[]>,
  keyOf: (row: T) => string,
  lineOf: (row: T) => string,
): AsyncGenerator<string> {
  for (let key = ''; ; ) {
    const rows = await after(key);
    if (rows.length > 0) yield rows.map(lineOf).join('');
    const last = rows.at(-1);
    if (!last || rows.length < page) return;
    key = keyOf(last);
  }
}
