import type { CompiledBook } from '../../book/index.ts';
import { amountText, type Minor, memo, minor } from '../../exact/index.ts';
import type { FreeFrom } from '../../rates/index.ts';
import { mayHold } from '../acting.ts';
import { type LostUpTo, stated } from '../bounds.ts';
import { levelsOf, mostCharged } from '../charged-for-goods.ts';
import type { Listed } from '../dialect.ts';
import { mostFees } from '../fees.ts';
import { boundedIf, exact, type Fidelity, unsayable } from '../fidelity.ts';
import { type GoodsGroup, type GroupLane, groupsOf, isAlone, laneFor } from '../goods-groups.ts';
import { keysOf } from '../keys.ts';
import { bySteps, endsWithin, freedBySteps, type Row, reachOf, type Stepped, steppedOf } from '../stepped.ts';
import { type Beside, type BesideAt, besideAnything, besideIn } from './beside.ts';
import { limits, type ShopRate, type ShopRows, type ShopSet } from './format.ts';
import type { ShopPlaces } from './places.ts';
import { quotedAs } from './quotes.ts';
import { isFlat, type SaidRate } from './steps.ts';
import { textsIn } from './texts.ts';
import { ownThreshold, type ToldThreshold, thresholdOf } from './threshold.ts';

/** A rate of a group in a zone of the shop's, and how truly it says the lane. */
export interface ToldLane {
  readonly zone: ShopPlaces;
  /** The zone of the group's template, and how it charges the group. */
  readonly bookZone: string;
  readonly by: GroupLane;
  readonly service: string;
  /** Whether it is a rate of the group's alone; else goods of the template's other kinds share it. */
  readonly alone: boolean;
  /** Null where it is not told. */
  readonly rate: ShopRate | null;
  readonly fidelity: Fidelity;
  readonly threshold: ToldThreshold | null;
  readonly least: number;
  readonly most: number;
  /** The most that its goods are charged there by what it says. */
  readonly paid: number;
  /** Whether it is not offered somewhere within the stated bounds. */
  readonly ends: boolean;
}

/** A group of goods with the set that it is told as. */
export interface ToldGroup {
  readonly group: GoodsGroup;
  readonly set: ShopSet;
  readonly lanes: readonly ToldLane[];
}

/** What it takes to say rates: the book, the shop's map and its words for services. */
export interface Telling {
  readonly book: CompiledBook;
  readonly zones: readonly ShopPlaces[];
  readonly speeds: Readonly<Record<string, string | null>>;
  readonly locales: readonly string[];
}

/**
 * Goods as sets: each group that the book charges by itself is one, but those that the shop charges alike in one flat
 * amount everywhere are one set together. The dearest set pays, so that what is flat costs the same in one set or two;
 * what goes by mass, value or units does not.
 */
export function setsOf(telling: Telling, goods: readonly Listed[]): ToldGroup[] {
  const { book } = telling;
  const groups = groupsOf(book, goods);
  const beside = besideIn(book, groups);
  const told = groups.map((group) => ({ group, lanes: lanesOf(telling, group, beside) }));
  const keyFor = keysOf(limits.key);
  const sets = new Map<string, { readonly set: ShopSet; goods: number }>();
  const alike = told.map(({ group, lanes }, i) => {
    const kept = group.own !== null && !group.own.waivable && lanes.some(({ most }) => most > 0);
    const rates = lanes.flatMap(({ zone, rate }) => (rate ? [{ zone: zone.key, ...rate }] : []));
    const flat = rates.every(isFlat);
    const as = flat ? JSON.stringify([kept, rates]) : String(i);
    const known = sets.get(as);
    if (known) known.goods += group.goods.length;
    else {
      const key = keyFor(nameOf(group));
      const set = { key, name: titleOf(book, group), tags: [key], rest: false, kept };
      sets.set(as, { set, goods: group.goods.length });
    }
    return as;
  });
  // Most listings need no tag.
  const most = Math.max(0, ...[...sets.values()].map(({ goods }) => goods));
  const rest = [...sets.values()].find(({ goods }) => goods === most)?.set;
  const final = new Map([...sets].map(([as, { set }]) => [as, set === rest ? { ...set, tags: [], rest: true } : set]));
  return told.map(({ group, lanes }, i) => ({ group, set: final.get(alike[i] ?? '') as ShopSet, lanes }));
}

