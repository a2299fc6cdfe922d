import { type Currency, kept, type Mass, type Minor, nothing, type Problem, parseAmount, parseMass, type Result } from '../exact/index.ts';
import type { LaneBody, RateBody, ThresholdBody } from './schema.ts';

/** What a lane charges for a group, ready to answer. Every table edge belongs to the break below it. */
export type Rate =
  | { readonly is: 'free' }
  | { readonly is: 'flat'; readonly amount: Minor }
  | { readonly is: 'table'; readonly edges: readonly Mass[]; readonly amounts: readonly Minor[]; readonly open: boolean };

/** Goods value from which something holds, the value itself counting, taken before or after discounts. */
export interface Threshold {
  readonly value: Minor;
  readonly test: 'before' | 'after';
}

export interface Lane {
  readonly rate: Rate;
  readonly freeFrom: Threshold | null;
}

/** A charge and the break it comes from, or why there is none. */
export type Charge = { readonly ok: true; readonly amount: Minor; readonly at: number | null } | { readonly ok: false; readonly why: 'no mass' | 'beyond the table' };

/** What a rate charges for a mass; null stands for a mass not known. */
export function chargeOf(rate: Rate, mass: Mass | null): Charge {
  switch (rate.is) {
    case 'free':
      return { ok: true, amount: nothing, at: null };
    case 'flat':
      return { ok: true, amount: rate.amount, at: null };
    case 'table': {
      if (mass === null) return { ok: false, why: 'no mass' };
      let at = 0;
      while (at < rate.edges.length && mass > (rate.edges[at] ?? 0)) at += 1;
      const amount = rate.amounts[at];
      return amount === undefined ? { ok: false, why: 'beyond the table' } : { ok: true, amount, at };
    }
  }
}

/** The largest and smallest amount a rate can charge. */
export function reachOf(rate: Rate): { least: Minor; most: Minor } {
  switch (rate.is) {
    case 'free':
      return { least: nothing, most: nothing };
    case 'flat':
      return { least: rate.amount, most: rate.amount };
    case 'table':
      return { least: Math.min(...rate.amounts) as Minor, most: Math.max(...rate.amounts) as Minor };
  }
}

/** Reads a lane as written; every problem with its field. */
export function readLane(body: LaneBody, currency: Currency): Result<Lane> {
  const problems: Problem[] = [];
  const rate = readRate(body.rate, currency, problems);
  const freeFrom = body.freeFrom && readThreshold(body.freeFrom, currency, ['freeFrom'], problems);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: { rate, freeFrom } };
}

/** Reads a threshold as written, adding its problems to a list. */
export function readThreshold(body: ThresholdBody, currency: Currency, at: Problem['at'], problems: Problem[]): Threshold {
  return { value: kept(parseAmount(body.value, currency), [...at, 'value'], problems, nothing), test: body.test };
}

function readRate(body: RateBody, currency: Currency, problems: Problem[]): Rate {
  switch (body.is) {
    case 'free':
      return body;
    case 'flat':
      return { is: 'flat', amount: kept(parseAmount(body.amount, currency), ['rate', 'amount'], problems, nothing) };
    case 'table': {
      const edges: Mass[] = [];
      body.breaks.forEach((one, i) => {
        const at = ['rate', 'breaks', i, 'to'];
        if (one.to === null) {
          if (i < body.breaks.length - 1) problems.push({ at, wrong: 'an open break stands before the last', right: 'an upper edge; only the last break may be open' });
          return;
        }
        const edge = kept(parseMass(one.to, body.unit), at, problems, 0 as Mass);
        const last = edges.at(-1);
        if (last !== undefined && edge <= last) problems.push({ at, wrong: `${one.to} ${body.unit} does not lie above the edge before it`, right: 'edges that rise from break to break' });
        if (edge === 0) problems.push({ at, wrong: 'an edge of 0 holds nothing', right: 'an upper edge above 0' });
        edges.push(edge);
      });
      const amounts = body.breaks.map((one, i) => kept(parseAmount(one.amount, currency), ['rate', 'breaks', i, 'amount'], problems, nothing));
      return { is: 'table', edges, amounts, open: body.breaks.at(-1)?.to === null };
    }
  }
}
