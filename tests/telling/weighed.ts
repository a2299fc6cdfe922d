import { asOf, type BookFile, itemFor } from '../../src/core/book/index.ts';
import { type Dialect, type Listed, type Note, settingsOf } from '../../src/core/channels/index.ts';
import type { Minor } from '../../src/core/exact/index.ts';
import { allGoods, lies, partOf } from '../../src/core/offers/index.ts';
import { charges, type Question, soldIn } from '../../src/core/quote/index.ts';
import { opened } from '../books/opened.ts';
import { seeded } from '../trials.ts';
import { type Aimed, aiming, most } from './aimed.ts';
import { isSoldAt, touching } from './touching.ts';
import { boundOf, type Found, isClose } from './widest.ts';

const at = Date.parse('2026-11-24T09:10:00Z');

/** The offers that the losses of a note name. */
export const namedBy = ({ fidelity }: Note): string[] =>
  fidelity.is !== 'bounded'
    ? []
    : fidelity.losses.flatMap((loss) =>
        'ranges' in loss ? loss.ranges.map(({ offer }) => offer) : 'offers' in loss ? loss.offers : [],
      );

/** Losses of a threshold that need goods of several groups, and with them how these are put together. */
const needsSeveral: ReadonlySet<string> = new Set([
  'spend on what is freed',
  'freed together',
  'whole countries',
  'one offer a speed',
  'threshold of the basket',
  'not freed with its group',
]);

/** Losses that two thresholds have of each other: what is off once both of them say. */
const isOfBoth: ReadonlySet<string> = new Set(['one offer a speed', 'threshold of the basket']);

/**
 * The notes by which a basket may be off for a clause: its own, of offers that either names, of thresholds that meet, and
 * of how several groups are put together where it takes several.
 */
function linkedWith(note: Note, notes: readonly Note[]): ReadonlySet<Note> {
  const isOf = ({ clause }: Note, ids: readonly string[]) => clause.about === 'offer' && ids.includes(clause.offer);
  const loses = ({ fidelity }: Note, some: ReadonlySet<string>) =>
    fidelity.is === 'bounded' && fidelity.losses.some(({ is }) => some.has(is));
  return new Set(
    notes.filter(
      (other) =>
        other === note ||
        (other.clause.about === 'mixing' && loses(note, needsSeveral)) ||
        (other.clause.about === 'threshold' && loses(note, isOfBoth) && loses(other, isOfBoth)) ||
        isOf(other, namedBy(note)) ||
        isOf(note, namedBy(other)),
    ),
  );
}

/** What half a cent of each of twenty lines or units comes to. */
const roundedByLine = 10;

/**
 * What twenty lines, each rounded by itself, may come to more or less, in cents: of each share of goods that is taken a
 * tenth, of each of the order one. Few of the baskets that are looked for have as many lines.
 */
const roundingIn = ({ offers }: BookFile): number =>
  offers.reduce((sum, { benefit }) => {
    const percent =
      benefit.is === 'buy and get'
        ? benefit.percent
        : 'off' in benefit && benefit.off.by === 'percent'
          ? benefit.off.percent
          : '100';
    return sum + (Number(percent) === 100 ? 0 : benefit.is === 'off order' ? 1 : 10);
  }, 0);

/** What of a bound is rounding: of what it says itself, or of the offers that it names. */
const roundingOf = (note: Note, file: BookFile): number => {
  const losses = note.fidelity.is === 'bounded' ? note.fidelity.losses : [];
  const own = losses.some(({ is }) => is === 'rounded by line' || is === 'rounded by unit') ? roundedByLine : 0;
  return Math.max(own, namedBy(note).length > 0 ? roundingIn(file) : 0);
};

/** Whether a bound is of what all orders come to. */
const isOfAllOrders = ({ fidelity }: Note): boolean =>
  fidelity.is === 'bounded' && fidelity.losses.every(({ is }) => is === 'budget as uses');

/** What aimed baskets of a book are off. */
export interface Weighed {
  /** The widest for each bounded clause, of baskets in which no other is inexact but what goes with it. */
  readonly found: readonly Found[];
  /** Baskets that are off by more than all their clauses say, or have a service on one side alone. */
  readonly beyond: readonly string[];
}

