import type { Market } from '../book/index.ts';
import { type Service, stocked } from '../rates/index.ts';
import type { Choice, Hidden } from './answer.ts';
import { faster } from './cheapest.ts';

/**
 * What the shopper sees of the choices offered (step 7), what costs least in all first. Where the market says so, of
 * choices under one name the one that costs less in all stays. Beside a free choice paid ones are hidden as the market
 * says, but never one that costs less in all than every free one. Services that stay in sight neither hide nor are
 * hidden, and do not count among the most that are shown.
 */
export function shown(
  offered: readonly Choice[],
  services: readonly Service[],
  market: Market,
): { choices: Choice[]; hidden: Hidden[] } {
  const order = new Map(services.map((service, i) => [service.id, i]));
  const inSight = new Set(
    services
      .filter((service) => service.inSight ?? service.pickup)
      .map((service) => service.id)
      .concat(stocked),
  );
  const before = (a: Choice, b: Choice): number =>
    a.pays - b.pays ||
    a.delivery - b.delivery ||
    a.days[1] - b.days[1] ||
    (order.get(a.service) ?? 0) - (order.get(b.service) ?? 0);
  const hidden: Hidden[] = [];
  const named = market.oneOfAName ? oneOfEachName(offered, hidden) : offered;
  const free = named.filter((choice) => choice.delivery === 0 && !inSight.has(choice.service));
  const hiderOf = (choice: Choice): Choice | undefined => {
    if (market.hides === 'none' || choice.delivery === 0 || inSight.has(choice.service)) return undefined;
    if (free.every((one) => choice.pays < one.pays)) return undefined;
    return market.hides === 'all' ? free[0] : free.find((one) => one.days[1] <= choice.days[1]);
  };
  const choices: Choice[] = [];
  let counted = 0;
  for (const choice of [...named].sort(before)) {
    const hider = hiderOf(choice);
    const counts = !inSight.has(choice.service);
    if (hider) hidden.push({ choice, why: 'beside free', by: hider.service });
    else if (counts && market.most !== null && counted >= market.most)
      hidden.push({ choice, why: 'beyond the most', by: choices.at(-1)?.service ?? '' });
    else {
      choices.push(choice);
      if (counts) counted += 1;
    }
  }
  return { choices, hidden };
}

/** Of choices under one name the one that costs less in all, then the faster, then the earlier in the book. */
function oneOfEachName(offered: readonly Choice[], hidden: Hidden[]): Choice[] {
  const byName = new Map<string, Choice>();
  for (const choice of offered) {
    const known = byName.get(choice.name);
    const stays = known && (choice.pays - known.pays || faster(choice.days, known.days)) >= 0 ? known : choice;
    byName.set(choice.name, stays);
    if (known) hidden.push({ choice: stays === known ? choice : known, why: 'same name', by: stays.service });
  }
  return [...byName.values()];
}
