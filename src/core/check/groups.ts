import { placeText } from '../places/index.ts';
import type { Question } from '../quote/index.ts';
import type { Corner } from './classes.ts';
import type { Verdict } from './judge.ts';
import { sizeOf } from './parting.ts';

export interface Differing {
  readonly corner: Corner;
  readonly verdict: Verdict;
}

/** A cell in which a corner differs: where, when and with which codes. Its baskets are still to be found. */
export interface CellThere extends Pick<Corner, 'value' | 'mass'> {
  readonly at: Omit<Question, 'lines'>;
}

/** Cells kept of a group, the least valuable: in these real goods are looked for. */
const cellsKept = 60;

/** What is kept of corners that differ alike: as much as makes one finding of them, whatever their number. */
export class Group {
  corners = 0;
  readonly first: Differing;
  /** The first of those that differ most. */
  worst: Differing;
  readonly #cells: { readonly key: string; readonly cell: CellThere }[] = [];

  constructor(first: Differing) {
    this.first = first;
    this.worst = first;
    this.add(first);
  }

  add(one: Differing): void {
    this.corners += 1;
    if (sizeOf(one.verdict) > sizeOf(this.worst.verdict)) this.worst = one;
    this.#keep(one.corner);
  }

  /** Its least valuable cells, each once, the least valuable first. */
  get cells(): readonly CellThere[] {
    return this.#cells.map(({ cell }) => cell);
  }

  #keep({ value, mass, question }: Corner): void {
    const last = this.#cells[cellsKept - 1]?.cell;
    if (last && !isLess({ value, mass }, last)) return;
    const { lines: _, ...at } = question;
    const key = [value.from, mass?.from, at.moment, at.codes, placeText(at.place)].join(' ');
    if (this.#cells.some((one) => one.key === key)) return;
    const cell = { value, mass, at };
    const after = this.#cells.findIndex((one) => isLess(cell, one.cell));
    this.#cells.splice(after < 0 ? this.#cells.length : after, 0, { key, cell });
    if (this.#cells.length > cellsKept) this.#cells.pop();
  }
}

type Sized = Pick<CellThere, 'value' | 'mass'>;
const isLess = (a: Sized, b: Sized): boolean =>
  a.value.from < b.value.from || (a.value.from === b.value.from && (a.mass?.from ?? 0) < (b.mass?.from ?? 0));
