import type { CompiledBook } from '../book/index.ts';
import type { Clash } from './answer.ts';
import { sorted } from './basket.ts';
import { type Charged, charge } from './charge.ts';
import type { Line, Question } from './question.ts';

/** Up to so many lines the fewest orders are found by trying every way to part them. */
const exactTo = 12;

/**
 * Orders into which the lines of a basket can be parted so that each has a service that is offered, bounds minded and
 * offers left out; lines stay whole. The fewest up to twelve lines; beyond, some that do.
 */
export function clashOf(book: CompiledBook, question: Question): Clash {
  const offeredTo = (lines: readonly Line[]): string | null => serviceFor(book, { ...question, lines });
  const { lines } = question;
  const parts = lines.length <= exactTo ? fewestOrders(lines, offeredTo) : someOrders(lines, offeredTo);
  const left = lines.filter((line) => !parts.some((part) => part.lines.includes(line)));
  const sizes = left.map((line) => ({ sku: line.item.sku, units: mostUnits(line, offeredTo) }));
  return {
    orders: parts.map((part) => ({ service: part.service, skus: part.lines.map((line) => line.item.sku) })),
    fewest: lines.length <= exactTo,
    tooLarge: sizes.filter((one) => one.units > 0),
    never: sizes.filter((one) => one.units === 0).map((one) => one.sku),
  };
}

interface Order {
  readonly service: string;
  readonly lines: readonly Line[];
}

/** The first service that is offered to lines by themselves; null where none is. */
function serviceFor(book: CompiledBook, question: Question): string | null {
  const basket = sorted(question);
  const out: Charged = { rate: 0, waivable: 0, stays: 0 };
  for (let service = 0; service < book.services.length; service += 1) {
    charge(book, basket, service, out, null);
    if (out.rate >= 0) return book.services[service]?.id ?? null;
  }
  return null;
}

/**
 * Of the parts of the lines that some order takes, the fewest that together take as many lines as can be taken, none
 * twice.
 * Every subset is asked once; then each is parted in the best way by the best ways of smaller ones.
 */
function fewestOrders(lines: readonly Line[], offeredTo: (lines: readonly Line[]) => string | null): Order[] {
  const all = (1 << lines.length) - 1;
  const linesOf = (set: number) => lines.filter((_, i) => set & (1 << i));
  const service = Array.from({ length: all + 1 }, (_, set) => (set === 0 ? null : offeredTo(linesOf(set))));
  // orders[set]: the fewest that take all of it; infinite where none do. first[set]: the one among them with its lowest
  // line.
  const orders = new Float64Array(all + 1).fill(Number.POSITIVE_INFINITY);
  const first = new Int32Array(all + 1);
  orders[0] = 0;
  for (let set = 1; set <= all; set += 1) {
    const lowest = set & -set;
    for (let part = set; part > 0; part = (part - 1) & set) {
      if ((part & lowest) === 0 || service[part] === null) continue;
      const count = 1 + (orders[set ^ part] as number);
      if (count >= (orders[set] as number)) continue;
      orders[set] = count;
      first[set] = part;
    }
  }
  let best = 0;
  for (let set = 1; set <= all; set += 1) {
    if (!Number.isFinite(orders[set])) continue;
    const more = bits(set) - bits(best);
    if (more > 0 || (more === 0 && (orders[set] as number) < (orders[best] as number))) best = set;
  }
  const found: Order[] = [];
  for (let set = best; set > 0; set ^= first[set] as number)
    found.push({ service: service[first[set] as number] ?? '', lines: linesOf(first[set] as number) });
  return found;
}

function bits(set: number): number {
  let count = 0;
  for (let rest = set; rest > 0; rest &= rest - 1) count += 1;
  return count;
}

/** Orders that do, each taking one line after the other as long as it is still offered. */
function someOrders(lines: readonly Line[], offeredTo: (lines: readonly Line[]) => string | null): Order[] {
  const found: { service: string; lines: Line[] }[] = [];
  for (const line of lines) {
    const open = found.find((order) => offeredTo([...order.lines, line]) !== null);
    if (open) {
      open.lines.push(line);
      open.service = offeredTo(open.lines) ?? open.service;
    } else {
      const alone = offeredTo([line]);
      if (alone !== null) found.push({ service: alone, lines: [line] });
    }
  }
  return joinedLate(lines, found, offeredTo);
}

/** A line that no order takes alone may still be taken beside others. */
function joinedLate(
  lines: readonly Line[],
  found: { service: string; lines: Line[] }[],
  offeredTo: (lines: readonly Line[]) => string | null,
): Order[] {
  for (const line of lines.filter((one) => !found.some((order) => order.lines.includes(one)))) {
    const open = found.find((order) => offeredTo([...order.lines, line]) !== null);
    if (!open) continue;
    open.lines.push(line);
    open.service = offeredTo(open.lines) ?? open.service;
  }
  return found;
}

/** The most units of a line, fewer than it has, that an order takes by themselves; 0 for none. */
function mostUnits({ item, units }: Line, offeredTo: (lines: readonly Line[]) => string | null): number {
  for (let some = units - 1; some > 0; some -= 1) if (offeredTo([{ item, units: some }]) !== null) return some;
  return 0;
}
