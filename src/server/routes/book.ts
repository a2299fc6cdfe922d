import { Hono } from 'hono';
import {
  bookAnswer,
  changesAnswer,
  goodsPage,
  importAnswer,
  importOf,
  pathIn,
  revisionsPage,
  revisionsRequest,
  saveAnswer,
  saveRequest,
  sinceAnswer,
  takeBackRequest,
} from '../../contract/index.ts';
import { type BookFile, foldChanges, migrationNotes, readBookFile } from '../../core/book/index.ts';
import { migrationText, saidProblem } from '../../words/index.ts';
import { type Context, nowOf } from '../context.ts';
import { snapshot } from '../database.ts';
import { writeKeyOf } from '../once.ts';
import { HttpProblem } from '../problem.ts';
import { readBook } from '../queries/book.ts';
import { everyItem, goodsAfter } from '../queries/goods.ts';
import { changesBetween, newest, revisionsBefore, savers, sizeBetween } from '../queries/revisions.ts';
import { replaceBook, save, takeBack } from '../save.ts';
import { keptAnswers, ofRevision } from './kept.ts';
import { answer, bodyOf, parsed, rowNumber, shapedAs } from './parsed.ts';

const pageOfGoods = 5000;
const pageOfRevisions = 50;
/** So many bytes of changes, as the database keeps them, are told; beyond, the whole book is the shorter way. */
const mostSince = 8_000_000;

/** The book, its goods and its revisions. */
export function bookRoutes(context: Context): Hono {
  const { database } = context;
  const kept = keptAnswers(database, ofRevision);
  const at = async () => new Date(await nowOf(context));
  return new Hono()
    .get('/book', (c) =>
      kept(c, bookAnswer, async (connection) => {
        const book = await readBook(connection);
        if (!book)
          throw new HttpProblem(404, 'no-book', 'There is no book yet', { detail: 'Import one, or start the demo.' });
        return { revision: await newest(connection), book };
      }),
    )
    .get('/goods', (c) =>
      kept(c, goodsPage, async (connection) => {
        const items = await goodsAfter(connection, c.req.query('after') ?? '', pageOfGoods);
        return {
          revision: await newest(connection),
          items,
          next: items.length === pageOfGoods ? (items.at(-1)?.sku ?? null) : null,
        };
      }),
    )
    .get('/book/since/:revision', (c) => {
      const since = c.req.param('revision') === '0' ? 0 : rowNumber(c.req.param('revision'));
      return kept(c, sinceAnswer, async (connection) => {
        const revision = await newest(connection);
        if (since > revision) throw new HttpProblem(404, 'revision', `There is no revision ${since} yet`);
        if ((await sizeBetween(connection, since, revision)) > mostSince) return { revision, changes: null };
        return { revision, changes: (await changesBetween(connection, since, revision)).flatMap((row) => row.changes) };
      });
    })
    .get('/book/file', async (c) => {
      const { book, goods } = await snapshot(database, async (connection) => ({
        book: await readBook(connection),
        goods: await everyItem(connection),
      }));
      if (!book) throw new HttpProblem(404, 'no-book', 'There is no book yet');
      const file: BookFile = { ...book, goods };
      return c.text(`${JSON.stringify(file, null, 1)}\n`, 200, {
        'Content-Type': 'application/json',
        'Content-Disposition': 'attachment; filename="book.json"',
      });
    })
    .put('/book/file', async (c) => {
      const { base } = shapedAs(importOf, c.req.query());
      const data = await bodyOf(c);
      const read = readBookFile(data);
      if (!read.ok)
        throw new HttpProblem(422, 'unsound', 'This file is no book that holds together; nothing was changed', {
          problems: read.problems.slice(0, 200).map(saidProblem),
        });
      const { goods, ...book } = read.value;
      const who = c.req.header('X-Who')?.slice(0, 60) || 'Somebody';
      const notes = migrationNotes(data).map((one) => migrationText(one, ' '));
      const note = [`Imported the book of ${book.seller}`, ...notes].join('. ');
      const revision = await replaceBook(database, book, goods, {
        base: base ?? null,
        who,
        note,
        at: await at(),
        key: await writeKeyOf(c),
      });
      return answer(c, importAnswer, { revision, notes }, 201);
    })
    .post('/revisions', async (c) => {
      const request = await parsed(c, saveRequest);
      const edits = request.edits.map((edit) =>
        edit.value === undefined ? { path: edit.path } : { path: edit.path, value: edit.value },
      );
      return answer(
        c,
        saveAnswer,
        { revision: await save(database, { ...request, edits, at: await at(), key: await writeKeyOf(c) }) },
        201,
      );
    })
    .get('/revisions', (c) => {
      const { before, who, kinds, of } = shapedAs(revisionsRequest, c.req.query());
      const filter = { who: who ?? null, kinds: kinds?.split(',') ?? null, of: of === undefined ? null : pathIn(of) };
      return kept(c, revisionsPage, async (connection) => {
        const rows = await revisionsBefore(connection, before, filter, pageOfRevisions);
        return {
          revisions: rows.map((row) => ({ ...row, at: row.at.toISOString() })),
          next: rows.length === pageOfRevisions ? (rows.at(-1)?.number ?? null) : null,
          people: await savers(connection),
        };
      });
    })
    .get('/revisions/:from/to/:to', async (c) => {
      const [from, to] = [rowNumber(c.req.param('from')), rowNumber(c.req.param('to'))];
      // Revision 0 is the book before its first.
      if (to === 0 || from > to || (from === 0 && c.req.param('from') !== '0'))
        throw new HttpProblem(400, 'revisions', 'Two revisions are compared, the earlier first');
      const changes = foldChanges((await changesBetween(database, from, to)).flatMap((row) => row.changes));
      return answer(c, changesAnswer, { from, to, changes });
    })
    .post('/revisions/:number/taken-back', async (c) => {
      const { who } = await parsed(c, takeBackRequest);
      const revision = await takeBack(database, rowNumber(c.req.param('number')), {
        who,
        at: await at(),
        key: await writeKeyOf(c),
      });
      return answer(c, saveAnswer, { revision }, 201);
    });
}
