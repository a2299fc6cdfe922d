import {
  type Currency,
  kept,
  type Mass,
  type Minor,
  nothing,
  type Problem,
  parseAmount,
  parseMass,
  type Result,
} from '../exact/index.ts';
import type { ItemFigures } from './item.ts';
import { defaultKind, type Item, type SelectionBody } from './schema.ts';

/** A selection ready to be asked whether it takes an item, its parents minded. */
export interface Selection {
  readonly id: string;
  readonly takes: (item: Item, figures: ItemFigures) => boolean;
}

/** Reads a selection; both ends of ranges count. */
export function readSelection(body: SelectionBody, currency: Currency): Result<Selection> {
  const problems: Problem[] = [];
  const inner = takerOf(body.takes, currency, problems);
  const except = new Set(body.except);
  const takes = (item: Item, figures: ItemFigures) => !except.has(item.sku) && inner(item, figures);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: { id: body.id, takes } };
}

function takerOf(body: SelectionBody['takes'], currency: Currency, problems: Problem[]): Selection['takes'] {
  const range = <T extends number>(
    from: T | null,
    to: T | null,
    written: { readonly from: string | null; readonly to: string | null },
  ) => {
    if (from === null && to === null) problems.push({ at: ['takes'], is: 'endless' });
    if (from !== null && to !== null && from > to)
      problems.push({ at: ['takes', 'to'], is: 'backwards', from: written.from ?? '', to: written.to ?? '' });
    return (value: number | null) => value !== null && (from === null || value >= from) && (to === null || value <= to);
  };
  switch (body.is) {
    case 'all':
      return () => true;
    case 'tags': {
      if (body.any.length + body.all.length === 0) problems.push({ at: ['takes'], is: 'missing', what: 'tag' });
      return (item) =>
        (body.any.length === 0 || body.any.some((tag) => item.tags.includes(tag))) &&
        body.all.every((tag) => item.tags.includes(tag));
    }
    case 'kind':
      return (item) => (item.kind ?? defaultKind) === body.kind;
    case 'price': {
      const end = (text: string | null, field: string): Minor | null =>
        text === null ? null : kept(parseAmount(text, currency), ['takes', field], problems, nothing);
      const within = range(end(body.from, 'from'), end(body.to, 'to'), body);
      return (_, figures) => within(figures.price);
    }
    case 'mass': {
      const end = (text: string | null, field: string): Mass | null =>
        text === null ? null : kept(parseMass(text, body.unit), ['takes', field], problems, 0 as Mass);
      const within = range(end(body.from, 'from'), end(body.to, 'to'), body);
      return (_, figures) => within(figures.mass);
    }
    case 'skus': {
      const skus = new Set(body.skus);
      return (item) => skus.has(item.sku);
    }
  }
}

/** What a pasted list of SKUs holds: those known, once each, and what was wrong with the rest. */
export interface PastedSkus {
  readonly skus: readonly string[];
  readonly unknown: readonly string[];
  readonly double: readonly string[];
}

/**
 * Reads a pasted list: SKUs parted by line ends, commas, semicolons or tabs; by spaces too, unless what stands between
 * them is an SKU as a whole. Nothing is dropped unsaid.
 */
export function readSkus(text: string, known: (sku: string) => boolean): PastedSkus {
  const skus = new Set<string>();
  const unknown = new Set<string>();
  const double = new Set<string>();
  const entries = text.normalize('NFC').split(/[\t\r\n,;]+/);
  const parted = (entry: string) => (known(entry) ? [entry] : entry.split(/\s+/).filter(Boolean));
  for (const word of entries.flatMap((entry) => parted(entry.trim()))) {
    if (!known(word)) unknown.add(word);
    else if (skus.has(word)) double.add(word);
    else skus.add(word);
  }
  return { skus: [...skus], unknown: [...unknown], double: [...double] };
}
