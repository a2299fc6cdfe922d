import {
  type Instant,
  lazily,
  type Mass,
  type Minor,
  massOfGrams,
  minor,
  nothing,
  parseDecimal,
  percentOf,
  unwrap,
} from '../../exact/index.ts';
import { type Pattern, type Place, parsePattern, prefixesOfPart, zoneFinder } from '../../places/index.ts';
import { amountIfAny, amountIn } from '../amounts.ts';
import { stated } from '../bounds.ts';
import type { ChannelBasket, ChannelChoice, Probe, Rules } from '../dialect.ts';
import { type SideBy, type SideStep, titled } from '../side-step.ts';
import {
  batchIn,
  type DeliveryOffer,
  type GoodsBenefit,
  type GoodsOffer,
  hasPostcodes,
  type Plans,
  regionOf,
  regions,
  speeds,
  written,
} from './format.ts';

/** What Harrowmere does by its file: docs/formats/harrowmere.md, "Evaluation, in order". */
export function rulesOf(plans: Plans): Rules {
  const delivery = plans.delivery.map((offer) => ({
    ...opened(offer),
    least: amountIfAny(offer.leastSpend) ?? nothing,
    places: offer.places && new Set(offer.places),
  }));
  const goods = plans.goods.map((offer) => ({ ...opened(offer), takes: takerOf(offer.benefit) }));
  const ratesOf = ratesBy(plans);
  const known = lister(plans);
  const cuts = plans.cuts.map(({ key, entries }) => ({
    key,
    patterns: entries.map((one) => unwrap(parsePattern(one))),
  }));
  const inCut = zoneFinder(cuts.map(({ key, patterns }) => ({ id: key, name: key, takes: patterns, leaves: [] })));
  const cutAt = (place: Place): string => inCut(place)?.zone.id ?? regionOf(place.country);
  const placeAt = (place: Place): string => {
    const { part, postcode } = place;
    if (part === null || postcode !== null || !hasPostcodes(part)) return cutAt(place);
    const [where, ...others] = new Set(prefixesOfPart(part).map((prefix) => cutAt({ ...place, postcode: prefix })));
    return where !== undefined && others.length === 0 ? where : cutAt(place);
  };
  const rateAt = plans.plans.map(({ key }) => ratesOf(key));
  /** Where further parcels are charged: the masses up to which so many do. */
  const edgesOf = (plan: string): Probe['edgesAt'] => {
    const rates = ratesOf(plan);
    return (place) => {
      const where = placeAt(place);
      const rate = speeds.map((speed) => rates.get(`${where} ${speed}`)).find((one) => (one?.further ?? 0) > 0);
      return { values: [], masses: rate?.holds ? parcelEdges(rate.holds) : [] };
    };
  };
  return {
    written: () => [{ name: plans.site.file, pieces: () => written(plans) }],
    patterns: [
      ...[...regions.values()].flat().map((country): Pattern => ({ is: 'country', country })),
      ...cuts.flatMap(({ patterns }) => patterns),
    ],
    edgesAt(place) {
      const where = placeAt(place);
      const here = delivery.filter((one) => one.places?.has(where) ?? true);
      return {
        values: here.flatMap(({ least }) => (least > 0 ? [least] : [])),
        masses: [],
        moments: [...here, ...goods].flatMap(({ from, until }) => [from, until].filter((one) => one !== null)),
        perItem: goods.some(({ offer }) => offer.benefit.is === 'for'),
      };
    },
    placeKey: placeAt,
    probes: lazily(() => probesOf(plans, edgesOf)),
    batches: [...new Set([...plans.delivery, ...plans.goods].flatMap(({ code }) => batchIn(code) ?? []))],
    planOf: (listing) => plans.plans[known(listing)?.plan ?? -1]?.key ?? null,
    readOf: (listing) =>
      plans.listings
        .filter((one) => one.listing === listing)
        .map(({ price, grams, plan, labels }) => [
          { is: 'price', amount: price },
          ...(grams === '' ? [] : [{ is: 'grams', grams } as const]),
          { is: 'plan', key: plan },
          ...(labels.length === 0 ? [] : [{ is: 'labels', labels } as const]),
        ]),
    without: (keys) =>
      rulesOf({
        ...plans,
        delivery: plans.delivery.filter((one) => !keys.has(one.key)),
        goods: plans.goods.filter((one) => !keys.has(one.key)),
      }),
    charges(basket, moment) {
      const lines = linesOf(basket, known);
      if (!lines) return [];
      const where = placeAt(basket.place);
      let discount: { took: number; by: SideBy; key: string } | null = null;
      for (const one of goods) {
        if (!isLive(one, moment, basket)) continue;
        const took = one.takes(labelled(lines, one.offer.label));
        if (took > (discount?.took ?? 0))
          discount = {
            took,
            by: titled(one.offer.title, batchIn(one.offer.code) === null ? one.offer.code : null),
            key: one.offer.key,
          };
      }
      const off = minor(discount?.took ?? 0);
      const offers = delivery.filter(
        (one) =>
          isLive(one, moment, basket) && (one.places?.has(where) ?? true) && isMet(lines, one.offer.label, one.least),
      );
      return speeds.flatMap((speed): ChannelChoice[] => {
        const charged = (some: readonly Line[]) => chargeOf(some, rateAt, `${where} ${speed}`);
        const rate = charged(lines);
        if (!rate) return [];
        let freeing: { charge: number; one: (typeof offers)[number] } | null = null;
        for (const one of offers) {
          if (!one.offer.speeds.includes(speed)) continue;
          const left = charged(lines.filter(({ labels }) => !labels.has(one.offer.label)))?.charge ?? rate.charge;
          if (left < (freeing?.charge ?? rate.charge)) freeing = { charge: left, one };
        }
        const charge = minor(freeing?.charge ?? rate.charge);
        const steps: SideStep[] = [{ step: 'place', amount: null, by: { is: 'place', name: where } }];
        if (discount) steps.push({ step: 'discount', amount: off, by: discount.by, key: discount.key });
        steps.push({ step: 'rate', amount: minor(rate.charge), by: rate.by });
        if (freeing)
          steps.push({
            step: 'offer',
            key: freeing.one.offer.key,
            amount: minor(rate.charge - charge),
            by: { is: 'title', title: freeing.one.offer.title, least: freeing.one.least || null },
          });
        steps.push({ step: 'pays', amount: charge, by: null });
        return [{ speed, charge, discount: off, steps }];
      });
    },
  };
}

