import { asOf, type BookFile, itemFor } from '../../src/core/book/index.ts';
import { type Dialect, type Note, settingsOf } from '../../src/core/channels/index.ts';
import { charges, type Question, soldIn } from '../../src/core/quote/index.ts';
import { opened } from '../books/opened.ts';
import type { World } from '../reading/books.ts';
import { most } from './aimed.ts';
import { isSoldAt, touching } from './touching.ts';

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

/** How many of two goods there may be: of one alone every count, beside another few or as many as there may be. */
const counts = (isOne: boolean): (readonly [number, number])[] =>
  Array.from({ length: most.units }, (_, i) => i + 1).flatMap((units) =>
    (isOne ? [0] : [...new Set([1, 2, 5, units, most.units - units])])
      .filter((more) => units + more <= most.units && (isOne || more > 0))
      .map((more) => [units, more] as const),
  );

/**
 * Looks for the baskets by which bounds of rates are reached: every count of every item up to the stated one, and pairs
 * of items that the channel charges together, as they cost and weigh what they do.
 */
export function widestRates(dialect: Dialect, world: World): Found[] {
  const file = ratesAlone(world.book);
  const { book: compiled, goods, ask } = opened(file, 'home');
  const book = asOf(compiled, at);
  const { rules, notes } = dialect.render(book, goods);
  const { speeds } = settingsOf(file, dialect);
  const found = new Map<Note, Found>();
  const intended = new Float64Array(2 * book.services.length);
  const sold = goods.filter((item) => isSoldAt(dialect.id, item));
  const pairs = sold.flatMap((one, i) =>
    sold
      .slice(i)
      .filter((other) => rules.planOf(other.listing) === rules.planOf(one.listing))
      .map((other) => [one, other] as const),
  );
  for (const [one, other] of pairs)
    for (const place of placesOfBooks)
      for (const [units, more] of counts(one === other)) {
        const lines = [{ sku: one.sku, units }, ...(more > 0 ? [{ sku: other.sku, units: more }] : [])];
        const asked = ask({ lines, place, codes: [], moment: at });
        const question = {
          ...asked,
          // As it is sold there.
          lines: asked.lines.map(({ item, units: many }) => {
            const there = itemFor(item, dialect.id, at);
            return { units: many, item: { ...there, varies: null } };
          }),
          shopper: { ...asked.shopper, channel: dialect.id },
        };
        const sumOf = (of: (item: Question['lines'][number]['item']) => number) =>
          question.lines.reduce((sum, line) => sum + line.units * of(line.item), 0);
        if (sumOf(({ price }) => price) > most.value || sumOf(({ mass }) => mass ?? 0) > most.mass) continue;
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
  return [...found.values()];
}
