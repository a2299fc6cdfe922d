import type { CompiledBook, Ready } from '../book/index.ts';
import { regionsOf } from '../check/index.ts';
import { type Instant, type Minor, minor } from '../exact/index.ts';
import { lies, type Offer, partOf } from '../offers/index.ts';
import { type Place, placeText } from '../places/index.ts';
import { asSold, meetingBaskets, type Question, quote } from '../quote/index.ts';
import type { Lane } from '../rates/index.ts';
import { whileRunning } from './usage.ts';

/** What an offer may meet: another offer, or a lane's own threshold. */
export type Meeter =
  | { readonly is: 'offer'; readonly offer: string }
  | { readonly is: 'lane'; readonly zone: string; readonly service: string; readonly freeFrom: Minor };

/** Why two never come together on one basket. */
export type Apart = 'times' | 'places' | 'markets' | 'channels' | 'customers' | 'services';

/** Of baskets from one value to another, in the order of value: which of the two acts. */
export interface Run {
  readonly from: Minor;
  readonly to: Minor;
  readonly acts: 'first' | 'second' | 'both' | 'none';
}

/** A basket in a few figures. */
export interface Example {
  readonly lines: readonly { readonly sku: string; readonly units: number }[];
  readonly place: string;
  readonly codes: readonly string[];
  readonly value: Minor;
}

/** What happens when two meet. */
export interface Meeting {
  readonly first: Meeter & { is: 'offer' };
  readonly second: Meeter;
  readonly relation:
    | { readonly is: 'never'; readonly why: Apart }
    /** Both act; in a group of the line also goods offers that touch no common line. */
    | { readonly is: 'together' }
    /** At most one acts: which, over baskets of more and more units of one item; and the groups that both are in. */
    | {
        readonly is: 'competes';
        readonly groups: readonly string[];
        readonly runs: readonly Run[];
        readonly example: Example | null;
      };
  /** Whether a shopper would expect to have both, and cannot. */
  readonly surprising: boolean;
}

/** Units of one item that are tried, one by one. */
const sweep = 60;

/**
 * Every pair of offers that are meant (or those of one of them), and every offer with the thresholds of the lanes it
 * reaches: what happens when they meet.
 */
export function meetings(
  book: CompiledBook,
  goods: readonly Ready[],
  now: Instant,
  only: string | null = null,
): Meeting[] {
  const places = placesByZone(book);
  const found: Meeting[] = [];
  book.offers.forEach((first, i) => {
    for (const second of book.offers.slice(i + 1))
      if (only === null || first.id === only || second.id === only)
        found.push(pairOf(book, goods, places, now, first, second));
    if (only !== null && first.id !== only) return;
    for (const [zone, row] of book.defaultTemplate.lanes) {
      if (first.zones && !first.zones.has(zone)) continue;
      for (const [service, lane] of row) {
        const meeting = laneMeeting(book, goods, places, now, first, zone, service, lane);
        if (meeting) found.push(meeting);
      }
    }
  });
  return found;
}

/** A place that falls in each zone of the default template. */
export function placesByZone(book: CompiledBook): ReadonlyMap<string, Place> {
  const places = new Map<string, Place>();
  for (const region of regionsOf(book, []))
    if (region.zone !== null && !places.has(region.zone)) places.set(region.zone, region.part.place);
  return places;
}

function pairOf(
  book: CompiledBook,
  goods: readonly Ready[],
  places: ReadonlyMap<string, Place>,
  now: Instant,
  first: Offer,
  second: Offer,
): Meeting {
  const of = { first: { is: 'offer', offer: first.id }, second: { is: 'offer', offer: second.id } } as const;
  const why = apart(first, second);
  if (why) return { ...of, relation: { is: 'never', why }, surprising: false };
  const exclusion = book.exclusions(first, second);
  if (exclusion === 'none' || (exclusion === 'line' && neverOnOneLine(first, second, goods)))
    return { ...of, relation: { is: 'together' }, surprising: false };
  const { runs, example } = whoWins(book, goods, places, now, first, second);
  // A shopper who sees two of different sorts, or has two codes, expects to have both.
  const surprising = first.level !== second.level || (first.code !== null && second.code !== null);
  const groups = book.body.eitherOr
    .filter((group) => group.offers.includes(first.id) && group.offers.includes(second.id))
    .map((group) => group.id);
  return { ...of, relation: { is: 'competes', groups, runs, example }, surprising };
}

