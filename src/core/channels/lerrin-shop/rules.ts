import { shaped } from '../../book/index.ts';
import {
  err,
  gram,
  instantOf,
  kept,
  type Mass,
  type Minor,
  minor,
  nothing,
  type Problem,
  parseDecimal,
  percentOf,
  type Result,
  unwrap,
} from '../../exact/index.ts';
import { type Pattern, type Place, parsePattern, zoneFinder } from '../../places/index.ts';
import type { ChannelBasket, ChannelChoice, ChannelFile, Rules } from '../dialect.ts';
import { euros } from '../euros.ts';
import { type SideBy, type SideStep, titled } from '../side-step.ts';
import { type Campaign, clock, fileName, type Shop, type ShopSpeed, shopSchema } from './format.ts';

export function read(files: readonly ChannelFile[]): Result<Rules> {
  const file = files.find((one) => one.name === fileName);
  if (!file) return err([fileName], { is: 'no file', name: fileName });
  let data: unknown;
  try {
    data = JSON.parse(file.text);
  } catch (error) {
    return err([fileName], { is: 'unreadable', standard: 'JSON', detail: (error as Error).message });
  }
  const shop = shaped(shopSchema, data);
  if (!shop.ok) return shop;
  const problems: Problem[] = [];
  for (const one of [...shop.value.closed, ...shop.value.zones.flatMap((zone) => zone.places)])
    kept(pattern(one), [fileName, 'places'], problems, null);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: rulesOf(shop.value) };
}

/** A colon in place of the space is the older way of writing a postcode. */
const pattern = (entry: string): Result<Pattern> =>
  entry === '*' ? { ok: true, value: { is: 'world' } } : parsePattern(entry.replace(':', ' '));

/** What Lerrin Shop does by its file: docs/formats/lerrin-shop.md, "Evaluation, in order". */
export function rulesOf(shop: Shop): Rules {
  const zones = [
    ...shop.zones.map((zone) => ({
      id: zone.key,
      name: zone.name,
      takes: zone.places.map((one) => unwrap(pattern(one))),
      leaves: [],
    })),
    { id: '', name: 'closed', takes: shop.closed.map((one) => unwrap(pattern(one))), leaves: [] },
  ];
  const find = zoneFinder(zones);
  const zoneAt = (place: Place) => {
    const zone = find(place)?.zone;
    return zone && zone.id !== '' ? shop.zones.find((one) => one.key === zone.id) : undefined;
  };
  const campaigns = shop.campaigns.map((campaign) => ({
    campaign,
    from: momentOf(campaign.from),
    until: momentOf(campaign.until),
  }));
  return {
    files: () => [{ name: fileName, text: `${JSON.stringify(shop, null, 2)}\n` }],
    patterns: zones.flatMap((zone) => zone.takes),
    edgesAt(place) {
      const speeds = Object.values(zoneAt(place)?.speeds ?? {});
      const here = campaigns.filter(
        ({ campaign }) => campaign.countries === null || campaign.countries.includes(place.country),
      );
      const rows = speeds.flatMap((speed) =>
        speed.steps.by === 'value' ? speed.steps.rows.map((row) => row.from) : [],
      );
      const money = [
        ...rows,
        ...speeds.map((speed) => speed.freeFrom),
        ...here.map(({ campaign }) => campaign.leastValue),
      ];
      const grams = speeds.flatMap((speed) =>
        speed.steps.by === 'grams' ? speed.steps.rows.map((row) => row.from) : [],
      );
      return {
        values: money.flatMap((one) => (one === null ? [] : [euros(one)])),
        masses: grams.filter((from) => from > 0).map((from) => ((from - 1) * gram) as Mass),
        moments: here.flatMap(({ from, until }) => [from, until].filter((one) => one !== null)),
        perItem: false,
      };
    },
    placeKey(place) {
      const holds = shop.campaigns.map((one) => one.countries === null || one.countries.includes(place.country));
      return `${zoneAt(place)?.key ?? ''} ${holds.map(Number).join('')}`;
    },
    probes: [],
    without: (keys) => rulesOf({ ...shop, campaigns: shop.campaigns.filter((one) => !keys.has(one.key)) }),
    charges(basket, moment) {
      const zone = zoneAt(basket.place);
      if (!zone) return [];
      const value = basket.lines.reduce((sum, line) => sum + line.price * line.units, 0) as Minor;
      const live = campaigns
        .filter(({ from, until }) => (from === null || from <= moment) && (until === null || moment < until))
        .map(({ campaign }) => campaign)
        .filter(
          (one) =>
            (one.code === null || basket.codes.includes(one.code)) &&
            (one.countries === null || one.countries.includes(basket.place.country)) &&
            (one.leastValue === null || value >= euros(one.leastValue)),
        );
      return Object.entries(zone.speeds).flatMap(([speed, terms]) =>
        choiceOf(speed, terms, zone.name, live, basket, value),
      );
    },
  };
}

