// npm run trial:bounds: how wide bounds are beside the widest that is found. Seeded; --books N --baskets N --from SEED.
import { parseArgs } from 'node:util';
import { dialectOf, type Note } from '../src/core/channels/index.ts';
import { marketOffersWorldOf, tellableWorldOf } from '../tests/telling/books.ts';
import { feedWorldOf } from '../tests/telling/feed-world.ts';
import { smallBookOf } from '../tests/telling/small-books.ts';
import { weighed } from '../tests/telling/weighed.ts';
import { boundOf, isClose, widestRates } from '../tests/telling/widest.ts';

/**
 * A bound is the most by which a basket may differ. Rates are looked at in books of rates alone, every count of every
 * item; thresholds, mixing, fees and offers in small books, so many aimed baskets each: only those count for a clause in
 * which nothing else is inexact but what goes with it, as offers that meet. How much narrower is what is found? A basket
 * that is off by more than all its clauses say is told first, and is a failure.
 */
const { values: options } = parseArgs({
  options: {
    books: { type: 'string', default: '40' },
    baskets: { type: 'string', default: '100000' },
    from: { type: 'string', default: '1' },
  },
});
const [books, baskets, from] = [Number(options.books), Number(options.baskets), Number(options.from)];

const lossesOf = ({ clause, fidelity }: Note): string =>
  `${clause.about}: ${fidelity.is === 'exact' ? '' : [...new Set(fidelity.losses.map((loss) => loss.is))].join(', ')}`;

for (const [id, worldOf] of [
  ['lerrin-shop', tellableWorldOf],
  ['findlark', feedWorldOf],
  ['harrowmere', marketOffersWorldOf],
] as const) {
  const dialect = dialectOf(id);
  const rows = new Map<string, { bounds: number; close: number; wide: string[] }>();
  console.log(
    `\n${dialect.name}: ${books} books from seed ${from}, ${baskets.toLocaleString('en')} baskets of each small one`,
  );
  for (let seed = from; seed < from + books; seed += 1) {
    const small = weighed(dialect, smallBookOf(dialect, seed), baskets, seed);
    for (const one of small.beyond) {
      console.log(`BEYOND what is said, book ${seed}: ${one}`);
      process.exitCode = 1;
    }
    for (const one of [...widestRates(dialect, worldOf(seed)), ...small.found]) {
      const { note, widest, asked } = one;
      const row = rows.get(lossesOf(note)) ?? { bounds: 0, close: 0, wide: [] };
      rows.set(lossesOf(note), row);
      row.bounds += 1;
      if (isClose(one)) row.close += 1;
      else row.wide.push(`book ${seed} ${JSON.stringify(note.clause)}: ${boundOf(note)}, found ${widest} in ${asked}`);
    }
  }
  console.log(`${'what is lost'.padEnd(70)} bounds  close`);
  for (const [loss, { bounds, close, wide }] of [...rows].sort((a, b) => b[1].bounds - a[1].bounds)) {
    console.log(`${loss.slice(0, 70).padEnd(70)} ${String(bounds).padStart(6)} ${String(close).padStart(6)}`);
    for (const one of wide) console.log(`    ${one}`);
  }
}
