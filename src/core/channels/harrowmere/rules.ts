import {
  err,
  gram,
  type Instant,
  type Minor,
  minor,
  nothing,
  parseDecimal,
  percentOf,
  type Result,
  unwrap,
} from '../../exact/index.ts';
import { beginsWith, type Pattern, type Place } from '../../places/index.ts';
import type { ChannelBasket, ChannelChoice, ChannelFile, Rules } from '../dialect.ts';
import { euros, eurosIfAny } from '../euros.ts';
import { listingOf } from '../listing.ts';
import { type SideBy, type SideStep, titled } from '../side-step.ts';
import { lotEdges } from './fit.ts';
import {
  type DeliveryOffer,
  fileName,
  type GoodsOffer,
  type PlanRate,
  type Plans,
  readPlans,
  regionOf,
  regions,
  speeds,
  write,
} from './format.ts';

export function read(files: readonly ChannelFile[]): Result<Rules> {
  const file = files.find((one) => one.name === fileName);
  if (!file) return err([fileName], { is: 'no file', name: fileName });
  const plans = readPlans(file.text);
  return plans.ok ? { ok: true, value: rulesOf(plans.value) } : plans;
}

const momentOf = (text: string): Instant | null => (text === '' ? null : Date.parse(text));

/** An offer with its window and its listings as they are compared. */
interface Opened<Offer extends DeliveryOffer | GoodsOffer> {
  readonly offer: Offer;
  readonly from: Instant | null;
  readonly until: Instant | null;
  readonly listings: ReadonlySet<string>;
}
const opened = <Offer extends DeliveryOffer | GoodsOffer>(offer: Offer): Opened<Offer> => ({
  offer,
  from: momentOf(offer.from),
  until: momentOf(offer.until),
  listings: new Set(offer.listings),
});
const isLive = (
  { offer, from, until }: Opened<DeliveryOffer | GoodsOffer>,
  moment: Instant,
  codes: readonly string[],
): boolean =>
  (from === null || from <= moment) &&
  (until === null || moment < until) &&
  (offer.code === '' || codes.includes(offer.code));

/** A rate with its amounts read. */
type Rate = Pick<PlanRate, 'place' | 'speed' | 'unit'> & { readonly once: Minor; readonly per: Minor };

/** What Harrowmere does by its file: docs/formats/harrowmere.md, "Evaluation, in order". */
export function rulesOf(plans: Plans): Rules {
  const delivery = plans.delivery.map((offer) => ({ ...opened(offer), least: eurosIfAny(offer.leastSpend) }));
  const goods = plans.goods.map((offer) => ({ ...opened(offer), percent: unwrap(parseDecimal(offer.percent, 3)) }));
  const sold = new Set(plans.listings.map((one) => one.listing));
  const rates = plans.rates.map((rate): Rate => ({ ...rate, once: euros(rate.once), per: euros(rate.per) }));
  const rateAt = new Map(rates.map((rate) => [`${rate.place} ${rate.speed}`, rate]));
  const countriesOf = (region: string) => regions.get(region) ?? [];
  const placeAt = (place: Place): string => {
    const region = regionOf(place.country);
    let best = { key: region, length: 0 };
    for (const cut of plans.cuts) {
      if (cut.region !== region || place.postcode === null) continue;
      for (const prefix of cut.prefixes)
        if (prefix.length > best.length && beginsWith(place.country, place.postcode, prefix))
          best = { key: cut.key, length: prefix.length };
    }
    return best.key;
  };
  const cutPatterns = plans.cuts.flatMap((cut) =>
    countriesOf(cut.region).flatMap((country) =>
      cut.prefixes.map((prefix): Pattern => ({ is: 'prefix', country, prefix })),
    ),
  );
  return {
    written: () => [{ name: fileName, pieces: () => [write(plans)] }],
    patterns: [...[...regions.values()].flat().map((country): Pattern => ({ is: 'country', country })), ...cutPatterns],
    edgesAt(place) {
      const where = placeAt(place);
      const each = rates.filter((rate) => rate.place === where && rate.per > 0);
      const here = delivery.filter(({ offer }) => offer.places === null || offer.places.includes(where));
      return {
        values: here.flatMap(({ least }) => least ?? []),
        masses: each.some((rate) => rate.unit === '250G') ? lotEdges() : [],
        moments: [...here, ...goods].flatMap(({ from, until }) => [from, until].filter((one) => one !== null)),
        perItem: each.some((rate) => rate.unit === 'ITEM'),
      };
    },
    placeKey: placeAt,
    probes: [],
    without: (keys) =>
      rulesOf({
        ...plans,
        delivery: plans.delivery.filter((one) => !keys.has(one.key)),
        goods: plans.goods.filter((one) => !keys.has(one.key)),
      }),
    charges(basket, moment) {
      if (!basket.lines.every((line) => sold.has(listingOf(line.sku)))) return [];
      const where = placeAt(basket.place);
      const linesOf = ({ listings }: Opened<DeliveryOffer | GoodsOffer>) =>
        basket.lines.filter((line) => listings.has(listingOf(line.sku)));
      let discount: { took: Minor; by: SideBy } | null = null;
      for (const one of goods) {
        if (!isLive(one, moment, basket.codes)) continue;
        const took = minor(
          linesOf(one).reduce((sum, line) => sum + percentOf(minor(line.price * line.units), one.percent), 0),
        );
        if (took > (discount?.took ?? 0)) discount = { took, by: titled(one.offer.title, one.offer.code) };
      }
      const delivering = delivery.filter((one) => isLive(one, moment, basket.codes));
      const frees = (one: (typeof delivery)[number], speed: string): boolean => {
        if (!one.offer.speeds.includes(speed) || !(one.offer.places?.includes(where) ?? true)) return false;
        const lines = linesOf(one);
        return lines.length > 0 && lines.reduce((sum, line) => sum + line.price * line.units, 0) >= (one.least ?? 0);
      };
      return speeds.flatMap((speed): ChannelChoice[] => {
        const rate = rateAt.get(`${where} ${speed}`);
        const rated = rate && chargeOf(rate, basket);
        if (!rated) return [];
        const freeing = delivering.find((one) => frees(one, speed));
        const steps: SideStep[] = [{ step: 'place', amount: null, by: { is: 'place', name: where } }];
        if (discount) steps.push({ step: 'discount', amount: discount.took, by: discount.by });
        steps.push({ step: 'rate', amount: rated.charge, by: rated.by });
        if (freeing)
          steps.push({
            step: 'offer',
            key: freeing.offer.key,
            amount: rated.charge,
            by: { is: 'title', title: freeing.offer.title, least: freeing.least },
          });
        const charge = freeing ? nothing : rated.charge;
        steps.push({ step: 'pays', amount: charge, by: null });
        return [{ speed, charge, discount: discount?.took ?? nothing, steps }];
      });
    },
  };
}

function chargeOf(rate: Rate, basket: ChannelBasket): { charge: Minor; by: SideBy } | null {
  const { once, per } = rate;
  let count = 0;
  let mass = 0;
  for (const line of basket.lines) {
    if (rate.unit === '250G' && line.mass === null) return null;
    count += line.units;
    mass += (line.mass ?? 0) * line.units;
  }
  const times = rate.unit === 'ITEM' ? count : Math.ceil(mass / (250 * gram));
  const by: SideBy =
    per === 0 ? { is: 'once' } : { is: 'once and per', once, times, per, lot: rate.unit === 'ITEM' ? 'item' : '250 g' };
  return { charge: minor(once + times * per), by };
}