const nameOf = ({ template, kind, own }: GoodsGroup): string =>
  own ? `own-${template.id.replace(/^own-/, '')}` : kind === null ? template.id : `${template.id}-${kind}`;

/** What is said behind the name of a template where its goods have rates of their own. */
const ownRates = 'own';

function titleOf(book: CompiledBook, { template, origin, kind, own }: GoodsGroup): string {
  const name = book.body.templates.find((one) => one.id === template.id)?.name ?? template.id;
  const parts = [
    name,
    kind,
    origin === template.origin ? null : origin,
    own && !name.endsWith(ownRates) ? ownRates : null,
  ];
  return parts.filter(Boolean).join(', ');
}

/** What a group is charged by in every zone of the shop's and for every service. */
function lanesOf({ book, zones, speeds, locales }: Telling, group: GoodsGroup, besideAt: BesideAt): ToldLane[] {
  const at = book.templates.findIndex((template) => template.id === group.template.id);
  const template = book.templates[at] ?? group.template;
  const known = new Map<string, Told>();
  return zones.flatMap((zone): ToldLane[] => {
    const bookZone = zone.zones[at] ?? null;
    if (bookZone === null) return [];
    return book.services.flatMap((service): ToldLane[] => {
      const lane = template.lanes.get(bookZone)?.get(service.id);
      if (!lane) return [];
      const speed = speeds[service.id];
      const by = laneFor(book, group, lane);
      const head = { zone, bookZone, by, service: service.id, alone: isAlone(group, lane) };
      if (!speed) {
        const fidelity = unsayable({ is: 'no speed', service: service.id, speed: null }, 'a speed');
        return [{ ...head, rate: null, fidelity, threshold: null, least: 0, most: 0, paid: 0, ends: false }];
      }
      const beside = lane.freeFrom ? besideAt(group, zone, service.id) : besideAnything;
      const holding = book.offers.map((offer) => mayHold(offer, beside.zones));
      const key = [bookZone, service.id, beside.key, ...holding].join(' ');
      const told = known.get(key) ?? toldOf(book, group, by, beside);
      known.set(key, told);
      if (told.rate === null)
        return [
          { ...head, rate: null, fidelity: told.fidelity, threshold: null, least: 0, most: 0, paid: 0, ends: false },
        ];
      const { steps, each, least, most, paid, ends } = told.rate;
      const names = locales.filter((locale) => lane.names[locale] !== undefined);
      const rate: ShopRate = {
        set: '',
        speed,
        label: names.length === 0 ? null : textsIn(names, lane.names[names[0] ?? ''] ?? '', lane.names, limits.label),
        days: [...(lane.days ?? service.days)],
        steps,
        each: amountText(each, book.currency),
        freeFrom: told.threshold?.freeFrom == null ? null : amountText(told.threshold.freeFrom, book.currency),
      };
      return [
        {
          ...head,
          rate,
          fidelity: told.fidelity,
          threshold: told.threshold,
          least,
          most,
          paid,
          ends,
        },
      ];
    });
  });
}

/** A lane as the shop can be told it; without a rate where it cannot. */
type Told =
  | { readonly rate: SaidRate; readonly fidelity: Fidelity; readonly threshold: ToldThreshold | null }
  | { readonly rate: null; readonly fidelity: Fidelity };

