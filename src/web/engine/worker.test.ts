import { beforeEach, describe, expect, test } from 'vitest';
import { demoBook } from '../../../demo/book.ts';
import { demoOrders } from '../../../demo/orders.ts';
import {
  type Book,
  basketSchema,
  bookFileSchema,
  compileBook,
  type Edit,
  type Patch,
  patchWith,
  readyGoods,
  turned,
  turnsBetween,
  withEdit,
} from '../../core/book/index.ts';
import { priceListSchema } from '../../core/carrier/index.ts';
import { dialects, filesOf } from '../../core/channels/index.ts';
import { unwrap } from '../../core/exact/index.ts';
import type { Item } from '../../core/goods/index.ts';
import { parsePlace } from '../../core/places/index.ts';
import { seeded } from '../../core/plan/index.ts';
import { questionOf, quote } from '../../core/quote/index.ts';
import { asText } from './as-text.ts';
import { engineOf } from './engine.ts';
import { curve, everySide, find, pinned, problems } from './quick.ts';
import { told as basisOf, type Told, withDraft } from './state.ts';
import { amiss, counts, goodsProblems, map, notes, selected, without } from './study.ts';

/**
 * The worker keeps what it made ready: its answers are held against ones made anew each time, from the book that the
 * edits give.
 */
const { goods: items, ...body } = bookFileSchema.parse(demoBook());
const now = Date.parse('2026-11-24T09:10:00Z');
let from: Told;
beforeEach(() => {
  from = basisOf(body, items, [], { ONCE1: 'cards' }, []);
  told = null;
});

const lane = (zone: string, service: string) => ['templates', 'parcels', 'lanes', zone, service];
const sku = items[3]?.sku ?? '';
const sound: readonly Edit[] = [
  { path: [...lane('ie', 'standard'), 'rate'], value: { is: 'flat', amount: '7.77' } },
  { path: [...lane('gb', 'standard'), 'freeFrom'], value: null },
  {
    path: [...lane('hi', 'economy'), 'rate'],
    value: { is: 'built up', order: '3.10', first: '1.00', further: '0.50', weight: null },
  },
  { path: [...lane('euro', 'economy')] },
  { path: ['mixedBy'], value: 'highest' },
  { path: ['goods', sku, 'price'], value: '99.99' },
  { path: ['goods', sku, 'fee'], value: { each: '1.11', waived: false } },
  { path: ['zones', 'hi', 'leaves'], value: ['GB HS1 2AA'] },
  { path: ['offers', 'gale-week'] },
  {
    path: ['pinned', 'new'],
    value: basketSchema.parse({
      id: 'new',
      name: 'New',
      lines: [{ sku, units: 3 }],
      place: 'IE',
      codes: [],
      moment: null,
    }),
  },
  { path: ['seller'], value: 'Somebody else' },
];
const broken: readonly Edit[] = [
  { path: [...lane('ie', 'standard'), 'rate'], value: { is: 'flat', amount: '7.7777' } },
  { path: ['zones', 'ie', 'takes'], value: ['Germany'] },
];

interface Draft {
  readonly book: Book;
  readonly goods: readonly Item[];
}
/** What edits make of the book, each done in turn, nothing kept. */
function draftOf(edits: readonly Edit[]): Draft {
  let [book, goods]: [Book, readonly Item[]] = [body, items];
  for (const edit of edits) {
    if (edit.path[0] === 'goods') goods = withEdit({ goods }, edit).goods;
    else book = withEdit(book, edit);
  }
  return { book, goods };
}
/** The cheapest of each pinned basket there, or null. */
function cheapest({ book, goods }: Draft): Record<string, number | null> {
  return Object.fromEntries(
    book.pinned.map((basket) => {
      const compiled = unwrap(compileBook(book, basket.market ?? undefined));
      const bySku = new Map(readyGoods(compiled, goods).goods.map((item) => [item.sku, item]));
      const question = questionOf(compiled, basket, {
        ready: (one) => bySku.get(one),
        now,
        singles: new Map([['ONCE1', 'cards']]),
      });
      return [basket.id, question.ok ? (quote(compiled, question.value).choices[0]?.delivery ?? null) : null];
    }),
  );
}
let told: Patch | null = null;
/** The worker's basis with a draft, of which it is told what has changed since it was asked last. */
function on(edits: readonly Edit[]): Told {
  const patch = patchWith({ ...body, goods: items }, null, edits, { passes: true });
  told = turned(told, structuredClone(turnsBetween(told, patch)));
  return withDraft(from, told);
}
const drafted = (edits: readonly Edit[]) =>
  Object.fromEntries(pinned(on(edits), now).map((one) => [one.id, one.draft?.choices[0]?.delivery ?? null]));

