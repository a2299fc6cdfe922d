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
