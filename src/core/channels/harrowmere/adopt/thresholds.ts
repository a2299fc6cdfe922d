import type { BookInput } from '../../../book/index.ts';
import type { DeliveryOffer, Plans, Rate } from '../format.ts';

type FreeFrom = NonNullable<BookInput['templates'][number]['lanes'][string][string]['freeFrom']>;

/** What of delivery offers is thresholds of lanes: from what spend a rate is free, and the offers that are left. */
export interface AdoptedThresholds {
  of(rate: Rate): FreeFrom | null;
  readonly left: readonly DeliveryOffer[];
}

/**
 * Delivery offers under keys that Plemb gives thresholds, which no code or window keeps back, as far as thresholds of
 * lanes say what they do: those of the whole basket free more plans the more is spent, those of a group one plan alone.
 */
export function thresholdsIn(plans: Plans): AdoptedThresholds {
  const carries = carriersOf(plans);
  const byLane = new Map<string, Rate[]>();
  for (const rate of plans.rates) {
    const at = laneAt(rate.place, rate.speed);
    byLane.set(at, [...(byLane.get(at) ?? []), rate]);
  }
  const found = new Map<string, readonly DeliveryOffer[]>();
  const read = new Map<string, ReadonlyMap<string, FreeFrom>>();
  const left: DeliveryOffer[] = [];
  for (const offer of plans.delivery) {
    const lanes = isThreshold(offer) ? lanesOf(offer) : [];
    const tried = lanes.map((at) => {
      const offers = [...(found.get(at) ?? []), offer];
      return { at, offers, says: readAt(byLane.get(at) ?? [], offers, carries) };
    });
    if (tried.length === 0 || tried.some(({ says }) => says === null)) {
      left.push(offer);
      continue;
    }
    for (const { at, offers, says } of tried) {
      found.set(at, offers);
      if (says) read.set(at, says);
    }
  }
  return { of: ({ plan, place, speed }) => read.get(laneAt(place, speed))?.get(plan) ?? null, left };
}

const laneAt = (place: string, speed: string): string => `${place} ${speed}`;

const isThreshold = ({ key, code, from, until, leastSpend, speeds: [speed, ...others], places }: DeliveryOffer) =>
  code === '' &&
  from === '' &&
  until === '' &&
  Number(leastSpend) > 0 &&
  others.length === 0 &&
  places !== null &&
  new RegExp(`^FREE-${speed}-\\d[\\d-]*$`).test(key);

const lanesOf = ({ places, speeds: [speed = ''] }: DeliveryOffer): string[] =>
  (places ?? []).map((place) => laneAt(place, speed));

/** Whether all, some or none of the listings of a plan carry a label. */
type Carries = (plan: string, label: string) => 'all' | 'some' | 'none';

function carriersOf({ listings }: Plans): Carries {
  const count = new Map<string, number>();
  const add = (key: string) => count.set(key, (count.get(key) ?? 0) + 1);
  for (const { plan, labels } of listings) {
    add(plan);
    for (const label of labels) add(`${plan} ${label}`);
  }
  return (plan, label) => {
    const some = count.get(`${plan} ${label}`) ?? 0;
    return some === 0 ? 'none' : some === count.get(plan) ? 'all' : 'some';
  };
}

/** What some offers say of the plans at a place and a speed; null where no thresholds say the same. */
function readAt(
  rates: readonly Rate[],
  offers: readonly DeliveryOffer[],
  carries: Carries,
): ReadonlyMap<string, FreeFrom> | null {
  const isFree = ({ first, further }: Rate) => Number(first) === 0 && Number(further) === 0;
  const free = rates.filter(isFree).map(({ plan }) => plan);
  const paid = rates.filter((rate) => !isFree(rate)).map(({ plan }) => plan);
  const says = new Map<string, FreeFrom>();
  const wide: { readonly value: string; readonly frees: readonly string[] }[] = [];
  for (const { label, leastSpend: value } of offers) {
    if (rates.some(({ plan }) => carries(plan, label) === 'some')) return null;
    const frees = paid.filter((plan) => carries(plan, label) === 'all');
    const [only, ...more] = frees;
    if (only === undefined) return null;
    const isAlone =
      more.length === 0 &&
      offers.every((other) => other.label === label || carries(only, other.label) === 'none') &&
      offers.filter((other) => other.label === label).length === 1;
    const takes = free.filter((plan) => carries(plan, label) === 'all').length;
    if (isAlone && (free.length > 0 ? takes === 0 : paid.length > 1)) {
      says.set(only, { value, test: 'before', of: 'group' });
      continue;
    }
    if (takes < free.length) return null;
    wide.push({ value, frees });
  }
  wide.sort((a, b) => Number(a.value) - Number(b.value));
  let before: readonly string[] = [];
  for (const { value, frees } of wide) {
    // What less is asked for frees already says nothing.
    if (frees.every((plan) => before.includes(plan))) continue;
    if (!before.every((plan) => frees.includes(plan))) return null;
    if (frees.some((plan) => says.get(plan)?.of === 'group')) return null;
    for (const plan of frees) if (!before.includes(plan)) says.set(plan, { value, test: 'before', of: 'basket' });
    before = frees;
  }
  return says;
}