/** Where baskets go, and what a line of them may be priced at the most, in cents: nothing where goods cost what they do. */
export interface Weighing {
  readonly places: readonly string[];
  readonly pricedTo: number;
  /** Of several the market that is told; else the first. */
  readonly market?: string;
}

/**
 * The same of a small book: nothing where something cannot be said at all, as it is off by anything. Where goods are
 * charged by entries of their own, they cost what they do.
 */
export function weighed(dialect: Dialect, file: BookFile, baskets: number, seed: number): Weighed {
  const { book, goods } = opened(file);
  const { notes } = dialect.render(asOf(book, at), goods);
  if (notes.some(({ fidelity }) => fidelity.is === 'unsayable')) return { found: [], beyond: [] };
  return weighedAt(dialect, file, baskets, seed, {
    places: ['IE'],
    pricedTo: dialect.id === 'findlark' ? 0 : most.value,
  });
}

/**
 * A book without the offers that a channel cannot be told, nor where its lanes end: what cannot be said at all is off by
 * anything, so that no other clause is met by itself.
 */
export function sayableOf(dialect: Dialect, file: BookFile, market?: string): BookFile {
  const { book, goods } = opened(file, market);
  const unsaid = new Set(
    dialect
      .render(asOf(book, at), goods)
      .notes.flatMap(({ clause, fidelity }) =>
        clause.about === 'offer' && fidelity.is === 'unsayable' ? [clause.offer] : [],
      ),
  );
  const unended = <Lane>(lanes: Readonly<Record<string, Lane>>): Record<string, Lane> =>
    Object.fromEntries(Object.entries(lanes).map(([service, lane]) => [service, { ...lane, bounds: [] }]));
  return {
    ...file,
    eitherOr: file.eitherOr.filter(({ offers }) => !offers.some((id) => unsaid.has(id))),
    offers: file.offers.filter(({ id }) => !unsaid.has(id)),
    templates: file.templates.map((template) => ({
      ...template,
      lanes: Object.fromEntries(Object.entries(template.lanes).map(([zone, row]) => [zone, unended(row)])),
    })),
  };
}

