/**
 * A map by name that is never changed in place and yet costs little to change: what two share is the same object, and
 * is passed over when they are compared. Small ones are one map; large ones are parted by a figure made of the name. In
 * either the names keep the order in which they came.
 */
export interface Steps<T> {
  readonly size: number;
  readonly parts: readonly ReadonlyMap<string, Step<T>>[];
  /** How many names have come so far. */
  readonly came: number;
}
interface Step<T> {
  readonly to: T;
  readonly nth: number;
}

/** Above so many names a map is parted, into so many parts. */
const small = 64;
const parts = 256;

const none: Steps<never> = { size: 0, parts: [new Map()], came: 0 };

function partOf(name: string, count: number): number {
  if (count === 1) return 0;
  let figure = 0;
  for (let i = 0; i < name.length; i += 1) figure = (Math.imul(figure, 31) + name.charCodeAt(i)) | 0;
  return (figure ^ (figure >>> 15)) & (count - 1);
}

export const stepAt = <T>(steps: Steps<T>, name: string): T | undefined =>
  steps.parts[partOf(name, steps.parts.length)]?.get(name)?.to;

/** The steps in the order in which their names came. */
export function stepsIn<T>({ parts }: Steps<T>): (readonly [string, T])[] {
  const all = parts.flatMap((part) => [...part]);
  if (parts.length > 1) all.sort(([, a], [, b]) => a.nth - b.nth);
  return all.map(([name, { to }]) => [name, to]);
}

/** What one series of changes has made, and may change in place until it is handed on. */
export type Own = Set<object>;

/** The same with a step in place of what was there, or without it for null. */
export function withStep<T>(steps: Steps<T>, name: string, to: T | null, own: Own = new Set()): Steps<T> {
  const from = steps.size >= small && steps.parts.length === 1 ? parted(steps.parts[0], own) : steps.parts;
  const i = partOf(name, from.length);
  const stood = from[i] ?? new Map<string, Step<T>>();
  const old = stood.get(name);
  if (to === null && old === undefined) return steps;
  const all = owned(from, own, (list) => [...list]) as ReadonlyMap<string, Step<T>>[];
  const part = owned(stood, own, (map) => new Map(map)) as Map<string, Step<T>>;
  all[i] = part;
  if (to === null) part.delete(name);
  else part.set(name, { to, nth: old?.nth ?? steps.came });
  const size = steps.size + (to === null ? -1 : old ? 0 : 1);
  return { size, parts: all, came: steps.came + 1 };
}

function owned<Thing extends object>(thing: Thing, own: Own, copy: (thing: Thing) => Thing): Thing {
  if (own.has(thing)) return thing;
  const made = copy(thing);
  own.add(made);
  return made;
}

function parted<T>(whole: ReadonlyMap<string, Step<T>> = new Map(), own: Own): ReadonlyMap<string, Step<T>>[] {
  const all = Array.from({ length: parts }, () => new Map<string, Step<T>>());
  for (const [name, step] of whole) all[partOf(name, parts)]?.set(name, step);
  for (const made of [all, ...all]) own.add(made);
  return all;
}

export const stepsOf = <T>(pairs: Iterable<readonly [string, T]>): Steps<T> => {
  const own: Own = new Set();
  let steps: Steps<T> = none;
  for (const [name, to] of pairs) steps = withStep(steps, name, to, own);
  return steps;
};

/** The names at which two differ, with what each has there. */
export function stepsBetween<T>(a: Steps<T>, b: Steps<T>): { name: string; from: T | undefined; to: T | undefined }[] {
  const isAlike = a.parts.length === b.parts.length;
  const [old, now] = isAlike ? [a.parts, b.parts] : [[joined(a)], [joined(b)]];
  return now.flatMap((part, i) => {
    const other = old[i];
    if (part === other) return [];
    const found: { name: string; from: T | undefined; to: T | undefined }[] = [];
    for (const [name, { to }] of part) {
      const from = other?.get(name)?.to;
      if (from !== to) found.push({ name, from, to });
    }
    for (const [name, { to: from }] of other ?? []) if (!part.has(name)) found.push({ name, from, to: undefined });
    return found;
  });
}

const joined = <T>({ parts }: Steps<T>): ReadonlyMap<string, Step<T>> => new Map(parts.flatMap((part) => [...part]));
