import type { CompiledBook } from '../book/index.ts';
import { type Card, carrierBy } from '../carrier/index.ts';
import { type Minor, minor } from '../exact/index.ts';
import { type Question, quote } from '../quote/index.ts';
import { pack } from '../rates/index.ts';

/** An order of the past as a question to the book of today, and the service it went by. */
export interface Past {
  readonly question: Question;
  readonly service: string;
}

/**
 * What a lane took and cost over past orders, by the card in force and by another. Amounts in the market's currency.
 */
export interface LaneRecord {
  readonly template: string;
  readonly zone: string;
  readonly service: string;
  readonly orders: number;
  /** What shoppers would pay for delivery today. */
  readonly charged: Minor;
  /** What the carrier asks by the card in force, and by the other; over orders that both carry. */
  readonly costNow: Minor;
  readonly costNext: Minor;
  /** Orders that are charged less than the carrier asks. */
  readonly losingNow: number;
  readonly losingNext: number;
  /** What is lost on those. */
  readonly lostNow: Minor;
  readonly lostNext: Minor;
}

/**
 * What the carrier asks for a question's goods packed into the seller's boxes; null where they cannot be, or it does
 * not carry them.
 */
export function carrierCost(
  book: CompiledBook,
  question: Question,
  service: string,
  card: Card,
  on: string,
  home: boolean,
): Minor | null {
  const by = book.services.find((one) => one.id === service)?.carrier;
  if (!by || book.currency !== card.currency) return null;
  const packed = pack(question.lines, [...book.boxes.values()]);
  return packed.ok ? (carrierBy(card, on, home).charge(by, question.place, packed.parcels)?.amount ?? null) : null;
}

/**
 * How each lane fares over past orders to homes, by two cards; orders that the book or the carrier no longer takes are
 * left out and counted.
 */
export function laneRecords(
  book: CompiledBook,
  past: readonly Past[],
  now: { card: Card; on: string },
  next: { card: Card; on: string },
): { lanes: LaneRecord[]; left: number } {
  const lanes = new Map<string, { -readonly [K in keyof LaneRecord]: LaneRecord[K] }>();
  let left = 0;
  for (const { question, service } of past) {
    const [first] = question.lines;
    const answer = quote(book, question);
    const choice = [...answer.choices, ...answer.hidden.map((one) => one.choice)].find(
      (one) => one.service === service,
    );
    const costs = [now, next].map(({ card, on }) => carrierCost(book, question, service, card, on, true)) as [
      Minor | null,
      Minor | null,
    ];
    if (!first || !choice || answer.zone === null || costs[0] === null || costs[1] === null) {
      left += 1;
      continue;
    }
    const template = first.item.template.id;
    const key = `${template}/${answer.zone}/${service}`;
    const record = lanes.get(key) ?? {
      template,
      zone: answer.zone,
      service,
      orders: 0,
      charged: minor(0),
      costNow: minor(0),
      costNext: minor(0),
      losingNow: 0,
      losingNext: 0,
      lostNow: minor(0),
      lostNext: minor(0),
    };
    lanes.set(key, record);
    record.orders += 1;
    record.charged = minor(record.charged + choice.delivery);
    record.costNow = minor(record.costNow + costs[0]);
    record.costNext = minor(record.costNext + costs[1]);
    if (choice.delivery < costs[0]) {
      record.losingNow += 1;
      record.lostNow = minor(record.lostNow + costs[0] - choice.delivery);
    }
    if (choice.delivery < costs[1]) {
      record.losingNext += 1;
      record.lostNext = minor(record.lostNext + costs[1] - choice.delivery);
    }
  }
  return { lanes: [...lanes.values()], left };
}

/** The first day of the quarter a day lies in. @example quarterOf('2026-11-24') // '2026-10-01' */
export function quarterOf(day: string): string {
  const month = Math.floor((Number(day.slice(5, 7)) - 1) / 3) * 3 + 1;
  return `${day.slice(0, 4)}-${String(month).padStart(2, '0')}-01`;
}