describe('as one types', () => {
  test('any edits, made, undone and made again in any order, answer as the book that they give', () => {
    const random = seeded(11);
    const before = cheapest(draftOf([]));
    let moved = 0;
    for (let round = 0; round < 60; round += 1) {
      const edits = sound.filter(() => random() < 0.35).sort(() => random() - 0.5);
      const wanted = cheapest(draftOf(edits));
      expect(drafted(edits), JSON.stringify(edits.map((edit) => edit.path))).toEqual(wanted);
      if (JSON.stringify(wanted) !== JSON.stringify(before)) moved += 1;
    }
    expect(moved).toBeGreaterThan(30);
    expect(drafted([])).toEqual(before);
  });
  test('a draft that does not hold together says where; the baskets stay as they are saved', () => {
    for (const edit of broken) {
      expect(problems(on([edit])).length).toBeGreaterThan(0);
      expect(pinned(on([edit]), now).map((one) => one.draft?.choices[0]?.delivery ?? null)).toEqual(
        Object.values(cheapest(draftOf([]))),
      );
    }
    expect(problems(from)).toEqual([]);
  });
  test('an edit to what somebody else took away changes nothing', () => {
    const gone: Edit = { path: ['templates', 'nowhere', 'lanes', 'ie', 'standard', 'rate'], value: { is: 'free' } };
    expect(drafted([gone])).toEqual(cheapest(draftOf([])));
  });
  test('another book taken over leaves nothing of the one before', () => {
    drafted(sound.slice(0, 3));
    from = basisOf({ ...body, pinned: body.pinned.slice(0, 1), mixedBy: 'lowest' }, items, [], {}, []);
    expect(Object.keys(drafted([]))).toEqual([body.pinned[0]?.id]);
  });
  test('a basket in full: each service’s steps end in what it pays, channels as their files have it', () => {
    const compiled = unwrap(compileBook(body));
    const { goods } = readyGoods(compiled, items);
    const live = Object.fromEntries(
      dialects.map((dialect) => [dialect.id, filesOf(dialect.render(compiled, goods).rules)]),
    );
    for (const basket of body.pinned.filter((one) => one.market === null)) {
      const answer = everySide(from, basket, now, live);
      if (!('answer' in answer)) throw new Error(JSON.stringify(answer.problems));
      for (const choice of answer.answer.choices) {
        const service = answer.services.find((one) => one.service === choice.service);
        expect(service?.steps.find((one) => one.step === 'pays')).toMatchObject({
          delivery: choice.delivery,
          discount: choice.discount,
        });
      }
      const shop = answer.services.flatMap((one) =>
        one.channels['lerrin-shop']?.charge == null ? [] : [one.channels['lerrin-shop'].charge],
      );
      if (answer.answer.choices.length > 0 && basket.place === 'IE') expect(shop.length).toBeGreaterThan(0);
    }
  });
  test('a basket that cannot be asked says why', () => {
    const [basket] = body.pinned;
    if (!basket) throw new Error('the demo pins baskets');
    expect(everySide(from, { ...basket, lines: [{ sku: 'NOSUCH', units: 1 }] }, now, {})).toMatchObject({
      problems: [{ is: 'not for sale', sku: 'NOSUCH' }],
    });
  });
  test('an address, its zone, and the others that would have it', () => {
    expect(find(from, 'GB HS1 2AA')).toMatchObject({
      zone: 'hi',
      others: expect.arrayContaining([expect.objectContaining({ zone: 'gb', left: 'GB HS*' })]),
    });
    expect(find(on([{ path: ['zones', 'hi', 'leaves'], value: ['GB HS1 2AA'] }]), 'GB HS1 2AA')).toMatchObject({
      zone: 'row',
    });
    expect(find(from, 'Germany')).toHaveProperty('problems');
  });
  test('a lane’s curve follows its draft; where there is no lane there is none', () => {
    const charges = (edits: readonly Edit[]) =>
      curve(on(edits), 'parcels', 'ie', 'standard', now)?.points.map((point) => point.charge);
    expect(charges([])).toContain(490);
    expect(charges(sound.slice(0, 1))).toContain(777);
    expect(curve(from, 'parcels', 'nowhere', 'standard', now)).toBeNull();
  });
});

