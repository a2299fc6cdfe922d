import type { CompiledBook } from '../../book/index.ts';
import { amountText, gramsText, memo } from '../../exact/index.ts';
import type { Offer } from '../../offers/index.ts';
import { dearestPays } from '../dearest-pays.ts';
import type { Listed, Note, Rendition } from '../dialect.ts';
import { exact, unsayable, worstOf } from '../fidelity.ts';
import { keysOf } from '../keys.ts';
import { settingsOf } from '../manifest.ts';
import { datedNotes, shownNotes } from '../plain.ts';
import type { ReadLine } from '../reading.ts';
import type { PayingGroup } from '../together.ts';
import { boxText, sidesText } from './boxes.ts';
import { type DrawnOffer, drawnOffers, offerNote } from './drawn-offers.ts';
import {
  type Campaign,
  limits,
  type Shop,
  type ShopBox,
  type ShopListing,
  type ShopRate,
  type ShopSet,
} from './format.ts';
import { manifest } from './manifest.ts';
import { placesOf } from './places.ts';
import { rulesOf } from './rules.ts';
import { setsOf, type ToldGroup, type ToldLane } from './sets.ts';
import { isFlat } from './steps.ts';
import { localesOf, textsIn } from './texts.ts';

/** A book drawn up for the shop: the file, and what of the book stands where in it. */
export interface Drawn {
  readonly book: CompiledBook;
  readonly goods: readonly Listed[];
  readonly shop: Shop;
  readonly zones: ReturnType<typeof placesOf>['zones'];
  /** All groups of goods, those of sets that do not fit with them. */
  readonly all: readonly ToldGroup[];
  readonly groups: readonly ToldGroup[];
  readonly bars: ReadonlyMap<string, number>;
  readonly offers: readonly DrawnOffer[];
}

/** The book as Lerrin Shop will read it, clause by clause. */
export function render(book: CompiledBook, goods: readonly Listed[]): Rendition {
  const drawn = drawnUp(book, goods);
  return { rules: rulesOf(drawn.shop), notes: notesOf(drawn), ...namesIn(drawn) };
}

/** The same book is drawn up for those who pay in euros, and as what is converted for others. */
export const drawnUp = (book: CompiledBook, goods: readonly Listed[]): Drawn => drawnOnce(book)(goods);
const drawnOnce = memo((book: CompiledBook) => memo((goods: readonly Listed[]) => draw(book, goods)));

function draw(book: CompiledBook, goods: readonly Listed[]): Drawn {
  const locales = localesOf(book);
  const { speeds } = settingsOf(book.body, manifest);
  const { zones, closed } = placesOf(book);
  const all = setsOf({ book, zones, speeds, locales }, goods);
  const fitting = new Set([...new Set(all.map(({ set }) => set.key))].slice(0, limits.sets));
  const groups = all.filter(({ set }) => fitting.has(set.key));
  const spoken = book.services.filter(({ id }) => speeds[id]);
  const bars = barsOf(book, goods, speeds);
  const tags = tagsOf(book);
  const offers = drawnOffers(book, goods, groups, locales, tags);
  const campaigns = offers.flatMap((one) => one.campaigns);
  const sets = [...new Map(groups.map(({ set }) => [set.key, set])).values()];
  const isAsked = groups.some(({ lanes }) => lanes.some(({ rate }) => rate?.steps.by === 'carrier'));
  const shop: Shop = {
    format: 'lerrin-shop/2',
    locales,
    closed,
    speeds: spoken.map(({ id, name, names }) => ({
      key: speeds[id] ?? '',
      label: textsIn(locales, name, names, limits.label),
      bars: bars.has(id) ? [barred(speeds[id] ?? '')] : [],
    })),
    sets: sets.length > 0 ? sets : [{ key: 'goods', name: 'Goods', tags: [], rest: true, kept: false }],
    ...(isAsked ? { boxes: boxesOf(book) } : {}),
    zones: zones.map(({ key, name, places }) => ({
      key,
      name,
      places: [...places],
      rates: sets.flatMap((set) => ratesOf(groups, set.key, key)),
    })),
    campaigns,
    listings: listingsOf({ book, goods, groups, isAsked }, bars, { of: tags, acting: tagsIn(campaigns) }, speeds),
  };
  return { book, goods, shop, zones, all, groups, bars, offers };
}

