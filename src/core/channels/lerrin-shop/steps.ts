import { type Minor, minor } from '../../exact/index.ts';
import { amountIfAny, amountIn } from '../amounts.ts';
import { stated } from '../bounds.ts';
import type { Fidelity } from '../fidelity.ts';
import type { ShopRate, ShopRows } from './format.ts';

/** A lane's rate as the shop says it, and how truly. */
export interface SaidRate extends Pick<ShopRate, 'steps'> {
  readonly each: Minor;
  /** The least and the most that it charges within the stated bounds. */
  readonly least: number;
  readonly most: number;
  /** The most that the goods it is for are charged there. */
  readonly paid: number;
  /** Whether it is not offered somewhere within the stated bounds. */
  readonly ends: boolean;
  readonly fidelity: Fidelity;
}

/** The most that a step charges; what a carrier asks has no bound. */
export const mostStep = (steps: ShopRate['steps']): number =>
  steps.by === 'carrier' ? Number.POSITIVE_INFINITY : Math.max(0, ...chargesIn(steps));

const chargesIn = ({ rows }: ShopRows): number[] => rows.map(({ charge }) => amountIfAny(charge) ?? 0);

/** The most that a rate charges within the stated bounds. */
export const mostOf = ({ steps, each }: Pick<ShopRate, 'steps' | 'each'>): number =>
  mostStep(steps) + stated.units * amountIn(each);

/** The amounts that a rate charges, nothing among them where it is free from some value; null where they are many. */
export const chargesOf = ({ steps, each, freeFrom }: ShopRate): Minor[] | null =>
  steps.by === 'carrier' || Number(each) > 0
    ? null
    : [...steps.rows.flatMap(({ charge }) => amountIfAny(charge) ?? []), ...(freeFrom === null ? [] : [minor(0)])];

/** Whether a rate is one amount, whatever is bought. */
export const isFlat = ({ steps, each }: Pick<ShopRate, 'steps' | 'each'>): boolean =>
  steps.by !== 'carrier' && steps.rows.length === 1 && Number(each) === 0;

/** Whether steps are there for whatever is bought. */
export const neverEnd = (steps: ShopRate['steps']): boolean =>
  steps.by !== 'carrier' && steps.rows.every(({ charge }) => charge !== null);
