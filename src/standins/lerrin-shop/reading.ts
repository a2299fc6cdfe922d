import { z } from 'zod';
import { cents, isPercent } from '../common/money.ts';
import type { Remark } from '../common/standin.ts';

/** Figures and names as both versions of the page write them. */
export const cash = z.string().regex(/^\d{1,8}\.\d{2}$/, 'money such as 4.90');
export const key = z.string().regex(/^[a-z0-9-]{1,40}$/, 'small letters, digits and hyphens');
export const local = z.string().regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'a local time such as 2026-11-23T00:00');
export const percent = z.string().refine(isPercent, 'a percentage above 0 up to 100');
export const code = z.string().regex(/^[A-Z0-9]{3,20}$/, '3 to 20 capital letters and digits');
export const letter = z.string().regex(/^[A-Z]$/, 'a letter A to Z');
export const speedKey = z.string().regex(/^[a-z0-9-]{1,20}$/, 'at most 20 small letters, digits and hyphens');

const rising = (rows: readonly { from: string | number }[]) => {
  const edges = rows.map((row) => (typeof row.from === 'string' ? cents(row.from) : row.from));
  return edges[0] === 0 && edges.every((edge, i) => i === 0 || edge > (edges[i - 1] ?? 0));
};
const rowsOf = <F extends z.ZodType<string | number>>(from: F, most: number) =>
  z
    .array(z.strictObject({ from, charge: cash.nullable() }))
    .min(1)
    .max(most)
    .refine((rows) => rising(rows as { from: string | number }[]), 'rows that begin at 0 and rise');
export const stepsOf = (most: number) =>
  z.discriminatedUnion('by', [
    z.strictObject({ by: z.literal('value'), rows: rowsOf(cash, most) }),
    z.strictObject({ by: z.literal('grams'), rows: rowsOf(z.int().min(0), most) }),
  ]);
export type Steps = z.infer<ReturnType<typeof stepsOf>>;
/** What the carrier is asked, in place of steps. */
export const asked = z.strictObject({
  by: z.literal('carrier'),
  service: z.string().min(1).max(40),
  percent: z.string().regex(/^\d{1,3}(\.\d{1,3})?$/, 'a percentage from 0 to 999.999'),
  amount: cash,
});

/** The charge of the step that a value in cents, or a mass in whole grams, lies in; null where it is not offered. */
export function stepAt(steps: Steps, value: number, grams: number | null): number | null {
  const at = steps.by === 'value' ? value : grams;
  if (at === null) return null;
  let charge: string | null = null;
  for (const row of steps.rows)
    if ((typeof row.from === 'string' ? cents(row.from) : row.from) <= at) charge = row.charge;
  return charge === null ? null : cents(charge);
}

export const refuse = (field: string, reason: string): Remark => ({ file: 'shop.json', line: null, field, reason });

export const twice = (list: readonly string[]): string[] => list.filter((one, i) => list.indexOf(one) < i);
