import { asOf, type BookFile, type BookInput, bookFileSchema, itemFor } from '../../src/core/book/index.ts';
import { type Dialect, type Note, settingsOf } from '../../src/core/channels/index.ts';
import type { Minor } from '../../src/core/exact/index.ts';
import { charges, type Question, soldIn } from '../../src/core/quote/index.ts';
import { opened } from '../books/opened.ts';
import { either, flat, item, offerOf, shopOf } from '../books/shop.ts';
import { seeded } from '../trials.ts';
import { touching } from './touching.ts';
import { boundOf, type Found } from './widest.ts';

type Lane = BookInput['templates'][number]['lanes'][string][string];
type Offer = BookInput['offers'][number];
type FreeFrom = Lane['freeFrom'];

const at = Date.parse('2026-11-24T09:10:00Z');
const words: Readonly<Record<string, string>> = { 'lerrin-shop': 'post', harrowmere: 'STANDARD', findlark: 'standard' };

/**
 * A small book of which one thing at the most is not told as it is: two templates of flat rates, mixed as the channel
 * mixes them, and beside them a threshold, an offer or two, another way of mixing, or a fee.
 */
export function smallBookOf(dialect: Pick<Dialect, 'id'>, seed: number): BookFile {
  const random = seeded(seed * 13 + 5);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const cents = (least: number, most: number) => (least + random() * (most - least)).toFixed(2);
  const test = () => pick(['before', 'after'] as const);
  const threshold = (): FreeFrom => ({ value: cents(5, 90), test: test(), of: pick(['basket', 'group'] as const) });
  const own = dialect.id === 'harrowmere' ? 'sum' : 'highest';
  const free: Offer['benefit'] = { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } };
  const percent = (): Offer['benefit'] => ({
    is: pick(['off order', 'off goods'] as const),
    off: { by: 'percent', percent: pick(['5', '10', '25', '33.333']) },
  });
  const some = (): Offer['benefit'] =>
    pick([
      percent(),
      percent(),
      { is: 'off goods', goods: 'light', off: { by: 'percent', percent: '20' } },
      { is: 'off order', off: { by: 'amount', amount: cents(1, 9) } },
      { is: 'off goods', goods: pick([null, 'light']), off: { by: 'amount', amount: cents(1, 9) } },
      { is: 'buy and get', goods: pick([null, 'light']), buy: 2, get: 1, percent: pick(['100', '50']) },
      free,
      free,
    ]);
  const asks = (): Offer['asks'] =>
    pick([[], [], [{ over: 'value', value: cents(5, 90), test: test(), goods: pick([null, 'light']) }]]);
  const offer = (id: string, number: number) =>
    offerOf(id, number, {
      benefit: some(),
      asks: asks(),
      code: pick([null, { is: 'shared', code: id.toUpperCase().padEnd(4, 'X') }]),
    });
  let [a, b]: [FreeFrom, FreeFrom] = [null, null];
  let offers: Offer[] = [];
  let more: Partial<BookInput> = {};
  let fee: { each: string; waived: boolean } | null = null;
  switch (Math.floor(random() * 9)) {
    case 0:
      a = threshold();
      break;
    case 1:
      [a, b] = [threshold(), threshold()];
      break;
    case 2:
      offers = [offer('one', 1)];
      break;
    case 3:
      offers = [offer('one', 1), offer('two', 2)];
      if (random() < 0.5) more = { eitherOr: [either('both', ['one', 'two'], pick(['order', 'line']))] };
      break;
    case 4:
      a = b = { value: cents(5, 90), test: random() < 0.7 ? 'after' : 'before', of: 'basket' };
      offers = random() < 0.5 ? [offer('one', 1)] : [offer('one', 1), offer('two', 2)];
      break;
    case 5:
      more = { mixedBy: pick(['sum', 'highest', 'lowest', 'average']) };
      break;
    case 6:
    case 7:
      offers = [offer('one', 1), offer('two', 2), offer('tri', 3)];
      more = { eitherOr: [either('both', ['one', 'two'], pick(['order', 'order', 'line']))] };
      break;
    default:
      fee = { each: cents(0.1, 3), waived: random() < 0.5 };
  }
  // Where a basket costs what its goods do, some cost what something changes at.
  const edges = dialect.id === 'findlark' && random() < 0.95 ? edgesOf(offers, [a, b], []) : [];
  // One of them, or so many that what is rounded by the unit and by the line parts.
  const price = () =>
    edges.length === 0 || random() < 0.15
      ? cents(1, 60)
      : (Math.max(1, Math.ceil(pick(edges) / pick([1, 1, 1, 3, 7, 13]))) / 100).toFixed(2);
  const goods = ['A', 'B', 'C'].flatMap((sku, i) => [
    // Twenty of the first are worth as much as is compared.
    item(sku, {
      price: i === 0 && dialect.id === 'findlark' && random() < 0.7 ? '50.00' : price(),
      fee: i === 0 ? fee : null,
      tags: i < 2 ? ['light'] : [],
    }),
    item(`${sku}-2`, { price: price(), template: 'second', tags: i < 1 ? ['light'] : [] }),
  ]);
  const [one, two] = [flat(cents(1, 12), a), flat(cents(1, 12), b)];
  return bookFileSchema.parse({
    ...shopOf({ post: one }, goods, {
      mixedBy: own,
      selections: [{ id: 'light', name: 'Light', takes: { is: 'tags', any: ['light'], all: [] }, except: [] }],
      templates: [
        { id: 'main', name: 'Main', origin: 'Here', zones: ['home'], lanes: { home: { post: one } } },
        { id: 'second', name: 'Second', origin: 'Here', zones: ['home'], lanes: { home: { post: two } } },
      ],
      channels: { [dialect.id]: { speeds: { post: words[dialect.id] ?? '' } } },
      offers,
      ...more,
    }).input,
  });
}

