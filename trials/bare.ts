import { createServer } from 'node:http';
import pg from 'pg';

/** The same reads as bare SQL behind bare HTTP: what Plemb's answers are held against. Not used for anything else. */
const pool = new pg.Pool({ connectionString: process.env.DATABASE_URL, max: 8 });
const statements: Readonly<Record<string, string>> = {
  '/api/book': 'select kind, id, body from book_part order by kind, position',
  '/api/goods': "select body from goods where sku > '' order by sku limit 5000",
  '/api/revisions': 'select number, at, who, note, changes from revision order by number desc limit 50',
  '/api/checks/last': 'select body from finding where run = (select max(id) from check_run) order by position',
};
const server = createServer((request, response) => {
  const statement = statements[(request.url ?? '').split('?')[0] ?? ''];
  if (!statement) return response.writeHead(404).end();
  pool
    .query(statement)
    .then(({ rows }) => response.writeHead(200, { 'Content-Type': 'application/json' }).end(JSON.stringify(rows)))
    .catch(() => response.writeHead(500).end());
});
server.listen(0, '127.0.0.1', () => {
  const address = server.address() as { port: number };
  process.stdout.write(`${JSON.stringify({ listening: `http://127.0.0.1:${address.port}` })}\n`);
});
process.on('SIGTERM', () => process.exit(0));
process.on('disconnect', () => process.exit(0));
