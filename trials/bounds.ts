// npm run trial:bounds: how wide bounds are beside the widest that is found. Seeded; --books N --baskets N --from SEED.
import { parseArgs } from 'node:util';
import { demoBook } from '../demo/book.ts';
import { dialectOf, type Note } from '../src/core/channels/index.ts';
import { marketOffersWorldOf, tellableWorldOf } from '../tests/telling/books.ts';
import { weighedFew } from '../tests/telling/cut-books.ts';
import { feedWorldOf } from '../tests/telling/feed-world.ts';
import { metDeliveriesOf } from '../tests/telling/met-deliveries.ts';
import { metMixesOf } from '../tests/telling/met-mixes.ts';
import { metOffersOf } from '../tests/telling/met-offers.ts';
import { metPlaces, metPlacesOf } from '../tests/telling/met-places.ts';
import { metRatesOf } from '../tests/telling/met-rates.ts';
import { metTermsOf } from '../tests/telling/met-terms.ts';
import { smallBookOf } from '../tests/telling/small-books.ts';
import { sayableOf, weighed, weighedAt } from '../tests/telling/weighed.ts';
import { boundOf, type Found, isClose, placesOfBooks, widestRates } from '../tests/telling/widest.ts';

/**
 * A bound is the most by which a basket may differ. Rates are looked at in books of rates alone, every count of every
 * item; thresholds, mixing, fees and offers in small books, so many aimed baskets each: only those count for a clause
 * in which nothing else is inexact but what goes with it, as offers that meet. How much narrower is what is found? A
 * basket that is off by more than all its clauses say is told first, and is a failure. That alone is asked of books
 * in which offers and thresholds meet, terms of offers, deliveries and fees, rates of several groups or of all sorts,
 * or zones, and of random books of all clauses. What few clauses are left of each of these in a book cut out of it
 * may be seen by themselves; and last the demo's, goods costing and weighing what they do: what other clauses may be
 * off is taken off there, and what cannot be said at all is left out.
 */
const { values: options } = parseArgs({
  options: {
    books: { type: 'string', default: '40' },
    baskets: { type: 'string', default: '100000' },
    from: { type: 'string', default: '1' },
  },
});
const [books, baskets, from] = [Number(options.books), Number(options.baskets), Number(options.from)];

/** Where the demo delivers. */
const demoPlaces = ['IE', 'GB LS1 1AA', 'GB HS1 1AA', 'GB BT1 1AA', 'FR', 'DE', 'US', 'US 99501', 'JP', 'NZ'];

const lossesOf = ({ clause, fidelity }: Note): string =>
  `${clause.about}: ${fidelity.is === 'exact' ? '' : [...new Set(fidelity.losses.map((loss) => loss.is))].join(', ')}`;

for (const [id, worldOf] of [
  ['lerrin-shop', tellableWorldOf],
  ['findlark', feedWorldOf],
  ['harrowmere', marketOffersWorldOf],
] as const) {
  const dialect = dialectOf(id);
  console.log(
    `\n${dialect.name}: ${books} books from seed ${from}, ${baskets.toLocaleString('en')} baskets of each small one`,
  );
  const found: { readonly of: string; readonly one: Found }[] = [];
  const told = (of: string, { found: all, beyond }: ReturnType<typeof weighed>) => {
    for (const one of beyond) {
      console.log(`BEYOND what is said, ${of}: ${one}`);
      process.exitCode = 1;
    }
    return all.map((one) => ({ of, one }));
  };
  for (let seed = from; seed < from + books; seed += 1)
    found.push(
      ...widestRates(dialect, worldOf(seed)).map((one) => ({ of: `book ${seed}`, one })),
      ...told(`book ${seed}`, weighed(dialect, smallBookOf(dialect, seed), baskets, seed)),
    );
  print(found);
  for (let seed = from; seed < from + 20 * books; seed += 1)
    for (const bookOf of [metOffersOf, metTermsOf, metDeliveriesOf, metMixesOf, metPlacesOf, metRatesOf]) {
      const file = sayableOf(dialect, bookOf(dialect, seed));
      told(`${bookOf.name} ${seed}`, weighedAt(dialect, file, 600, seed, { places: metPlaces(dialect), pricedTo: 0 }));
    }
  console.log('Books of few clauses, cut out of books of all');
  const cut: typeof found = [];
  for (let seed = from; seed < from + books; seed += 1) {
    const { book } = worldOf(seed);
    const whole = sayableOf(dialect, book);
    told(`book ${seed}, whole`, weighedAt(dialect, whole, baskets, seed, { places: placesOfBooks, pricedTo: 0 }));
    cut.push(...told(`book ${seed}`, weighedFew(dialect, book, baskets, seed)));
  }
  print(cut);
  console.log('The demo’s book');
  const weighing = { places: demoPlaces, pricedTo: 0 };
  told('the demo, whole', weighedAt(dialect, demoBook(), baskets, from, weighing));
  print(told('the demo', weighedAt(dialect, sayableOf(dialect, demoBook()), baskets, from, weighing)));
}

/** Of each sort of loss how many bounds there are, how many of them some basket comes to, and the others. */
function print(found: readonly { readonly of: string; readonly one: Found }[]): void {
  const rows = new Map<string, { bounds: number; close: number; wide: string[] }>();
  for (const { of, one } of found) {
    const { note, widest, asked } = one;
    const row = rows.get(lossesOf(note)) ?? { bounds: 0, close: 0, wide: [] };
    rows.set(lossesOf(note), row);
    row.bounds += 1;
    if (isClose(one)) row.close += 1;
    else row.wide.push(`${of} ${JSON.stringify(note.clause)}: ${boundOf(note)}, found ${widest} in ${asked}`);
  }
  console.log(`${'what is lost'.padEnd(70)} bounds  close`);
  for (const [loss, { bounds, close, wide }] of [...rows].sort((a, b) => b[1].bounds - a[1].bounds)) {
    console.log(`${loss.slice(0, 70).padEnd(70)} ${String(bounds).padStart(6)} ${String(close).padStart(6)}`);
    for (const one of wide) console.log(`    ${one}`);
  }
}
