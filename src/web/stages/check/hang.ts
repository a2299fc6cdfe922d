import type { FindingView } from '../../../contract/index.ts';
import type { ChannelId } from '../../../core/book/index.ts';
import { classKey } from '../../../core/check/index.ts';
import type { Hang } from '../../ui/plumb.tsx';

/** How findings stand, what is off before what is known. */
export const standings = ['off', 'in review', 'known limit', 'not sold there'] as const;

/**
 * The finding that tells most of several: what is off first, then what a review holds back, then limits; of equals the
 * largest.
 */
export function gravestOf(findings: readonly FindingView[]): FindingView | null {
  const weight = (one: FindingView) =>
    standings.indexOf(one.standing) * 1e9 - Math.min(1e8, Math.abs(one.largest ?? 1e7));
  return [...findings].sort((a, b) => weight(a) - weight(b))[0] ?? null;
}

/** How several findings together hang; with none, true. */
export function hangOf(findings: readonly FindingView[]): Hang {
  const worst = gravestOf(findings);
  if (!worst) return { is: 'matches' };
  return worst.standing === 'off' || worst.standing === 'known limit'
    ? { is: worst.standing, by: worst.largest }
    : { is: worst.standing };
}

/** How a charge that differs by so much hangs: as the last check found for the class the basket lies in, else off. */
export function hangOfCharge(
  findings: readonly FindingView[],
  basket: { channel: ChannelId; service: string; zone: string | null; codes: readonly string[] },
  by: number,
): Hang {
  if (by === 0) return { is: 'matches' };
  const keys = [[], basket.codes].map((codes) => classKey({ is: 'zone', zone: basket.zone, codes }));
  const known = findings.find(
    (one) =>
      one.channel === basket.channel &&
      one.service === basket.service &&
      keys.includes(classKey(one.class)) &&
      Math.sign(one.difference ?? 0) === Math.sign(by),
  );
  if (known?.standing === 'in review') return { is: 'in review' };
  return { is: known?.standing === 'known limit' ? 'known limit' : 'off', by };
}