/** What keeps two offers from ever acting on one basket, by their conditions alone; null where nothing does. */
export function apart(a: Offer, b: Offer): Apart | null {
  const disjoint = (one: ReadonlySet<string> | null, other: ReadonlySet<string> | null) =>
    one !== null && other !== null && ![...one].some((each) => other.has(each));
  if (
    (a.until !== null && b.from !== null && a.until <= b.from) ||
    (b.until !== null && a.from !== null && b.until <= a.from)
  )
    return 'times';
  if (disjoint(a.zones, b.zones)) return 'places';
  if (disjoint(a.markets, b.markets)) return 'markets';
  if (disjoint(a.channels, b.channels)) return 'channels';
  if (disjoint(a.segments, b.segments)) return 'customers';
  return disjoint(servicesOf(a), servicesOf(b)) ? 'services' : null;
}

export const servicesOf = ({ benefit, kind }: Offer): ReadonlySet<string> | null =>
  kind.sort === 'delivery' ? kind.services(benefit) : null;

/** Whether no item lies in the selections of both goods offers. */
function neverOnOneLine(a: Offer, b: Offer, goods: readonly Ready[]): boolean {
  const [one, other] = [partOf(a), partOf(b)];
  return one !== null && other !== null && !goods.some((item) => lies(item, one) && lies(item, other));
}

/** Which of two acts, over baskets of more and more units of an item that both can meet on. */
function whoWins(
  book: CompiledBook,
  goods: readonly Ready[],
  places: ReadonlyMap<string, Place>,
  now: Instant,
  first: Offer,
  second: Offer,
): { runs: Run[]; example: Example | null } {
  const both: CompiledBook = { ...book, offers: book.offers.filter((one) => one === first || one === second) };
  const runs: Run[] = [];
  let example: Example | null = null;
  for (const [zone, place] of places) {
    if ((first.zones && !first.zones.has(zone)) || (second.zones && !second.zones.has(zone))) continue;
    for (const question of sweepFor(goods, place, now, first, second)) {
      const used = new Set(quote(both, question).choices.flatMap((choice) => choice.used));
      const [a, b] = [used.has(first.id), used.has(second.id)];
      const acts: Run['acts'] = a && b ? 'both' : a ? 'first' : b ? 'second' : 'none';
      const value = worth(question);
      if ((a || b) && !example) example = exampleOf(question);
      const last = runs.at(-1);
      if (last && last.acts === acts) runs[runs.length - 1] = { ...last, to: value };
      else runs.push({ from: value, to: value, acts });
    }
    if (runs.some((run) => run.acts !== 'none')) break;
    runs.length = 0;
  }
  return { runs, example };
}

/** Baskets of 1, 2, 3 … units of an item that both offers act on, asked while both run and with both codes. */
export function sweepFor(goods: readonly Ready[], place: Place, now: Instant, first: Offer, second: Offer): Question[] {
  const seeds = [...meetingBaskets(first, goods, place, now), ...meetingBaskets(second, goods, place, now)];
  const parts = [partOf(first), partOf(second)].flatMap((part) => part ?? []);
  const item =
    seeds.flatMap((one) => one.lines.map((line) => line.item)).find((one) => parts.every((part) => lies(one, part))) ??
    seeds[0]?.lines[0]?.item;
  const [seed] = seeds;
  if (!item || !seed) return [];
  const moment = Math.max(now, first.from ?? now, second.from ?? now);
  // Finely by a cheap item, then further by a dearer one.
  const dearer = seeds
    .flatMap((one) => one.lines.map((line) => line.item))
    .find((one) => one.price >= 3 * item.price && parts.every((part) => lies(one, part)));
  const fine = Array.from({ length: sweep }, (_, i) => ({ item, units: i + 1 }));
  const further = dearer
    ? Array.from({ length: sweep / 3 }, (_, i) => ({ item: dearer, units: i + 1 })).filter(
        (line) => line.item.price * line.units > item.price * sweep,
      )
    : [];
  return [...fine, ...further].map((line) => whileBoth(first, second, { ...seed, moment, lines: [line] }));
}

