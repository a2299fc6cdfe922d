import { expose } from 'comlink';
import type { PastOrder } from '../../contract/index.ts';
import { type Basket, type Book, type ChannelId, type CompiledBook, compileBook, type Edit, type Ready, type ReadyGoods, readyFinder, readyGoods, withEdit } from '../../core/book/index.ts';
import { type Card, type CardBody, cardOn, carrierBy, parcelCharge, readCard } from '../../core/carrier/index.ts';
import { type ChannelFile, type Dialect, dialects, type Listing, listedAt, type Note, type RecordFinding, type Rules, recordFindings, type SideStep } from '../../core/channels/index.ts';
import { type CoverageFinding, coverageOf, meantSteps } from '../../core/check/index.ts';
import { localOf, type Mass, type Minor, minor, type Problem, sure, type Volume } from '../../core/exact/index.ts';
import { type Item, withParents } from '../../core/goods/index.ts';
import { countries, type Fall, fallsWithout, matches, type Place, parsePlace, partsOfMap, patternText, placeOf, type ZoneFinding, zoneFindings } from '../../core/places/index.ts';
import { carrierCost, type LaneRecord, laneRecords, type Margin, marginOf, type Past } from '../../core/plan/index.ts';
import { type Answer, explain, type Question, questionOf, quote, type Step, soldIn } from '../../core/quote/index.ts';
import { type Carrier, type Curve, curveOf } from '../../core/rates/index.ts';

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
  readonly currency: string;
  readonly problems: readonly Problem[];
}

export interface Computed {
  readonly problems: readonly Problem[];
  readonly pinned: readonly Pinned[];
}

/** What is left of a basket by a service, and what the carrier asks for it; null where that is not known. */
export interface SidedMargin {
  readonly carrier: Minor | null;
  readonly margin: Margin;
}

export interface Sided {
  readonly answer: Answer;
  readonly goods: Minor;
  readonly currency: string;
  readonly services: readonly {
    readonly service: string;
    readonly meant: readonly SideStep[];
    readonly margin: SidedMargin | null;
    readonly steps: readonly Step[];
    readonly channels: Readonly<Record<string, { readonly speed: string | null; readonly charge: Minor | null; readonly discount: Minor | null; readonly steps: readonly SideStep[] }>>;
  }[];
}

/** A part of the map: where it falls in a template, and what a basket's cheapest delivery costs there; null where there is none. */
export interface MapPlace {
  readonly country: string;
  /** The pattern that sets it apart; null for the country at large. */
  readonly pattern: string | null;
  readonly zone: string | null;
  readonly charge: Minor | null;
}