describe('what looks at all goods', () => {
  test('every item has one template; a selection counts what it takes', () => {
    const all = counts(from);
    expect(Object.values(all?.templates ?? {}).reduce((sum, one) => sum + one, 0)).toBe(
      readyGoods(unwrap(compileBook(body)), items).goods.length,
    );
    for (const { id } of body.selections) expect(selected(from, id)?.length).toBe(all?.selections[id]);
    expect(goodsProblems(on([{ path: ['goods', sku, 'template'], value: 'nowhere' }])).length).toBeGreaterThan(
      goodsProblems(from).length,
    );
  });
  test('the map charges each country as a basket to it pays', () => {
    const [basket] = body.pinned.filter((one) => one.market === null && one.codes.length === 0);
    if (!basket) throw new Error('the demo pins such a basket');
    const compiled = unwrap(compileBook(body));
    const bySku = new Map(readyGoods(compiled, items).goods.map((item) => [item.sku, item]));
    const charges = new Map(
      map(from, 'parcels', basket.id, now)?.places.map((one) => [one.pattern ?? one.country, one.charge]),
    );
    for (const place of ['IE', 'FR', 'JP', 'NZ', 'PR']) {
      const question = unwrap(questionOf(compiled, { ...basket, place }, { ready: (one) => bySku.get(one), now }));
      expect(charges.get(place), place).toBe(
        quote(compiled, { ...question, place: unwrap(parsePlace(place)) }).choices[0]?.delivery ?? null,
      );
    }
  });
  test('without a zone its places fall where the rest has them', () => {
    expect(without(from, 'hi').find((one) => one.template === 'parcels')).toMatchObject({
      patterns: expect.arrayContaining(['GB HS*']),
    });
    expect(without(from, 'nowhere')).toEqual([]);
  });
  test('each channel’s notes follow the draft', () => {
    const said = (edits: readonly Edit[]) =>
      notes(on(edits), now)?.['lerrin-shop'][0]?.notes.find(
        (note) => note.clause.about === 'rate' && note.clause.zone === 'ie' && note.clause.service === 'standard',
      )?.reads;
    expect(JSON.stringify(said([]))).toContain('4.90');
    expect(JSON.stringify(said(sound.slice(0, 1)))).toContain('7.77');
  });
  test('what may not be meant is found in the draft', () => {
    const twice: Edit[] = ['ie', 'gb'].flatMap((zone) =>
      ['economy', 'standard'].map(
        (service): Edit => ({ path: [...lane(zone, service), 'names'], value: { 'en-IE': 'Delivery' } }),
      ),
    );
    expect(amiss(from)).toEqual([]);
    expect(amiss(on(twice.filter((edit) => edit.path[3] === 'gb'))).length).toBeGreaterThan(0);
  });
});

describe('what stands on past orders', () => {
  const orders = demoOrders(items, 120);
  const saved = { book: body, goods: { is: 'all', items: asText(items) }, cards: [], singles: {} } as const;
  const inAll = (engine: ReturnType<typeof engineOf>) =>
    Object.values(engine.ordersByZone() ?? {}).reduce((sum, one) => sum + one, 0);
  test('orders are told once, before the book or after it, and stay when it is saved anew', () => {
    const [before, after] = [engineOf(), engineOf()];
    before.remember(asText(orders));
    before.load(saved);
    after.load(saved);
    expect(inAll(after)).toBe(0);
    after.remember(asText(orders));
    for (const engine of [before, after]) {
      engine.load({ ...saved, book: { ...body, seller: 'Somebody else' } });
      expect(inAll(engine)).toBe(orders.length);
    }
  });
  test('the review follows the draft, the orders and the moment, though its last answer is kept', () => {
    const services = body.services.map((one) => ({ ...one, carrier: null, lists: [list] }));
    const carried: Book = { ...body, services, priceLists: [everywhere] };
    const [edit] = sound as readonly [Edit, ...Edit[]];
    const reviewed = (book: Book, past = orders, moment = now) => {
      const anew = engineOf();
      anew.load({ ...saved, book });
      anew.remember(asText(past));
      return anew.records(moment);
    };
    const engine = engineOf();
    engine.load({ ...saved, book: carried });
    engine.remember(asText(orders));
    const answers = [engine.records(now)];
    expect(engine.records(now)).toEqual(reviewed(carried));
    engine.draft(turnsBetween(null, patchWith({ ...carried, goods: items }, null, [edit], { passes: true })));
    const edited = withEdit(carried, edit);
    answers.push(engine.records(now));
    expect(answers.at(-1)).toEqual(reviewed(edited));
    // From New Year the list asks a euro more for each parcel.
    const later = Date.parse('2027-02-01T00:00:00Z');
    answers.push(engine.records(later));
    expect(answers.at(-1)).toEqual(reviewed(edited, orders, later));
    engine.remember(asText(orders.slice(0, 60)));
    answers.push(engine.records(later));
    expect(answers.at(-1)).toEqual(reviewed(edited, orders.slice(0, 60), later));
    expect(new Set(answers.map((one) => JSON.stringify(one))).size).toBe(4);
  });
});
const list = { list: 'anywhere', service: 'parcel' };
const everywhere = priceListSchema.parse({
  id: 'anywhere',
  name: 'Anywhere',
  currency: 'EUR',
  zones: [{ zone: 'all', places: ['world'] }],
  prices: [
    { service: 'parcel', zone: 'all', most: { value: '500', unit: 'kg' }, price: '4.00' },
    { service: 'parcel', zone: 'all', most: { value: '500', unit: 'kg' }, price: '5.00', from: '2027-01-01' },
  ],
});
