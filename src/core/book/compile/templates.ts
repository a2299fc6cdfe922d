import type { PriceList, Quoting } from '../../carrier/index.ts';
import {
  type Currency,
  conversionAt,
  currencyDigits,
  type Instant,
  isCurrency,
  type Problem,
  parseDecimal,
  under,
} from '../../exact/index.ts';
import type { Selection } from '../../goods/index.ts';
import { type Zone, zoneFinder } from '../../places/index.ts';
import {
  type Box,
  type LaneBody,
  type LaneContext,
  type LaneEra,
  overOf,
  looksAtLines as rateLooksAtLines,
  readLane,
} from '../../rates/index.ts';
import { chargesIn, conversionInto, type ReadyMarket } from '../market.ts';
import type { Book } from '../schema.ts';
import { laneAt, lanesAt, type Row, type Template } from './compiled.ts';
import { type Noting, unknown } from './noting.ts';

/** What of the book templates name, read before them. */
interface Around {
  readonly body: Book;
  readonly market: ReadyMarket;
  /** The currency of templates that name none. */
  readonly written: Currency;
  readonly zones: ReadonlyMap<string, Zone>;
  readonly selections: ReadonlyMap<string, Selection>;
  readonly boxes: ReadonlyMap<string, Box>;
  readonly priceLists: ReadonlyMap<string, PriceList>;
  readonly quotingInto: (currency: Currency) => Quoting;
  readonly problems: Problem[];
  readonly note: Noting;
}

/** A template as it answers: its zones found by place, its lanes read with all their times. */
export function readTemplate(template: Book['templates'][number], around: Around): Template {
  const { body, selections, note } = around;
  if (template.goods !== null && !selections.has(template.goods))
    note(['templates', template.id, 'goods'], unknown('selection', template.goods, selections.keys()));
  const context = contextOf(template, around);
  const served = servedBy(template, around);
  const eras = erasOf(template, context, around);
  const every = [...eras.values()].flatMap((row) => [...row.values()].flatMap((list) => list.map((era) => era.lane)));
  const bodies = (one: Book['templates'][number]) => Object.values(one.lanes).flatMap((row) => Object.values(row));
  return {
    id: template.id,
    origin: template.origin,
    selection: template.goods === null ? null : (selections.get(template.goods) ?? null),
    zones: served,
    zoneOf: zoneFinder(served),
    lanes: lanesAt(eras, Number.NEGATIVE_INFINITY),
    eras,
    rows: new Map(
      served.map((zone) => [zone, rowOf(body.services.map((service) => eras.get(zone.id)?.get(service.id)))]),
    ),
    dependsOnDiscounts:
      body.templates.some((one) => bodies(one).some(splitsDiscounts)) || bodies(template).some(looksAtLines),
    ownKinds: new Set(every.flatMap((lane) => [...(lane.kinds?.keys() ?? [])])),
  };
}

/** What lanes are read with; null where the template's currency is none. */
function contextOf(template: Book['templates'][number], around: Around): LaneContext | null {
  const { body, market, written, boxes, priceLists, quotingInto, problems, note } = around;
  const at = ['templates', template.id, 'currency'];
  const currency = template.currency ?? written;
  if (!isCurrency(currency)) {
    note(at, { is: 'malformed', text: currency, form: 'currency' });
    return null;
  }
  const conversion = conversionInto(body, currency, market, at, problems);
  const { currency: into, rounding } = market;
  return { currency, market: into, conversion, charges: conversion, rounding, boxes, priceLists, quotingInto };
}

/** The zones a template serves, in its order. */
function servedBy(template: Book['templates'][number], { zones, note }: Around): Zone[] {
  return template.zones.flatMap((id, i) => {
    const at = ['templates', template.id, 'zones', i];
    const zone = zones.get(id);
    if (!zone) note(at, unknown('zone', id, zones.keys()));
    else if (template.zones.indexOf(id) < i) note(at, { is: 'repeated', what: 'zone', id, line: null });
    return zone ? [zone] : [];
  });
}

/** The lanes of a template by zone and service, with all their times. */
function erasOf(
  template: Book['templates'][number],
  context: LaneContext | null,
  { body, market, zones, priceLists, problems, note }: Around,
): Template['eras'] {
  const services = new Set(body.services.map((service) => service.id));
  const eras = new Map<string, Map<string, readonly LaneEra[]>>();
  for (const [zone, row] of Object.entries(template.lanes)) {
    const at = ['templates', template.id, 'lanes', zone];
    if (!zones.has(zone)) note(at, unknown('zone', zone, zones.keys()));
    const read = new Map<string, readonly LaneEra[]>();
    const paid = context && { ...context, charges: chargesIn(market, zone, context.conversion) };
    for (const [service, lane] of Object.entries(row)) {
      if (!services.has(service)) note([...at, service], unknown('service', service, services));
      if (lane.broughtBy?.is === 'list' && !priceLists.has(lane.broughtBy.list))
        note([...at, service, 'broughtBy'], unknown('price list', lane.broughtBy.list, priceLists.keys()));
      const result = paid && readLane(lane, paid);
      if (result?.ok) read.set(service, result.value);
      else problems.push(...under([...at, service], result?.problems ?? []));
    }
    eras.set(zone, read);
  }
  return eras;
}

/** Whether a lane looks at its group's own value after discounts. */
const splitsDiscounts = (lane: LaneBody): boolean =>
  lane.values === 'after' || thresholdsOf(lane).some((free) => free.of === 'group' && free.test === 'after');
const thresholdsOf = (lane: LaneBody) =>
  [lane.freeFrom, ...lane.dated.map((row) => (row.sets.is === 'free from' ? row.sets.freeFrom : null))].filter(
    (free) => free !== null,
  );

/** Whether a lane packs parcels or measures volume. */
const looksAtLines = (lane: LaneBody): boolean =>
  [lane, ...lane.dated.flatMap((row) => (row.sets.is === 'rate' ? [row.sets] : []))]
    .flatMap((one) =>
      [one, ...Object.values(one.kinds)].flatMap((priced) => [priced.rate, ...Object.values(priced.also)]),
    )
    .some(rateLooksAtLines) || lane.bounds.some((bound) => overOf(bound.unit) === 'volume');

/** A zone's lanes with their times as one row with its own. */
function rowOf(lanes: readonly (readonly LaneEra[] | undefined)[]): Row {
  const turns = [...new Set(lanes.flatMap((eras) => eras?.flatMap((era) => era.from ?? []) ?? []))].sort(
    (a, b) => a - b,
  );
  const at = (moment: Instant): Row => {
    const now = lanes.map((eras) => eras && laneAt(eras, moment));
    return { lanes: now, bits: now.reduce((bits, lane, i) => (lane ? bits | (1 << i) : bits), 0), eras: null };
  };
  const first = at(Number.NEGATIVE_INFINITY);
  return turns.length === 0
    ? first
    : { ...first, eras: [{ from: null, row: first }, ...turns.map((from) => ({ from, row: at(from) }))] };
}

/** What currencies that carriers answer in are in another, by the listed rates: no inverse, no chain. */
export function quotingOf(body: Book, into: Currency): Quoting {
  const quoting = new Map<string, { up: bigint; down: bigint }>();
  for (const one of body.exchange) {
    const rate = parseDecimal(one.rate, 8);
    if (one.to === into && isCurrency(one.from) && rate.ok)
      quoting.set(
        one.from,
        conversionAt(rate.value, currencyDigits(one.from), currencyDigits(into), { is: 'nearest' }),
      );
  }
  return quoting;
}
