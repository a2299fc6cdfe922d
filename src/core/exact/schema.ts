import { z } from 'zod';
import type { Form } from './fault.ts';

/** The written forms shared by everything in the book, each named for the words. Figures are kept as entered. */
export const id = z.string().regex(/^[a-z0-9][a-z0-9-]{0,39}$/, 'id' satisfies Form);
/** Text on one line: no tabs, line ends or other control characters. */
export const line = z.string().regex(/^\P{Cc}*$/u, 'line' satisfies Form);
export const name = line
  .trim()
  .min(1, 'name' satisfies Form)
  .max(120);
export const amount = z.string().regex(/^\d{1,10}(\.\d{1,4})?$/, 'amount' satisfies Form);
export const figure = z.string().regex(/^\d{1,7}(\.\d{1,3})?$/, 'figure' satisfies Form);
export const localTime = z.string().regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'local time' satisfies Form);
export const percent = z.string().regex(/^\d{1,4}(\.\d{1,3})?$/, 'percentage' satisfies Form);
/**
 * As sellers write them: nothing that parts a list, nothing that a spreadsheet would work out, and no number that one
 * has shortened (4.00638E+12), which stands for many.
 */
export const sku = z
  .string()
  .regex(
    /^(?=.{1,40}$)(?!\d\.\d+E\+\d+$)[\p{L}\p{N}#](?: ?[\p{L}\p{M}\p{N}._\-/+#&():*'@=~%])*$/u,
    'SKU' satisfies Form,
  );
/** Wall-clock time in a zone of its own: the start counts, the end does not, and either may be open. */
export const window = z.strictObject({
  from: localTime.nullable(),
  until: localTime.nullable(),
  zone: z.string().max(60),
});
export const currency = z.string().regex(/^[A-Z]{3}$/, 'currency' satisfies Form);
/** A pattern of places, read by the places folder. */
export const place = z.string().min(2).max(40);
/** What every channel takes for the id of a listing. */
export const listingForm = /^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$/;
export const listing = z.string().regex(listingForm, 'listing id' satisfies Form);