/**
 * List values at which something changes, in cents: what is asked for, what is then left by one or two offers, and a
 * cent less.
 */
function edgesOf(offers: readonly Offer[], thresholds: readonly FreeFrom[], rates: readonly string[]): number[] {
  const inCents = (amount: string) => Math.round(Number(amount) * 100);
  const asked = [
    ...thresholds.flatMap((free) => free?.value ?? []),
    ...offers.flatMap(({ asks = [] }) => asks.flatMap((one) => (one.over === 'value' ? one.value : []))),
  ].map(inCents);
  const before = (edge: number): number[] =>
    offers.flatMap(({ benefit }) => {
      const off = 'off' in benefit ? benefit.off : null;
      if (off === null || off.by === 'free' || off.by === 'to') return [];
      return off.by === 'percent' ? Math.floor(edge / (1 - Number(off.percent) / 100)) : edge + inCents(off.amount);
    });
  // Where a share comes to an amount.
  const percents = offers.flatMap(({ benefit }) =>
    'off' in benefit && benefit.off.by === 'percent' ? Number(benefit.off.percent) : [],
  );
  const amounts = [
    ...rates,
    ...offers.flatMap(({ benefit }) => ('off' in benefit && benefit.off.by === 'amount' ? benefit.off.amount : [])),
  ].map(inCents);
  const crossings = percents.flatMap((percent) => amounts.map((amount) => Math.ceil((amount * 100) / percent)));
  const once = asked.flatMap(before);
  return [...asked, ...crossings, ...once, ...once.flatMap(before)]
    .flatMap((edge) => [edge, edge - 1, edge - 5])
    .filter((edge) => edge > 0);
}

/** The codes of a small book's offers. */
const codes = ['ONEX', 'TWOX', 'TRIX'];

/** The offers that the losses of a note name. */
const namedBy = ({ fidelity }: Note): string[] =>
  fidelity.is !== 'bounded'
    ? []
    : fidelity.losses.flatMap((loss) =>
        'ranges' in loss ? loss.ranges.map(({ offer }) => offer) : 'offers' in loss ? loss.offers : [],
      );

/** The notes by which a basket may be off for a clause: its own, of offers that either names, of other thresholds. */
function linkedWith(note: Note, notes: readonly Note[]): ReadonlySet<Note> {
  const isOf = ({ clause }: Note, ids: readonly string[]) => clause.about === 'offer' && ids.includes(clause.offer);
  return new Set(
    notes.filter(
      (other) =>
        other === note ||
        isOf(other, namedBy(note)) ||
        isOf(note, namedBy(other)) ||
        (note.clause.about === 'threshold' && other.clause.about === 'threshold'),
    ),
  );
}

/** What aimed baskets of a book are off. */
interface Weighed {
  /** The widest for each bounded clause, of baskets in which no other is inexact but what goes with it. */
  readonly found: readonly Found[];
  /** Baskets that are off by more than all their clauses say. */
  readonly beyond: readonly string[];
}

