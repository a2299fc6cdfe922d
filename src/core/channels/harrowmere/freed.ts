import { type Minor, minor } from '../../exact/index.ts';
import type { Offer } from '../../offers/index.ts';
import { bounded, exact, type Fidelity } from '../fidelity.ts';
import type { ToldPlace } from './places.ts';
import type { PlanLane, ToldPlan } from './plans.ts';
import { mostMeant, mostOf, type Telling } from './telling.ts';

/** The speeds that a delivery offer frees, the places where, and the plans that it does it for. */
interface FreedLine {
  readonly speeds: readonly string[];
  readonly places: readonly string[];
  readonly plans: readonly ToldPlan[];
}

/** A service that is free at a place for some plans. */
interface Freed {
  readonly service: string;
  readonly plans: readonly ToldPlan[];
}

/**
 * What a free-delivery offer frees, place by place: the services it names, or the cheapest choice. Which that is goes
 * by the basket: what is cheapest for each plan alone is freed for it, within a bound.
 */
export function freedLines(
  telling: Telling,
  offer: Offer,
): { lines: FreedLine[]; most: Minor; meant: Minor; fidelity: Fidelity } {
  const { places, spoken, plans } = telling;
  const named = offer.kind.sort === 'delivery' ? offer.kind.services(offer.benefit) : null;
  const lines = new Map<string, FreedLine & { places: string[] }>();
  let [most, meant, within] = [0, 0, 0];
  for (const place of places.all) {
    if (offer.zones && !place.zones.some((zone) => zone !== null && offer.zones?.has(zone))) continue;
    const cheapest = named ? null : cheapestAt(telling, place);
    within = Math.max(within, cheapest?.within ?? 0);
    const freed = cheapest?.freed ?? [...(named ?? [])].map((service): Freed => ({ service, plans }));
    const bySet = new Map<string, { speeds: string[]; plans: readonly ToldPlan[] }>();
    for (const { service, plans: some } of freed) {
      const lanes = lanesIn(plans, place).filter((lane) => lane.service === service);
      const speed = spoken.find((one) => one.place === place && one.service === service)?.speed;
      if (speed === undefined || lanes.length === 0) continue;
      most = Math.max(most, mostOf(lanes));
      meant = Math.max(meant, mostMeant(lanes));
      const set = some.map(({ plan }) => plan.key).join(' ');
      const one = bySet.get(set) ?? { speeds: [], plans: some };
      bySet.set(set, one);
      one.speeds.push(speed);
    }
    for (const [set, { speeds, plans: some }] of bySet) {
      const key = `${speeds.join(' ')}: ${set}`;
      const line = lines.get(key) ?? { speeds, plans: some, places: [] };
      lines.set(key, line);
      line.places.push(place.key);
    }
  }
  return {
    lines: [...lines.values()],
    most: minor(most),
    meant: minor(meant),
    fidelity: within === 0 ? exact : bounded(within, { is: 'cheapest by basket' }, 'services named', 'live with it'),
  };
}

const lanesIn = (plans: readonly ToldPlan[], place: ToldPlace): PlanLane[] =>
  plans.flatMap(({ lanes }) => lanes.filter((lane) => lane.zone === place.key && lane.rate));

/** What is the cheapest choice of each plan at a place, and the most that may be freed otherwise. */
function cheapestAt({ book, spoken, plans }: Telling, place: ToldPlace): { freed: Freed[]; within: Minor } {
  const fetched = new Set(book.services.filter(({ pickup }) => pickup).map(({ id }) => id));
  const freed = new Map<string, ToldPlan[]>();
  const rivals = new Set<string>();
  for (const plan of plans) {
    const [first, ...others] = lanesIn([plan], place)
      .filter(({ service }) => !fetched.has(service))
      .sort((a, b) => a.least - b.least || a.most - b.most);
    if (!first) continue;
    freed.set(first.service, [...(freed.get(first.service) ?? []), plan]);
    // Another may be cheaper where its least does not lie above this one's most.
    for (const other of others) if (other.least <= first.most) rivals.add(other.service);
  }
  // What has no speed there is among the choices of the book all the same.
  const unsaid = book.templates.some((template, i) =>
    [...(template.lanes.get(place.zones[i] ?? '')?.keys() ?? [])].some(
      (service) => !fetched.has(service) && !spoken.some((one) => one.place === place && one.service === service),
    ),
  );
  const isSure = freed.size < 2 && rivals.size === 0 && !unsaid;
  const there = lanesIn(plans, place).filter(({ service }) => !fetched.has(service));
  const charges = [...new Set(there.map(({ service }) => service))].map((service) =>
    mostOf(there.filter((lane) => lane.service === service)),
  );
  // What costs nothing whatever is chosen is freed with all others.
  const all = freed.size === 1;
  return {
    freed: [...freed].map(([service, some]) => ({ service, plans: all ? plans : some })),
    within: minor(isSure ? 0 : Math.max(0, ...charges)),
  };
}
