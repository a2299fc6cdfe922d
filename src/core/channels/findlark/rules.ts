import {
  err,
  type Instant,
  type Minor,
  massOfGrams,
  memo,
  minor,
  nothing,
  parseDecimal,
  percentOf,
  type Result,
  unwrap,
} from '../../exact/index.ts';
import { beginsWith, type Pattern, type Place } from '../../places/index.ts';
import { type ChannelChoice, type ChannelFile, noEdges, type Probe, type Rules } from '../dialect.ts';
import { euros, eurosIfAny } from '../euros.ts';
import { type SideStep, titled } from '../side-step.ts';
import {
  type Entry,
  type Feed,
  type FeedItem,
  itemsName,
  type Promotion,
  promotionsName,
  readFeed,
  writeItems,
  writePromotions,
} from './format.ts';
import { speeds } from './limits.ts';

export function read(files: readonly ChannelFile[]): Result<Rules> {
  const text = (name: string) => files.find((one) => one.name === name)?.text;
  const [items, promotions] = [text(itemsName), text(promotionsName)];
  if (items === undefined || promotions === undefined) {
    const name = items === undefined ? itemsName : promotionsName;
    return err([name], { is: 'no file', name });
  }
  const feed = readFeed(items, promotions);
  return feed.ok ? { ok: true, value: rulesOf(feed.value) } : feed;
}

const momentOf = (text: string): Instant | null => (text === '' ? null : Date.parse(text));
const words = (cell: string) => cell.split(' ').filter(Boolean);

export const entryText = ({ country, within }: Entry): string =>
  within.is === 'country' ? country : within.is === 'part' ? within.part : `${country} ${within.prefix}*`;
const patternOf = ({ country, within }: Entry): Pattern =>
  within.is === 'country'
    ? { is: 'country', country }
    : within.is === 'part'
      ? { is: 'part', country, part: within.part }
      : { is: 'prefix', country, prefix: within.prefix };
const rankOf = ({ within }: Entry): number =>
  within.is === 'prefix' ? 10 + within.prefix.length : within.is === 'part' ? 2 : 1;
const fits = ({ country, within }: Entry, place: Place): boolean =>
  country === place.country &&
  (within.is === 'country' ||
    (within.is === 'part'
      ? place.part === within.part
      : place.postcode !== null && beginsWith(country, place.postcode, within.prefix)));

/** What entries say, told apart by nothing that decides a charge. Items of one mass share theirs. */
const entriesKey = memo((entries: FeedItem['entries']): string =>
  entries.map((entry) => `${entryText(entry)} ${entry.speed} ${entry.price}`).join('|'),
);

