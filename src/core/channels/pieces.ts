import type { Breaks } from '../rates/index.ts';

/** A run of a measure, its upper edge in it: from above `after` to `to`. */
export interface Piece {
  readonly after: number;
  readonly to: number;
}

/** More pieces than these are not told apart. */
const most = 100_000;

/** Lots up to an end; the last one may be shorter. Without lots it is one piece. */
export function pieces(after: number, lot: number, end: number): Piece[] {
  const found: Piece[] = [];
  let last = after;
  if (lot > 0)
    for (let to = after + lot; to < end && found.length < most; to += lot) {
      found.push({ after: last, to });
      last = to;
    }
  if (end > last) found.push({ after: last, to: end });
  return found;
}

/** What steps are made of above a figure: their lots, and of a last one that is open those up to an end. */
export function piecesOf(steps: Exclude<Breaks, { over: 'volume' }>, above: number, end: number): Piece[] {
  const isOpen = steps.breaks.length > steps.edges.length;
  const edges = isOpen ? [...steps.edges, Math.max(end, (steps.edges.at(-1) ?? above) + 1)] : steps.edges;
  return edges.flatMap((edge, i) => pieces(edges[i - 1] ?? above, steps.breaks[i]?.per ?? 0, edge));
}

/** Pieces few enough: neighbours are put together where there are too many. */
export function thinned(all: readonly Piece[], most: number): (Piece & { readonly inner: readonly Piece[] })[] {
  const many = Math.ceil(all.length / most);
  const found: (Piece & { inner: Piece[] })[] = [];
  all.forEach((piece, i) => {
    const last = found.at(-1);
    if (last && i % many !== 0)
      found[found.length - 1] = { after: last.after, to: piece.to, inner: [...last.inner, piece] };
    else found.push({ ...piece, inner: [piece] });
  });
  return found;
}