const momentOf = (text: string): Instant | null => (text === '' ? null : Date.parse(text));

/** An offer with its window as it is compared. */
interface Opened<Offer extends DeliveryOffer | GoodsOffer> {
  readonly offer: Offer;
  readonly from: Instant | null;
  readonly until: Instant | null;
}
const opened = <Offer extends DeliveryOffer | GoodsOffer>(offer: Offer): Opened<Offer> => ({
  offer,
  from: momentOf(offer.from),
  until: momentOf(offer.until),
});
function isLive(
  { offer, from, until }: Opened<DeliveryOffer | GoodsOffer>,
  moment: Instant,
  { codes, singles }: ChannelBasket,
): boolean {
  if ((from !== null && from > moment) || (until !== null && moment >= until)) return false;
  const batch = batchIn(offer.code);
  if (batch !== null) return codes.some((code) => singles?.get(code) === batch);
  return offer.code === '' || codes.includes(offer.code);
}

/** A plan's rate at a place for a speed, its figures read. */
interface Rate {
  readonly holds: Mass | null;
  readonly first: Minor;
  readonly further: Minor;
}

/** Rates of a plan by place and speed. */
function ratesBy({ plans, rates }: Plans): (plan: string) => ReadonlyMap<string, Rate> {
  const found = new Map(plans.map(({ key }) => [key, new Map<string, Rate>()]));
  const holds = new Map(plans.map(({ key, grams }) => [key, grams === '' ? null : (massOfGrams(grams) as Mass)]));
  for (const { plan, place, speed, first, further } of rates)
    found.get(plan)?.set(`${place} ${speed}`, {
      holds: holds.get(plan) ?? null,
      first: amountIn(first),
      further: amountIn(further),
    });
  return (plan) => found.get(plan) ?? new Map();
}

/** What is known of a listing: its plan, by its place in the file, and its labels. */
interface Known {
  readonly plan: number;
  readonly labels: ReadonlySet<string>;
}

/** Finds what is known of an item, read when it is first asked for; null where it is not sold there. */
function lister({ plans, listings }: Plans): (id: string) => Known | null {
  const byListing = lazily(() => new Map(listings.map((one) => [one.listing, one])));
  const place = new Map(plans.map(({ key }, i) => [key, i]));
  const known = new Map<string, Known | null>();
  return (id) => {
    let found = known.get(id);
    if (found === undefined) {
      const listing = byListing().get(id);
      found = listing ? { plan: place.get(listing.plan) ?? -1, labels: new Set(listing.labels) } : null;
      known.set(id, found);
    }
    return found;
  };
}