/** What is said of every clause. */
export const notesOf = ({ book, goods, zones, all, groups, bars, offers }: Drawn): Note[] => [
  ...datedNotes(book, goods),
  goodsNote(all, groups),
  ...ownNotes(goods, groups, bars),
  mixingNote(book, groups),
  ...shownNotes(book),
  ...zoneNotes(book, zones),
  ...laneNotes(book, groups),
  ...offers.map(offerNote),
];

/** What of the book the shop's names stand for. */
export const namesIn = ({ zones, offers }: Drawn): Pick<Rendition, 'zoneOfName' | 'thresholds' | 'said'> => ({
  zoneOfName: new Map(
    zones.flatMap(({ name, zones: falls }) => falls.flatMap((id) => (id === null ? [] : [[name, id]]))),
  ),
  // A speed says its threshold itself.
  thresholds: new Set(),
  said: new Map(offers.flatMap(({ offer, keeps }) => (keeps === null ? [] : [[offer.id, new Set(keeps)]]))),
});

/** The rates of a set in a zone: groups that are told as one set have the same. */
function ratesOf(groups: readonly ToldGroup[], set: string, zone: string) {
  const lanes = groups.find((one) => one.set.key === set)?.lanes ?? [];
  return lanes.flatMap((lane) => (lane.zone.key === zone && lane.rate ? [{ ...lane.rate, set }] : []));
}

const barred = (speed: string): string => `not-${speed}`;

/** The services that some goods do not go by, of those that the shop has a speed for. */
function barsOf(
  book: CompiledBook,
  goods: readonly Listed[],
  speeds: Readonly<Record<string, string | null>>,
): Map<string, number> {
  const bars = new Map<string, number>();
  book.services.forEach(({ id }, i) => {
    const bit = 1 << i;
    if (speeds[id] && goods.some((item) => (item.serves & bit) === 0)) bars.set(id, bit);
  });
  return bars;
}

/** The tags of the selections that goods offers act on, by their places in the book. */
function tagsOf(book: CompiledBook): (part: number) => string | null {
  const keyFor = keysOf(limits.key);
  const tags = book.parts.map(({ id }) => keyFor(`of-${id}`));
  return (part) => (part < 0 ? null : (tags[part] ?? null));
}

/** The tags of goods that campaigns act on. */
const tagsIn = (campaigns: readonly Campaign[]): ReadonlySet<string> =>
  new Set(campaigns.flatMap(({ benefit }) => (benefit.kind === 'goods' ? (benefit.tag ?? []) : [])));

/** The seller's boxes, for the shop to pack in. */
function boxesOf({ boxes }: CompiledBook): ShopBox[] {
  const keyFor = keysOf(limits.key);
  return [...boxes.values()].map((box) => boxText(box, keyFor(box.id)));
}

interface Listing {
  readonly book: CompiledBook;
  readonly goods: readonly Listed[];
  readonly groups: readonly ToldGroup[];
  /** Whether the carrier is asked for any of them, and so their size. */
  readonly isAsked: boolean;
}

