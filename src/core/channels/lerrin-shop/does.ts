import type { Minor } from '../../exact/index.ts';
import type { Offer } from '../../offers/index.ts';
import { type Fidelity, unsayable } from '../fidelity.ts';
import type { CampaignBenefit } from './format.ts';

/** What an offer does, as one or several campaigns. */
export interface Does {
  readonly campaigns: readonly { readonly benefit: CampaignBenefit; readonly from: Minor | null }[];
  /** What it can take off an order at the most. */
  readonly most: Minor;
  /** Of delivery the amounts that are paid, where these are few. */
  readonly pays?: readonly Minor[] | null;
  /** Whether the largest discount an order is kept by what is told. */
  readonly capped: boolean;
  readonly fidelity: Fidelity;
}

/** What the shop has no campaign for. */
export const notThere = ({ benefit }: Offer): Fidelity =>
  unsayable({ is: 'benefit', kind: benefit.is }, 'the channel left out');
