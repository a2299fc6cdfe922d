import { starterBook } from '../core/book/index.ts';
import { starterNames } from '../words/index.ts';
import { connect, migrate } from './database.ts';
import { newest } from './queries/revisions.ts';
import { replaceBook } from './save.ts';

/**
 * Puts a book to begin with into an empty database: one market, an empty default template. Does nothing where there is
 * a book.
 */
const database = connect(process.env.DATABASE_URL ?? '');
await migrate(database);
const { locale, timeZone } = Intl.DateTimeFormat().resolvedOptions();
if ((await newest(database)) === 0)
  await replaceBook(
    database,
    starterBook(
      { country: new Intl.Locale(locale).maximize().region ?? 'IE', currency: 'EUR', locale, timeZone },
      starterNames,
    ),
    [],
    { base: null, who: 'Plemb', note: 'A book to begin with', at: new Date(), key: null },
  );
await database.end();
