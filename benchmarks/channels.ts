import { HyperFormula } from 'hyperformula';
import { type BookFile, channelIds, compileBook, readyGoods } from '../src/core/book/index.ts';
import { dialectOf, filesOf, marketTold, type Rules, recordFindings, sitesOf } from '../src/core/channels/index.ts';
import { amountText, gram, gramsText, type Minor, once, unwrap } from '../src/core/exact/index.ts';
import { parsePlace } from '../src/core/places/index.ts';
import { best, bestOf } from './best.ts';
import { manyOf } from './many.ts';
import { row } from './row.ts';

const moment = Date.parse('2026-11-24T09:10:00Z');
const inMs = (time: number): string => `${Math.round(time).toLocaleString('en')} ms`;
const ms = (began: number): string => inMs(performance.now() - began);

/**
 * What it takes to tell each channel a book with so many goods: said and written, said again after a lane has changed,
 * read back; and how many baskets a second the core believes of it. Beside it a script that writes as much text of the
 * same goods with no core.
 */
export function benchChannels(file: BookFile, count: number): void {
  const { goods: some, ...body } = file;
  const items = manyOf(some, count);
  // Each edit is another one: what was said of a book is kept.
  const edited = (amount: string): typeof body => {
    const changed = structuredClone(body);
    const lane = changed.templates[0]?.lanes.ie?.standard;
    if (lane) lane.rate = { is: 'flat', amount };
    return changed;
  };
  const opened = (of: typeof body) =>
    once((market: string) => {
      const book = unwrap(compileBook(of, market));
      return { book, goods: readyGoods(book, items).goods };
    }, String);
  const now = opened(body);
  const runs = count > 10_000 ? 2 : 5;
  const edits = Array.from({ length: runs }, (_, run) => opened(edited(`5.1${run}`)));
  row(`${count.toLocaleString('en')} goods`, '');
  for (const dialect of channelIds.flatMap((id) => sitesOf(id))) {
    const market = marketTold(body, dialect)?.id;
    if (market === undefined) continue;
    const { book, goods } = now(market);
    const home = now('home');
    const name = dialect.currency === book.written ? dialect.name : `${dialect.name} in ${dialect.currency}`;
    let began = performance.now();
    const { rules } = dialect.render(book, goods, home);
    let letters = 0;
    for (const { pieces } of rules.written()) for (const piece of pieces()) letters += piece.length;
    const told = ms(began);
    const changing = bestOf(runs, (run) => {
      const then = edits[run] ?? now;
      const { book: other, goods: again } = then(market);
      const homeThen = then('home');
      return () => dialect.render(other, again, homeThen);
    });
    row(`${name}: said and written, ${(letters / 1e6).toFixed(1)} MB`, told);
    if (letters > 0) row(`${name}: a script that writes as much, without a core`, bare(goods, letters));
    row(`${name}: one lane changed, said again`, inMs(changing));
    if (count <= 10_000) {
      // What has no file of its own is read of the first currency's.
      const files = filesOf(letters > 0 ? rules : dialectOf(dialect.id).render(home.book, home.goods).rules);
      row(`${name}: what is live read`, inMs(best(runs, () => unwrap(dialect.read(files)))));
      if (dialect.adopt) {
        began = performance.now();
        unwrap(dialect.adopt(files));
        row(`${name}: what is live read as a book`, ms(began));
      }
      const listings = goods.map(({ listing, price, mass }) => ({
        listing,
        price: amountText(price, book.currency),
        grams: mass === null ? null : gramsText(mass),
      }));
      began = performance.now();
      recordFindings(book, dialect, goods, listings, { here: rules, there: rules });
      row(`${name}: its record beside the goods`, ms(began));
    }
    row(`${name}: baskets a second`, believed(rules, goods));
  }
  if (count <= 10_000) row('a spreadsheet engine, one unit of each by six weight tables', sheetOf(now('home').goods));
}

/** What a seller with a spreadsheet works out before any file is written: the charge of each item alone, lane by lane. */
function sheetOf(goods: readonly { readonly mass: number | null }[]): string {
  const edges = [500, 1000, 2000, 5000, 10_000, 20_000, 30_000];
  const columns = 'BCDEFG'.split('');
  const began = performance.now();
  HyperFormula.buildFromSheets(
    {
      Edges: edges.map((edge, i) => [edge, ...columns.map((_, lane) => 490 + 100 * i + 30 * lane)]),
      Goods: goods.map(({ mass }, i) => [
        (mass ?? 0) / gram,
        ...columns.map(
          (letter) =>
            `=INDEX(Edges!$${letter}$1:$${letter}$7,MATCH(TRUE(),ARRAYFORMULA(A${i + 1}<=Edges!$A$1:$A$7),0))`,
        ),
      ]),
    },
    { licenseKey: 'gpl-v3' },
  );
  return ms(began);
}

/** Lines of the goods' own figures, until there are as many letters. */
function bare(goods: readonly { readonly sku: string; readonly price: Minor }[], letters: number): string {
  const began = performance.now();
  const pieces: string[] = [];
  for (let written = 0, i = 0; written < letters; i += 1) {
    const { sku, price } = goods[i % goods.length] as (typeof goods)[number];
    const line = `{"id":${JSON.stringify(sku)},"price":"${(price / 100).toFixed(2)}","rates":["4.90","9.50","12.00"]}\n`;
    written += line.length;
    pieces.push(line);
  }
  pieces.join('');
  return ms(began);
}

function believed(rules: Rules, goods: ReturnType<typeof readyGoods>['goods']): string {
  const places = ['IE', 'GB M1 1AA', 'GB HS1 2AA', 'FR 69001'].map((text) => unwrap(parsePlace(text)));
  const baskets = Array.from({ length: 1000 }, (_, i) => ({
    lines: [0, 1].map((k) => {
      const item = goods[(i * 7 + k * 31) % goods.length] as (typeof goods)[number];
      return { listing: item.listing, units: 1 + (i % 3), price: item.price, mass: item.mass };
    }),
    place: places[i % places.length] as (typeof places)[number],
    codes: i % 5 === 0 ? ['GUST12'] : [],
  }));
  const took = best(100, () => {
    for (const basket of baskets) rules.charges(basket, moment);
  });
  return Math.round((baskets.length * 1000) / took).toLocaleString('en');
}
