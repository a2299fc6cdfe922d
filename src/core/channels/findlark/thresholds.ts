import { type Minor, minor } from '../../exact/index.ts';
import { allGoods } from '../../offers/index.ts';
import type { FreeFrom, Over } from '../../rates/index.ts';
import type { Fallen } from '../atlas.ts';
import { bringingBelow, chargedUpTo, highestBelow, type LostUpTo, stated } from '../bounds.ts';
import { mostCharged } from '../charged-for-goods.ts';
import type { Listed, Note } from '../dialect.ts';
import { bounded, exact, type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import { fitted, wholeCountries } from '../reach.ts';
import { freeFromTitle } from '../shopper-texts.ts';
import { type Feed, promote } from './feed.ts';
import type { DeliveredLane } from './groups.ts';
import { limits } from './limits.ts';
import { manifest } from './manifest.ts';
import { heldAs } from './ready-feed.ts';
import { testedAfterSales } from './sales.ts';

/** From where a zone's lanes are free by a promotion: for all goods that go to its countries by the service's speed. */
interface Freeing {
  readonly id: string;
  readonly key: string;
  readonly zone: string;
  readonly service: string;
  readonly speed: string;
  readonly value: string;
  readonly said: FreeFrom;
  readonly countries: readonly string[];
  readonly reached: Fidelity;
}

type Offered = (country: string, speed: string) => boolean;

/** A lane of a template that goods without rates of their own are charged by. */
interface Charged {
  readonly template: string;
  readonly goods: readonly Listed[];
  readonly lane: DeliveredLane;
  readonly country: string;
}

/**
 * What is said of lanes' thresholds: a promotion for each zone and service, which frees all goods of a basket together,
 * whatever their own lanes say. The keys of those promotions go into `told`.
 *
 * @param offered whether some item has an entry for a country and a speed that is not free
 */
export function thresholdNotes(feed: Feed, offered: Offered, told: Set<string>): Note[] {
  const charged = feed.groups.flatMap(({ group, lanes }) =>
    // Goods with rates of their own are spoken of by themselves.
    group.own !== null
      ? []
      : lanes.flatMap((lane): Charged[] => {
          const part = feed.parts[lane.part];
          return lane.lost === null && part
            ? [{ template: group.template.id, goods: group.goods, lane, country: part.country }]
            : [];
        }),
  );
  const freeing = freeingIn(feed, charged, offered);
  for (const { key } of freeing) told.add(key);
  const clauses = new Map<string, Charged[]>();
  for (const one of charged) {
    const key = [one.template, one.lane.zone, one.lane.service].join('\u0000');
    clauses.set(key, [...(clauses.get(key) ?? []), one]);
  }
  return [...clauses.values()].flatMap((lanes) => noteOf(feed, lanes, freeing));
}

/** A threshold of a zone's lanes, of the first template that has one, and the countries that a promotion is to name. */
interface Wanted extends Omit<Freeing, 'id' | 'key'> {
  readonly least: Minor;
}

/**
 * The promotions that say thresholds: one for all zones that are free by a speed from one value. A country of which
 * less is asked already is named no more.
 */
function freeingIn(feed: Feed, charged: readonly Charged[], offered: Offered): Freeing[] {
  const groups = new Map<string, Wanted[]>();
  for (const one of wantedIn(feed, charged, offered)) {
    const key = `${one.speed} ${one.least}`;
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  const inOrder = [...groups.values()].sort(
    ([a], [b]) => (a && b && (placeOfSpeed(feed, a) - placeOfSpeed(feed, b) || a.least - b.least)) || 0,
  );
  const freed = new Set<string>();
  return inOrder.flatMap((zones): Freeing[] => {
    const [{ speed, value, least }] = zones as [Wanted];
    const asked = new Set(zones.flatMap(({ countries }) => countries));
    const named = feed.inTarget(null).filter((country) => asked.has(country) && !freed.has(`${speed} ${country}`));
    if (named.length === 0) return [];
    for (const country of named) freed.add(`${speed} ${country}`);
    const promotion = promote(feed, {
      id: `free-${speed}-${value.replace('.', '-')}`,
      title: fitted(freeFromTitle(speed, value), limits.title).title,
      does: { kind: 'delivery', speeds: [speed] },
      of: { is: 'all' },
      leastValue: least === 0 ? null : value,
      leastUnits: null,
      code: null,
      countries: named,
      from: null,
      until: null,
      shown: ['basket'],
    });
    const key = heldAs(feed.setting, promotion);
    return zones.map(({ least: _, countries, ...zone }) => ({
      ...zone,
      id: promotion.id,
      key,
      countries: countries.filter((country) => named.includes(country)),
    }));
  });
}

const placeOfSpeed = ({ spoken }: Feed, { speed }: Wanted): number => spoken.findIndex((one) => one.speed === speed);

function wantedIn(feed: Feed, charged: readonly Charged[], offered: Offered): Wanted[] {
  const { book } = feed;
  return book.body.zones.flatMap(({ id: zone }) =>
    book.services.flatMap((service): Wanted[] => {
      const here = charged.filter(({ lane }) => lane.zone === zone && lane.service === service.id);
      const free = here.find(({ lane }) => isSayable(lane.threshold));
      if (!free || here.every(({ lane }) => lane.most === 0)) return [];
      // Lanes of other zones that it reaches say what that comes to.
      const missed = (places: readonly Fallen[]): Minor =>
        places.some(({ zones }) => zones.includes(zone))
          ? minor(Math.max(...here.map(({ lane }) => lane.most)))
          : minor(0);
      const reached = wholeCountries(book, new Set([zone]), missed);
      const countries = feed.inTarget(reached.countries).filter((country) => offered(country, free.lane.speed));
      if (countries.length === 0) return [];
      const said = free.lane.threshold as FreeFrom;
      const value = feed.say(said.value);
      const { speed } = free.lane;
      return [
        { zone, service: service.id, speed, value, least: said.value, said, countries, reached: reached.fidelity },
      ];
    }),
  );
}

/** A threshold as promotions have it: by the value of the whole basket. */
const isSayable = (threshold: FreeFrom | null): boolean => threshold?.over === 'value' && threshold.of === 'basket';
const same = (a: FreeFrom | null, b: FreeFrom): boolean => JSON.stringify(a) === JSON.stringify(b);

function noteOf(feed: Feed, lanes: readonly Charged[], freeing: readonly Freeing[]): Note[] {
  const [first] = lanes;
  if (!first) return [];
  const { template, lane } = first;
  const countries = new Set(lanes.map(({ country }) => country));
  const acting = freeing.filter(
    (one) => one.speed === lane.speed && one.countries.some((country) => countries.has(country)),
  );
  const upTo: LostUpTo = (value) =>
    Math.max(...lanes.map(({ lane: { by, most }, goods }) => Math.min(most, mostCharged(by, goods, value))));
  const most = minor(upTo(stated.value));
  if (most === 0 || (acting.length === 0 && lane.threshold === null)) return [];
  const freedTogether = (value: number): Fidelity => {
    const off = minor(upTo(value));
    return bounded(off, { is: 'freed together', off }, 'live with it');
  };
  const own = acting.find((one) => one.zone === lane.zone && same(lane.threshold, one.said));
  const naming = own ? [own] : acting;
  const unnamed = [...countries].some((country) => !naming.some((one) => one.countries.includes(country)));
  return [
    {
      clause: { about: 'threshold', template, zone: lane.zone, service: lane.service },
      reads: acting.map(({ id, speed, value, countries: named }) => [
        { is: 'promotion', id },
        speed,
        { is: 'least value', amount: value },
        named.join(' '),
      ]),
      keys: acting.map(({ key }) => key),
      fidelity: worstOf([
        own ? ownFidelity(feed, own, upTo) : acting.length > 0 ? exact : untold(lane.threshold),
        // In countries that are another zone's by another template its promotion does not go, and others may not.
        lane.threshold !== null && acting.length > 0 && unnamed ? freedTogether(stated.value) : exact,
        ...acting
          .filter((one) => !same(lane.threshold, one.said))
          .map(({ said }) =>
            freedTogether(
              lane.threshold ? Math.max(chargedBelow(feed, lane.threshold), unfreedUpTo(feed, said)) : stated.value,
            ),
          ),
      ]),
    },
  ];
}

/** The highest list value of baskets that a threshold may leave charged, within what is compared. */
const chargedBelow = ({ book }: Feed, free: FreeFrom): number =>
  free.over === 'value' ? chargedUpTo({ book, channel: manifest.id, zones: null }, free) : stated.value;

/** The same of what a promotion asks, which tests what is left after sales. */
const unfreedUpTo = ({ sales }: Feed, { value }: FreeFrom): number => {
  const asked = minor(value);
  return highestBelow(asked, bringingBelow(asked, [...sales.offers.keys()]));
};

const ownFidelity = (feed: Feed, { said, reached }: Freeing, most: LostUpTo): Fidelity =>
  worstOf([testedAfterSales(feed, said, { part: allGoods, level: 'delivery', most, of: null }), reached]);

/** A threshold for which there is no promotion at all. */
function untold(threshold: FreeFrom | null): Fidelity {
  if (threshold === null || isSayable(threshold)) return unsayable({ is: 'no whole country' }, 'live with it');
  const over: Over | 'own group' = threshold.over === 'value' ? 'own group' : threshold.over;
  return unsayable({ is: 'threshold', over }, 'free from the basket', 'live with it');
}
