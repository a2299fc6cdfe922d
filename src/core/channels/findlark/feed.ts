import type { CompiledBook } from '../../book/index.ts';
import { amountText, type Minor } from '../../exact/index.ts';
import { rank } from '../../places/index.ts';
import { type Assigned, atlas, textsOf } from '../atlas.ts';
import { type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import { settingsOf } from '../manifest.ts';
import { type PlainLane, plainLanes } from '../plain.ts';
import { dearest, numbered } from '../reach.ts';
import type { Entry, Promotion } from './format.ts';
import { limits } from './limits.ts';
import { manifest } from './manifest.ts';

/** A lane of a place, as items name it. */
interface PlaceEntry {
  readonly part: Assigned;
  readonly within: Entry['within'];
  readonly speed: string;
  readonly lane: PlainLane;
}

/** What a feed says of places: which have entries, and which of them are left out for want of room. */
export interface Feed {
  readonly book: CompiledBook;
  readonly target: string;
  readonly say: (value: Minor) => string;
  readonly speedOf: (service: string) => string | null;
  readonly lanes: ReturnType<typeof plainLanes>;
  /** Every part of the map in the target. */
  readonly parts: readonly Assigned[];
  /** Those with an entry of their own, from wide to narrow. */
  readonly entered: readonly Assigned[];
  readonly kept: readonly PlaceEntry[];
  readonly dropped: readonly PlaceEntry[];
  /** The zone that a part's country falls in. */
  readonly wider: (part: Assigned) => string | null;
  /** Countries of some whose entry is for the whole of them; of all where none are named. */
  readonly inTarget: (countries: readonly string[] | null) => string[];
  /** The promotions said so far, each under an id of its own. */
  readonly promotions: Promotion[];
}

export function feedOf(book: CompiledBook): Feed {
  const { target, speeds } = settingsOf(book.body, manifest);
  const speedOf = (service: string) => speeds[service] ?? null;
  const lanes = plainLanes(book);
  const parts = atlas(book).filter(
    ({ pattern }) => pattern.is !== 'world' && (target === 'all' || pattern.country === target),
  );
  const wholes = parts.filter((one) => one.pattern.is === 'country');
  const zoneOfCountry = new Map(
    wholes.flatMap(({ pattern, zone }) => (pattern.is === 'country' ? [[pattern.country, zone]] : [])),
  );
  const wider = ({ pattern }: Assigned) =>
    pattern.is === 'world' ? null : (zoneOfCountry.get(pattern.country) ?? null);
  // Entries go from wide to narrow, so that what does not fit in 64 is what few shoppers see.
  const entered = [...wholes, ...parts.filter((one) => one.pattern.is !== 'country' && one.zone !== wider(one))]
    .filter((one) => one.zone !== null)
    .sort((a, b) => rank(a.pattern) - rank(b.pattern));
  const places = entered.flatMap((part): PlaceEntry[] => {
    const within = withinOf(part);
    return [...(lanes.get(part.zone ?? '') ?? [])].flatMap(([service, lane]) => {
      const speed = speedOf(service);
      return within && speed !== null ? [{ part, within, speed, lane }] : [];
    });
  });
  const sold = wholes.flatMap((one) =>
    one.pattern.is === 'country' && one.zone !== null ? [one.pattern.country] : [],
  );
  return {
    book,
    target,
    say: (value) => amountText(value, book.currency),
    speedOf,
    lanes,
    parts,
    entered,
    kept: places.slice(0, limits.entries),
    dropped: places.slice(limits.entries),
    wider,
    inTarget: (countries) => (countries ?? sold).filter((country) => sold.includes(country)),
    promotions: [],
  };
}

/** Says a promotion under an id that no other has; the id. */
export function promote({ promotions }: Feed, promotion: Promotion): string {
  const taken = (id: string) => promotions.some((one) => one.id === id);
  let id = promotion.id.slice(0, limits.id);
  for (let i = 2; taken(id); i += 1) id = numbered(promotion.id, i, limits.id);
  promotions.push({ ...promotion, id });
  return id;
}

/** A promotion that says nothing yet. */
export const blank: Promotion = {
  id: '',
  title: '',
  kind: '',
  percent: '',
  speeds: '',
  least_value: '',
  code: '',
  countries: '',
  from: '',
  until: '',
};

/** The place an entry names; null for what no entry can name. */
export function withinOf({ pattern }: Assigned): Entry['within'] | null {
  switch (pattern.is) {
    case 'country':
      return { is: 'country' };
    case 'part':
      return { is: 'part', part: pattern.part };
    case 'prefix':
      // A sector has a space, which prefixes there have not.
      return pattern.prefix.includes(' ') ? null : { is: 'prefix', prefix: pattern.prefix };
    default:
      return null;
  }
}

/**
 * What of a zone's places no entry can say: the rest of the world, single postcodes, places left out under a wider
 * entry.
 */
export function zoneFidelity({ book, parts, wider, speedOf }: Feed, zone: string, mine: readonly Assigned[]): Fidelity {
  if (mine.length === 0) return unsayable({ is: 'outside the target' }, 'all countries');
  const found: Fidelity[] = [];
  const hidden = parts.filter((one) => one.zone === null && wider(one) === zone);
  if (hidden.length > 0)
    found.push(
      unsayable(
        { is: 'promised where closed', places: textsOf(hidden), most: dearest(book, zone) },
        'delivered there too',
        'the country left out',
        'live with it',
      ),
    );
  const narrower = parts.filter((one) => one.zone !== null && one.zone !== zone && wider(one) === zone);
  const falls = narrower.filter((one) =>
    [...(book.defaultTemplate.lanes.get(zone)?.keys() ?? [])].some(
      (service) => speedOf(service) !== null && !book.defaultTemplate.lanes.get(one.zone ?? '')?.has(service),
    ),
  );
  if (falls.length > 0)
    found.push(
      unsayable({ is: 'services fall', places: textsOf(falls) }, 'services offered there too', 'live with it'),
    );
  return worstOf(found);
}
