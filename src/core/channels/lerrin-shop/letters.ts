/** Letters for campaigns, how many pairs they treat otherwise than meant, and whether fewer are proved impossible. */
export interface Lettered {
  /** Of each, from 0. */
  readonly letters: readonly number[];
  /** Pairs that are to keep each other out and do not, or the other way round. */
  readonly wrong: number;
  /** At least so many go wrong however letters are given. */
  readonly least: number;
}

/** Places looked at before a search is broken off: for as many things as are proved, and for more. */
const patience = { of: 20, within: 4_000_000, beyond: 4_000 };

/**
 * Gives `n` things letters, at most so many, so that those that are to compete share one and others do not, with as few
 * pairs wrong as can be: first as well as moves of single things make it, then by branch and bound, which proves it.
 */
export function lettered(n: number, competes: (a: number, b: number) => boolean, most: number): Lettered {
  const letters = new Array<number>(n).fill(0);
  let [wrong, least, used] = [0, 0, 0];
  // Things that nothing links are never better off with one letter: each lot is given letters by itself.
  for (const lot of lotsOf(n, competes)) {
    const apart = (a: number, b: number) => competes(lot[a] as number, lot[b] as number);
    const found = best(lot.length, apart, Math.max(1, most - used));
    lot.forEach((one, i) => {
      letters[one] = Math.min(most - 1, used + (found.letters[i] as number));
    });
    wrong += found.wrong;
    least += found.least;
    used = Math.min(most - 1, used + 1 + Math.max(...found.letters));
  }
  // Where letters run out, lots share the last one.
  const really = wrongIn(letters, competes);
  return { letters, wrong: really, least: really > wrong ? least : Math.min(least, really) };
}

/** Things that competing links, one way or another. */
function lotsOf(n: number, competes: (a: number, b: number) => boolean): number[][] {
  const lots: number[][] = [];
  const seen = new Set<number>();
  for (let first = 0; first < n; first += 1) {
    if (seen.has(first)) continue;
    const lot = [first];
    seen.add(first);
    for (const one of lot)
      for (let other = 0; other < n; other += 1)
        if (!seen.has(other) && competes(one, other)) {
          seen.add(other);
          lot.push(other);
        }
    lots.push(lot.sort((a, b) => a - b));
  }
  return lots;
}

const wrongIn = (letters: readonly number[], competes: (a: number, b: number) => boolean): number => {
  let wrong = 0;
  for (let a = 0; a < letters.length; a += 1)
    for (let b = a + 1; b < letters.length; b += 1) if ((letters[a] === letters[b]) !== competes(a, b)) wrong += 1;
  return wrong;
};

function best(n: number, competes: (a: number, b: number) => boolean, most: number): Lettered {
  const links = Array.from({ length: n }, (_, a) => Int8Array.from({ length: n }, (_, b) => Number(competes(a, b))));
  const wants = (a: number, b: number): boolean => links[a]?.[b] === 1;
  // Those with most competitors first: what they cost shows early.
  const order = [...new Array(n).keys()].sort((a, b) => sum(links[b]) - sum(links[a]) || a - b);
  let known = moved(n, wants, most);
  let wrong = wrongIn(known, wants);
  const triangles = triangleBounds(order, wants);
  const chosen = new Array<number>(n).fill(-1);
  let [looked, broken] = [0, false];

  function from(k: number, cost: number, used: number): void {
    if (broken) return;
    if (k === n) {
      known = [...chosen];
      wrong = cost;
      return;
    }
    looked += 1;
    if (looked > (n <= patience.of ? patience.within : patience.beyond)) {
      broken = true;
      return;
    }
    const one = order[k] as number;
    const costs = Array.from({ length: Math.min(most, used + 1) }, (_, letter) => {
      let more = 0;
      for (let i = 0; i < k; i += 1) {
        const other = order[i] as number;
        if ((chosen[other] === letter) !== wants(one, other)) more += 1;
      }
      return { letter, more };
    }).sort((a, b) => a.more - b.more);
    for (const { letter, more } of costs) {
      chosen[one] = letter;
      const letters = Math.max(used, letter + 1);
      if (cost + more + restAfter(k + 1, letters) < wrong) from(k + 1, cost + more, letters);
    }
  }

  /** What those from one on cost at the least: each beside those that have letters, and triangles among themselves. */
  function restAfter(k: number, used: number): number {
    let rest = triangles[k] ?? 0;
    for (let i = k; i < n; i += 1) {
      const one = order[i] as number;
      let cheapest = 0;
      for (let j = 0; j < k; j += 1) if (wants(one, order[j] as number)) cheapest += 1;
      const beside = new Int32Array(used);
      for (let j = 0; j < k; j += 1) {
        const other = order[j] as number;
        const at = chosen[other] as number;
        beside[at] = (beside[at] as number) + (wants(one, other) ? -1 : 1);
      }
      let least = 0;
      for (const more of beside) if (more < least) least = more;
      rest += cheapest + least;
    }
    return rest;
  }

  from(0, 0, 0);
  return { letters: renamed(known), wrong, least: broken ? Math.min(wrong, triangles[0] ?? 0) : wrong };
}

const sum = (row: Int8Array | undefined): number => row?.reduce((a, b) => a + b, 0) ?? 0;

/** Letters by first coming: the first thing has 0. */
function renamed(letters: readonly number[]): number[] {
  const names = new Map<number, number>();
  return letters.map((one) => {
    if (!names.has(one)) names.set(one, names.size);
    return names.get(one) as number;
  });
}

/** Letters that no move of one thing makes better. */
function moved(n: number, wants: (a: number, b: number) => boolean, most: number): number[] {
  const letters = [...new Array(n).keys()].map((i) => Math.min(i, most - 1));
  for (let better = true; better; ) {
    better = false;
    for (let one = 0; one < n; one += 1) {
      const gain = new Map<number, number>();
      for (let other = 0; other < n; other += 1) {
        if (other === one) continue;
        const letter = letters[other] as number;
        gain.set(letter, (gain.get(letter) ?? 0) + (wants(one, other) ? 1 : -1));
      }
      const now = gain.get(letters[one] as number) ?? 0;
      const spare = [...new Array(most).keys()].find((letter) => !gain.has(letter));
      const choices = [...gain, ...(spare === undefined ? [] : [[spare, 0] as const])];
      const [letter, gains] = choices.reduce((a, b) => (b[1] > a[1] ? b : a));
      if (gains > now) {
        letters[one] = letter;
        better = true;
      }
    }
  }
  return letters;
}

/**
 * Of three things of which two pairs compete and the third does not, one pair goes wrong: as many such triangles that
 * share no pair, among those from each on.
 */
function triangleBounds(order: readonly number[], wants: (a: number, b: number) => boolean): number[] {
  const n = order.length;
  const bounds = new Array<number>(n + 1).fill(0);
  for (let k = n - 1; k >= 0; k -= 1) {
    const taken = new Set<number>();
    const pair = (a: number, b: number) => Math.min(a, b) * n + Math.max(a, b);
    let count = 0;
    for (let a = k; a < n; a += 1)
      for (let b = a + 1; b < n; b += 1)
        for (let c = b + 1; c < n; c += 1) {
          const [x, y, z] = [order[a] as number, order[b] as number, order[c] as number];
          const links = Number(wants(x, y)) + Number(wants(y, z)) + Number(wants(x, z));
          const pairs = [pair(x, y), pair(y, z), pair(x, z)];
          if (links !== 2 || pairs.some((one) => taken.has(one))) continue;
          for (const one of pairs) taken.add(one);
          count += 1;
        }
    bounds[k] = count;
  }
  return bounds;
}
