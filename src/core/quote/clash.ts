import type { CompiledBook } from '../book/index.ts';
import type { Clash } from './answer.ts';
import { type Sorted, sorted } from './basket.ts';
import { type Charged, charge } from './charge.ts';
import type { Line, Question } from './question.ts';

/**
 * The fewest orders into which lines can be parted so that each order has a service that takes all of it: exact, by trying
 * every set of services, small ones first (a book has at most twelve). Null where one service takes every line.
 */
export function clashOf(book: CompiledBook, question: Question): Clash | null {
  const takes = question.lines.map((line) => ({ line, services: servicesFor(book, question, line) }));
  const able = takes.filter((one) => one.services !== 0);
  const never = takes.filter((one) => one.services === 0).map((one) => one.line.item.sku);
  const all = able.reduce((bits, one) => bits & one.services, -1);
  if (able.length === 0 || (never.length === 0 && all !== 0)) return never.length > 0 ? { orders: [], never } : null;
  const chosen = fewest(
    able.map((one) => one.services),
    book.services.length,
  );
  const orders = chosen.map((service) => ({ service: book.services[service]?.id ?? '', skus: [] as string[] }));
  for (const { line, services } of able) orders[chosen.findIndex((service) => services & (1 << service))]?.skus.push(line.item.sku);
  return { orders: orders.filter((order) => order.skus.length > 0), never };
}

/** The services that take a line alone to the place, a bit each. */
function servicesFor(book: CompiledBook, question: Question, line: Line): number {
  const basket = sorted({ ...question, lines: [line] });
  return book.services.reduce((bits, _, service) => (isOffered(book, basket, service) ? bits | (1 << service) : bits), 0);
}

function isOffered(book: CompiledBook, basket: Sorted, service: number): boolean {
  const out: Charged = { rate: 0, droppable: 0, stays: 0 };
  charge(book, basket, service, out, null);
  return out.rate >= 0;
}

/** The smallest set of services such that each line has one of them; of equal sizes the one earlier in the book. */
export function fewest(lines: readonly number[], services: number): number[] {
  const all = Array.from({ length: services }, (_, service) => service);
  for (let size = 0; size <= services; size += 1) {
    for (let set = 0; set < 1 << services; set += 1) {
      const chosen = all.filter((service) => set & (1 << service));
      if (chosen.length === size && lines.every((line) => (line & set) !== 0)) return chosen;
    }
  }
  return [];
}
