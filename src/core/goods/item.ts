import { type Currency, kept, type Mass, type Minor, nothing, type Problem, parseAmount, parseLength, parseMass, type Result } from '../exact/index.ts';
import type { Item } from './schema.ts';

/** The figures of an item that answers need. Without a mass, services whose rate needs one are not offered. */
export interface Weighed {
  readonly price: Minor;
  readonly mass: Mass | null;
}

/** Reads an item's figures; every problem with its field. */
export function readItem(item: Item, currency: Currency): Result<Weighed> {
  const problems: Problem[] = [];
  const price = kept(parseAmount(item.price, currency), ['price'], problems, nothing);
  const mass = item.mass && kept(parseMass(item.mass.value, item.mass.unit), ['mass'], problems, 0 as Mass);
  if (mass === 0 && problems.length === 0) problems.push({ at: ['mass'], wrong: 'a mass of 0', right: 'a mass above 0, or none' });
  if (item.size) for (const side of ['length', 'width', 'height'] as const) kept(parseLength(item.size[side], item.size.unit), ['size', side], problems, null);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: { price, mass } };
}
