import type { CompiledBook } from '../../book/index.ts';
import { type Minor, nothing } from '../../exact/index.ts';
import { lies, type Offer, partOf } from '../../offers/index.ts';
import { isFor } from '../acting.ts';
import type { Clause, Listed, Note } from '../dialect.ts';
import { exact, type Fidelity, type LostLimit, unsayable, worstOf } from '../fidelity.ts';
import { keepingOut } from '../keeping-out.ts';
import { keysOf } from '../keys.ts';
import type { ReadLine } from '../reading.ts';
import { choosingFidelity } from './choosing.ts';
import { isAll } from './conversion.ts';
import { type Campaign, clock, limits } from './format.ts';
import { lettered } from './letters.ts';
import { manifest } from './manifest.ts';
import { type ToldOffer, toldOffer } from './offers.ts';
import type { ToldGroup } from './sets.ts';

/** An offer of the book with the campaigns that say it, lettered, and how truly; none where it is not told. */
export interface DrawnOffer {
  readonly offer: Offer;
  readonly campaigns: readonly Campaign[];
  readonly fidelity: Fidelity;
  /** What it can take off an order at the most. */
  readonly most: Minor;
  /** Limits that the shop keeps by itself; null where the offer is not told. */
  readonly keeps: readonly LostLimit[] | null;
}

/** The offers as campaigns with letters: those that are told first. */
export function drawnOffers(
  book: CompiledBook,
  goods: readonly Listed[],
  groups: readonly ToldGroup[],
  locales: readonly string[],
  tagOf: (part: number) => string | null,
): DrawnOffer[] {
  const keyFor = keysOf(limits.key);
  const told: ToldOffer[] = [];
  const untold: DrawnOffer[] = [];
  for (const offer of book.offers) {
    const one = isFor(book, offer, manifest.id)
      ? toldOffer({ book, goods, groups, locales, tagOf, keyFor }, offer)
      : exact;
    if ('campaigns' in one) told.push(one);
    else untold.push({ offer, campaigns: [], fidelity: one, most: nothing, keeps: null });
  }
  const keepsOut = keepingOut(book, goods);
  const meets = told.map(({ offer }) => told.map((other) => keepsOut(offer, other.offer)));
  const competes = (a: number, b: number) => meets[a]?.[b] !== 'never';
  const { letters: given, wrong, least } = lettered(told.length, competes, limits.letters);
  const lanes = groups.flatMap((group) => group.lanes.filter(({ rate }) => rate && rate.freeFrom !== null));
  const isFreeFrom = ({ zones }: Offer) => lanes.some(({ bookZone }) => !zones || zones.has(bookZone));
  const choosing = {
    told,
    competes: (a: ToldOffer, b: ToldOffer) => competes(told.indexOf(a), told.indexOf(b)),
    isFreeFrom,
    tagged: taggedIn(goods, told, tagOf),
  };
  const order = [...new Set(given)];
  const letters = given.map((one) => order.indexOf(one));
  return [
    ...told.map(({ offer, campaigns, fidelity, most, keeps }, i): DrawnOffer => {
      const letter = String.fromCharCode(65 + (letters[i] ?? 0));
      const lettersWrong = told.flatMap((other, j) =>
        j !== i && (letters[i] === letters[j]) !== competes(i, j) ? [other.offer.id] : [],
      );
      const byLetter: Fidelity =
        lettersWrong.length === 0
          ? exact
          : unsayable({ is: 'wrong pairs', offers: lettersWrong, proved: least === wrong }, 'all together or none');
      const byGoods = told.filter((_, j) => j !== i && meets[i]?.[j] === 'by goods').map((other) => other.offer.id);
      const byLine: Fidelity =
        byGoods.length === 0
          ? exact
          : unsayable({ is: 'either or by line', offers: byGoods }, 'either or of the order', 'live with it');
      return {
        offer,
        campaigns: campaigns.map((one) => ({ ...one, letter })),
        fidelity: worstOf([fidelity, byLetter, byLine, choosingFidelity(choosing, told[i] as ToldOffer)]),
        most,
        keeps,
      };
    }),
    ...untold,
  ];
}

/** Every set of tags that some goods carry, of the tags that offers act on. */
function taggedIn(
  goods: readonly Listed[],
  told: readonly ToldOffer[],
  tagOf: (part: number) => string | null,
): ReadonlySet<string>[] {
  const parts = [...new Set(told.flatMap(({ offer }) => partOf(offer) ?? []))];
  const found = new Map<string, ReadonlySet<string>>();
  for (const item of goods) {
    const inside = parts.filter((part) => lies(item, part));
    const key = inside.join();
    if (!found.has(key)) found.set(key, new Set(inside.flatMap((part) => tagOf(part) ?? [])));
  }
  return [...found.values()];
}

export function offerNote({ offer, campaigns, fidelity, keeps }: DrawnOffer): Note {
  const clause: Clause = { about: 'offer', offer: offer.id };
  return {
    clause,
    reads: campaigns.map(campaignRead),
    fidelity,
    ...(keeps === null ? {} : { keys: campaigns.map(({ key }) => key) }),
  };
}

function campaignRead({
  benefit,
  letter,
  code,
  batch,
  leastValue,
  places,
  except,
  uses,
  from,
  until,
}: Campaign): ReadLine {
  return [
    benefit.kind,
    { is: 'letter', letter },
    ...benefitRead(benefit),
    ...(code === null ? [] : [{ is: 'code', code } as const]),
    ...(batch === undefined ? [] : [{ is: 'batch', batch } as const]),
    ...(leastValue === null ? [] : [{ is: 'least value', amount: leastValue } as const]),
    ...(places === null ? [] : [{ is: 'places', places } as const]),
    ...(except.length === 0 ? [] : [{ is: 'except', places: except } as const]),
    ...(uses === null ? [] : [{ is: 'uses', count: uses } as const]),
    { is: 'time', from, until, clock },
  ];
}

function benefitRead(benefit: Campaign['benefit']): ReadLine {
  if (benefit.kind === 'delivery')
    return isAll(benefit.atMost) ? [{ is: 'pays all' }] : [{ is: 'pays at most', amount: benefit.atMost }];
  const { off } = benefit;
  const on = benefit.kind === 'goods' && benefit.tag !== null ? [benefit.tag] : [];
  switch (off.is) {
    case 'percent':
      return [...on, `${off.percent} %`];
    case 'amount':
      return [...on, off.amount];
    case 'price':
      return [...on, `= ${off.price}`];
    case 'n for m':
      return [...on, `${off.buy} + ${off.get}`, `${off.percent} %`];
  }
}