function toldOf(book: CompiledBook, group: GoodsGroup, charged: GroupLane, beside: Beside): Told {
  const { lane, price } = charged;
  const asked = quotedAs(charged, group.goods);
  if (asked && 'steps' in asked) return withThreshold(book, group, charged, asked, beside);
  const stepped = asked ?? steppedOf(lane, price, group.goods);
  if (!('rows' in stepped)) return { rate: null, fidelity: stepped };
  // What is offered for nothing has no rate.
  if (stepped.rows.every(({ charge }) => charge === null)) return { rate: null, fidelity: stepped.fidelity };
  const free = lane.freeFrom;
  const freed =
    group.own === null &&
    free?.of === 'group' &&
    free.over !== 'units' &&
    free.test === 'before' &&
    maySayBySteps(group, free.over)
      ? freedBySteps(stepped, free.over, free.value, group.goods)
      : null;
  if (freed && free) {
    const said = saidBy(book, charged, group, freed);
    return {
      ...said,
      threshold: { freeFrom: null, fidelity: beside.isPart ? freedInParts(charged, group, free) : exact },
    };
  }
  return withThreshold(book, group, charged, saidBy(book, charged, group, stepped).rate, beside);
}

/** What steps of a part leave charged though the whole of it is worth, or weighs, enough. */
function freedInParts(by: GroupLane, { goods }: GoodsGroup, { over, value }: FreeFrom): Fidelity {
  const off = minor(mostCharged(by, goods, over === 'value' ? value - 1 : stated.value));
  return boundedIf(off, { is: 'not freed with its group', off }, 'free from the basket', 'live with it');
}

/** A rate with the threshold of its lane. */
function withThreshold(book: CompiledBook, group: GoodsGroup, by: GroupLane, rate: SaidRate, beside: Beside): Told {
  const { freeFrom } = by.lane;
  const handling = mostWaived([group]);
  const levels = levelsOf(by, group.goods);
  const charged: LostUpTo = (value) => mostCharged(by, group.goods, value);
  const none = { levels: [{ charge: 0, value: 0, upTo: stated.value, units: 1, mass: 0 }], rate: () => 0, handling };
  const threshold =
    freeFrom &&
    (group.own
      ? ownThreshold(book, freeFrom, group.own.waivable ? { levels, rate: charged, handling } : none, beside)
      : thresholdOf(book, freeFrom, { levels, rate: charged, handling }, beside));
  return { rate, fidelity: rate.fidelity, threshold };
}

/** Steps as a rate. */
const saidBy = (
  book: CompiledBook,
  by: GroupLane,
  { goods }: GoodsGroup,
  stepped: Stepped,
): { readonly rate: SaidRate; readonly fidelity: Fidelity } => {
  const { fidelity, each } = stepped;
  const { least, most } = reachOf(stepped);
  return {
    rate: {
      steps: writtenSteps(book, stepped),
      each,
      least,
      most: Math.min(most, mostCharged(by, goods)),
      paid: Math.min(most, mostCharged(fidelity.is === 'exact' ? by : bySteps(by, stepped), goods)),
      ends: endsWithin(stepped),
      fidelity,
    },
    fidelity,
  };
};

const mostWaivedOf = memo(({ goods }: GoodsGroup): Minor => mostFees(goods, ({ waivable }) => waivable));

/** The most handling that free delivery waives, of goods of some groups together. */
export function mostWaived(groups: readonly GoodsGroup[]): Minor {
  const [first, ...others] = new Set(groups.filter((group) => mostWaivedOf(group) > 0));
  if (!first) return minor(0);
  if (others.length === 0) return mostWaivedOf(first);
  return mostFees(
    [first, ...others].flatMap(({ goods }) => goods),
    ({ waivable }) => waivable,
  );
}

/** Whether steps that charge nothing say the same: they waive no handling, and by grams they ask for masses. */
const maySayBySteps = ({ goods }: GoodsGroup, over: 'value' | 'mass'): boolean =>
  goods.every(({ handling, mass }) => !handling?.waivable && (over === 'value' || mass !== null));

function writtenSteps({ currency }: CompiledBook, { by, rows }: Stepped): ShopRows {
  const say = (charge: Row['charge']) => (charge === null ? null : amountText(charge, currency));
  return by === 'value'
    ? { by, rows: rows.map(({ from, charge }) => ({ from: amountText(minor(from), currency), charge: say(charge) })) }
    : { by, rows: rows.map(({ from, charge }) => ({ from, charge: say(charge) })) };
}
