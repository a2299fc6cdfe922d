import type { CompiledBook } from '../../book/index.ts';
import { amountText, gramsText, type Mass, type Minor } from '../../exact/index.ts';
import type { FreeFrom, Lane } from '../../rates/index.ts';
import { noParcels, type PartLane } from '../all-pay.ts';
import { stated } from '../bounds.ts';
import { mostCharged } from '../charged-for-goods.ts';
import type { Listed } from '../dialect.ts';
import { boundedIf, type Fidelity, type Remedy, worstOf } from '../fidelity.ts';
import { asksMass, type GoodsGroup, groupsOf, isAlone, laneFor } from '../goods-groups.ts';
import { keysOf } from '../keys.ts';
import { mostOfGoods } from '../of-goods.ts';
import type { PayingGroup } from '../together.ts';
import { limits, type Plan, type Rate } from './format.ts';
import { spelled } from './keys.ts';
import { type Charged, chargedAsPriced, chargedAtAny } from './lane-charges.ts';
import { manifest } from './manifest.ts';
import { bestParcels, offIn, parcelsOf } from './parcels.ts';
import type { ToldPlace } from './places.ts';
import { isUneven } from './runs.ts';
import { type Aim, forSingleGoods } from './settings.ts';

/** A service that has a speed at a place. */
export interface Spoken {
  readonly place: ToldPlace;
  readonly service: string;
  readonly speed: string;
}

/** A rate of a plan at a place, and how truly it says the lane. */
export interface PlanLane extends PartLane, Pick<Spoken, 'place' | 'speed'>, Pick<ToldPlan, 'group' | 'whole'> {
  readonly bookZone: string;
  /** Null where it is not told. */
  readonly rate: Pick<Rate, 'first' | 'further'> | null;
  readonly threshold: FreeFrom | null;
  readonly fidelity: Fidelity;
  /** What is said of it of baskets alone that are worth no more than a value. */
  saidUpTo(value: number): Pick<PlanLane, 'fidelity' | 'parcels'>;
}

/** Goods that are told as one plan. */
export interface ToldPlan extends PayingGroup<PlanLane> {
  readonly plan: Plan;
  readonly goods: readonly Listed[];
}

/** Whether goods are charged by a rate of their own that no free delivery waives. */
export const keeps = ({ group: { own }, lanes }: ToldPlan): boolean =>
  own !== null && !own.waivable && lanes.some(({ most }) => most > 0);

/**
 * Goods as plans. Plans add, as the book's groups may: each group that the book charges by itself is one; where some of
 * its goods do not go by a service, or have no mass, they are another, so that no service is offered that does not take
 * them. Goods with a rate of their own are charged a line each: each is a plan, as long as all of them fit.
 */
export function plansOf(book: CompiledBook, goods: readonly Listed[], spoken: readonly Spoken[], aim: Aim): ToldPlan[] {
  const parts = groupsOf(book, goods).flatMap((whole) =>
    partsOf(book, whole, spoken).map((group): Part => ({ whole, group })),
  );
  const single = parts.flatMap(({ whole, group }): Part[] =>
    group.own === null || isFree(group)
      ? [{ whole, group }]
      : group.goods.map((item) => {
          const alone = { ...group, goods: [item] };
          return { whole: alone, group: alone };
        }),
  );
  const keyFor = keysOf(limits.key);
  return (single.length <= limits.plans ? single : parts).map((part) => planOf(book, part, spoken, aim, keyFor));
}

/** Goods that are one plan, of a group that the book charges as one. */
interface Part {
  readonly whole: GoodsGroup;
  readonly group: GoodsGroup;
}

const isFree = ({ own }: GoodsGroup): boolean => own !== null && own.rate.is === 'free';

/** A group by what its goods have in common there: the speeds that take them, and a mass where one is asked for. */
function partsOf(book: CompiledBook, group: GoodsGroup, spoken: readonly Spoken[]): GoodsGroup[] {
  const named = new Set(spoken.map(({ service }) => service));
  const bits = book.services.reduce((sum, { id }, i) => sum | (named.has(id) ? 1 << i : 0), 0);
  const parts = new Map<string, GoodsGroup & { goods: Listed[] }>();
  const byMass = lanesOf(book, group, spoken).some(({ lane }) => asksMass(laneFor(book, group, lane)));
  for (const item of group.goods) {
    const key = `${item.serves & bits} ${byMass && item.mass === null}`;
    const part = parts.get(key);
    if (part) part.goods.push(item);
    else parts.set(key, { ...group, goods: [item] });
  }
  return [...parts.values()];
}

/** The lanes of a group's template at the places and for the services that are spoken of. */
function lanesOf(
  book: CompiledBook,
  group: GoodsGroup,
  spoken: readonly Spoken[],
): (Spoken & { readonly bookZone: string; readonly lane: Lane })[] {
  const at = book.templates.findIndex(({ id }) => id === group.template.id);
  const lanes = (book.templates[at] ?? group.template).lanes;
  return spoken.flatMap((one) => {
    const bookZone = one.place.zones[at] ?? null;
    const lane = bookZone === null ? undefined : lanes.get(bookZone)?.get(one.service);
    return bookZone === null || !lane ? [] : [{ ...one, bookZone, lane }];
  });
}

