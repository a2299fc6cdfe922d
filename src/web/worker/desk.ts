import { expose } from 'comlink';
import { type Basket, type Book, type ChannelId, type CompiledBook, compileBook, type Edit, withEdit } from '../../core/book/index.ts';
import { type ChannelFile, type Dialect, dialects, type Listed, type Note, type Rules, type SideStep } from '../../core/channels/index.ts';
import { meantSteps } from '../../core/check/index.ts';
import { type Mass, type Minor, minor, type Problem } from '../../core/exact/index.ts';
import { type Item, readItem, type Weighed } from '../../core/goods/index.ts';
import { type Fall, matches, type Place, parsePlace, patternText } from '../../core/places/index.ts';
import { type Answer, explain, type Question, questionOf, quote, type Step } from '../../core/quote/index.ts';
import { chargeOf } from '../../core/rates/index.ts';

/**
 * The core at the desk: keeps the saved book and goods, makes the draft's edits on them, and answers while one types.
 * Everything that computes on the screen goes through here.
 */
export interface Pinned {
  readonly id: string;
  readonly goods: Minor;
  readonly mass: Mass | null;
  readonly saved: Answer | null;
  readonly draft: Answer | null;
  readonly problems: readonly Problem[];
}

export interface Computed {
  readonly problems: readonly Problem[];
  readonly pinned: readonly Pinned[];
}

export interface Sided {
  readonly answer: Answer;
  readonly goods: Minor;
  readonly services: readonly {
    readonly service: string;
    readonly meant: readonly SideStep[];
    readonly steps: readonly Step[];
    readonly channels: Readonly<Record<string, { readonly speed: string | null; readonly charge: Minor | null; readonly discount: Minor | null; readonly steps: readonly SideStep[] }>>;
  }[];
}

export interface PlaceFound {
  readonly place: Place;
  readonly zone: string | null;
  readonly pattern: string | null;
  readonly others: readonly { readonly zone: string; readonly pattern: string; readonly left: string | null }[];
}

/** Why a question could not be answered. */
export interface Unanswered {
  readonly problems: readonly Problem[];
}

let saved: { book: Book; goods: readonly Item[]; compiled: CompiledBook | null } | null = null;
let lastEdits = '';
let drafted: { book: Book; goods: readonly Item[]; compiled: CompiledBook | null; problems: readonly Problem[] } | null = null;

function load(book: Book, goods: readonly Item[]): void {
  const compiled = compileBook(book);
  saved = { book, goods, compiled: compiled.ok ? compiled.value : null };
  lastEdits = '';
  drafted = null;
}

function draftOf(edits: readonly Edit[]) {
  if (!saved) throw new Error('The book has not been loaded');
  const key = JSON.stringify(edits);
  if (drafted && key === lastEdits) return drafted;
  const goodsEdits = edits.filter((edit) => edit.path[0] === 'goods');
  const book = edits.filter((edit) => edit.path[0] !== 'goods').reduce<Book>(safely, saved.book);
  const goods = goodsEdits.length === 0 ? saved.goods : goodsEdits.reduce<{ goods: readonly Item[] }>(safely, { goods: saved.goods }).goods;
  const compiled = compileBook(book);
  drafted = { book, goods, compiled: compiled.ok ? compiled.value : null, problems: compiled.ok ? [] : compiled.problems };
  lastEdits = key;
  return drafted;
}

/** An edit to something that is gone meanwhile changes nothing here; saving it tells. */
function safely<T>(tree: T, edit: Edit): T {
  try {
    return withEdit(tree, edit);
  } catch (error) {
    if (error instanceof RangeError) return tree;
    throw error;
  }
}

const figuresOf = (goods: readonly Item[], book: CompiledBook) => {
  const items = new Map(goods.map((item) => [item.sku, item]));
  return (sku: string): Weighed | undefined => {
    const item = items.get(sku);
    const read = item && readItem(item, book.currency);
    return read?.ok ? read.value : undefined;
  };
};

const listedOf = (goods: readonly Item[], book: CompiledBook): Listed[] =>
  goods.flatMap((item) => {
    const read = readItem(item, book.currency);
    return read.ok ? [{ sku: item.sku, name: item.name, ...read.value }] : [];
  });

function compute(edits: readonly Edit[], moment: number): Computed {
  const now = draftOf(edits);
  const answer = (book: CompiledBook | null, goods: readonly Item[], basket: Basket) => {
    const question = book && questionOf(basket, figuresOf(goods, book), moment);
    return question?.ok && book ? quote(book, question.value) : null;
  };
  const pinned = now.book.pinned.map((basket): Pinned => {
    const after = answer(now.compiled, now.goods, basket);
    const book = now.compiled ?? saved?.compiled;
    const question = book && questionOf(basket, figuresOf(now.goods, book), moment);
    return {
      id: basket.id,
      goods: after?.goods ?? minor(0),
      mass: after?.mass ?? null,
      saved: saved && answer(saved.compiled, saved.goods, basket),
      draft: after,
      problems: question && !question.ok ? question.problems : [],
    };
  });
  return { problems: now.problems, pinned };
}

