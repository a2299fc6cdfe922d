import type { CompiledBook, Template } from '../../book/index.ts';
import { amountText, type Minor, minor } from '../../exact/index.ts';
import { lies, type Offer } from '../../offers/index.ts';
import { matches, patternText } from '../../places/index.ts';
import { isFor } from '../acting.ts';
import { type Fallen, wholeAtlas } from '../atlas.ts';
import type { Listed } from '../dialect.ts';
import { type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import { type KeepsOut, keepingOut } from '../keeping-out.ts';
import { settingsOf } from '../manifest.ts';
import { numbered } from '../reach.ts';
import type { Promotion } from './format.ts';
import { type Delivered, type DeliveredLane, deliveredGroups } from './groups.ts';
import { type Labels, labelsOf } from './labels.ts';
import { speeds as inFile, limits } from './limits.ts';
import { manifest } from './manifest.ts';
import { type NamedPart, namedParts, type Spoken, withinOf } from './named-parts.ts';
import { type Sales, salesOf } from './sales.ts';
import { type FeedSetting, feedsOf } from './settings.ts';

/**
 * What a feed says: its goods, the places that can have entries, what goods pay there, and what is said of it so far.
 */
export interface Feed {
  readonly book: CompiledBook;
  readonly setting: FeedSetting;
  readonly goods: readonly Listed[];
  /** How the book's offers keep each other out. */
  readonly keepsOut: (a: Offer, b: Offer) => KeepsOut;
  readonly sales: Sales;
  readonly labels: Labels;
  readonly say: (value: Minor) => string;
  readonly speedOf: (service: string) => string | null;
  /** The services with a speed of their own, as the file orders those: of two with one speed the first. */
  readonly spoken: readonly Spoken[];
  /** From wide to narrow, so that what does not fit in 64 entries is what few shoppers see. */
  readonly parts: readonly NamedPart[];
  /** Parts of the map that no entry can name, and those that no feed is for. */
  readonly unnamed: readonly Fallen[];
  readonly outside: readonly Fallen[];
  readonly groups: readonly Delivered[];
  /** Countries of some where goods are sold; of all where none are named. */
  readonly inTarget: (countries: readonly string[] | null) => string[];
  /** The most that any goods pay in some zones, everywhere where none are named, at some speeds or at any. */
  readonly mostIn: (zones: ReadonlySet<string> | null, speeds?: ReadonlySet<string>) => Minor;
  /** The promotions said so far, each under an id of its own. */
  readonly promotions: Promotion[];
}

/** The feeds that a book sets, in the order in which they are asked. */
export function feedsIn(book: CompiledBook, goods: readonly Listed[]): readonly Feed[] {
  const settings = feedsOf(settingsOf(book.body, manifest));
  const keepsOut = keepingOut(book, goods);
  return settings.map((setting) => feedOf(book, goods, setting, settings, keepsOut));
}

function feedOf(
  book: CompiledBook,
  all: readonly Listed[],
  setting: FeedSetting,
  feeds: readonly FeedSetting[],
  keepsOut: (a: Offer, b: Offer) => KeepsOut,
): Feed {
  const goods = goodsOf(book, all, setting);
  const { speeds } = settingsOf(book.body, manifest);
  const speedOf = (service: string) => speeds[service] ?? null;
  const taken = new Set<string>();
  const spoken = book.services.flatMap(({ id, days }): Spoken[] => {
    const speed = speedOf(id);
    if (speed === null || taken.has(speed)) return [];
    taken.add(speed);
    return [{ id, speed, days }];
  });
  spoken.sort((a, b) => placeOfSpeed(a.speed) - placeOfSpeed(b.speed));
  const inside = wholeAtlas(book).filter((one) => aims(setting, one));
  const parts = namedParts(inside);
  const groups = deliveredGroups(book, goods, parts, spoken);
  // A country is named where goods go to some part of it: what is closed there has no entries.
  const sold = [
    ...new Set(parts.flatMap(({ country, zones }) => (zones.some((zone) => zone !== null) ? [country] : []))),
  ].sort();
  return {
    book,
    setting,
    goods,
    keepsOut,
    sales: salesOf(
      goods,
      book.offers.filter((offer) => isFor(book, offer, 'findlark')),
      keepsOut,
    ),
    labels: labelsOf(goods),
    say: (value) => amountText(value, book.currency),
    speedOf,
    spoken,
    parts,
    unnamed: inside.filter((one) => withinOf(one) === null),
    outside: wholeAtlas(book).filter((one) => !feeds.some((other) => aims(other, one))),
    groups,
    inTarget: (countries) => (countries ? sold.filter((country) => countries.includes(country)) : sold),
    mostIn: (zones, speeds) => {
      const isOf = ({ zone, speed }: DeliveredLane) => (!zones || zones.has(zone)) && (!speeds || speeds.has(speed));
      return minor(Math.max(0, ...groups.flatMap(({ lanes }) => lanes.filter(isOf).map(({ most }) => most))));
    },
    promotions: [],
  };
}

const placeOfSpeed = (speed: string): number => (inFile as readonly string[]).indexOf(speed);

/** The goods that a feed has. */
export const goodsOf = (book: CompiledBook, all: readonly Listed[], { goods }: FeedSetting): readonly Listed[] => {
  if (goods === null) return all;
  const part = book.parts.findIndex(({ id }) => id === goods);
  return all.filter((item) => lies(item, part));
};

/** Whether a feed is for a part of the map. */
const aims = ({ countries }: FeedSetting, { pattern }: Fallen): boolean =>
  countries === 'all' || (pattern.is !== 'world' && countries.includes(pattern.country));

/** Says a promotion under an id that no other has; the promotion as it is said. */
export function promote({ promotions }: Feed, promotion: Promotion): Promotion {
  const taken = (id: string) => promotions.some((one) => one.id === id);
  let id = promotion.id.slice(0, limits.id);
  for (let i = 2; taken(id); i += 1) id = numbered(promotion.id, i, limits.id);
  const said = { ...promotion, id };
  promotions.push(said);
  return said;
}

/** The zone that a part falls in without an entry of its own, by the template at a place in the book; null for none. */
function widerZone({ parts }: Feed, part: NamedPart, template: number): string | null {
  for (let at = part.wider; at >= 0; at = parts[at]?.wider ?? -1) {
    const zone = parts[at]?.zones[template] ?? null;
    if (zone !== null) return zone;
  }
  return null;
}

/** The same for a part that no entry can name. */
function coveringZone(feed: Feed, { place }: Fallen, template: number): string | null {
  const covering = feed.parts.findLast(({ pattern }) => matches(pattern, place));
  if (!covering) return null;
  return covering.zones[template] ?? widerZone(feed, covering, template);
}

const texts = (parts: readonly Fallen[]): string[] => [...new Set(parts.map((one) => patternText(one.pattern)))];

/**
 * What of a zone's places no entry can say: the rest of the world, single postcodes, places left out under a wider
 * entry.
 */
export function zoneFidelity(feed: Feed, zone: string): Fidelity {
  const { book, parts, unnamed, outside, spoken } = feed;
  const used = new Set(feed.groups.map(({ group }) => group.template.id));
  // What no speed takes there is not in any entry.
  const isTaken = (template: Template) => spoken.some(({ id }) => template.lanes.get(zone)?.has(id));
  const templates = book.templates.flatMap((template, at) =>
    used.has(template.id) && isTaken(template) ? [{ template, at }] : [],
  );
  if (!parts.some(({ zones }) => zones.includes(zone))) return unsayable({ is: 'outside the target' }, 'all countries');
  const found: Fidelity[] = [];
  const lacks = (template: Template, of: string, than: string): boolean =>
    spoken.some(({ id }) => template.lanes.get(than)?.has(id) && !template.lanes.get(of)?.has(id));
  const under = templates.flatMap(({ template, at }) =>
    parts
      .filter((part) => part.zones[at] !== zone && widerZone(feed, part, at) === zone)
      .map((part) => ({ part, template, own: part.zones[at] ?? null })),
  );
  const unnamedUnder = templates.flatMap(({ at }) =>
    unnamed.filter((part) => part.zones[at] == null && coveringZone(feed, part, at) === zone),
  );
  const hidden = [...under.filter(({ own }) => own === null).map(({ part }) => part), ...unnamedUnder];
  if (hidden.length > 0)
    found.push(
      unsayable(
        { is: 'promised where closed', places: texts(hidden), most: feed.mostIn(new Set([zone])) },
        'delivered there too',
        'the country left out',
        'live with it',
      ),
    );
  const falls = under.filter(({ own, template }) => own !== null && lacks(template, own, zone)).map(({ part }) => part);
  if (falls.length > 0)
    found.push(unsayable({ is: 'services fall', places: texts(falls) }, 'services offered there too', 'live with it'));
  if (outside.some(({ zones }) => zones.includes(zone)))
    found.push(unsayable({ is: 'outside the target' }, 'all countries'));
  const lost = unnamed.filter(({ zones }) => zones.includes(zone));
  if (lost.length > 0)
    found.push(unsayable({ is: 'not named there', places: texts(lost) }, 'whole regions', 'live with it'));
  return worstOf(found);
}
