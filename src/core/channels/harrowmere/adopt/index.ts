import type { BookInput } from '../../../book/index.ts';
import { type Mass, massEntry, massOfGrams, type Result } from '../../../exact/index.ts';
import { type Adopted, adopted, type NotAdopted } from '../../adopted.ts';
import { stated } from '../../bounds.ts';
import type { ChannelFile } from '../../dialect.ts';
import { idsFor, massIn, nameOr, withListings } from '../../into-book.ts';
import { limits, type Plan, type Plans, type Rate, type Site } from '../format.ts';
import { mostRuns } from '../lane-charges.ts';
import { manifest } from '../manifest.ts';
import { speedName } from '../names.ts';
import { plansIn } from '../read.ts';
import { offersIn } from './offers.ts';
import { thresholdsIn } from './thresholds.ts';
import { speedsIn, zonesIn } from './zones.ts';

type Template = BookInput['templates'][number];
type Lane = Template['lanes'][string][string];

/**
 * What is live at a site of Harrowmere as a book: a template for each plan, a zone for each region and cut, a service
 * for each speed; delivery offers that say from where a plan is free as thresholds of its lanes, all others as offers.
 */
export const adoptOf =
  (site: Site) =>
  (files: readonly ChannelFile[]): Result<Adopted> => {
    const read = plansIn(site, files);
    if (!read.ok) return read;
    const lost: NotAdopted[] = [{ is: 'no names', goods: read.value.listings.length }, { is: 'no days' }];
    const plans: Plans = {
      ...read.value,
      listings: withListings(read.value.listings, ({ listing }) => listing, lost),
    };
    const speeds = speedsIn(plans);
    const zones = zonesIn(plans);
    const thresholds = thresholdsIn(plans);
    const offers = offersIn(plans, zones, thresholds.left, lost);
    const idOf = idsFor(
      plans.plans.map(({ key }) => key.toLowerCase()),
      limits.key,
    );
    const templates = plans.plans.map(
      (plan): Template => ({
        id: idOf(plan.key.toLowerCase()),
        name: nameOr(plan.name, plan.key, lost),
        origin: 'Home',
        zones: zones.all.map(({ id }) => id),
        lanes: lanesOf(plans, plan, zones.idOf, thresholds.of, lost),
      }),
    );
    return adopted(
      {
        format: 'plemb-book/3',
        seller: manifest.name,
        markets: [{ id: 'home', name: 'Home', currency: site.currency, locale: localeOf(site), timeZone: 'UTC' }],
        services: speeds.map((speed) => ({ id: speed.toLowerCase(), name: speedName(speed), days: [0, 0] })),
        zones: zones.all,
        selections: offers.selections,
        templates,
        mixedBy: 'sum',
        offers: offers.offers,
        eitherOr: offers.eitherOr,
        numbered: offers.offers.length,
        channels: { harrowmere: { speeds: Object.fromEntries(speeds.map((speed) => [speed.toLowerCase(), speed])) } },
        pinned: [],
        goods: itemsIn(plans, templates, lost),
      },
      lost,
      { zones: zones.names, numberOf: () => null },
    );
  };

const localeOf = ({ currency }: Site): string => (currency === 'GBP' ? 'en-GB' : 'en-IE');

function lanesOf(
  { rates, listings }: Plans,
  plan: Plan,
  zoneOf: (place: string) => string,
  thresholdOf: ReturnType<typeof thresholdsIn>['of'],
  lost: NotAdopted[],
): Template['lanes'] {
  const holds = holdsOf(plan, lost);
  const isWeighed = listings.every((one) => one.plan !== plan.key || one.grams !== '');
  const lanes: Record<string, Record<string, Lane>> = {};
  for (const rate of rates) {
    if (rate.plan !== plan.key) continue;
    const zone = zoneOf(rate.place);
    const lane = { rate: rateIn(rate, holds, isWeighed), freeFrom: thresholdOf(rate) };
    lanes[zone] = { ...lanes[zone], [rate.speed.toLowerCase()]: lane };
  }
  return lanes;
}

/** What a parcel of a plan holds, as a table of the book has it; null where one holds all. */
function holdsOf({ key, grams }: Plan, lost: NotAdopted[]): ReturnType<typeof massEntry> {
  if (grams === '') return null;
  const mass = massOfGrams(grams) as Mass;
  if (mass * mostRuns < stated.mass) lost.push({ is: 'fine parcels', set: key, grams });
  const holds = massEntry(mass);
  if (holds) return holds;
  lost.push({ is: 'parcel', set: key, grams });
  return { value: Number(grams).toFixed(3), unit: 'g' };
}

/**
 * An amount for the first parcel and one for each further, as a flat amount or as steps of what a parcel holds. What
 * has no mass is not offered by steps, as it is not there.
 */
function rateIn({ first, further }: Rate, holds: ReturnType<typeof massEntry>, isWeighed: boolean): Lane['rate'] {
  if (holds === null || (Number(further) === 0 && isWeighed)) return { is: 'flat', amount: first };
  const { value: per, unit } = holds;
  return {
    is: 'table',
    unit,
    breaks: [
      { to: per, amount: first },
      { to: null, amount: first, step: further, per },
    ],
  };
}

const itemsIn = (
  { plans, listings }: Plans,
  templates: readonly Template[],
  lost: NotAdopted[],
): BookInput['goods'] => {
  const ids = new Map(plans.map(({ key }, i) => [key, templates[i]?.id ?? null]));
  const byDefault = templates[0]?.id ?? null;
  return listings.map(({ listing, price, grams, plan }) => {
    const template = ids.get(plan) ?? null;
    return {
      sku: listing,
      name: listing,
      price,
      mass: massIn(grams || null, listing, lost),
      size: null,
      tags: [],
      kind: null,
      template: template === byDefault ? null : template,
    };
  });
};
