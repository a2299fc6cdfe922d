import type { BookInput } from '../../../book/index.ts';
import type { NotAdopted } from '../../adopted.ts';
import { oneOf } from '../../adopted-names.ts';
import { idsFor, nameOr, termsOr } from '../../into-book.ts';
import { batchIn, type DeliveryOffer, type GoodsOffer, limits, type Plans } from '../format.ts';
import type { AdoptedZones } from './zones.ts';

type Offer = BookInput['offers'][number];
type Selection = NonNullable<BookInput['selections']>[number];

/** Delivery and goods offers as those of a book, the goods with their labels as selections. */
export function offersIn(
  plans: Plans,
  zones: AdoptedZones,
  delivery: readonly DeliveryOffer[],
  lost: NotAdopted[],
): {
  offers: Offer[];
  selections: Selection[];
  eitherOr: NonNullable<BookInput['eitherOr']>;
} {
  const all = [...delivery, ...plans.goods];
  const idOf = idsFor(
    all.map(({ key }) => key.toLowerCase()),
    limits.key,
  );
  const carriers = new Map<string, string[]>();
  for (const { listing, labels } of plans.listings)
    for (const label of labels) {
      const all = carriers.get(label);
      if (all) all.push(listing);
      else carriers.set(label, [listing]);
    }
  const labelled = [...new Set(all.map(({ label }) => label))];
  const selectionOf = idsFor(
    labelled.map((label) => label.toLowerCase()),
    limits.key,
  );
  const isOnAll = (label: string, some: (plan: string) => boolean) =>
    plans.listings.every(({ plan, labels }) => labels.includes(label) || !some(plan));
  const named = new Set<string>();
  const offers = all.flatMap((one): Offer[] => {
    if (one.from !== '' && one.until !== '' && one.until <= one.from) {
      lost.push({ is: 'never', offer: one.key });
      return [];
    }
    const isDelivery = 'leastSpend' in one;
    const held = isDelivery ? heldIn(plans, zones, one) : null;
    if (held === 'none') {
      lost.push({ is: 'places of no zones', offer: one.key, places: isDelivery ? (one.places ?? []) : [] });
      return [];
    }
    const goods = one.label === 'ANY' && isOnAll(one.label, () => true) ? null : selectionOf(one.label.toLowerCase());
    if (goods !== null) named.add(one.label);
    if (isDelivery && !isOnAll(one.label, (plan) => isServed(plans, one, plan)))
      lost.push({ is: 'frees its goods alone', offer: one.key });
    return [offerIn(one, { id: idOf(one.key.toLowerCase()), goods, zones: held, plans, lost })];
  });
  return {
    offers: offers.map((offer, i) => ({ ...offer, number: i + 1 })),
    selections: labelled
      .filter((label) => named.has(label))
      .map((label) => {
        const id = selectionOf(label.toLowerCase());
        return { id, name: id, takes: { is: 'skus', skus: carriers.get(label) ?? [] }, except: [] };
      }),
    eitherOr: (['delivery', 'goods'] as const).flatMap((sort) => {
      const ids = offers.filter(({ benefit }) => (benefit.is === 'delivery') === (sort === 'delivery'));
      return ids.length < 2 ? [] : [{ id: `one-of-${sort}`, name: oneOf(sort), offers: ids.map(({ id }) => id) }];
    }),
  };
}

interface Adopting {
  readonly id: string;
  readonly goods: string | null;
  readonly zones: string[] | null;
  readonly plans: Plans;
  readonly lost: NotAdopted[];
}

function offerIn(one: DeliveryOffer | GoodsOffer, { id, goods, zones, plans, lost }: Adopting): Offer {
  const title = nameOr(one.title, one.key, lost);
  const common = {
    id,
    number: 1,
    title,
    code: codeOf(one),
    zones,
    window: { from: localOf(one.from), until: localOf(one.until), zone: 'UTC' },
    terms: one.terms === title ? '' : termsOr(one.terms, one.key, lost),
    note: '',
  };
  if (!('leastSpend' in one)) return { ...common, benefit: benefitOf(one, goods), asks: [] };
  const rated = new Set(plans.rates.map(({ speed }) => speed));
  return {
    ...common,
    benefit: {
      is: 'delivery',
      on: {
        is: 'services',
        services: one.speeds.filter((speed) => rated.has(speed)).map((speed) => speed.toLowerCase()),
      },
      off: { by: 'free' },
    },
    asks: one.leastSpend === '' ? [] : [{ over: 'value', value: one.leastSpend, test: 'before', goods }],
    goods,
  };
}

function codeOf({ code }: DeliveryOffer | GoodsOffer): Offer['code'] {
  const batch = batchIn(code);
  if (batch !== null) return { is: 'single use', batch };
  return code === '' ? null : { is: 'shared', code };
}

function benefitOf({ benefit }: GoodsOffer, goods: string | null): Offer['benefit'] {
  if (benefit.is === 'off') return { is: 'off goods', goods, off: { by: 'percent', percent: benefit.percent } };
  const { units, paid } = benefit;
  return { is: 'buy and get', goods, buy: paid, get: units - paid, percent: '100' };
}

/** A moment as a clock in UTC shows it. */
const localOf = (moment: string): string | null => (moment === '' ? null : moment.replace(/Z$/, ''));

/** Whether goods of a plan are delivered at some place and speed of an offer. */
const isServed = ({ rates }: Plans, { places, speeds }: DeliveryOffer, plan: string): boolean =>
  rates.some((rate) => rate.plan === plan && speeds.includes(rate.speed) && (places?.includes(rate.place) ?? true));

/** The zones in which a delivery offer frees something; null where it does so wherever one of its speeds is offered. */
function heldIn({ rates }: Plans, zones: AdoptedZones, { places, speeds }: DeliveryOffer): string[] | null | 'none' {
  const offered = new Map<string, Set<string>>();
  for (const { place, speed } of rates)
    if (speeds.includes(speed)) offered.set(place, (offered.get(place) ?? new Set()).add(speed));
  const there = [...offered].filter(([place]) => places?.includes(place) ?? true);
  if (there.length === 0) return 'none';
  const told = new Set(there.flatMap(([, some]) => [...some]));
  const isEverywhere = there.length === offered.size && there.every(([, some]) => some.size === told.size);
  return isEverywhere ? null : there.map(([place]) => zones.idOf(place));
}