/** What is listed, in the order of the book. */
function listingsOf(
  { book, goods, groups, isAsked }: Listing,
  bars: ReadonlyMap<string, number>,
  tags: { readonly of: (part: number) => string | null; readonly acting: ReadonlySet<string> },
  speeds: Readonly<Record<string, string | null>>,
): ShopListing[] {
  const acted = [...new Set(book.offers.flatMap((offer) => partsOf(offer)))].flatMap((part) => {
    const tag = tags.of(part);
    return tag !== null && tags.acting.has(tag) ? [{ part, tag }] : [];
  });
  acted.sort((a, b) => (a.tag < b.tag ? -1 : 1));
  const barring = [...bars].map(([id, bit]) => ({ bit, tag: barred(speeds[id] ?? '') }));
  const setOf = new Map<Listed, ShopSet>();
  for (const { group, set } of groups) for (const item of group.goods) setOf.set(item, set);
  const listings: ShopListing[] = [];
  for (const item of goods) {
    const set = setOf.get(item);
    if (!set) continue;
    const own = [...set.tags];
    for (const { part, tag } of acted) if (lies(item, part)) own.push(tag);
    for (const { bit, tag } of barring) if ((item.serves & bit) === 0) own.push(tag);
    listings.push({
      id: item.listing,
      price: amountText(item.price, book.currency),
      grams: item.mass === null ? null : gramsText(item.mass),
      ...(isAsked && item.sides ? { size: sidesText(item.sides) } : {}),
      tags: own,
      handling: item.handling && {
        each: amountText(item.handling.each, book.currency),
        waived: item.handling.waivable,
      },
    });
  }
  return listings;
}

const lies = ({ inside }: Pick<Listed, 'inside'>, part: number): boolean =>
  ((inside[part >> 5] ?? 0) & (1 << (part & 31))) !== 0;
const partsOf = ({ kind, benefit }: Offer): number[] => {
  const part = kind.sort === 'goods' ? kind.part(benefit) : -1;
  return part < 0 ? [] : [part];
};

/** What is listed; goods of sets that do not fit are not. */
function goodsNote(all: readonly ToldGroup[], groups: readonly ToldGroup[]): Note {
  const count = (some: readonly ToldGroup[]) => some.reduce((sum, { group }) => sum + group.goods.length, 0);
  const left = count(all) - count(groups);
  return {
    clause: { about: 'goods' },
    reads: [['listings', { is: 'lines', count: count(groups) }]],
    fidelity:
      left === 0
        ? exact
        : unsayable({ is: 'sets full', fit: limits.sets, goods: left }, 'delivered like all others', 'live with it'),
  };
}

/** What is said of goods that are delivered in a way of their own. */
function ownNotes(goods: readonly Listed[], groups: readonly ToldGroup[], bars: ReadonlyMap<string, number>): Note[] {
  const notes: Note[] = [];
  const own = groups.filter(({ group }) => group.own !== null);
  const items = own.reduce((sum, { group }) => sum + group.goods.length, 0);
  if (items > 0)
    notes.push({
      clause: { about: 'apart', by: 'own rate', items },
      reads: own.map(({ set, group }) => [`set ${set.key}`, { is: 'listings', count: group.goods.length }]),
      fidelity: worstOf(
        own.flatMap(({ lanes }) =>
          lanes.flatMap(({ fidelity, threshold }) => [fidelity, threshold?.fidelity ?? exact]),
        ),
      ),
    });
  const handled = goods.filter((item) => item.handling !== null);
  if (handled.length > 0)
    notes.push({
      clause: { about: 'apart', by: 'fee', items: handled.length },
      reads: [['handling', { is: 'listings', count: handled.length }]],
      fidelity: exact,
    });
  const kept = goods.filter(({ serves }) => [...bars.values()].some((bit) => (serves & bit) === 0));
  if (kept.length > 0)
    notes.push({
      clause: { about: 'apart', by: 'services', items: kept.length },
      reads: [['bars', { is: 'listings', count: kept.length }]],
      fidelity: exact,
    });
  return notes;
}

/** The groups with what each pays by itself, as the shop is told it. */
const payingOf = (groups: readonly ToldGroup[]): PayingGroup[] =>
  groups.map(({ group, lanes }) => ({
    group,
    whole: group.goods,
    lanes: lanes.flatMap(({ zone, service, alone, rate, least, most, by, ends }) =>
      rate
        ? [
            {
              zone: zone.key,
              service,
              alone,
              least: rate.freeFrom === null ? least : 0,
              most,
              by,
              isFlat: isFlat(rate),
              ends,
            },
          ]
        : [],
    ),
  }));