export interface MapAnswer {
  readonly places: readonly MapPlace[];
  readonly currency: string;
  readonly findings: readonly ZoneFinding[];
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

function load(book: Book, goods: readonly Item[], carrierCards: readonly CardBody[]): void {
  carry(carrierCards);
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

/** Every market's book and goods, made ready once a draft. */
const readied = new WeakMap<Book, Map<string, { compiled: CompiledBook | null; problems: readonly Problem[] }>>();
const goodsOf = new WeakMap<CompiledBook, { goods: readonly Item[]; ready: ReadyGoods; bySku: ReadonlyMap<string, Ready> }>();
const itemsOf = new WeakMap<readonly Item[], ReadonlyMap<string, Item>>();
const finders = new WeakMap<CompiledBook, { goods: readonly Item[]; find: (sku: string) => Ready | undefined }>();

/** Single goods of a draft, made ready when they are first asked for: a keystroke in a lane looks at those of the pinned baskets alone. */
function finderFor(compiled: CompiledBook, goods: readonly Item[]): (sku: string) => Ready | undefined {
  const known = finders.get(compiled);
  if (known?.goods === goods) return known.find;
  const items = itemsOf.get(goods) ?? new Map(goods.map((item) => [item.sku, item]));
  itemsOf.set(goods, items);
  const find = readyFinder(compiled, (sku) => items.get(sku));
  finders.set(compiled, { goods, find });
  return find;
}

function compiledFor(book: Book, market: string | null): CompiledBook | null {
  const known = readied.get(book) ?? new Map();
  readied.set(book, known);
  const key = market ?? '';
  const found = known.get(key);
  if (found) return found.compiled;
  const made = compileBook(book, market ?? undefined);
  known.set(key, { compiled: made.ok ? made.value : null, problems: made.ok ? [] : made.problems });
  return made.ok ? made.value : null;
}

function readyFor(compiled: CompiledBook, goods: readonly Item[]) {
  const known = goodsOf.get(compiled);
  if (known?.goods === goods) return known;
  const ready = readyGoods(compiled, goods);
  const made = { goods, ready, bySku: new Map(ready.goods.map((item) => [item.sku, item])) };
  goodsOf.set(compiled, made);
  return made;
}

function asked(book: Book, goods: readonly Item[], basket: Basket, moment: number) {
  const compiled = compiledFor(book, basket.market);
  if (!compiled) return null;
  return { compiled, question: questionOf(basket, finderFor(compiled, goods), moment, carrierOf(compiled, moment)) };
}

function compute(edits: readonly Edit[], moment: number): Computed {
  const now = draftOf(edits);
  const answer = (book: Book, goods: readonly Item[], basket: Basket) => {
    const made = asked(book, goods, basket, moment);
    return made?.question.ok ? quote(made.compiled, made.question.value) : null;
  };
  const pinned = now.book.pinned.map((basket): Pinned => {
    const made = asked(now.book, now.goods, basket, moment) ?? (saved && asked(saved.book, now.goods, basket, moment));
    const after = made?.question.ok ? quote(made.compiled, made.question.value) : null;
    return {
      id: basket.id,
      goods: after?.goods ?? minor(0),
      mass: after?.mass ?? null,
      saved: saved && answer(saved.book, saved.goods, basket),
      draft: after,
      currency: made?.compiled.currency ?? '',
      problems: made && !made.question.ok ? made.question.problems : [],
    };
  });
  return { problems: now.problems, pinned };
}

function notes(edits: readonly Edit[]): Record<ChannelId, readonly Note[]> | null {
  const { compiled, goods } = draftOf(edits);
  if (!compiled) return null;
  const listed = readyFor(compiled, goods).ready.goods;
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
  const { goods, book, problems } = draftOf(edits);
  const made = asked(book, goods, basket, moment);
  if (!made) return { problems };
  const { compiled, question: read } = made;
  if (!read.ok) return { problems: read.problems };
  const question: Question = read.value;
  const answer = quote(compiled, question);
  // Channels count in the seller's own currency: baskets of other markets are not asked there.
  const there = compiled.market.body.id === book.markets[0]?.id;
  const sides = dialects.map((dialect) => ({ id: dialect.id, choices: there ? (rulesOf(dialect, live[dialect.id] ?? [])?.charges(soldIn(question), question.moment) ?? []) : [] }));
  const on = dayOf(question.moment, compiled);
  const card = cardOn(cards, on);
  const everyChoice = [...answer.choices, ...answer.hidden.map((one) => one.choice)];
  const services = book.services.map(({ id }) => ({
    service: id,
    margin: marginFor(id),
    meant: meantSteps(compiled, question, id),
    steps: explain(compiled, question, id),
    channels: Object.fromEntries(
      sides.map((side) => {
        const speed = book.channels[side.id].speeds[id] ?? null;
        const choice = side.choices.find((one) => one.speed === speed);
        return [side.id, { speed, charge: choice?.charge ?? null, discount: choice?.discount ?? null, steps: choice?.steps ?? [] }];
      }),
    ),
  }));
  return { answer, goods: answer.goods, currency: compiled.currency, services };

  function marginFor(id: string): SidedMargin | null {
    const choice = everyChoice.find((one) => one.service === id);
    if (!choice) return null;
    const carrier = card && carrierCost(compiled, question, id, card, on);
    return { carrier, margin: marginOf(compiled, question, choice, carrier, null) };
  }
}

/** The map of a template: every country, and every part that its zones set apart, with a basket's cheapest delivery there. */
function map(edits: readonly Edit[], template: string, basketId: string | null, moment: number): MapAnswer | null {
  const { compiled, book, goods } = draftOf(edits);
  const served = compiled?.templates.find((one) => one.id === template);
  if (!compiled || !served) return null;
  const basket = book.pinned.find((one) => one.id === basketId);
  const made = basket && asked(book, goods, basket, moment);
  const charge = (place: Place): Minor | null => {
    if (!made?.question.ok) return null;
    return quote(made.compiled, { ...made.question.value, place }).choices[0]?.delivery ?? null;
  };
  const patterns = served.zones.flatMap((zone) => [...zone.takes, ...zone.leaves]);
  const whole = [...countries].map((code): MapPlace => {
    const place = sure(placeOf({ country: code }));
    return { country: code, pattern: null, zone: served.zoneOf(place)?.zone.id ?? null, charge: charge(place) };
  });
  const parts = partsOfMap(patterns).flatMap(({ pattern, place }): MapPlace[] =>
    pattern.is === 'world' || pattern.is === 'country' ? [] : [{ country: place.country, pattern: patternText(pattern), zone: served.zoneOf(place)?.zone.id ?? null, charge: charge(place) }],
  );
  return { places: [...whole, ...parts], currency: made?.compiled.currency ?? compiled.currency, findings: zoneFindings(served.zones) };
}

/** Where a zone's places would fall in each template without it. */
function without(edits: readonly Edit[], zone: string): { template: string; to: string | null; patterns: string[] }[] {
  const { compiled } = draftOf(edits);
  return (compiled?.templates ?? []).flatMap((template) => fallsWithout(template.zones, zone).map(({ to, patterns }) => ({ template: template.id, to, patterns: patterns.map(patternText) })));
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

/** A lane's charge along what it charges by. */
function curve(edits: readonly Edit[], template: string, zone: string, service: string, moment: number): CostedCurve | null {
  const { compiled } = draftOf(edits);
  const served = compiled?.templates.find((one) => one.id === template);
  const lane = served?.lanes.get(zone)?.get(service);
  if (!compiled || !lane) return null;
  const spot = partsOfMap(served?.zones.flatMap((one) => [...one.takes, ...one.leaves]) ?? []).find((one) => served?.zoneOf(one.place)?.zone.id === zone)?.place;
  const place = spot ?? { country: '', part: null, postcode: null };
  const on = dayOf(moment, compiled);
  const card = cardOn(cards, on);
  const by = compiled.services.find((one) => one.id === service)?.carrier ?? null;
  const made = curveOf(lane, { place, carrier: carrierOf(compiled, moment) });
  if (made.over !== 'mass' || !card || by === null || card.currency !== compiled.currency) return { ...made, cost: null };
  // The carrier's price of one parcel by its weight alone: what is large for its weight costs more.
  const cost = made.points.map(({ at }) => parcelCharge(card, by, place, { mass: Math.max(1, at) as Mass, volume: 1n as Volume }, on, true)?.charge ?? null);
  return { ...made, cost };
}

export interface CostedCurve extends Curve {
  /** What the carrier asks at each point; null where there is nothing to tell. */
  readonly cost: readonly (Minor | null)[] | null;
}

export interface Records {
  readonly from: string;
  readonly to: string;
  readonly starts: string;
  readonly lanes: readonly LaneRecord[];
  readonly left: number;
  readonly currency: string;
}

/** How each lane fares over past orders by the card in force, and by the next one that is known. */
function records(edits: readonly Edit[], orders: readonly PastOrder[], moment: number): Records | null {
  const { compiled, goods } = draftOf(edits);
  if (!compiled) return null;
  const on = dayOf(moment, compiled);
  const card = cardOn(cards, on);
  const next = cards.find((one) => one.body.from > on) ?? card;
  if (!card || !next) return null;
  const { bySku } = readyFor(compiled, goods);
  const carrier = carrierOf(compiled, moment);
  const past = orders.flatMap((order): Past[] => {
    const place = parsePlace(order.place);
    const lines = order.lines.flatMap(({ sku, units }) => {
      const item = bySku.get(sku);
      return item ? [{ item, units }] : [];
    });
    return place.ok && lines.length === order.lines.length ? [{ question: { lines, place: place.value, codes: [], moment, carrier }, service: order.service }] : [];
  });
  const then = next === card ? on : next.body.from;
  const { lanes, left } = laneRecords(compiled, past, { card, on }, { card: next, on: then });
  return { from: card.body.card, to: next.body.card, starts: then, lanes, left: left + orders.length - past.length, currency: compiled.currency };
}

let cards: readonly Card[] = [];

/** Takes over the carrier's cards; those that cannot be read are as if not there. */
function carry(bodies: readonly CardBody[]): void {
  cards = bodies.flatMap((body) => {
    const read = readCard(body);
    return read.ok ? [read.value] : [];
  });
}

const dayOf = (moment: number, compiled: CompiledBook) => localOf(moment, compiled.market.body.timeZone).slice(0, 10);

/** The carrier by the card of the day, where it counts in the market's currency; else it is silent. */
function carrierOf(compiled: CompiledBook, moment: number): Carrier | null {
  const on = dayOf(moment, compiled);
  const card = cardOn(cards, on);
  return card && card.currency === compiled.written ? carrierBy(card, on) : null;
}

/** What nobody can buy, or have delivered; countries with visits among it. */
function coverage(edits: readonly Edit[], visits: Readonly<Record<string, number>>): CoverageFinding[] | null {
  const { compiled, goods } = draftOf(edits);
  return compiled && coverageOf(compiled, readyFor(compiled, goods).ready.goods, visits);
}

/** The SKUs a selection takes. */
function selected(edits: readonly Edit[], id: string): string[] | null {
  const { compiled, goods } = draftOf(edits);
  const selection = compiled?.selections.get(id);
  if (!compiled || !selection) return null;
  const bySku = new Map(withParents(goods).items.map((item) => [item.sku, item]));
  return readyFor(compiled, goods)
    .ready.goods.filter((item) => selection.takes(bySku.get(item.sku) as Item, item))
    .map((item) => item.sku);
}

/** Where a channel's own record parts from the goods of the draft. */
function recordsThere(edits: readonly Edit[], id: ChannelId, listings: readonly Listing[]): RecordFinding[] | null {
  const { compiled, goods } = draftOf(edits);
  return compiled && recordFindings(compiled, listedAt(id, readyFor(compiled, goods).ready.goods), listings);
}

/** What keeps goods of the draft from being sold. */
function goodsProblems(edits: readonly Edit[]): readonly Problem[] {
  const { compiled, goods } = draftOf(edits);
  return compiled ? readyFor(compiled, goods).ready.problems : [];
}

/** How many goods each template and each selection takes. */
function counts(edits: readonly Edit[]): { templates: Record<string, number>; selections: Record<string, number> } | null {
  const { compiled, goods } = draftOf(edits);
  if (!compiled) return null;
  const { ready } = readyFor(compiled, goods);
  const templates: Record<string, number> = {};
  for (const item of ready.goods) templates[item.template.id] = (templates[item.template.id] ?? 0) + 1;
  const bySku = new Map(withParents(goods).items.map((item) => [item.sku, item]));
  const selections = Object.fromEntries([...compiled.selections].map(([id, one]) => [id, ready.goods.filter((item) => one.takes(bySku.get(item.sku) as Item, item)).length]));
  return { templates, selections };
}

const desk = { load, compute, notes, bench, find, map, without, curve, counts, selected, coverage, records, recordsThere, goodsProblems };
export type Desk = typeof desk;
expose(desk);
