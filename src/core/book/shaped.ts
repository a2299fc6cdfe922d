import type { z } from 'zod';
import { type ExpectedShape, type FoundShape, forms, type Problem, type Result } from '../exact/index.ts';

/**
 * Data held against a schema; problems with their place, lists of things with an id named by it.
 */
export function shaped<T>(schema: z.ZodType<T>, data: unknown): Result<T> {
  if (!isText(data))
    return {
      ok: false,
      problems: pathsOfNoText(data, []).map((path): Problem => ({ at: named(data, path), is: 'no text' })),
    };
  const read = schema.safeParse(data);
  if (read.success) return { ok: true, value: read.data };
  return { ok: false, problems: read.error.issues.flatMap((issue) => problemsOf(issue, data, [])) };
}

/** NUL, or a surrogate alone: no file of UTF-8 has the one, and no database keeps the other. */
const noText = /[\0\p{Surrogate}]/u;

/** Whether nothing of that stands anywhere. */
function isText(value: unknown): boolean {
  if (typeof value === 'string') return !noText.test(value);
  if (typeof value !== 'object' || value === null) return true;
  if (Array.isArray(value)) return value.every(isText);
  return Object.keys(value).every((key) => !noText.test(key) && isText((value as Record<string, unknown>)[key]));
}

/** Where it stands. */
function pathsOfNoText(value: unknown, path: readonly PropertyKey[]): (readonly PropertyKey[])[] {
  if (typeof value === 'string') return noText.test(value) ? [path] : [];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, one]) => {
    const step = Array.isArray(value) ? Number(key) : key;
    return [...pathsOfNoText(key, path), ...pathsOfNoText(one, [...path, step])];
  });
}

type Issue = z.core.$ZodIssue;

function problemsOf(issue: Issue, data: unknown, above: readonly PropertyKey[]): Problem[] {
  const path = [...above, ...issue.path];
  // Of the forms that something may have, the one that came furthest tells what is wrong with it.
  if (issue.code === 'invalid_union' && issue.errors.length > 0) {
    const furthest = issue.errors.reduce((a, b) => (depth(b) > depth(a) ? b : a));
    if (depth(furthest) > 0) return furthest.flatMap((one) => problemsOf(one, data, path));
  }
  if (issue.code === 'unrecognized_keys')
    return issue.keys.map((key): Problem => ({ at: named(data, path), is: 'strange key', key }));
  return [{ at: named(data, path), is: 'shape', found: foundIn(valueAt(data, path)), expected: expectedBy(issue) }];
}

const depth = (issues: readonly Issue[]): number => Math.max(0, ...issues.map((issue) => issue.path.length));

/** What would be right. The written forms say it by their names, which the schemas give as messages. */
function expectedBy(issue: Issue): ExpectedShape {
  const form = forms.find((one) => one === issue.message);
  if (form) return { is: 'form', form };
  switch (issue.code) {
    case 'invalid_type':
      return { is: 'type', type: issue.expected };
    case 'invalid_value':
      return { is: 'one of', values: issue.values.map(String) };
    case 'invalid_format':
      return { is: issue.format === 'date' ? 'day' : issue.format === 'datetime' ? 'moment' : 'other form' };
    case 'too_small':
      return { is: 'least', of: countedIn(issue.origin), bound: String(issue.minimum) };
    case 'too_big':
      return { is: 'most', of: countedIn(issue.origin), bound: String(issue.maximum) };
    case 'invalid_union':
      return { is: 'one of the forms' };
    case 'invalid_key':
      return { is: 'key' };
    default:
      return { is: 'other' };
  }
}

const countedIn = (origin: string) => (origin === 'string' ? 'letters' : origin === 'array' ? 'entries' : 'value');

function foundIn(value: unknown): FoundShape {
  if (value === undefined) return { is: 'nothing' };
  if (typeof value === 'string') return { is: 'text', text: value };
  if (Array.isArray(value)) return { is: 'list', length: value.length };
  return typeof value === 'object' && value !== null ? { is: 'object' } : { is: 'value', text: String(value) };
}

const valueAt = (data: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>((at, step) => (at as Record<PropertyKey, unknown> | null | undefined)?.[step], data);

/** A path by ids where lists have them; the whole of it is a dot. */
function named(data: unknown, path: readonly PropertyKey[]): (string | number)[] {
  if (path.length === 0) return ['.'];
  let at = data;
  return path.map((step) => {
    at = (at as Record<PropertyKey, unknown> | null | undefined)?.[step];
    const id =
      (at as { id?: unknown; sku?: unknown } | null | undefined)?.id ??
      (at as { sku?: unknown } | null | undefined)?.sku;
    return typeof step === 'number' && typeof id === 'string' ? id : typeof step === 'symbol' ? String(step) : step;
  });
}
