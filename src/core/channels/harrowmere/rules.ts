import {
  err,
  gram,
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
import { euros } from '../euros.ts';
import { type SideBy, type SideStep, titled } from '../side-step.ts';
import { lotEdges } from './fit.ts';
import {
  type DeliveryOffer,
  fileName,
  type GoodsOffer,
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

const momentOf = (text: string) => (text === '' ? null : Date.parse(text));
const open = (one: DeliveryOffer | GoodsOffer, moment: number) =>
  (momentOf(one.from) ?? moment) <= moment && moment < (momentOf(one.until) ?? Number.POSITIVE_INFINITY);

/** What Harrowmere does by its file: docs/formats/harrowmere.md, "Evaluation, in order". */
export function rulesOf(plans: Plans): Rules {
  const listed = new Map([...plans.delivery, ...plans.goods].map((offer) => [offer, new Set(offer.listings)]));
  const sold = new Set(plans.listings.map((one) => one.listing));
  const rateAt = new Map(plans.rates.map((rate) => [`${rate.place} ${rate.speed}`, rate]));
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
    files: () => [{ name: fileName, text: write(plans) }],
    patterns: [...[...regions.values()].flat().map((country): Pattern => ({ is: 'country', country })), ...cutPatterns],
    edgesAt(place) {
      const where = placeAt(place);
      const rates = plans.rates.filter((rate) => rate.place === where && euros(rate.per) > 0);
      const here = plans.delivery.filter((offer) => offer.places === null || offer.places.includes(where));
      return {
        values: here.flatMap((offer) => (offer.leastSpend === '' ? [] : [euros(offer.leastSpend)])),
        masses: rates.some((rate) => rate.unit === '250G') ? lotEdges() : [],
        moments: [...here, ...plans.goods].flatMap((offer) =>
          [momentOf(offer.from), momentOf(offer.until)].filter((one) => one !== null),
        ),
        perItem: rates.some((rate) => rate.unit === 'ITEM'),
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
      if (!basket.lines.every((line) => sold.has(line.sku))) return [];
      const where = placeAt(basket.place);
      const live = <T extends DeliveryOffer | GoodsOffer>(offers: readonly T[]) =>
        offers.filter((one) => open(one, moment) && (one.code === '' || basket.codes.includes(one.code)));
      const linesOf = (offer: DeliveryOffer | GoodsOffer) =>
        basket.lines.filter((line) => listed.get(offer)?.has(line.sku));
      let discount: { took: Minor; by: SideBy } | null = null;
      for (const offer of live(plans.goods)) {
        const percent = unwrap(parseDecimal(offer.percent, 3));
        const took = minor(
          linesOf(offer).reduce((sum, line) => sum + percentOf(minor(line.price * line.units), percent), 0),
        );
        if (took > (discount?.took ?? 0)) discount = { took, by: titled(offer.title, offer.code) };
      }
      const delivering = live(plans.delivery);
      const spendOf = (offer: DeliveryOffer) => linesOf(offer).reduce((sum, line) => sum + line.price * line.units, 0);
      return speeds.flatMap((speed): ChannelChoice[] => {
        const rate = rateAt.get(`${where} ${speed}`);
        const rated = rate && chargeOf(rate, basket);
        if (!rated) return [];
        const freeing = delivering.find(
          (offer) =>
            offer.speeds.includes(speed) &&
            (offer.places === null || offer.places.includes(where)) &&
            linesOf(offer).length > 0 &&
            spendOf(offer) >= (offer.leastSpend === '' ? 0 : euros(offer.leastSpend)),
        );
        const steps: SideStep[] = [{ step: 'place', amount: null, by: { is: 'place', name: where } }];
        if (discount) steps.push({ step: 'discount', amount: discount.took, by: discount.by });
        steps.push({ step: 'rate', amount: rated.charge, by: rated.by });
        if (freeing)
          steps.push({
            step: 'offer',
            key: freeing.key,
            amount: rated.charge,
            by: { is: 'title', title: freeing.title, least: freeing.leastSpend ? euros(freeing.leastSpend) : null },
          });
        const charge = freeing ? nothing : rated.charge;
        steps.push({ step: 'pays', amount: charge, by: null });
        return [{ speed, charge, discount: discount?.took ?? nothing, steps }];
      });
    },
  };
}

function chargeOf(rate: Plans['rates'][number], basket: ChannelBasket): { charge: Minor; by: SideBy } | null {
  const [once, per] = [euros(rate.once), euros(rate.per)];
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
