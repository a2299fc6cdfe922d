import type { BookInput } from '../../../book/index.ts';
import type { NotAdopted } from '../../adopted.ts';
import { oneOf } from '../../adopted-names.ts';
import { amountIn } from '../../amounts.ts';
import { idsFor, nameOr, slug } from '../../into-book.ts';
import { keysOf } from '../../keys.ts';
import type { FeedFile, Promotion } from '../format.ts';
import type { AdoptedGoods } from './goods.ts';
import { inOneRow } from './in-one-row.ts';
import { isNever, localOf } from './local.ts';
import type { AdoptedPlaces } from './places.ts';
import { salesIn } from './sales.ts';

type Offer = BookInput['offers'][number];
type Selection = NonNullable<BookInput['selections']>[number];
type FreeFrom = NonNullable<BookInput['templates'][number]['lanes'][string][string]['freeFrom']>;

/** Promotions as thresholds of lanes and as offers, with the selections that they are for. */
export interface AdoptedOffers {
  readonly offers: Offer[];
  readonly selections: Selection[];
  readonly eitherOr: NonNullable<BookInput['eitherOr']>;
  /** The highest number of an offer. */
  readonly numbered: number;
  thresholdIn(zone: string, speed: string): FreeFrom | null;
  /** The number that an offer's promotions stand under; null where that is none. */
  numberOf(offer: string): number | null;
}

export function offersIn(
  feeds: readonly FeedFile[],
  goods: AdoptedGoods,
  places: AdoptedPlaces,
  lost: NotAdopted[],
): AdoptedOffers {
  const promotions = mergedIn(feeds, lost);
  const thresholds = promotions.filter(({ promotion }) => isThreshold(promotion));
  const others = inSteps(promotions.filter(({ promotion }) => !isThreshold(promotion)));
  const selections = selectionsIn(
    goods,
    others.map(({ promotion }) => promotion),
  );
  const idFor = keysOf(40);
  const ids = new Map(others.map(({ promotion: { id } }) => [id, idFor(slug(`promotion-${id}`))]));
  const taken = new Set<number>();
  const whole = (id: string) => (/^[1-9]\d{0,4}$/.test(id) ? Number(id) : null);
  const numbers = new Map([...ids].map(([id, offer]) => [offer, whole(id)]));
  for (const number of numbers.values()) taken.add(number ?? 0);
  let last = 0;
  const freeNumber = (): number => {
    do last += 1;
    while (taken.has(last));
    taken.add(last);
    return last;
  };
  const numberFor = ({ id }: Promotion): number => {
    const own = whole(id);
    if (own === null) lost.push({ is: 'number', offer: id });
    return own ?? freeNumber();
  };
  const told = others.flatMap((merged): Offer[] => {
    const { promotion } = merged;
    if (isNever(promotion)) {
      lost.push({ is: 'never', offer: promotion.id });
      return [];
    }
    const zones = heldIn(feeds, places, merged, isSaleToo(promotion));
    const benefit = benefitOf(merged, selections.idFor(promotion), lost);
    if (benefit === null || zones === 'none') return [];
    return [
      offerIn(merged, {
        id: ids.get(promotion.id) ?? '',
        number: numberFor(promotion),
        zones,
        benefit,
        selections,
        lost,
      }),
    ];
  });
  const keyFor = keysOf(40);
  for (const { id } of [...told, ...selections.all]) keyFor(id);
  const sales = salesIn(goods.items, keyFor, lost).map((sale) => ({
    ...sale,
    offer: { ...sale.offer, number: freeNumber() },
  }));
  const rivals = (['delivery', 'goods'] as const).flatMap((sort) => {
    const some = told.filter(({ benefit }) => (benefit.is === 'delivery') === (sort === 'delivery'));
    return some.length < 2 ? [] : [{ id: `one-of-${sort}`, name: oneOf(sort), offers: some.map(({ id }) => id) }];
  });
  return {
    offers: [...told, ...sales.map(({ offer }) => offer)],
    selections: [...selections.all, ...sales.map(({ selection }) => selection)],
    eitherOr: rivals,
    numbered: Math.max(0, ...taken),
    thresholdIn(zone, speed) {
      const [country = ''] = places.countriesOf.get(zone) ?? [];
      const values = thresholds.flatMap(({ promotion: { does, leastValue }, countries }) =>
        does.kind === 'delivery' && does.speeds.includes(speed) && countries.includes(country)
          ? [leastValue ?? '0.00']
          : [],
      );
      const [value] = values.sort((a, b) => amountIn(a) - amountIn(b));
      return value === undefined ? null : { value, test: 'before', of: 'basket' };
    },
    numberOf: (offer) => numbers.get(offer) ?? null,
  };
}

