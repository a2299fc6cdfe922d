import {
  type Conversion,
  type Currency,
  converted,
  type Decimal,
  type Instant,
  instantOf,
  kept,
  knowsZone,
  type Minor,
  nothing,
  type Problem,
  parseAmount,
  parseDecimal,
  type Result,
} from '../exact/index.ts';
import { readThreshold, type Threshold } from '../rates/index.ts';
import type { BenefitBody, Level, OfferBody } from './schema.ts';

export type Benefit =
  | { readonly is: 'percent off order'; readonly percent: Decimal }
  | { readonly is: 'free services'; readonly services: ReadonlySet<string> }
  | { readonly is: 'free up to'; readonly cap: Minor };

/** An offer ready to answer. `from` counts, `until` does not; null is open. */
export interface Offer {
  readonly id: string;
  readonly order: number;
  readonly level: Level;
  readonly benefit: Benefit;
  readonly code: string | null;
  readonly asks: Threshold | null;
  readonly zones: ReadonlySet<string> | null;
  readonly from: Instant | null;
  readonly until: Instant | null;
  readonly addsTo: ReadonlySet<Level>;
}

/** Why an offer does nothing for a basket and a service. */
export type WhyNot =
  | { readonly why: 'not begun'; readonly from: Instant }
  | { readonly why: 'ended'; readonly until: Instant }
  | { readonly why: 'code not entered'; readonly code: string }
  | { readonly why: 'place' }
  | { readonly why: 'missed'; readonly by: Minor }
  | { readonly why: 'service' }
  | { readonly why: 'above the cap'; readonly charge: Minor; readonly cap: Minor }
  | { readonly why: 'nothing to take' }
  | { readonly why: 'outweighed'; readonly by: readonly string[] };

export const levelOf = (benefit: BenefitBody): Level => (benefit.is === 'percent off order' ? 'order' : 'delivery');

/** Reads an offer as written, at its place in the book's order, its amounts converted alone into the market's currency; every problem with its field. */
export function readOffer(body: OfferBody, order: number, currency: Currency, conversion: Conversion | null): Result<Offer> {
  const problems: Problem[] = [];
  const { window } = body;
  if (!knowsZone(window.zone)) problems.push({ at: ['window', 'zone'], wrong: `“${window.zone}” is no time zone`, right: 'an IANA zone such as Europe/Dublin' });
  const moment = (local: string | null, field: string) => (local === null || !knowsZone(window.zone) ? null : kept(instantOf(local, window.zone), ['window', field], problems, 0));
  const from = moment(window.from, 'from');
  const until = moment(window.until, 'until');
  if (from !== null && until !== null && until <= from) problems.push({ at: ['window', 'until'], wrong: 'the end does not come after the start', right: `a time after ${window.from}` });
  const offer: Offer = {
    id: body.id,
    order,
    level: levelOf(body.benefit),
    benefit: readBenefit(body, currency, conversion, problems),
    code: body.code,
    asks: body.asks && readThreshold(body.asks, currency, conversion, ['asks'], problems),
    zones: body.zones && new Set(body.zones),
    from,
    until,
    addsTo: new Set(body.addsTo),
  };
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: offer };
}

function readBenefit({ benefit, code }: OfferBody, currency: Currency, conversion: Conversion | null, problems: Problem[]): Benefit {
  switch (benefit.is) {
    case 'percent off order': {
      const percent = kept(parseDecimal(benefit.percent, 3), ['benefit', 'percent'], problems, { digits: 0n, scale: 0 });
      if (percent.digits === 0n || percent.digits > 100n * 10n ** BigInt(percent.scale))
        problems.push({ at: ['benefit', 'percent'], wrong: `${benefit.percent} % is no share`, right: 'a percentage above 0 and up to 100' });
      if (code === null) problems.push({ at: ['code'], wrong: 'a percentage off the order needs a code', right: 'a code such as GUST10' });
      return { is: benefit.is, percent };
    }
    case 'free services':
      return { is: benefit.is, services: new Set(benefit.services) };
    case 'free up to': {
      const cap = kept(parseAmount(benefit.cap, currency), ['benefit', 'cap'], problems, nothing);
      return { is: benefit.is, cap: conversion ? converted(cap, conversion) : cap };
    }
  }
}

/** Whether two offers may be used together: only if each says that it adds to the other's level. */
export const mayAdd = (a: Offer, b: Offer): boolean => !(a.level === 'delivery' && b.level === 'delivery') && a.addsTo.has(b.level) && b.addsTo.has(a.level);
