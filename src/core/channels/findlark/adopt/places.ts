import type { BookInput } from '../../../book/index.ts';
import { unwrap } from '../../../exact/index.ts';
import { matches, type Place, parsePattern, placeIn, plainOf, rank } from '../../../places/index.ts';
import { namesOf } from '../../adopted-names.ts';
import { idsFor, slug } from '../../into-book.ts';
import type { Entry, FeedFile } from '../format.ts';
import { speeds } from '../limits.ts';
import { entryText } from '../rules.ts';

type Zone = BookInput['zones'][number];

/** What an entry says of a speed at a place. */
export type Said = Pick<Entry, 'price' | 'days'>;

/** A place that some entry names, and those of its country that take it in, the narrowest first. */
interface Named {
  readonly text: string;
  readonly country: string;
  readonly isCountry: boolean;
  readonly wider: readonly string[];
}

/** The places of some feeds as zones of a book, and what deliveries say there. */
export interface AdoptedPlaces {
  readonly zones: Zone[];
  /** The countries that zones lie in. */
  readonly countriesOf: ReadonlyMap<string, readonly string[]>;
  /** What a delivery says of a speed in a zone, by an entry of its own there or of a wider place; null for nothing. */
  saidIn(delivery: string, zone: string, speed: string): Said | null;
}

/**
 * Zones of places at which all deliveries say the same, and that the same promotions name. Those of whole countries and
 * those within one are apart.
 *
 * @param lists the entries of each delivery, by its id
 */
export function placesIn(feeds: readonly FeedFile[], lists: ReadonlyMap<string, readonly Entry[]>): AdoptedPlaces {
  const tables = new Map([...lists].map(([id, entries]) => [id, tableOf(entries)]));
  const promotedAt = feeds.flatMap(({ promotions }) => promotions.flatMap(({ countries }) => countries));
  const named = namedIn([...[...lists.values()].flat(), ...promotedAt.map(wholeOf)]);
  const saidAt = (delivery: string, { text, wider }: Named, speed: string): Said | null => {
    const table = tables.get(delivery);
    const at = [text, ...wider].find((place) => table?.has(`${place} ${speed}`));
    return (at !== undefined && table?.get(`${at} ${speed}`)) || null;
  };
  const promoted = (country: string) =>
    feeds.flatMap(({ name, promotions }) =>
      promotions.flatMap((one) => (one.countries.includes(country) ? `${name}/${one.id}` : [])),
    );
  const groups = new Map<string, Named[]>();
  for (const place of named) {
    const said = [...tables.keys()].map((delivery) => speeds.map((speed) => saidAt(delivery, place, speed)));
    const key = JSON.stringify([place.isCountry ? null : place.country, promoted(place.country), said]);
    groups.set(key, [...(groups.get(key) ?? []), place]);
  }
  const all = [...groups.values()];
  const keys = all.map(([first]) => slug(first?.text ?? ''));
  const idOf = idsFor(keys, 40);
  const zones = all.map((places, i): Zone => {
    return { id: idOf(keys[i] ?? ''), name: nameOf(places), takes: places.map(({ text }) => text), leaves: [] };
  });
  const firstOf = new Map(zones.map(({ id }, i) => [id, all[i]?.[0] as Named]));
  return {
    zones,
    countriesOf: new Map(zones.map(({ id }, i) => [id, (all[i] ?? []).map(({ country }) => country)])),
    saidIn(delivery, zone, speed) {
      const place = firstOf.get(zone);
      return place ? saidAt(delivery, place, speed) : null;
    },
  };
}

const tableOf = (entries: readonly Entry[]): ReadonlyMap<string, Said> =>
  new Map(entries.map((entry) => [`${entryText(entry)} ${entry.speed}`, { price: entry.price, days: entry.days }]));

const wholeOf = (country: string): Pick<Entry, 'country' | 'within'> => ({ country, within: { is: 'country' } });

/** The places that entries name, from wide to narrow and by their letters. */
function namedIn(all: readonly Pick<Entry, 'country' | 'within'>[]): Named[] {
  const entries = new Map(all.map((entry) => [entryText(entry), entry]));
  const places = [...entries].map(([text, { country, within }]) => {
    const pattern = unwrap(parsePattern(text));
    const place = plainOf(pattern).map(placeIn).find(Boolean);
    return { text, country, isCountry: within.is === 'country', pattern, place };
  });
  places.sort((a, b) => rank(a.pattern) - rank(b.pattern) || (a.text < b.text ? -1 : 1));
  const takesIn = (wider: (typeof places)[number], place: Place | undefined) =>
    place !== undefined && matches(wider.pattern, place);
  return places.map(({ text, country, isCountry, pattern, place }) => ({
    text,
    country,
    isCountry,
    wider: places
      .filter((one) => one.country === country && rank(one.pattern) < rank(pattern) && takesIn(one, place))
      .map((one) => one.text)
      .reverse(),
  }));
}

const countryNames = new Intl.DisplayNames(['en'], { type: 'region' });

/** Countries by their names; what lies within one as it is written. */
function nameOf(places: readonly Named[]): string {
  const names = places.map(({ text, isCountry }) => (isCountry ? (countryNames.of(text) ?? text) : text));
  return namesOf(names);
}