/** What Findlark does by its files: docs/formats/findlark.md, "Evaluation, in order". */
export function rulesOf(feed: Feed): Rules {
  const items = new Map(feed.items.map((item) => [item.id, item]));
  const alike = new Map<string, FeedItem[]>();
  for (const item of feed.items) {
    const key = entriesKey(item.entries);
    const same = alike.get(key);
    if (same) same.push(item);
    else alike.set(key, [item]);
  }
  const kinds = [...alike.values()].flatMap((same) => same[0] ?? []);
  const promotions = feed.promotions.map((promotion) => ({
    promotion,
    from: momentOf(promotion.from),
    until: momentOf(promotion.until),
    countries: new Set(words(promotion.countries)),
    speeds: new Set(words(promotion.speeds)),
    least: eurosIfAny(promotion.least_value),
    percent: promotion.kind === 'percent' ? unwrap(parseDecimal(promotion.percent, 3)) : null,
  }));
  const prices = new Set(kinds.flatMap((item) => item.entries.map((entry) => entry.price)));
  const charges = new Map([...prices].map((text) => [text, euros(text)]));
  const shown = (place: Place) => feed.target === 'all' || feed.target === place.country;
  const entryFor = (item: FeedItem, place: Place, speed: string): Entry | null => {
    let best: Entry | null = null;
    for (const entry of item.entries)
      if (entry.speed === speed && fits(entry, place) && (!best || rankOf(entry) > rankOf(best))) best = entry;
    return best;
  };
  return {
    written: () => [
      { name: itemsName, pieces: () => writeItems(feed) },
      { name: promotionsName, pieces: () => [writePromotions(feed)] },
    ],
    patterns: [
      ...new Map(
        kinds.flatMap((item) => item.entries.map((entry) => [entryText(entry), patternOf(entry)] as const)),
      ).values(),
    ],
    edgesAt(place) {
      const here = promotions.filter((one) => one.countries.has(place.country));
      return {
        values: here.flatMap(({ least }) => least ?? []),
        masses: [],
        moments: here.flatMap(({ from, until }) => [from, until].filter((one) => one !== null)),
        perItem: false,
      };
    },
    placeKey: (place) =>
      !shown(place)
        ? ''
        : kinds.map((item) => speeds.map((speed) => entryFor(item, place, speed)?.price ?? '-').join(' ')).join('|') +
          promotions.map((one) => (one.countries.has(place.country) ? '1' : '0')).join(''),
    probes: [...alike.values()].map(probeOf),
    planOf: () => null,
    without: (keys) => rulesOf({ ...feed, promotions: feed.promotions.filter((one) => !keys.has(one.id)) }),
    charges(basket, moment) {
      if (!shown(basket.place)) return [];
      const value = minor(basket.lines.reduce((sum, line) => sum + line.price * line.units, 0));
      const live = promotions.filter(
        ({ promotion, from, until, countries, least }) =>
          (from === null || from <= moment) &&
          (until === null || moment < until) &&
          (promotion.code === '' || basket.codes.includes(promotion.code)) &&
          countries.has(basket.place.country) &&
          (least === null || value >= least),
      );
      let discount: { took: Minor; by: Promotion } | null = null;
      for (const { promotion, percent } of live) {
        if (percent === null) continue;
        const took = percentOf(value, percent);
        if (took > (discount?.took ?? 0)) discount = { took, by: promotion };
      }
      return speeds.flatMap((speed): ChannelChoice[] => {
        let dearest: { charge: Minor; entry: Entry } | null = null;
        for (const line of basket.lines) {
          const item = items.get(line.listing);
          const entry = item && entryFor(item, basket.place, speed);
          const charge = entry ? charges.get(entry.price) : undefined;
          if (!entry || charge === undefined) return [];
          if (!dearest || charge > dearest.charge) dearest = { charge, entry };
        }
        if (!dearest) return [];
        const freeing = live.find((one) => one.promotion.kind === 'delivery' && one.speeds.has(speed));
        const steps: SideStep[] = [
          { step: 'place', amount: null, by: { is: 'place', name: entryText(dearest.entry) } },
        ];
        if (discount)
          steps.push({
            step: 'discount',
            amount: discount.took,
            by: titled(discount.by.title, discount.by.code),
          });
        steps.push({ step: 'rate', amount: dearest.charge, by: { is: 'dearest item' } });
        if (freeing)
          steps.push({
            step: 'offer',
            key: freeing.promotion.id,
            amount: dearest.charge,
            by: { is: 'title', title: freeing.promotion.title, least: freeing.least },
          });
        const charge = freeing ? nothing : dearest.charge;
        steps.push({ step: 'pays', amount: charge, by: null });
        return [{ speed, charge, discount: discount?.took ?? nothing, steps }];
      });
    },
  };
}

/** Items with the same entries, with the least value and mass any of them has. */
function probeOf(same: readonly FeedItem[]): Probe {
  const masses = same.map((item) => (item.grams === null ? null : massOfGrams(item.grams)));
  const known = masses.filter((mass) => mass !== null);
  return {
    listings: same.map((item) => item.id),
    leastValue: least(same.map((item) => euros(item.price))),
    leastMass: known.length === masses.length ? least(known) : null,
    edgesAt: noEdges,
  };
}

const least = <N extends number>(all: readonly N[]): N => all.reduce((a, b) => Math.min(a, b) as N);