/** Any baskets, and those near to what was widest for a clause whose bound none has come to yet. */
export function weighedAt(
  dialect: Dialect,
  file: BookFile,
  baskets: number,
  seed: number,
  { places, pricedTo, market }: Weighing,
): Weighed {
  const { book: compiled, goods, ask } = opened(file, market);
  const book = asOf(compiled, at);
  const { rules, notes: all } = dialect.render(book, goods);
  const notes = all.filter((note) => !isOfAllOrders(note));
  const beyond: string[] = [];
  const isLive = (id: string) =>
    book.offers.some((offer) => offer.id === id && (offer.from ?? at) <= at && at < (offer.until ?? at + 1));
  // What no longer acts, or not yet, no basket of this moment meets.
  const meets = (note: Note) =>
    [...namedBy(note), ...(note.clause.about === 'offer' ? [note.clause.offer] : [])].every(isLive);
  const found = notes.flatMap((note) =>
    boundOf(note) > 0 && meets(note)
      ? [
          {
            note,
            linked: linkedWith(note, notes),
            rounding: roundingOf(note, file),
            widest: 0,
            asked: 0,
            by: null as Aimed | null,
          },
        ]
      : [],
  );
  const fixed = book.offers.filter(({ benefit }) => benefit.is === 'fixed price');
  // Of what has a fee there are as many as its price allows; and a fixed price takes off what it is below that.
  const isPricedItself = (item: Listed): boolean =>
    item.handling !== null || fixed.some((offer) => lies(item, partOf(offer) ?? allGoods));
  const { speeds } = settingsOf(file, dialect);
  const random = seeded(seed);
  const sold = goods.filter((item) => isSoldAt(dialect.id, item));
  const { any, near, priced } = aiming(file, sold, random, pricedTo, places);
  const intended = new Float64Array(2 * book.services.length);
  let asks = 0;
  /** Asks both sides; what is off by one clause where nothing is inexact but what goes with it, else less than nothing. */
  const offFor = (basket: Aimed): ((one: (typeof found)[number]) => number) => {
    asks += 1;
    const asked = ask({
      lines: basket.lines.map((line) => ({ sku: sold[line.at]?.sku ?? '', units: line.units })),
      place: basket.place,
      codes: [...basket.codes],
      moment: at,
    });
    const question: Question = {
      ...asked,
      lines: asked.lines.map(({ item: one, units }, j) => {
        const there = itemFor(one, dialect.id, asked.moment);
        const price = (isPricedItself(there) ? null : basket.lines[j]?.price) ?? there.price;
        return { units, item: { ...there, varies: null, price: price as Minor } };
      }),
      shopper: { ...asked.shopper, channel: dialect.id },
    };
    // At their own prices goods may come to more than is compared.
    if (question.lines.reduce((sum, { item, units }) => sum + item.price * units, 0) > most.value) return () => -1;
    const choices = rules.charges(soldIn(question), at);
    if (charges(book, question, intended) !== 'services') intended.fill(-1);
    const lines = question.lines.map(({ item: { sku, price }, units }) => [sku, price, units]);
    const about = { lines, to: basket.place, codes: basket.codes };
    const offs = book.services.flatMap(({ id }, i) => {
      const choice = choices.find(({ speed }) => speed === speeds[id]);
      const meant = (intended[2 * i] ?? -1) < 0 ? null : (intended[2 * i] ?? 0) - (intended[2 * i + 1] ?? 0);
      if (!choice && meant === null) return [];
      const touched = touching(book, notes, question, id);
      // What cannot be said at all is off by anything.
      if (touched.some(({ fidelity }) => fidelity.is === 'unsayable')) return [];
      if (!choice || meant === null) {
        beyond.push(JSON.stringify({ [meant === null ? 'offered there alone' : 'not offered there']: id, ...about }));
        return [];
      }
      const [first, ...others] = question.lines.map(({ item: { template, handling } }) => handling ?? template);
      // Of one template's goods that pay on both sides no threshold is met on one alone.
      const isPaid = choice.charge > 0 && meant > 0 && others.every((one) => one === first);
      const unmet = choice.charge === 0 ? ['rate', 'mixing'] : isPaid ? ['threshold'] : [];
      return [{ off: Math.abs(choice.charge - choice.discount - meant), unmet, touched }];
    });
    for (const { off, touched } of offs)
      if (off > touched.reduce((sum, note) => sum + boundOf(note), 0)) beyond.push(JSON.stringify({ off, ...about }));
    // What other clauses may be off is not of this one; where a basket is free there no rate is met.
    const offBy = ({ note, linked }: (typeof found)[number]) =>
      Math.max(
        -1,
        ...offs.flatMap(({ off, unmet, touched }) => {
          if (!touched.includes(note)) return [];
          const isOther = (other: Note) => !linked.has(other) && !unmet.includes(other.clause.about);
          return off - touched.filter(isOther).reduce((sum, other) => sum + boundOf(other), 0);
        }),
      );
    for (const one of found) {
      const by = offBy(one);
      if (by < 0) continue;
      one.asked += 1;
      if (by < one.widest) continue;
      one.widest = by;
      one.by = basket;
    }
    return offBy;
  };
  while (asks < baskets) {
    const open = found.filter((one) => one.by !== null && !isClose(one));
    const one = open[Math.floor(random() * open.length)];
    if (one?.by && random() < 0.5) climb(one, near(one.by), offFor);
    else offFor(any());
  }
  return { found: found.filter((one) => one.asked > 0), beyond };

  /** From a basket up to where it is widest for a clause, price by price: by steps that double while it grows. */
  function climb(one: (typeof found)[number], from: Aimed, ask: typeof offFor): void {
    let [basket, height] = [from, ask(from)(one)];
    if (pricedTo === 0 || height <= 0 || height < one.widest / 2 || random() < 0.5) return;
    for (const i of from.lines.keys())
      for (const sign of [1, -1])
        for (let step = 1; step > 0; ) {
          const next = priced(basket, i, sign * step);
          const reached = next === null ? -1 : ask(next)(one);
          if (next === null || reached <= height) step = step > 1 ? Math.floor(step / 4) : 0;
          else {
            [basket, height] = [next, reached];
            step *= 2;
          }
        }
  }
}
