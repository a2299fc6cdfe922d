import type { Market } from '../book/index.ts';
import type { Service } from '../rates/index.ts';
import type { Choice, Hidden } from './answer.ts';

/**
 * What the shopper sees of the choices offered (step 7): of equal names the cheapest stays, then the faster; beside a free
 * one paid ones are hidden as the market says; at most so many, cheapest first. Pickup neither hides nor is hidden.
 */
export function shown(offered: readonly Choice[], services: readonly Service[], market: Market): { choices: Choice[]; hidden: Hidden[] } {
  const pickups = new Set(services.filter((service) => service.pickup).map((service) => service.id));
  const hidden: Hidden[] = [];
  const byName = new Map<string, Choice>();
  for (const choice of offered) {
    const known = byName.get(choice.name);
    if (!known) byName.set(choice.name, choice);
    else {
      const [stays, goes] = before(choice, known) < 0 ? [choice, known] : [known, choice];
      byName.set(choice.name, stays);
      hidden.push({ choice: goes, why: 'same name', by: stays.service });
    }
  }
  const free = [...byName.values()].filter((choice) => choice.delivery === 0 && !pickups.has(choice.service));
  const hiderOf = (choice: Choice): Choice | undefined => {
    if (market.hides === 'none' || choice.delivery === 0 || pickups.has(choice.service)) return undefined;
    return market.hides === 'all' ? free[0] : free.find((one) => one.days[1] <= choice.days[1]);
  };
  const choices: Choice[] = [];
  for (const choice of [...byName.values()].sort(before)) {
    const hider = hiderOf(choice);
    if (hider) hidden.push({ choice, why: 'beside free', by: hider.service });
    else if (market.most !== null && choices.length >= market.most) hidden.push({ choice, why: 'beyond the most', by: choices.at(-1)?.service ?? '' });
    else choices.push(choice);
  }
  return { choices, hidden };
}

/** Cheaper first, then the faster. Sorting is stable: then as in the book. */
const before = (a: Choice, b: Choice): number => a.delivery - b.delivery || a.days[1] - b.days[1] || a.days[0] - b.days[0];