function notes(edits: readonly Edit[]): Record<ChannelId, readonly Note[]> | null {
  const { compiled, goods } = draftOf(edits);
  if (!compiled) return null;
  const listed = listedOf(goods, compiled);
  return Object.fromEntries(dialects.map((dialect) => [dialect.id, dialect.render(compiled, listed).notes])) as Record<ChannelId, readonly Note[]>;
}

const readRules = new Map<ChannelId, { text: string; rules: Rules | null }>();

/** A channel's files, read once as long as they stay the same. */
function rulesOf(dialect: Dialect, files: readonly ChannelFile[]): Rules | null {
  const text = files.map((file) => file.text).join('\u0000');
  const known = readRules.get(dialect.id);
  if (known?.text === text) return known.rules;
  const read = files.length > 0 ? dialect.read(files) : null;
  const rules = read?.ok ? read.value : null;
  readRules.set(dialect.id, { text, rules });
  return rules;
}

/** A basket at every channel: what is meant and what the core believes the given files make of it, step by step. */
function bench(edits: readonly Edit[], basket: Basket, moment: number, live: Readonly<Record<string, readonly ChannelFile[] | null>>): Sided | Unanswered {
  const { compiled, goods, book, problems } = draftOf(edits);
  if (!compiled) return { problems };
  const question = questionOf(basket, figuresOf(goods, compiled), moment);
  if (!question.ok) return { problems: question.problems };
  const asked: Question = question.value;
  const answer = quote(compiled, asked);
  const sides = dialects.map((dialect) => ({ id: dialect.id, choices: rulesOf(dialect, live[dialect.id] ?? [])?.charges(asked, asked.moment) ?? [] }));
  const services = book.services.map(({ id }) => ({
    service: id,
    meant: meantSteps(compiled, asked, id),
    steps: explain(compiled, asked, id),
    channels: Object.fromEntries(
      sides.map((side) => {
        const speed = book.channels[side.id].speeds[id] ?? null;
        const choice = side.choices.find((one) => one.speed === speed);
        return [side.id, { speed, charge: choice?.charge ?? null, discount: choice?.discount ?? null, steps: choice?.steps ?? [] }];
      }),
    ),
  }));
  return { answer, goods: answer.goods, services };
}

function find(edits: readonly Edit[], text: string): PlaceFound | Unanswered {
  const { compiled, problems } = draftOf(edits);
  if (!compiled) return { problems };
  const place = parsePlace(text);
  if (!place.ok) return { problems: place.problems };
  const fall: Fall | null = compiled.zoneOf(place.value);
  const others = compiled.zones
    .filter((zone) => zone !== fall?.zone)
    .flatMap((zone) => {
      const taken = zone.takes.find((pattern) => matches(pattern, place.value));
      const left = zone.leaves.find((pattern) => matches(pattern, place.value));
      return taken ? [{ zone: zone.id, pattern: patternText(taken), left: left ? patternText(left) : null }] : [];
    });
  return { place: place.value, zone: fall?.zone.id ?? null, pattern: fall && patternText(fall.pattern), others };
}

export interface Curve {
  /** Masses in grams at which the charge is given, and the charge, null where not offered. */
  readonly byMass: readonly { readonly grams: number; readonly charge: Minor | null }[];
  readonly byValue: readonly { readonly value: Minor; readonly charge: Minor | null }[];
}

/** A lane's charge against mass (for a small order) and against goods value (for a light one). */
function curve(edits: readonly Edit[], zone: string, service: string): Curve | null {
  const { compiled } = draftOf(edits);
  const lane = compiled?.lanes.get(zone)?.get(service);
  if (!lane) return null;
  const gram = 1_600_000_000;
  const at = (mass: number) => {
    const charge = chargeOf(lane.rate, mass as Mass);
    return charge.ok ? charge.amount : null;
  };
  const edges = lane.rate.is === 'table' ? lane.rate.edges : [];
  const top = (edges.at(-1) ?? 0) * (lane.rate.is === 'table' && lane.rate.open ? 1.4 : 1.1);
  const byMass = lane.rate.is === 'table' ? [0, ...edges, top].map((mass, i, all) => ({ grams: mass / gram, charge: at(i === 0 ? gram : i < all.length - 1 ? mass : mass) })) : [];
  const light = at(100 * gram);
  const from = lane.freeFrom?.value ?? null;
  const end = from === null ? 10_000 : from * 2;
  const byValue =
    from === null
      ? [
          { value: minor(0), charge: light },
          { value: minor(end), charge: light },
        ]
      : [
          { value: minor(0), charge: light },
          { value: from, charge: minor(0) },
          { value: minor(end), charge: minor(0) },
        ];
  return { byMass, byValue };
}

const desk = { load, compute, notes, bench, find, curve };
export type Desk = typeof desk;
expose(desk);
