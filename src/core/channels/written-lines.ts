/** How many lines are put together to a piece. */
const lines = 1000;

/** The members of a list as JSON, a line each, in pieces. */
export function* writtenLines(list: readonly unknown[]): Generator<string> {
  for (let i = 0; i < list.length; i += lines) {
    const piece = list.slice(i, i + lines).map((one) => `    ${JSON.stringify(one)}`);
    yield `${i === 0 ? '' : ','}\n${piece.join(',\n')}`;
  }
  if (list.length > 0) yield '\n  ';
}