const mixingNote = (book: CompiledBook, groups: readonly ToldGroup[]): Note => ({
  clause: { about: 'mixing' },
  reads: [
    groups.length < 2
      ? [{ is: 'sets', count: groups.length }]
      : [{ is: 'sets', count: groups.length }, { is: 'dearest set' }],
  ],
  fidelity: dearestPays(book, payingOf(groups)),
});

function zoneNotes(book: CompiledBook, zones: ReturnType<typeof placesOf>['zones']): Note[] {
  return book.body.zones
    .filter(({ id }) => book.templates.some((template) => template.zones.some((zone) => zone.id === id)))
    .map(({ id }): Note => {
      const places = zones.flatMap((zone) => (zone.zones.includes(id) ? zone.places : []));
      return {
        clause: { about: 'zone', zone: id },
        reads: places.length === 0 ? [] : [[{ is: 'places', places }]],
        fidelity: exact,
      };
    });
}

/** What is said of each lane: a line for each set that is charged by it. */
function laneNotes(book: CompiledBook, groups: readonly ToldGroup[]): Note[] {
  const plain = groups.filter(({ group }) => group.own === null);
  return book.templates.flatMap((template) =>
    template.zones.flatMap((zone) =>
      book.services.flatMap((service): Note[] => {
        const told = plain
          .filter(({ group }) => group.template.id === template.id)
          .flatMap(({ set, lanes }) =>
            lanes
              .filter((lane) => lane.bookZone === zone.id && lane.service === service.id)
              .map((lane) => ({ set, lane })),
          );
        if (told.length === 0) return [];
        const clause = { template: template.id, zone: zone.id, service: service.id };
        const reads = distinct(
          told.flatMap(({ set, lane }) => (lane.rate ? [rateRead(set.key, zone.id, lane.rate)] : [])),
        );
        const rate: Note = {
          clause: { about: 'rate', ...clause },
          reads,
          fidelity: worstOf(told.map(({ lane }) => lane.fidelity)),
        };
        return [
          rate,
          ...thresholdNotes(
            clause,
            told.map(({ lane }) => lane),
          ),
        ];
      }),
    ),
  );
}

function thresholdNotes(
  clause: { readonly template: string; readonly zone: string; readonly service: string },
  lanes: readonly ToldLane[],
): Note[] {
  const thresholds = lanes.flatMap(({ threshold }) => threshold ?? []);
  if (thresholds.length === 0) return [];
  const amounts = [...new Set(lanes.flatMap(({ rate }) => rate?.freeFrom ?? []))];
  return [
    {
      clause: { about: 'threshold', ...clause },
      reads: amounts.map((amount) => [{ is: 'free from', amount }]),
      fidelity: worstOf(thresholds.map(({ fidelity }) => fidelity)),
    },
  ];
}

const distinct = (lines: readonly ReadLine[]): ReadLine[] => [
  ...new Map(lines.map((line) => [JSON.stringify(line), line])).values(),
];

function rateRead(set: string, zone: string, { speed, steps, each }: NonNullable<ToldLane['rate']>): ReadLine {
  return [
    `${set} ${zone} ${speed}`,
    ...stepsRead(steps),
    ...(Number(each) === 0 ? [] : [{ is: 'each', amount: each } as const]),
  ];
}

const stepsRead = (steps: ShopRate['steps']): ReadLine =>
  steps.by === 'carrier'
    ? [{ is: 'asks the carrier', service: steps.service, percent: steps.percent, amount: steps.amount }]
    : [
        { is: 'steps by', over: steps.by === 'value' ? 'value' : 'mass' },
        ...steps.rows.map((row) => ({ is: 'step', from: String(row.from), charge: row.charge }) as const),
      ];
