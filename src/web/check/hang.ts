import type { FindingView } from '../../contract/index.ts';
import type { Hang } from '../parts/plumb.tsx';

const order = ['off', 'in review', 'known limit', 'not sold there'] as const;

/** The finding that tells most of several: what is off first, then what a review holds back, then limits; of equals the largest. */
export function worstOf(findings: readonly FindingView[]): FindingView | null {
  const weight = (one: FindingView) => order.indexOf(one.standing) * 1e9 - Math.min(1e8, Math.abs(one.largest ?? 1e7));
  return [...findings].sort((a, b) => weight(a) - weight(b))[0] ?? null;
}

/** How several findings together hang; with none, true. */
export function hangOf(findings: readonly FindingView[]): Hang {
  const worst = worstOf(findings);
  if (!worst) return { is: 'matches' };
  return worst.standing === 'off' || worst.standing === 'known limit' ? { is: worst.standing, by: worst.largest } : { is: worst.standing };
}
