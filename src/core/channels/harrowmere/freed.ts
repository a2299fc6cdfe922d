import { type Minor, minor } from '../../exact/index.ts';
import type { Offer } from '../../offers/index.ts';
import { bounded, exact, type Fidelity } from '../fidelity.ts';
import type { ToldPlace } from './places.ts';
import type { PlanLane } from './plans.ts';
import { mostMeant, mostOf, type Telling } from './telling.ts';

/** The speeds that a delivery offer frees, and the places where. */
interface FreedLine {
  readonly speeds: readonly string[];
  readonly places: readonly string[];
}

/**
 * What a free-delivery offer frees, place by place: the services it names, or the cheapest choice. Which that is may
 * depend on the basket: then the one that is cheapest most widely stands for it, within a bound.
 */
export function freedLines(
  telling: Telling,
  offer: Offer,
): { lines: FreedLine[]; most: Minor; meant: Minor; fidelity: Fidelity } {
  const { places, spoken, plans } = telling;
  const named = offer.kind.sort === 'delivery' ? offer.kind.services(offer.benefit) : null;
  const lines = new Map<string, { speeds: string[]; places: string[] }>();
  let [most, meant, within] = [0, 0, 0];
  for (const place of places.all) {
    if (offer.zones && !place.zones.some((zone) => zone !== null && offer.zones?.has(zone))) continue;
    const lanes = plans.flatMap((plan) => plan.lanes.filter((one) => one.zone === place.key && one.rate));
    const services = new Set(lanes.map(({ service }) => service));
    const cheapest = named ? null : cheapestAt(telling, place, lanes);
    within = Math.max(within, cheapest?.within ?? 0);
    const isFreed = (service: string) =>
      services.has(service) && (named ? named.has(service) : cheapest?.service === service);
    const here = spoken.filter((one) => one.place === place && isFreed(one.service));
    if (here.length === 0) continue;
    most = Math.max(most, ...here.map(({ service }) => mostOf(lanes.filter((one) => one.service === service))));
    meant = Math.max(meant, ...here.map(({ service }) => mostMeant(lanes.filter((one) => one.service === service))));
    const speeds = here.map(({ speed }) => speed);
    const line = lines.get(speeds.join(' ')) ?? { speeds, places: [] };
    lines.set(speeds.join(' '), line);
    line.places.push(place.key);
  }
  return {
    lines: [...lines.values()],
    most: minor(most),
    meant: minor(meant),
    fidelity: within === 0 ? exact : bounded(within, { is: 'cheapest by basket' }, 'services named', 'live with it'),
  };
}

/** The service that is the cheapest choice at a place, as far as one is, and the most that may be freed otherwise. */
function cheapestAt(
  { book, spoken }: Telling,
  place: ToldPlace,
  lanes: readonly PlanLane[],
): { service: string; within: Minor } | null {
  const fetched = new Set(book.services.filter(({ pickup }) => pickup).map(({ id }) => id));
  const mine = (service: string) => lanes.filter((lane) => lane.service === service);
  const leastOf = (service: string) => Math.min(...mine(service).map(({ least }) => least));
  const candidates = [...new Set(lanes.map(({ service }) => service))].filter((service) => !fetched.has(service));
  const [first, ...others] = candidates.sort(
    (a, b) => leastOf(a) - leastOf(b) || mostOf(mine(a)) - mostOf(mine(b)) || mine(b).length - mine(a).length,
  );
  if (first === undefined) return null;
  // Another may be cheaper for goods for which its least does not lie above this one's most, or that this one lacks.
  const groups = new Set(lanes.map(({ group }) => group));
  const rivals = others.filter((other) =>
    [...groups].some((group) => {
      const [one, two] = [mine(first), mine(other)].map((all) => all.find((lane) => lane.group === group));
      return two !== undefined && (one === undefined || two.least <= one.most);
    }),
  );
  // What has no speed there is among the choices of the book all the same.
  const unsaid = book.templates.some((template, i) =>
    [...(template.lanes.get(place.zones[i] ?? '')?.keys() ?? [])].some(
      (service) => !fetched.has(service) && !spoken.some((one) => one.place === place && one.service === service),
    ),
  );
  const charges = [...(rivals.length + Number(unsaid) > 0 ? [first] : []), ...rivals].map((one) => mostOf(mine(one)));
  return { service: first, within: minor(Math.max(0, ...charges)) };
}