/** A line of a basket with what is known of it. */
interface Line extends Known {
  readonly units: number;
  readonly price: Minor;
  readonly mass: Mass | null;
}

/** The lines of a basket; null where there are none, or one is not sold there. */
function linesOf({ lines }: ChannelBasket, known: (id: string) => Known | null): Line[] | null {
  if (lines.length === 0) return null;
  const found: Line[] = [];
  for (const { listing, units, price, mass } of lines) {
    const one = known(listing);
    if (!one) return null;
    found.push({ units, price, mass, plan: one.plan, labels: one.labels });
  }
  return found;
}

const labelled = (lines: readonly Line[], label: string): Line[] => lines.filter(({ labels }) => labels.has(label));

/** Whether some line carries a label, and all that do come to a value. */
function isMet(lines: readonly Line[], label: string, least: Minor): boolean {
  let [spend, found] = [0, false];
  for (const { labels, price, units } of lines) {
    if (!labels.has(label)) continue;
    found = true;
    spend += price * units;
  }
  return found && spend >= least;
}

/** What some lines are charged, plan by plan; null where a plan has no rate there, or a mass is wanting. */
function chargeOf(
  lines: readonly Line[],
  rateAt: readonly ReadonlyMap<string, Rate>[],
  at: string,
): { charge: number; by: SideBy } | null {
  let [charge, count] = [0, 0];
  let by: SideBy = { is: 'once' };
  for (const [i, { plan }] of lines.entries()) {
    if (lines.findIndex((one) => one.plan === plan) < i) continue;
    const rate = rateAt[plan]?.get(at);
    const parcels = rate && parcelsOf(lines, plan, rate.holds);
    if (!rate || !parcels) return null;
    const { first, further } = rate;
    charge += first + (parcels - 1) * further;
    count += 1;
    by = further === 0 ? { is: 'once' } : { is: 'parcels', first, further, parcels };
  }
  return { charge, by: count > 1 ? { is: 'plans', plans: count } : by };
}

/** How many parcels the lines of a plan make; 0 where a mass is wanting. */
function parcelsOf(lines: readonly Line[], plan: number, holds: Mass | null): number {
  if (holds === null) return 1;
  let sum = 0;
  for (const { plan: of, mass, units } of lines) {
    if (of !== plan) continue;
    if (mass === null) return 0;
    sum += mass * units;
  }
  return Math.max(1, Math.ceil(sum / holds));
}

/** What a goods offer takes off the lines with its label. */
function takerOf(benefit: GoodsBenefit): (lines: readonly Line[]) => number {
  if (benefit.is === 'off') {
    const percent = unwrap(parseDecimal(benefit.percent, 3));
    return (lines) => lines.reduce((sum, { price, units }) => sum + percentOf(minor(price * units), percent), 0);
  }
  return (lines) => {
    const units = lines.reduce((sum, line) => sum + line.units, 0);
    let free = Math.floor(units / benefit.units) * (benefit.units - benefit.paid);
    let took = 0;
    for (const line of [...lines].sort((a, b) => a.price - b.price)) {
      const some = Math.min(free, line.units);
      took += some * line.price;
      free -= some;
    }
    return took;
  };
}

/** The masses up to which so many parcels do, within the stated bounds. */
const parcelEdges = (holds: Mass): Mass[] =>
  Array.from({ length: Math.ceil(stated.mass / holds) }, (_, i) => ((i + 1) * holds) as Mass);

/** A listing for each that no rule tells apart: by its plan, the labels that offers name, and whether it has a mass. */
function probesOf({ listings, delivery, goods }: Plans, edgesOf: (plan: string) => Probe['edgesAt']): Probe[] {
  const named = new Set([...delivery, ...goods].map(({ label }) => label));
  const alike = new Map<string, { listings: string[]; weighed: boolean; plan: string }>();
  for (const { listing, grams, plan, labels } of listings) {
    const key = [plan, grams !== '', ...labels.filter((label) => named.has(label)).sort()].join(' ');
    const group = alike.get(key);
    if (group) group.listings.push(listing);
    else alike.set(key, { listings: [listing], weighed: grams !== '', plan });
  }
  return [...alike.values()].map(({ listings: all, weighed, plan }) => ({
    listings: all,
    edgesAt: edgesOf(plan),
    leastValue: minor(1),
    leastMass: weighed ? (1 as Mass) : null,
  }));
}
