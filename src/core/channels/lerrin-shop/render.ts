import type { CompiledBook } from '../../book/index.ts';
import { amountText, gramsText } from '../../exact/index.ts';
import type { Offer } from '../../offers/index.ts';
import { dearestPays, type PayingGroup, partedByKind } from '../dearest-pays.ts';
import type { Clause, Listed, Note, Rendition } from '../dialect.ts';
import { addedUp, exact, type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import { keepingOut } from '../keeping-out.ts';
import { keysOf } from '../keys.ts';
import { settingsOf } from '../manifest.ts';
import { datedNotes, shownNotes } from '../plain.ts';
import { isFor } from '../plain-offer.ts';
import type { ReadLine } from '../reading.ts';
import { choosingFidelity } from './choosing.ts';
import { type Campaign, clock, limits, type Shop, type ShopListing } from './format.ts';
import { lettered } from './letters.ts';
import { manifest } from './manifest.ts';
import { type ToldOffer, toldOffer } from './offers.ts';
import { placesOf } from './places.ts';
import { rulesOf } from './rules.ts';
import { setsOf, type ToldGroup, type ToldLane } from './sets.ts';
import { localesOf, textsIn } from './texts.ts';

/** The book as Lerrin Shop will read it, clause by clause. */
export function render(book: CompiledBook, goods: readonly Listed[]): Rendition {
  const locales = localesOf(book);
  const { speeds } = settingsOf(book.body, manifest);
  const { zones, closed } = placesOf(book);
  const all = setsOf({ book, zones, speeds, locales }, goods);
  const fitting = new Set([...new Set(all.map(({ set }) => set.key))].slice(0, limits.sets));
  const groups = all.filter(({ set }) => fitting.has(set.key));
  const spoken = book.services.filter(({ id }) => speeds[id]);
  const bars = barsOf(book, goods, speeds);
  const tags = tagsOf(book);
  const offers = offersOf(book, goods, groups, locales, tags);
  const sets = [...new Map(groups.map(({ set }) => [set.key, set])).values()];
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
    zones: zones.map(({ key, name, places }) => ({
      key,
      name,
      places: [...places],
      rates: sets.flatMap((set) => ratesOf(groups, set.key, key)),
    })),
    campaigns: offers.campaigns,
    listings: listingsOf({ book, goods, groups }, bars, { of: tags, acting: tagsIn(offers.campaigns) }, speeds),
  };
  return {
    rules: rulesOf(shop),
    notes: [
      ...datedNotes(book, goods),
      goodsNote(all, groups),
      ...ownNotes(goods, groups, bars),
      mixingNote(book, groups),
      ...shownNotes(book),
      ...zoneNotes(book, zones),
      ...laneNotes(book, groups),
      ...offers.notes,
    ],
    zoneOfName: new Map(
      zones.flatMap(({ name, zones: falls }) => falls.flatMap((id) => (id === null ? [] : [[name, id]]))),
    ),
    // A speed says its threshold itself.
    thresholds: new Set(),
    said: offers.said,
  };
}

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

/** What is listed, in the order of the book. */
function listingsOf(
  { book, goods, groups }: { book: CompiledBook; goods: readonly Listed[]; groups: readonly ToldGroup[] },
  bars: ReadonlyMap<string, number>,
  tags: { readonly of: (part: number) => string | null; readonly acting: ReadonlySet<string> },
  speeds: Readonly<Record<string, string | null>>,
): ShopListing[] {
  const acted = [...new Set(book.offers.flatMap((offer) => partsOf(offer)))].flatMap((part) => {
    const tag = tags.of(part);
    return tag !== null && tags.acting.has(tag) ? [{ part, tag }] : [];
  });
  const setOf = new Map(groups.flatMap(({ group, set }) => group.goods.map((item) => [item, set] as const)));
  return goods.flatMap((item): ShopListing[] => {
    const set = setOf.get(item);
    if (!set) return [];
    const own = [...set.tags];
    for (const { part, tag } of acted) if (lies(item, part)) own.push(tag);
    for (const [id, bit] of bars) if ((item.serves & bit) === 0) own.push(barred(speeds[id] ?? ''));
    return [
      {
        id: item.listing,
        price: amountText(item.price, book.currency),
        grams: item.mass === null ? null : gramsText(item.mass),
        tags: own,
        handling: item.handling && {
          each: amountText(item.handling.each, book.currency),
          waived: item.handling.waivable,
        },
      },
    ];
  });
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
    lanes: lanes.flatMap(({ zone, service, alone, rate, least, most, ends }) =>
      rate
        ? [
            {
              zone: zone.key,
              service,
              alone,
              least: rate.freeFrom === null ? least : 0,
              most,
              isFlat: rate.steps.rows.length === 1 && Number(rate.each) === 0,
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
  fidelity: addedUp([partedByKind(payingOf(groups)), dearestPays(book, payingOf(groups))]),
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
    { is: 'steps by', over: steps.by === 'value' ? 'value' : 'mass' },
    ...steps.rows.map((row) => ({ is: 'step', from: String(row.from), charge: row.charge }) as const),
    ...(Number(each) === 0 ? [] : [{ is: 'each', amount: each } as const]),
  ];
}

/** The offers as campaigns with letters, and what is said of each. */
function offersOf(
  book: CompiledBook,
  goods: readonly Listed[],
  groups: readonly ToldGroup[],
  locales: readonly string[],
  tagOf: (part: number) => string | null,
): { campaigns: Campaign[]; notes: Note[]; said: Rendition['said'] } {
  const keyFor = keysOf(limits.key);
  const meant = book.offers.filter((offer) => isFor(book, offer, manifest.id));
  const told: ToldOffer[] = [];
  const notes: Note[] = book.offers
    .filter((offer) => !meant.includes(offer))
    .map(({ id }) => ({ clause: { about: 'offer', offer: id }, reads: [], fidelity: exact }));
  for (const offer of meant) {
    const one = toldOffer({ book, goods, groups, locales, tagOf, keyFor }, offer);
    if ('campaigns' in one) told.push(one);
    else notes.push({ clause: { about: 'offer', offer: offer.id }, reads: [], fidelity: one });
  }
  const keepsOut = keepingOut(book, goods);
  const meets = told.map(({ offer }) => told.map((other) => keepsOut(offer, other.offer)));
  const competes = (a: number, b: number) => meets[a]?.[b] !== 'never';
  const { letters: given, wrong, least } = lettered(told.length, competes, limits.letters);
  const order = [...new Set(given)];
  const letters = given.map((one) => order.indexOf(one));
  const campaigns: Campaign[] = [];
  told.forEach(({ offer, campaigns: mine, fidelity }, i) => {
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
    const choosing = choosingFidelity(told, told[i] as ToldOffer, (a, b) => competes(told.indexOf(a), told.indexOf(b)));
    const lettered = mine.map((one) => ({ ...one, letter }));
    campaigns.push(...lettered);
    const clause: Clause = { about: 'offer', offer: offer.id };
    notes.push({
      clause,
      reads: lettered.map(campaignRead),
      fidelity: worstOf([fidelity, byLetter, byLine, choosing]),
      keys: lettered.map(({ key }) => key),
    });
  });
  return { campaigns, notes, said: new Map(told.map(({ offer, keeps }) => [offer.id, new Set(keeps)])) };
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
  if (benefit.kind === 'delivery') return [{ is: 'pays at most', amount: benefit.atMost }];
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
