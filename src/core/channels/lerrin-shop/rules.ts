import { shaped } from '../../book/index.ts';
import {
  err,
  gram,
  type Instant,
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
import { type Pattern, type Place, parsePattern, type Zone, zoneFinder } from '../../places/index.ts';
import type { ChannelBasket, ChannelChoice, ChannelFile, Rules } from '../dialect.ts';
import { euros, eurosIfAny } from '../euros.ts';
import { figures } from '../figures.ts';
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
  const { percent } = figures(problems);
  for (const { key, benefit, from, until } of shop.value.campaigns) {
    const at = [fileName, 'campaigns', key];
    if (benefit.kind === 'order') percent(benefit.percent, at);
    for (const local of [from, until]) if (local !== null) kept(instantOf(local, clock), at, problems, 0);
  }
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: rulesOf(shop.value) };
}

/** A colon in place of the space is the older way of writing a postcode. */
const pattern = (entry: string): Result<Pattern> =>
  entry === '*' ? { ok: true, value: { is: 'world' } } : parsePattern(entry.replace(':', ' '));

/** What Lerrin Shop does by its file: docs/formats/lerrin-shop.md, "Evaluation, in order". */
export function rulesOf(shop: Shop): Rules {
  const zones: readonly Zone[] = [
    ...shop.zones.map((zone) => ({
      id: zone.key,
      name: zone.name,
      takes: zone.places.map((one) => unwrap(pattern(one))),
      leaves: [],
    })),
    { id: '', name: 'closed', takes: shop.closed.map((one) => unwrap(pattern(one))), leaves: [] },
  ];
  const find = zoneFinder(zones);
  const speedsOf = new Map(shop.zones.map((zone, i) => [zones[i], Object.entries(zone.speeds).map(speedOf)]));
  const zoneAt = (place: Place) => {
    const zone = find(place)?.zone;
    const speeds = zone && speedsOf.get(zone);
    return speeds && { key: zone.id, name: zone.name, speeds };
  };
  const campaigns = shop.campaigns.map(campaignOf);
  const runsIn = ({ countries }: Campaign, { country }: Place) => countries === null || countries.includes(country);
  return {
    written: () => [{ name: fileName, pieces: () => [`${JSON.stringify(shop, null, 2)}\n`] }],
    patterns: zones.flatMap((zone) => zone.takes),
    edgesAt(place) {
      const speeds = zoneAt(place)?.speeds ?? [];
      const here = campaigns.filter(({ campaign }) => runsIn(campaign, place));
      const starts = (by: Steps['by']) =>
        speeds.flatMap(({ steps }) => (steps.by === by ? steps.rows.map((row) => row.from) : []));
      return {
        values: [
          ...(starts('value') as Minor[]),
          ...speeds.flatMap(({ freeFrom }) => freeFrom ?? []),
          ...here.flatMap(({ leastValue }) => leastValue ?? []),
        ],
        masses: starts('grams').flatMap((from) => (from > 0 ? [((from - 1) * gram) as Mass] : [])),
        moments: here.flatMap(({ from, until }) => [from, until].filter((one) => one !== null)),
        perItem: false,
      };
    },
    placeKey: (place) =>
      `${zoneAt(place)?.key ?? ''} ${shop.campaigns.map((one) => Number(runsIn(one, place))).join('')}`,
    probes: [],
    without: (keys) => rulesOf({ ...shop, campaigns: shop.campaigns.filter((one) => !keys.has(one.key)) }),
    charges(basket, moment) {
      const zone = zoneAt(basket.place);
      if (!zone) return [];
      const value = basket.lines.reduce((sum, line) => sum + line.price * line.units, 0) as Minor;
      const live = campaigns.filter(
        ({ campaign, from, until, leastValue }) =>
          (from === null || from <= moment) &&
          (until === null || moment < until) &&
          (campaign.code === null || basket.codes.includes(campaign.code)) &&
          runsIn(campaign, basket.place) &&
          (leastValue === null || value >= leastValue),
      );
      return zone.speeds.flatMap((speed) => choiceOf(speed, zone.name, live, basket, value));
    },
  };
}

