/**
 * A function of one thing that never changes, which works each answer out once as long as the thing is held somewhere.
 * An answer never depends on what was asked before, so nothing is kept that could go stale; what is kept goes with the
 * thing.
 *
 * @example const wordsOf = memo((item: Item) => cells(item).join(' '))
 */
export function memo<Of extends WeakKey, Answer>(work: (of: Of) => Answer): (of: Of) => Answer {
  const known = new WeakMap<Of, { readonly answer: Answer }>();
  return (of) => {
    const before = known.get(of);
    if (before) return before.answer;
    const answer = work(of);
    known.set(of, { answer });
    return answer;
  };
}

/**
 * A function of things that never change, which keeps its last answer for as long as it is asked the same again.
 *
 * @example const records = latest((book: Book, moment: number) => …)
 */
export function latest<Asked extends readonly unknown[], Answer>(
  work: (...asked: Asked) => Answer,
): (...asked: Asked) => Answer {
  let last: { readonly asked: Asked; readonly answer: Answer } | null = null;
  return (...asked) => {
    if (last?.asked.every((one, i) => one === asked[i])) return last.answer;
    const answer = work(...asked);
    last = { asked, answer };
    return answer;
  };
}

/**
 * A function of plain data, which keeps so many of its latest answers by what the data says: for what costs more than
 * writing the data down, and is asked of the same data again and again though not of the same object.
 *
 * @example const best = recalled(64, (rows: readonly number[][]) => …)
 */
export function recalled<Asked, Answer>(most: number, work: (asked: Asked) => Answer): (asked: Asked) => Answer {
  const known = new Map<string, { readonly answer: Answer }>();
  return (asked) => {
    const key = JSON.stringify(asked);
    const found = known.get(key) ?? { answer: work(asked) };
    known.delete(key);
    known.set(key, found);
    if (known.size > most) known.delete(known.keys().next().value as string);
    return found.answer;
  };
}

/**
 * A function that works each answer out once, by a text of what is asked, for as long as it is held: for what is asked
 * within one task again and again.
 */
export function once<Of, Answer>(work: (of: Of) => Answer, textOf: (of: Of) => string): (of: Of) => Answer {
  const known = new Map<string, { readonly answer: Answer }>();
  return (of) => {
    const key = textOf(of);
    const before = known.get(key);
    if (before) return before.answer;
    const answer = work(of);
    known.set(key, { answer });
    return answer;
  };
}

/** Something that is made when it is first asked for, and kept. */
export function lazily<T>(make: () => T): () => T {
  let made: { readonly value: T } | null = null;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
}
