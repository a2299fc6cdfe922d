import type { CompiledBook } from '../../book/index.ts';
import { type Minor, nothing } from '../../exact/index.ts';
import { beforeOnly, stated } from '../bounds.ts';
import type { Note } from '../dialect.ts';
import { euros } from '../euros.ts';
import { bounded, exact, type Fidelity, type Remedy, unsayable, worstOf } from '../fidelity.ts';
import { type PlainLane, type PlainRate, plainReach } from '../plain.ts';
import { fitted } from '../reach.ts';
import type { ReadPart } from '../reading.ts';
import { freeFromTerms, freeFromTitle } from '../shopper-texts.ts';
import { fitLots } from './fit.ts';
import { limits, type PlanRate } from './format.ts';
import { placeRead } from './map.ts';
import { keyIn, type Plan } from './plan.ts';

type Zone = CompiledBook['defaultTemplate']['zones'][number];
type Service = CompiledBook['services'][number];

/** What is said of a zone and its lanes; the keys of offers that say a lane's own threshold go into `thresholds`. */
export function zoneNotes(plan: Plan, zone: Zone, thresholds: Set<string>): Note[] {
  const { world, book, lanes } = plan;
  const places = world.placesOfZone(zone.id);
  const lost = world.lost.filter((one) => one.zone === zone.id);
  return [
    {
      clause: { about: 'zone', zone: zone.id },
      reads: places.map((place) => placeRead(place, world.cuts)),
      fidelity: worstOf(lost.map((one) => one.fidelity)),
    },
    ...book.services.flatMap((service) => {
      const lane = lanes.get(zone.id)?.get(service.id);
      return lane ? laneNotes(plan, zone, service, lane, places, thresholds) : [];
    }),
  ];
}

/** What is said of a lane: a rate of each of its places, and an offer from where it is free. */
function laneNotes(
  plan: Plan,
  zone: Zone,
  service: Service,
  lane: PlainLane,
  places: string[],
  thresholds: Set<string>,
): Note[] {
  const { rates, say } = plan;
  const clause = { about: 'rate', template: plan.book.defaultTemplate.id, zone: zone.id, service: service.id } as const;
  const speed = plan.speedOf(service.id);
  const not = (fidelity: Fidelity): Note[] => [{ clause, reads: [], fidelity }];
  const remedy: Remedy = places.length === 0 ? 'whole regions' : 'a speed of its own';
  if (speed === null) return not(unsayable({ is: 'no speed', service: service.id, speed }, remedy));
  if (rates.some((rate) => rate.speed === speed && places.includes(rate.place)))
    return not(unsayable({ is: 'speed taken', service: service.id, speed }, remedy));
  if (places.length === 0) return not(unsayable({ is: 'no region' }, remedy));
  const said = lane.rate && rateOf(lane.rate, say);
  if (!said) return not(lane.rate ? byValue : lane.lost);

  const { fidelity: fit, ...terms } = said;
  rates.push(...places.map((place) => ({ place, speed, ...terms })));
  const threshold = {
    about: 'threshold',
    template: plan.book.defaultTemplate.id,
    zone: zone.id,
    service: service.id,
  } as const;
  const lost: Note[] =
    lane.thresholdLost.is === 'exact' ? [] : [{ clause: threshold, reads: [], fidelity: lane.thresholdLost }];
  const reads: Note['reads'] = [['RATE', places.join(' '), speed, termsRead(terms)]];
  const rate: Note = { clause, reads, fidelity: worstOf([fit, lane.lost]) };
  const free = freeNote(plan, zone, service, lane, { speed, places }, thresholds);
  return [...lost, rate, ...(free ? [free] : [])];
}

/** The offer that says from which value a lane is free; null where it never is. */
function freeNote(
  plan: Plan,
  zone: Zone,
  service: Service,
  { freeFrom, rate }: PlainLane,
  { speed, places }: { speed: string; places: string[] },
  thresholds: Set<string>,
): Note | null {
  const { most } = plainReach(rate);
  if (!freeFrom || most <= 0) return null;
  const value = plan.say(freeFrom.value);
  const key = keyIn(plan, `FREE-${zone.id}-${service.id}`);
  thresholds.add(key);
  plan.delivery.push({
    key,
    title: fitted(freeFromTitle(service.name, value), limits.title).title,
    terms: freeFromTerms(service.name, zone.name, value),
    speeds: [speed],
    places,
    listings: plan.named,
    leastSpend: value,
    code: '',
    from: '',
    until: '',
  });
  return {
    clause: { about: 'threshold', template: plan.book.defaultTemplate.id, zone: zone.id, service: service.id },
    reads: [['DELIVERY', key, speed, { is: 'least spend', amount: value }]],
    fidelity: worstOf([beforeOnly(plan.book, freeFrom, most), plan.crowd]),
  };
}

const byValue = unsayable({ is: 'table by value' }, 'a table by mass');

const termsRead = ({ once, per }: Pick<PlanRate, 'once' | 'per'>): ReadPart => ({
  is: 'once and per lot',
  once,
  per: euros(per) === 0 ? null : per,
  grams: 250,
});

/** A rate as an amount once and an amount a started 250 g; null where neither follows it. */
function rateOf(
  rate: PlainRate,
  say: (value: Minor) => string,
): (Pick<PlanRate, 'once' | 'unit' | 'per'> & { fidelity: Fidelity }) | null {
  if (rate.is !== 'table')
    return { once: say(plainReach(rate).most), unit: 'ITEM', per: say(nothing), fidelity: exact };
  if (rate.over === 'value') return null;
  const fit = fitLots(rate);
  const near =
    fit.bound === 0
      ? exact
      : bounded(fit.bound, { is: 'nearest line', grams: 250, off: fit.bound }, 'a charge per weight', 'live with it');
  const beyond =
    rate.open || (rate.edges.at(-1) ?? 0) >= stated.mass
      ? exact
      : unsayable({ is: 'no stop' }, 'an open last break', 'live with it');
  const begins = rate.from > 0 ? unsayable({ is: 'no beginning' }, 'live with it') : exact;
  return { once: say(fit.once), unit: '250G', per: say(fit.per), fidelity: worstOf([near, beyond, begins]) };
}