export function weighed(dialect: Dialect, file: BookFile, baskets: number, seed: number): Weighed {
  const { book: compiled, goods, ask } = opened(file);
  const book = asOf(compiled, at);
  const { rules, notes } = dialect.render(book, goods);
  // What cannot be said at all is off by anything.
  if (notes.some(({ fidelity }) => fidelity.is === 'unsayable')) return { found: [], beyond: [] };
  const beyond: string[] = [];
  const found = notes.flatMap((note) =>
    boundOf(note) > 0 ? [{ note, linked: linkedWith(note, notes), widest: 0, asked: 0 }] : [],
  );
  const { speeds } = settingsOf(file, dialect);
  const random = seeded(seed);
  const under = (n: number) => Math.floor(random() * n);
  const lanes = file.templates.flatMap((template) =>
    Object.values(template.lanes).flatMap((row) => Object.values(row)),
  );
  const values = [
    ...[1, 50, 100, 5000, 100_000],
    ...edgesOf(
      file.offers,
      lanes.map(({ freeFrom }) => freeFrom),
      lanes.flatMap(({ rate }) => ('amount' in rate ? rate.amount : [])),
    ),
  ];
  const amounts = file.offers.flatMap(({ benefit }) =>
    'off' in benefit && benefit.off.by === 'amount' ? Math.round(Number(benefit.off.amount) * 100) : [],
  );
  const intended = new Float64Array(2);
  for (let i = 0; i < baskets; i += 1) {
    const lines = Array.from({ length: 1 + under(3) }, () => goods[under(goods.length)]).flatMap((one) => one ?? []);
    const each = [...new Set(lines)];
    // Many of what an offer takes whole, and a few of what costs a lot; else one, some or as many as there may be.
    const isParted = dialect.id !== 'findlark' && each.length === 2 && amounts.length > 0 && under(2) === 0;
    const few = [1, 2, 5][under(3)] ?? 1;
    const mostOf = (price: number) =>
      Math.max(1, Math.min(Math.floor(20 / each.length), Math.floor(100_000 / each.length / price)));
    const unitsOf = (at: number, price: number) =>
      isParted ? [20 - few, few][at] : [1, 1 + under(mostOf(price)), mostOf(price)][under(3)];
    const asked = ask({
      lines: each.map(({ sku, price }, at) => ({ sku, units: unitsOf(at, price) ?? 1 })),
      place: 'IE',
      codes: codes.filter(() => under(2) === 0),
      moment: at,
    });
    // Now and then what all of it, or one line of it, comes to is a value at which something changes.
    const target = dialect.id === 'findlark' || under(2) === 0 ? null : (values[under(values.length)] ?? 1);
    let left = isParted ? under(100_000) : (target ?? 0);
    const question: Question = {
      ...asked,
      lines: asked.lines.map(({ item: one, units }, at) => {
        const there = itemFor(one, dialect.id, asked.moment);
        const isLast = at === asked.lines.length - 1;
        const own = isLast ? left : under(2) === 0 ? 1 : Math.floor(left / 2);
        const priced =
          isParted && !isLast ? (amounts[under(amounts.length)] ?? 1) : Math.max(1, Math.floor(own / units));
        const price = target === null && !isParted ? there.price : priced;
        left = Math.max(0, left - price * units);
        return { units, item: { ...there, varies: null, price: price as Minor } };
      }),
      shopper: { ...asked.shopper, channel: dialect.id },
    };
    if (question.lines.reduce((sum, one) => sum + one.item.price * one.units, 0) > 100_000) continue;
    const offered = charges(book, question, intended) === 'services';
    const choice = rules.charges(soldIn(question), at).find(({ speed }) => speed === speeds.post);
    if (!offered || !choice || (intended[0] ?? -1) < 0) continue;
    const meant = (intended[0] ?? 0) - (intended[1] ?? 0);
    const off = Math.abs(choice.charge - choice.discount - meant);
    const touched = touching(book, notes, question, 'post');
    if (off > touched.reduce((sum, note) => sum + boundOf(note), 0))
      beyond.push(
        JSON.stringify({ off, lines: question.lines.map(({ item: { sku, price }, units }) => [sku, price, units]) }),
      );
    for (const one of found) {
      if (!touched.includes(one.note) || touched.some((other) => !one.linked.has(other))) continue;
      one.asked += 1;
      one.widest = Math.max(one.widest, off);
    }
  }
  return { found: found.filter((one) => one.asked > 0), beyond };
}
