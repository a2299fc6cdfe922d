import { asOf, type BookFile, itemFor } from '../../src/core/book/index.ts';
import { type Dialect, type Note, settingsOf } from '../../src/core/channels/index.ts';
import type { Minor } from '../../src/core/exact/index.ts';
import { charges, soldIn } from '../../src/core/quote/index.ts';
import { opened } from '../books/opened.ts';
import type { World } from '../reading/books.ts';
import { touching } from './touching.ts';

/** The widest difference found for one clause, in how many baskets. */
export interface Found {
  readonly note: Note;
  /** What of its bound is rounding of many lines, more than there are. */
  readonly rounding: number;
  widest: number;
  asked: number;
}

export const boundOf = ({ fidelity }: Note): number => (fidelity.is === 'bounded' ? fidelity.bound : 0);

/** Whether a bound is no more than a tenth, or five cents, wider than what is found, rounding aside. */
export const isClose = ({ note, rounding, widest }: Found): boolean =>
  boundOf(note) - rounding - widest <= Math.max(5, boundOf(note) / 10);

const at = Date.parse('2026-11-24T09:10:00Z');
/** What a basket comes to: its own prices, and values in breaks of tables. */
const values = [null, 100, 900, 1900, 2900, 3900, 9000, 50_000];
/** Where random books deliver, and where some do not. */
export const placesOfBooks = ['IE', 'GB', 'GB HS1 2AA', 'FR', 'DE', 'NZ', 'ES', 'PT', 'US'];

/** A book of which nothing but its rates is left, so that nothing else comes between. */
function ratesAlone({ templates, goods, ...book }: BookFile): BookFile {
  return {
    ...book,
    offers: [],
    eitherOr: [],
    goods: goods.map((item) => ({ ...item, fee: null, ownRate: null })),
    templates: templates.map((template) => ({
      ...template,
      lanes: Object.fromEntries(
        Object.entries(template.lanes).map(([zone, row]) => [
          zone,
          Object.fromEntries(
            Object.entries(row).map(([service, lane]) => [
              service,
              { ...lane, freeFrom: null, dated: lane.dated.filter(({ sets }) => sets.is !== 'free from') },
            ]),
          ),
        ]),
      ),
    })),
  };
}

/**
 * Looks for the baskets by which bounds of rates are reached: every count of every item up to the stated one, and pairs
 * of items that the channel charges together.
 */
export function widestRates(dialect: Dialect, world: World): Found[] {
  const file = ratesAlone(world.book);
  const { book: compiled, goods, ask } = opened(file, 'home');
  const book = asOf(compiled, at);
  const { rules, notes } = dialect.render(book, goods);
  const { speeds } = settingsOf(file, dialect);
  const found = new Map<Note, Found>();
  const intended = new Float64Array(2 * book.services.length);
  const sold = goods.filter(({ stockedBy, notListed }) => ![...stockedBy, ...notListed].includes(dialect.id));
  const pairs = sold.flatMap((one, i) =>
    sold
      .slice(i)
      .filter((other) => rules.planOf(other.listing) === rules.planOf(one.listing))
      .map((other) => [one, other] as const),
  );
  for (const [one, other] of pairs)
    for (const place of placesOfBooks)
      for (let units = 1; units <= (one === other ? 20 : 10); units += 1) {
        const lines = [...new Set([one, other])].map(({ sku }) => ({ sku, units }));
        const asked = ask({ lines, place, codes: [], moment: at });
        // What goods cost is no matter of what they weigh.
        for (const value of values) {
          const price = value === null ? null : Math.max(1, Math.floor(value / (units * lines.length)));
          const question = {
            ...asked,
            lines: asked.lines.map(({ item, units: many }) => {
              // As it is sold there: a price of the channel's own would stand before the one that is asked.
              const there = itemFor(item, dialect.id, at);
              return { units: many, item: { ...there, varies: null, price: (price ?? there.price) as Minor } };
            }),
            shopper: { ...asked.shopper, channel: dialect.id },
          };
          const offered = charges(book, question, intended) === 'services';
          const told = rules.charges(soldIn(question), at);
          for (const [s, { id }] of book.services.entries()) {
            const choice = told.find(({ speed }) => speed === speeds[id]);
            // Goods charged together are no several groups.
            const [only, ...others] = touching(book, notes, question, id).filter(
              ({ clause }) => clause.about !== 'mixing',
            );
            const meant = intended[2 * s] ?? -1;
            if (!choice || !offered || meant < 0 || others.length > 0) continue;
            if (only?.clause.about !== 'rate' || only.fidelity.is !== 'bounded') continue;
            const row = found.get(only) ?? { note: only, rounding: 0, widest: 0, asked: 0 };
            found.set(only, row);
            row.asked += 1;
            row.widest = Math.max(row.widest, Math.abs(choice.charge - meant));
          }
        }
      }
  return [...found.values()];
}
