/** Work in steps, after each of which whoever does it can give way: it ends in its answer. */
export type Steps<Answer, Step = void> = Generator<Step, Answer>;

/** Does all of it at once. */
export function atOnce<Answer>(steps: Steps<Answer, unknown>): Answer {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