/** A question as if it were asked while both run, by somebody they are for who knows both codes. */
export function whileBoth(first: Offer, second: Offer, question: Question): Question {
  const one = whileRunning(first, question);
  const other = whileRunning(second, one);
  const common = (a: ReadonlySet<string> | null, b: ReadonlySet<string> | null): string | undefined =>
    [...(a ?? b ?? [])].find((each) => !b || b.has(each));
  return {
    ...other,
    codes: [...new Set([...one.codes, ...other.codes])],
    shopper: {
      ...other.shopper,
      segment: common(first.segments, second.segments) ?? null,
      channel: common(first.channels, second.channels) ?? question.shopper.channel,
      singles: new Map([...one.shopper.singles, ...other.shopper.singles]),
    },
  };
}

/** What a lane's own threshold does to an offer; null where the offer does not reach the lane's service. */
function laneMeeting(
  book: CompiledBook,
  goods: readonly Ready[],
  places: ReadonlyMap<string, Place>,
  now: Instant,
  first: Offer,
  zone: string,
  service: string,
  lane: Lane,
): Meeting | null {
  const free = lane.freeFrom;
  const place = places.get(zone);
  const served = servicesOf(first);
  if (free?.over !== 'value' || !place || (served && !served.has(service))) return null;
  const of = {
    first: { is: 'offer', offer: first.id } as const,
    second: { is: 'lane', zone, service, freeFrom: free.value } as const,
  };
  if (first.level !== 'delivery' && free.test === 'before')
    return { ...of, relation: { is: 'together' }, surprising: false };
  const alone: CompiledBook = { ...book, offers: [first] };
  const runs: Run[] = [];
  let example: Example | null = null;
  for (const question of sweepFor(goods, place, now, first, first)) {
    const choices = quote(alone, question);
    const choice = [...choices.choices, ...choices.hidden.map((one) => one.choice)].find(
      (one) => one.service === service,
    );
    if (!choice) continue;
    const value = worth(question);
    const used = choice.used.includes(first.id);
    // Free without help of a delivery offer: the lane's threshold acts.
    const freed = choice.delivery === 0 && !(first.level === 'delivery' && used);
    const acts: Run['acts'] = used && freed ? 'both' : used ? 'first' : freed ? 'second' : 'none';
    const last = runs.at(-1);
    if (last && last.acts === acts) runs[runs.length - 1] = { ...last, to: value };
    else runs.push({ from: value, to: value, acts });
    if (used && !example) example = exampleOf(question);
  }
  if (first.level !== 'delivery' && !runs.some((run, i) => run.acts === 'first' && runs[i - 1]?.acts === 'both')) {
    // Before it comes to both, a stretch in which the discount costs the free delivery.
    const costs = hasStretch(free.value, runs);
    if (!costs) return { ...of, relation: { is: 'together' }, surprising: false };
  }
  return { ...of, relation: { is: 'competes', groups: [], runs, example }, surprising: first.level !== 'delivery' };
}

/**
 * Whether some basket that reaches a threshold by list value has the discount and no free delivery, or the other way
 * round.
 */
const hasStretch = (threshold: Minor, runs: readonly Run[]): boolean =>
  runs.some((run) => run.to >= threshold && (run.acts === 'first' || run.acts === 'second'));

export const worth = (question: Question): Minor =>
  minor(asSold(question).lines.reduce((sum, { item, units }) => sum + item.price * units, 0));

export const exampleOf = (question: Question): Example => ({
  lines: question.lines.map(({ item, units }) => ({ sku: item.sku, units })),
  place: placeText(question.place),
  codes: question.codes,
  value: worth(question),
});
