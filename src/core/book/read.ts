import type { Result } from '../exact/index.ts';
import { type MigrationNote, migrated, migratedBasket } from './migrate/index.ts';
import { type Basket, type BookFile, basketSchema, bookFileSchema, channelIds } from './schema.ts';
import { shaped } from './shaped.ts';
import { validate } from './validate.ts';

/**
 * Reads a whole book with goods, of today's format or an earlier one: its shape first, then all that its parts say of
 * each other.
 */
export function readBookFile(data: unknown): Result<BookFile> {
  const shape = shaped(bookFileSchema, migrated(data, channelIds).data);
  if (!shape.ok) return shape;
  const { goods, ...book } = shape.value;
  const skus = new Set(goods.map((item) => item.sku));
  const problems = validate(book, goods, (sku) => skus.has(sku));
  return problems.length > 0 ? { ok: false, problems } : shape;
}

/** What had to be changed in meaning to bring a book of an earlier format along. */
export const migrationNotes = (data: unknown): readonly MigrationNote[] => migrated(data, channelIds).notes;

/** Reads a basket, of today's format or an earlier one. */
export const readBasket = (data: unknown): Result<Basket> => shaped(basketSchema, migratedBasket(data));
