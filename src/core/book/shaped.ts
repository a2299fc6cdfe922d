import type { z } from 'zod';
import type { Problem, Result } from '../exact/index.ts';

/**
 * Data held against a schema; problems in words of our own with their place, lists of things with an id named by it.
 */
export function shaped<T>(schema: z.ZodType<T>, data: unknown): Result<T> {
  const noText = pathsOfNoText(data, []).map(
    (path): Problem => ({
      at: named(data, path),
      wrong: 'a character that is no text',
      right: 'text without NUL, and without half of a character',
    }),
  );
  if (noText.length > 0) return { ok: false, problems: noText };
  const read = schema.safeParse(data, { error: rightFor });
  if (read.success) return { ok: true, value: read.data };
  return { ok: false, problems: read.error.issues.flatMap((issue) => problemsOf(issue, data, [])) };
}

/** Where NUL stands, or a surrogate alone: no file of UTF-8 has the one, and no database keeps the other. */
function pathsOfNoText(value: unknown, path: readonly PropertyKey[]): (readonly PropertyKey[])[] {
  if (typeof value === 'string') return value.includes('\0') || /\p{Surrogate}/u.test(value) ? [path] : [];
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
    return issue.keys.map(
      (key): Problem => ({
        at: named(data, path),
        wrong: `“${key}” is no word of the format here`,
        right: 'the words that the format names, and no others',
      }),
    );
  return [{ at: named(data, path), wrong: described(valueAt(data, path)), right: issue.message }];
}

const depth = (issues: readonly Issue[]): number => Math.max(0, ...issues.map((issue) => issue.path.length));

const kinds: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  tuple: 'a list',
  object: 'an object',
  record: 'an object',
  null: 'null',
};
const forms: Readonly<Record<string, string>> = {
  date: 'a day such as 2026-11-24',
  datetime: 'a moment such as 2026-11-24T09:10:00Z',
};

/** What would be right, where a schema does not say it itself. */
function rightFor(issue: z.core.$ZodRawIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return kinds[issue.expected] ?? `a value of the sort ${issue.expected}`;
    case 'invalid_value':
      return issue.values.length === 1 ? String(issue.values[0]) : `one of ${issue.values.map(String).join(', ')}`;
    case 'invalid_format':
      return forms[issue.format] ?? 'the form that the format page names';
    case 'too_small':
      return issue.origin === 'string'
        ? `at least ${issue.minimum} letters`
        : issue.origin === 'array'
          ? `at least ${issue.minimum} of them`
          : `${issue.minimum} or more`;
    case 'too_big':
      return issue.origin === 'string'
        ? `at most ${issue.maximum} letters`
        : issue.origin === 'array'
          ? `at most ${issue.maximum} of them`
          : `${issue.maximum} or less`;
    case 'invalid_union':
      return 'one of the forms that the format names';
    case 'invalid_key':
      return 'a key of the form that the format names';
    default:
      return 'as the format page says';
  }
}

/** A value as found, in a few words. */
function described(value: unknown): string {
  if (value === undefined) return 'nothing stands here';
  if (typeof value === 'string') return `“${value.length > 60 ? `${value.slice(0, 60)}…` : value}”`;
  if (Array.isArray(value)) return value.length === 1 ? 'a list of one' : `a list of ${value.length}`;
  return typeof value === 'object' && value !== null ? 'an object' : String(value);
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