/** A promotion of one or several feeds, with all countries that it names. */
interface Merged {
  readonly promotion: Promotion;
  readonly titles: Readonly<Record<string, string>>;
  readonly countries: readonly string[];
  /** What it takes from which value on, where that is an amount. */
  readonly steps: readonly { readonly from: string; readonly off: string }[];
}

/** Promotions by their ids, in the order of their files; one that says other things in a later feed is lost. */
function mergedIn(feeds: readonly FeedFile[], lost: NotAdopted[]): Merged[] {
  const found = new Map<string, Merged>();
  const core = ({ title: _, countries: __, ...rest }: Promotion) => JSON.stringify(rest);
  for (const { language, promotions } of feeds)
    for (const promotion of promotions) {
      const before = found.get(promotion.id);
      if (!before) {
        found.set(promotion.id, { promotion, titles: {}, countries: promotion.countries, steps: [] });
        continue;
      }
      if (core(before.promotion) !== core(promotion)) lost.push({ is: 'other in a feed', of: promotion.id });
      const own = before.promotion.title === promotion.title ? {} : { [language]: promotion.title };
      found.set(promotion.id, {
        ...before,
        titles: { ...before.titles, ...own },
        countries: [...new Set([...before.countries, ...promotion.countries])],
      });
    }
  const order = inOneRow(feeds.map(({ promotions }) => promotions.map(({ id }) => id)));
  return order.flatMap((id) => found.get(id) ?? []);
}

const isThreshold = ({ id, does, of, code, from, until, leastUnits }: Promotion): boolean =>
  does.kind === 'delivery' &&
  does.speeds.length === 1 &&
  new RegExp(`^free-${does.speeds[0]}-`).test(id) &&
  of.is === 'all' &&
  code === null &&
  leastUnits === null &&
  from === null &&
  until === null;

/** Promotions of amounts under one number that rise with the value, as one. */
function inSteps(all: readonly Merged[]): Merged[] {
  const found: Merged[] = [];
  for (const one of all) {
    const last = found.at(-1);
    const { does, leastValue } = one.promotion;
    const step = does.kind === 'amount' && leastValue !== null ? { from: leastValue, off: does.amount } : null;
    if (last && step && isStepOf(last, one.promotion))
      found[found.length - 1] = { ...last, steps: [...last.steps, step] };
    else found.push(step ? { ...one, steps: [step] } : one);
  }
  return found;
}

/** Whether a promotion stands under the same number for a higher value, and takes no less. */
function isStepOf({ promotion, steps }: Merged, next: Promotion): boolean {
  const last = steps.at(-1);
  const same = ({ id: _, does: __, leastValue: ___, ...rest }: Promotion) => JSON.stringify(rest);
  return (
    last !== undefined &&
    next.id.replace(/-\d+$/, '') === promotion.id &&
    next.leastValue !== null &&
    amountIn(next.leastValue) > amountIn(last.from) &&
    next.does.kind === 'amount' &&
    amountIn(next.does.amount) >= amountIn(last.off) &&
    same(promotion) === same(next)
  );
}

/** The goods that promotions are for, as selections. */
interface AdoptedSelections {
  readonly all: readonly Selection[];
  /** Null for all goods. */
  idFor(promotion: Promotion): string | null;
}

function selectionsIn({ items }: AdoptedGoods, promotions: readonly Promotion[]): AdoptedSelections {
  const keyFor = keysOf(40);
  const found = new Map<string, Selection>();
  const textOf = ({ of }: Promotion) =>
    of.is === 'label' ? `label ${of.label}` : of.is === 'listings' ? of.listings.join(' ') : null;
  const labels = promotions.flatMap(({ of }) => (of.is === 'label' ? of.label : []));
  const idOf = idsFor([...new Set(labels)], 40);
  for (const label of labels) keyFor(idOf(label));
  for (const promotion of promotions) {
    const { of } = promotion;
    const text = textOf(promotion);
    if (of.is === 'all' || text === null || found.has(text)) continue;
    const id = of.is === 'label' ? idOf(of.label) : keyFor(slug(`promotion-${promotion.id}`));
    const skus =
      of.is === 'label' ? items.filter(({ labels: own }) => own.includes(of.label)).map((one) => one.id) : of.listings;
    found.set(text, { id, name: id, takes: { is: 'skus', skus: [...skus] }, except: [] });
  }
  const isAll = ({ id, takes }: Selection) =>
    id === 'all-goods' && takes.is === 'skus' && takes.skus.length === items.length;
  return {
    all: [...found.values()].filter((one) => !isAll(one)),
    idFor(promotion) {
      const one = found.get(textOf(promotion) ?? '');
      return one === undefined || isAll(one) ? null : one.id;
    },
  };
}

