import { expect, test } from 'vitest';
import { demoBook } from '../../../demo/book.ts';
import { demoOrders } from '../../../demo/orders.ts';
import { bookFileSchema, compileBook, readyGoods } from '../book/index.ts';
import type { Carrier } from '../carrier/index.ts';
import { gram, minor, unwrap } from '../exact/index.ts';
import { parsePlace } from '../places/index.ts';
import { anybody, quote } from '../quote/index.ts';
import { carrierCost, laneRecords, type Past, weighedCosts } from './index.ts';

const { goods: items, ...body } = bookFileSchema.parse(demoBook());
const book = unwrap(compileBook(body));
const bySku = new Map(readyGoods(book, items).goods.map((one) => [one.sku, one]));
const now = Date.parse('2026-11-24T09:10:00Z');

/** A carrier that asks so much a parcel and so much a kilogram, and takes nothing to Japan. */
const asking = (parcel: number, kilogram: number): Carrier => ({
  charge: (_, place, parcels) =>
    place.country === 'JP'
      ? null
      : {
          amount: minor(
            parcels.reduce(
              (sum, { count, mass }) => sum + count * (parcel + Math.ceil(mass / (1000 * gram)) * kilogram),
              0,
            ),
          ),
          currency: book.currency,
        },
});
const [today, later] = [asking(310, 95), asking(345, 110)];
const next = { carrier: later, moment: Date.parse('2027-01-01T00:00:00Z') };
const past = demoOrders(items, 500).map(({ lines, place, service, channel }, i): Past => {
  const question = {
    lines: lines.flatMap(({ sku, units }) => {
      const item = bySku.get(sku);
      return item ? [{ item, units }] : [];
    }),
    place: unwrap(parsePlace(place)),
    codes: [],
    moment: now,
    carrier: today,
    shopper: { ...anybody, channel },
  };
  return { question, service: i % 50 === 7 ? 'no such service' : service };
});

test('a year of orders adds up to what each of them is quoted and costs by itself', () => {
  const { lanes, left } = laneRecords(book, past, next);
  const wanted = new Map<string, number[]>();
  let out = 0;
  for (const { question, service } of past) {
    const { choices, hidden } = quote(book, question);
    const choice = [...choices, ...hidden.map((one) => one.choice)].find((one) => one.service === service);
    const [costs, then] = [question, { ...question, ...next }].map((one) => carrierCost(book, one, service));
    const template = question.lines[0]?.item.template;
    if (!choice || costs == null || then == null || !template) {
      out += 1;
      continue;
    }
    const key = `${template.id}/${template.zoneOf(question.place)?.zone.id}/${service}`;
    const sums = wanted.get(key) ?? [0, 0, 0, 0, 0, 0, 0, 0];
    const [lostNow, lostNext] = [Math.max(0, costs - choice.delivery), Math.max(0, then - choice.delivery)];
    const own = [1, choice.delivery, costs, then, Number(lostNow > 0), Number(lostNext > 0), lostNow, lostNext];
    wanted.set(
      key,
      sums.map((sum, i) => sum + (own[i] as number)),
    );
  }
  const found = lanes.map((one) => [
    `${one.template}/${one.zone}/${one.service}`,
    [one.orders, one.charged, one.costNow, one.costNext, one.losingNow, one.losingNext, one.lostNow, one.lostNext],
  ]);
  expect(Object.fromEntries(found)).toEqual(Object.fromEntries(wanted));
  expect(left).toBe(out);
  // Orders by a service that is none, and those to Japan, are among those left out.
  expect(left).toBeGreaterThan(10);
  expect(wanted.size).toBeGreaterThan(8);
});

test('a carrier’s own mass of an item costs what orders with it cost otherwise, were that mass the book’s', () => {
  for (const sku of ['LK-REEL-01-DUSK', ...items.slice(0, 40).map((one) => one.sku)].filter((one) => bySku.has(one))) {
    const there = 2700;
    const heavier = items.map((one) =>
      one.sku === sku ? { ...one, mass: { value: String(there), unit: 'g' as const } } : one,
    );
    const after = new Map(readyGoods(book, heavier).goods.map((one) => [one.sku, one]));
    let [orders, sum] = [0, 0];
    for (const { question, service } of past) {
      const lines = question.lines.map(({ item, units }) => ({ item: after.get(item.sku) ?? item, units }));
      const [own, other] = [carrierCost(book, question, service), carrierCost(book, { ...question, lines }, service)];
      if (own === null || other === null || own === other) continue;
      orders += 1;
      sum += other - own;
    }
    const [cost] = weighedCosts(book, [{ is: 'mass', sku, here: null, there }], past);
    expect([(cost?.orders ?? 0) - (cost?.offered ?? 0), (cost?.more ?? 0) - (cost?.less ?? 0)], sku).toEqual([
      orders,
      sum,
    ]);
  }
});
