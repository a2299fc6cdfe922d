import { z } from 'zod';

/** The written forms shared by everything in the book. Figures are kept as they were entered. */
export const id = z.string().regex(/^[a-z0-9][a-z0-9-]{0,39}$/, 'small letters, digits and hyphens, at most 40');
/** Text on one line: no tabs, line ends or other control characters. */
export const line = z.string().regex(/^\P{Cc}*$/u, 'text on one line, without tabs');
export const name = line.trim().min(1, 'a name').max(120);
export const amount = z.string().regex(/^\d{1,10}(\.\d{1,4})?$/, 'an amount such as 4.90');
export const figure = z.string().regex(/^\d{1,7}(\.\d{1,3})?$/, 'a figure with at most three decimals');
export const localTime = z.string().regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'a local time such as 2026-11-29T00:00');
export const percent = z.string().regex(/^\d{1,4}(\.\d{1,3})?$/, 'a percentage such as 12.5');
export const sku = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$/, 'letters, digits, dot, hyphen, underscore, at most 40');
/** Wall-clock time in a zone of its own: the start counts, the end does not, and either may be open. */
export const window = z.strictObject({
  from: localTime.nullable(),
  until: localTime.nullable(),
  zone: z.string().max(60),
});
export const currency = z.string().regex(/^[A-Z]{3}$/, 'three capital letters of ISO 4217');
/** A pattern of places, read by the places folder. */
export const place = z.string().min(2).max(40);