function planOf(
  book: CompiledBook,
  { whole, group }: Part,
  spoken: readonly Spoken[],
  aim: Aim,
  keyFor: (wanted: string) => string,
): ToldPlan {
  const { goods } = group;
  const known = new Map<Lane, Charged | Fidelity>();
  const isWeighed = goods.every(({ mass }) => mass !== null);
  const serves = goods.reduce((bits, item) => bits & item.serves, -1);
  const meant = lanesOf(book, group, spoken)
    .filter(({ service }) => (serves & (1 << book.services.findIndex(({ id }) => id === service))) !== 0)
    .map((one) => {
      const charged = known.get(one.lane) ?? chargedAtAny(laneFor(book, group, one.lane), goods);
      known.set(one.lane, charged);
      return { ...one, charged };
    });
  const told = [
    ...new Set(
      meant.flatMap(({ charged }) => ('charges' in charged && (isWeighed || !charged.isWeighed) ? [charged] : [])),
    ),
  ];
  const priced = told.map(({ charges, singles, steps }) => ({
    charges,
    steps,
    singles: aim === forSingleGoods ? singles() : [],
  }));
  // Without masses there are no parcels to count.
  const parcels = isWeighed ? bestParcels(priced, aim) : parcelsOf(priced, null, aim);
  const { holds } = parcels;
  const say = (amount: Minor) => amountText(amount, book.currency);
  const key = keyFor(spelled(nameOf(group)));
  const lanes = meant.flatMap(({ place, service, speed, bookZone, lane, charged }): PlanLane[] => {
    const alone = isAlone(group, lane);
    const by = laneFor(book, whole, lane);
    const head = { group, place, zone: place.key, service, speed, bookZone, by, whole: whole.goods, alone };
    if (!('charges' in charged)) {
      const none = { rate: null, threshold: null, least: 0, most: 0, isFlat: true, ends: true };
      const said = { fidelity: charged, parcels: noParcels };
      return [{ ...head, ...none, ...said, saidUpTo: () => said }];
    }
    const fit = parcels.fits[told.indexOf(charged)];
    // Without a mass it is not offered where the book asks for one.
    if (!fit) return [];
    const { first, further } = fit;
    const offUpTo = (value: number): Minor =>
      isUneven(charged.charges)
        ? offIn(chargedAsPriced(laneFor(book, group, lane), goods, value), holds, fit)
        : fit.off;
    const most = first + further * (parcelsOfAll(goods, holds) - 1);
    const nearest = (left: Minor): Fidelity =>
      boundedIf(
        left,
        { is: 'nearest parcels', holds: holds === null ? null : gramsText(holds), off: left },
        ...(aim !== forSingleGoods && left > 0 && charged.singles().length > 0 ? [rightForSingles] : []),
        'a charge per weight',
        'a flat rate',
        'live with it',
      );
    const saidUpTo = (value: number): Pick<PlanLane, 'fidelity' | 'parcels'> => {
      const left = offUpTo(value);
      return {
        fidelity: worstOf([nearest(left), charged.fidelity]),
        parcels: { first, further, holds, most: parcelsOfAll(goods, holds), off: left },
      };
    };
    const said = saidUpTo(stated.value);
    return [
      {
        ...head,
        rate: { first: say(first), further: say(further) },
        threshold: group.own?.waivable === false ? null : lane.freeFrom,
        ...said,
        saidUpTo,
        least: lane.freeFrom ? 0 : Math.min(first, charged.least),
        most: Math.max(most, mostCharged(by, whole.goods)),
        isFlat: further === 0 && said.parcels.off === 0,
        ends: charged.ends,
      },
    ];
  });
  return {
    plan: {
      key,
      name: titleOf(book, group).slice(0, limits.name).trimEnd(),
      grams: holds === null ? '' : gramsText(holds),
    },
    group,
    whole: whole.goods,
    goods,
    lanes,
  };
}

/** Single goods met exactly, as the seller may set it. */
const rightForSingles: Remedy = { is: 'set', channel: manifest.id, field: 'fit', value: forSingleGoods };

/** The most parcels that a basket of some goods comes to. */
const parcelsOfAll = (goods: readonly Listed[], holds: Mass | null): number =>
  holds === null ? 1 : Math.max(1, Math.ceil(mostOfGoods(goods).mass / holds));

const nameOf = ({ template, kind, own, goods }: GoodsGroup): string =>
  own
    ? `own-${goods.length === 1 ? goods[0]?.sku : template.id}`
    : kind === null
      ? template.id
      : `${template.id}-${kind}`;

function titleOf(book: CompiledBook, { template, origin, kind, own, goods }: GoodsGroup): string {
  const name = book.body.templates.find((one) => one.id === template.id)?.name ?? template.id;
  if (own && goods.length === 1) return goods[0]?.name || name;
  return [name, kind, origin === template.origin ? null : origin, own ? own.rate.is : null].filter(Boolean).join(', ');
}