/** What an offer of the book everywhere would be told as: sale prices. */
const isSaleToo = ({ does, of, code, leastValue, leastUnits }: Promotion): boolean =>
  does.kind === 'percent' && of.is !== 'all' && code === null && leastValue === null && leastUnits === null;

/** The zones that a promotion names; null where it names all countries that its feeds have. */
function heldIn(
  feeds: readonly FeedFile[],
  { zones, countriesOf }: AdoptedPlaces,
  { promotion, countries }: Merged,
  named: boolean,
): string[] | null | 'none' {
  const there = [...new Set([...countriesOf.values()].flat())];
  const isEverywhere = feeds.every(({ countries: aims, promotions }) => {
    const isThere = promotions.some(({ id }) => id === promotion.id);
    const sold = there.filter((country) => aims === 'all' || aims.includes(country));
    return !isThere || sold.every((one) => countries.includes(one));
  });
  if (isEverywhere && !named) return null;
  const held = zones.flatMap(({ id }) => (countriesOf.get(id)?.some((one) => countries.includes(one)) ? id : []));
  return held.length === 0 ? 'none' : held;
}

interface Adopting {
  readonly id: string;
  readonly number: number;
  readonly zones: string[] | null;
  readonly benefit: Offer['benefit'];
  readonly selections: AdoptedSelections;
  readonly lost: NotAdopted[];
}

function offerIn(
  { promotion, titles, steps }: Merged,
  { id, number, zones, benefit, selections, lost }: Adopting,
): Offer {
  const goods = selections.idFor(promotion);
  const { leastValue, leastUnits, code } = promotion;
  const usual = code === null ? ['list', 'item', 'basket'] : ['item', 'basket'];
  if (promotion.shown.join() !== usual.join()) lost.push({ is: 'shown', offer: promotion.id });
  const isWhole = benefit.is === 'delivery' || benefit.is === 'gift';
  return {
    id,
    number,
    title: nameOr(promotion.title, promotion.id, lost),
    titles,
    benefit,
    code: code === null ? null : { is: 'shared', code },
    asks: [
      ...(leastValue === null || isInSteps(promotion, steps)
        ? []
        : [{ over: 'value', value: leastValue, test: 'before', goods } as const]),
      ...(leastUnits === null ? [] : [{ over: 'units', units: leastUnits, goods } as const]),
    ],
    goods: isWhole ? goods : null,
    zones,
    window: { from: localOf(promotion.from), until: localOf(promotion.until), zone: 'UTC' },
    terms: '',
    note: '',
  };
}

/** Whether an amount goes by the value as a step does: an offer asks for value or for units. */
const isInSteps = ({ leastUnits }: Promotion, steps: Merged['steps']): boolean =>
  steps.length > 1 || (steps.length === 1 && leastUnits !== null);

function benefitOf({ promotion, steps }: Merged, goods: string | null, lost: NotAdopted[]): Offer['benefit'] | null {
  const { does, of } = promotion;
  switch (does.kind) {
    case 'percent':
      return of.is === 'all'
        ? { is: 'off order', off: { by: 'percent', percent: does.percent } }
        : { is: 'off goods', goods, off: { by: 'percent', percent: does.percent } };
    case 'amount':
      if (of.is !== 'all') {
        lost.push({ is: 'amount of some goods', offer: promotion.id });
        return null;
      }
      return isInSteps(promotion, steps)
        ? { is: 'spend steps', test: 'before', steps: steps.map(({ from, off }) => ({ from, off })) }
        : { is: 'off order', off: { by: 'amount', amount: does.amount } };
    case 'n for m':
      return { is: 'buy and get', goods, buy: does.paid, get: does.units - does.paid, percent: '100' };
    case 'gift':
      return { is: 'gift', sku: does.gift, units: does.count };
    case 'delivery':
      return { is: 'delivery', on: { is: 'services', services: [...does.speeds] }, off: { by: 'free' } };
  }
}