const momentOf = (local: string | null) => (local === null ? null : unwrap(instantOf(local, clock)));

/** Rows of a speed with their figures read: from a value in minor units, or from whole grams. */
interface Steps {
  readonly by: 'value' | 'grams';
  readonly rows: readonly { readonly from: number; readonly charge: Minor | null }[];
}
interface Speed {
  readonly speed: string;
  readonly steps: Steps;
  readonly freeFrom: Minor | null;
}
const speedOf = ([speed, { steps, freeFrom }]: readonly [string, ShopSpeed]): Speed => ({
  speed,
  steps: {
    by: steps.by,
    rows: steps.rows.map(({ from, charge }) => ({
      from: typeof from === 'string' ? euros(from) : from,
      charge: eurosIfAny(charge),
    })),
  },
  freeFrom: eurosIfAny(freeFrom),
});

/** A campaign with its figures read, and what it takes from a value or off a rate. */
interface Running {
  readonly campaign: Campaign;
  readonly from: Instant | null;
  readonly until: Instant | null;
  readonly leastValue: Minor | null;
  readonly saves: (value: Minor, rate: Minor) => Minor;
}
function campaignOf(campaign: Campaign): Running {
  const { from, until, leastValue } = campaign;
  return {
    campaign,
    from: momentOf(from),
    until: momentOf(until),
    leastValue: eurosIfAny(leastValue),
    saves: savesBy(campaign.benefit),
  };
}
function savesBy(benefit: Campaign['benefit']): Running['saves'] {
  if (benefit.kind === 'order') {
    const percent = unwrap(parseDecimal(benefit.percent, 3));
    return (value) => percentOf(value, percent);
  }
  const most = euros(benefit.rateAtMost);
  return (_, rate) => (rate <= most ? rate : nothing);
}

function choiceOf(
  { speed, steps: rows, freeFrom }: Speed,
  zone: string,
  live: readonly Running[],
  basket: ChannelBasket,
  value: Minor,
): ChannelChoice[] {
  const rated = rateOf(rows, value, basket);
  if (!rated) return [];
  const steps: SideStep[] = [{ step: 'place', amount: null, by: { is: 'place', name: zone } }];
  const free = freeFrom !== null && value >= freeFrom;
  const rate = free ? nothing : rated.charge;

  const savings = live
    .map(({ campaign: one, saves }) => ({ one, saves: saves(value, rate) }))
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
  if (freeFrom !== null)
    steps.push({
      step: 'threshold',
      amount: free ? rated.charge : nothing,
      by: { is: 'free from', over: 'value', value: freeFrom, test: 'before', met: free },
    });
  const delivery = chosen.find(({ one }) => one.benefit.kind === 'delivery');
  if (delivery) steps.push({ step: 'offer', amount: delivery.saves, by: titled(delivery.one.title, null) });
  const charge = minor(rate - (delivery?.saves ?? 0));
  steps.push({ step: 'pays', amount: charge, by: null });
  return [{ speed, charge, discount: minor(discount), steps }];
}

function rateOf({ by, rows }: Steps, value: Minor, basket: ChannelBasket): { charge: Minor; by: SideBy } | null {
  if (by === 'value') {
    const row = rows.findLast((one) => one.from <= value);
    if (!row || row.charge === null) return null;
    return {
      charge: row.charge,
      by: rows.length > 1 ? { is: 'from', over: 'value', edge: row.from } : { is: 'rate', kind: 'flat' },
    };
  }
  let mass = 0;
  for (const line of basket.lines) {
    if (line.mass === null) return null;
    mass += line.mass * line.units;
  }
  const grams = Math.ceil(mass / gram);
  const row = rows.findLast((one) => one.from <= grams);
  if (!row || row.charge === null) return null;
  return { charge: row.charge, by: { is: 'from', over: 'mass', edge: row.from * gram } };
}
