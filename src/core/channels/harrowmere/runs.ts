import type { Mass } from '../../exact/index.ts';

/** A run of masses, above `after` and up to `to`, and the least and the most that is charged somewhere in it. */
export interface Run {
  readonly after: number;
  readonly to: number;
  readonly least: number;
  readonly most: number;
}
/** What a lane charges, over all masses it takes within the stated bounds. Runs may overlap. */
export type Charges = readonly Run[];

/** A basket of one item, and what a lane charges it. */
export interface Single {
  readonly mass: Mass;
  readonly charge: number;
}

export const isUneven = (lane: Charges): boolean =>
  lane.some(({ least, most }) => least !== most || least !== (lane[0] as Run).least);

/** The same in runs that do not overlap. */
export function parted(lane: Charges): Charges {
  const edges = [...new Set(lane.flatMap(({ after, to }) => [after, to]))].sort((a, b) => a - b);
  return edges.flatMap((to, i): Run[] => {
    const after = edges[i - 1];
    const here = after === undefined ? [] : lane.filter((run) => run.after <= after && to <= run.to);
    if (after === undefined || here.length === 0) return [];
    const [least, most] = [Math.min(...here.map((run) => run.least)), Math.max(...here.map((run) => run.most))];
    return [{ after, to, least, most }];
  });
}

/** By how much a charge differs on both sides of a mass. */
export const jumpsOf = (lane: Charges): { at: number; by: number }[] =>
  lane.flatMap((run, i) => {
    const next = lane[i + 1];
    if (next?.after !== run.to) return [];
    return [{ at: run.to, by: Math.max(run.most, next.most) - Math.min(run.least, next.least) }];
  });
