import type { Over } from '../rates/index.ts';

/**
 * A part of what a channel will read: text as its own format has it, or a figure of the format with what it means.
 * Amounts and masses are texts as they stand in the file.
 */
export type ReadPart =
  | string
  | { readonly is: 'lines' | 'listings'; readonly count: number }
  | { readonly is: 'region'; readonly region: string }
  | { readonly is: 'places'; readonly places: readonly string[] }
  | {
      readonly is: 'parcels';
      readonly first: string;
      readonly further: string | null;
      readonly holds: string | null;
    }
  | { readonly is: 'label'; readonly label: string }
  | { readonly is: 'least spend' | 'least value' | 'free from'; readonly amount: string }
  | { readonly is: 'pays all' }
  | { readonly is: 'code'; readonly code: string }
  | { readonly is: 'batch'; readonly batch: string }
  | { readonly is: 'letter'; readonly letter: string }
  | { readonly is: 'asks the carrier'; readonly service: string; readonly percent: string; readonly amount: string }
  | { readonly is: 'steps by'; readonly over: Over }
  | { readonly is: 'step'; readonly from: string; readonly charge: string | null }
  | { readonly is: 'time'; readonly from: string | null; readonly until: string | null; readonly clock: string }
  | { readonly is: 'entries'; readonly places: readonly string[] }
  | { readonly is: 'entry'; readonly speed: string; readonly least: string; readonly most: string }
  | { readonly is: 'entries of an item'; readonly count: number }
  /** What one item pays for a service at some places; days as the channel has them. */
  | {
      readonly is: 'entry at';
      readonly places: readonly string[];
      readonly speed: string;
      readonly price: string;
      readonly days: string | null;
    }
  | { readonly is: 'price' | 'sale price'; readonly amount: string }
  | { readonly is: 'set' | 'plan'; readonly key: string }
  | { readonly is: 'labels'; readonly labels: readonly string[] }
  | { readonly is: 'grams'; readonly grams: string }
  | { readonly is: 'promotion'; readonly id: string }
  | { readonly is: 'stocked'; readonly goods: number }
  | { readonly is: 'sets' | 'plans' | 'uses' | 'least units' | 'sale prices' | 'deliveries'; readonly count: number }
  | { readonly is: 'dearest set' | 'dearest entry' }
  | { readonly is: 'turned'; readonly tax: 'inside' | 'added' }
  | { readonly is: 'converted'; readonly rate: string; readonly step: string }
  | { readonly is: 'each' | 'pays at most'; readonly amount: string }
  | { readonly is: 'except'; readonly places: readonly string[] };

/** A line of what a channel reads. */
export type ReadLine = readonly ReadPart[];
