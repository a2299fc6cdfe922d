import { type Minor, minor } from '../exact/index.ts';

/** What orders would have come to otherwise. */
export interface Differing {
  readonly orders: number;
  /** Too much, and too little, each as a sum above 0. */
  readonly more: Minor;
  readonly less: Minor;
  /** Orders that only one of the two sides offers. */
  readonly offered: number;
}

/** Adds up, over orders that two sides do not answer alike, by how much the second is above or below the first. */
export function differing(pairs: Iterable<readonly [ours: number | null, theirs: number | null]>): Differing {
  let [orders, more, less, offered] = [0, 0, 0, 0];
  for (const [ours, theirs] of pairs) {
    if (ours === theirs) continue;
    orders += 1;
    if (ours === null || theirs === null) offered += 1;
    else if (theirs > ours) more += theirs - ours;
    else less += ours - theirs;
  }
  return { orders, more: minor(more), less: minor(less), offered };
}
