// What a start is made of, told as it goes: each part when it begins, and how long each took when all are done.

/** The parts of one start. `told`: says a line. */
export function stepsOf(told = console.log) {
  const took = [];
  return {
    /** Does a part of it; it is said when it begins. What it throws goes on. */
    async step(name, work) {
      told(`${name} …`);
      const before = Date.now();
      const made = await work();
      took.push({ name, seconds: (Date.now() - before) / 1000 });
      return made;
    },
    /** How long each part took, in the order they were begun. @example 'packages 0.1, database 1.9' */
    words: () => took.map(({ name, seconds }) => `${name.toLowerCase()} ${seconds.toFixed(1)}`).join(', '),
  };
}
