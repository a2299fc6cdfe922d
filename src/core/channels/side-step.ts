import type { Minor } from '../exact/index.ts';
import type { Over, Rate } from '../rates/index.ts';

/** The steps by which either side comes to a charge, in the order they are compared. */
export const sideSteps = ['place', 'discount', 'rate', 'threshold', 'offer', 'pays'] as const;

/** By what a step came: the book's own things by their ids, a channel's by the names it has for them. */
export type SideBy =
  | { readonly is: 'zone'; readonly zone: string }
  | { readonly is: 'place'; readonly name: string }
  | { readonly is: 'code'; readonly code: string }
  | { readonly is: 'offer'; readonly offer: string }
  /** A channel's promotion, by its title; `least`: the list value it asks. */
  | { readonly is: 'title'; readonly title: string; readonly least: Minor | null }
  /** A break of a table. */
  | { readonly is: 'up to' | 'above' | 'from'; readonly over: Over; readonly edge: number }
  | { readonly is: 'measure'; readonly over: Over }
  | { readonly is: 'rate'; readonly kind: Rate['is'] }
  | { readonly is: 'dearest item' | 'once' | 'sale' }
  /** An amount for a first parcel and one for each further. */
  | { readonly is: 'parcels'; readonly first: Minor; readonly further: Minor; readonly parcels: number }
  /** Several plans, which add. */
  | { readonly is: 'plans'; readonly plans: number }
  | {
      readonly is: 'free from';
      readonly over: Over;
      readonly value: number;
      readonly test: 'before' | 'after';
      readonly met: boolean;
    };

/** A promotion by its code, where it has one, else by its title. */
export const titled = (title: string, code: string | null): SideBy =>
  code ? { is: 'code', code } : { is: 'title', title, least: null };

export interface SideStep {
  readonly step: (typeof sideSteps)[number];
  readonly amount: Minor | null;
  readonly by: SideBy | null;
  /** The channel's key of the rule it came by, where its rules have keys. */
  readonly key?: string;
}