const momentOf = (local: string | null) => (local === null ? null : unwrap(instantOf(local, clock)));

function choiceOf(
  speed: string,
  terms: ShopSpeed,
  zone: string,
  live: readonly Campaign[],
  basket: ChannelBasket,
  value: Minor,
): ChannelChoice[] {
  const rated = rateOf(terms.steps, value, basket);
  if (!rated) return [];
  const steps: SideStep[] = [{ step: 'place', amount: null, by: { is: 'place', name: zone } }];
  const free = terms.freeFrom !== null && value >= euros(terms.freeFrom);
  const rate = free ? nothing : rated.charge;

  const savings = live
    .map((one) => ({
      one,
      saves:
        one.benefit.kind === 'order'
          ? percentOf(value, unwrap(parseDecimal(one.benefit.percent, 3)))
          : rate <= euros(one.benefit.rateAtMost)
            ? rate
            : nothing,
    }))
    .filter(({ saves }) => saves > 0);
  const chosen = savings.filter(
    ({ one, saves }) =>
      !savings.some(
        (rival) =>
          rival.one.letter === one.letter &&
          (rival.saves > saves ||
            (rival.saves === saves && savings.indexOf(rival) < savings.findIndex((me) => me.one === one))),
      ),
  );
  let discount = 0;
  for (const { one, saves } of chosen) {
    if (one.benefit.kind !== 'order') continue;
    const takes = minor(Math.min(saves, value - discount));
    discount += takes;
    steps.push({ step: 'discount', amount: takes, by: titled(one.title, one.code) });
  }
  steps.push({ step: 'rate', amount: rated.charge, by: rated.by });
  if (terms.freeFrom !== null)
    steps.push({
      step: 'threshold',
      amount: free ? rated.charge : nothing,
      by: { is: 'free from', over: 'value', value: euros(terms.freeFrom), test: 'before', met: free },
    });
  const delivery = chosen.find(({ one }) => one.benefit.kind === 'delivery');
  if (delivery) steps.push({ step: 'offer', amount: delivery.saves, by: titled(delivery.one.title, null) });
  const charge = minor(rate - (delivery?.saves ?? 0));
  steps.push({ step: 'pays', amount: charge, by: null });
  return [{ speed, charge, discount: minor(discount), steps }];
}

function rateOf(steps: ShopSpeed['steps'], value: Minor, basket: ChannelBasket): { charge: Minor; by: SideBy } | null {
  if (steps.by === 'value') {
    const row = steps.rows.findLast((one) => euros(one.from) <= value);
    if (!row?.charge) return null;
    const by: SideBy =
      steps.rows.length > 1 ? { is: 'from', over: 'value', edge: euros(row.from) } : { is: 'rate', kind: 'flat' };
    return { charge: euros(row.charge), by };
  }
  let mass = 0;
  for (const line of basket.lines) {
    if (line.mass === null) return null;
    mass += line.mass * line.units;
  }
  const grams = Math.ceil(mass / gram);
  const row = steps.rows.findLast((one) => one.from <= grams);
  return row?.charge ? { charge: euros(row.charge), by: { is: 'from', over: 'mass', edge: row.from * gram } } : null;
}
