import type { Minor } from '../../exact/index.ts';
import type { Part } from '../../offers/index.ts';
import type { Fallen } from '../atlas.ts';
import type { Fidelity } from '../fidelity.ts';
import type { Promotion } from './format.ts';

/** What an offer does there, a line for each promotion that says it. */
export interface Does {
  readonly lines: readonly {
    readonly does: Promotion['does'];
    /** The goods it acts on, where it takes something off them. */
    readonly on: Part;
    readonly from: Minor | null;
    /** The zones where it is to hold; null: everywhere. */
    readonly zones: ReadonlySet<string> | null;
  }[];
  readonly most: Minor;
  /** How far off an order to some places is at the most: where it holds and is not told, or the other way round. */
  misplaced(places: readonly Fallen[]): Minor;
  /** Whether its largest discount is kept by what is told. */
  readonly capped: boolean;
  readonly fidelity: Fidelity;
}
