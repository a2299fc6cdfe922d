import type { ReactNode } from 'react';
import type { RateBody } from '../../../../core/rates/index.ts';

/** What a new rate may be made of. */
export interface Beginning {
  /** The amount of the rate before it, or one to begin with. */
  readonly amount: string;
  readonly boxes: readonly string[];
}

export interface RateEditorProps<Body> {
  readonly rate: Body;
  readonly boxes: readonly { readonly id: string; readonly name: string }[];
  /** The name of a field, told from those of the lane's other rates. */
  readonly named: (name: string) => string;
  /** The choice of its kind, to be set into the sentence. */
  readonly kind: ReactNode;
  readonly change: (rate: RateBody) => void;
}

/** How one kind of rate is seen and changed. */
export interface RateEditor<Body extends RateBody = RateBody> {
  /** Its choice in the sentence: “Shoppers pay …”. */
  readonly label: string;
  begin(from: Beginning): Body;
  /** The amount that goes along when another kind is chosen; null where it has none. */
  amount(rate: Body): string | null;
  /** Its part of the sentence. */
  readonly Part: (props: RateEditorProps<Body>) => ReactNode;
  /** What stands below the sentence; null where nothing does. */
  readonly Below: ((props: { rate: Body; label: string; change: (rate: RateBody) => void }) => ReactNode) | null;
  /** Its amounts from step to step, for a drawing in small; null where there are none. */
  shape(rate: Body): readonly number[] | null;
}

export type RateEditorFor<Is extends RateBody['is']> = RateEditor<Extract<RateBody, { is: Is }>>;
export type RateEditors = { readonly [Is in RateBody['is']]: RateEditorFor<Is> };
