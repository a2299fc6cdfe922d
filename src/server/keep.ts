import { existsSync } from 'node:fs';
import { backUp } from './backup/backup.ts';
import { Unable } from './backup/format.ts';
import { restore } from './backup/restore.ts';
import { connect } from './database.ts';
import { troubleOf } from './trouble.ts';

/**
 * `backup FILE` writes all that the database of DATABASE_URL holds into a file, `restore FILE` puts it back into an
 * empty one. Ends with 0, or with 2 and a sentence.
 */
const [verb = '', path = ''] = process.argv.slice(2);
const database = connect(process.env.DATABASE_URL ?? '');
try {
  if (verb === 'backup' && existsSync(path)) throw new Unable(`${path} is there already; right would be a new name`);
  const { seller, revision, rows } =
    verb === 'backup' ? await backUp(database, path, new Date()) : await restore(database, path);
  const book = seller === null ? 'no book yet' : `the book of ${seller} at revision ${revision}`;
  const counted = `${rows.toLocaleString('en')} ${rows === 1 ? 'row' : 'rows'}`;
  process.stdout.write(`${path} ${verb === 'backup' ? 'holds' : 'is put back:'} ${book}, ${counted}\n`);
} catch (error) {
  process.stderr.write(`${said(error)}\n`);
  process.exitCode = 2;
} finally {
  await database.end();
}

function said(error: unknown): string {
  const { message, code = '' } = error as Error & { code?: string };
  if (error instanceof Unable) return message;
  if (['ENOSPC', 'ENOENT', 'EACCES', 'EISDIR'].includes(code)) return `${path} cannot be written: ${message}`;
  if (code.startsWith('28') || code === '3D000') return `The database cannot be opened: ${message}`;
  return troubleOf(error) === 'away'
    ? `The database does not answer: ${message || code}`
    : `Something failed that should not have: ${message}`;
}
