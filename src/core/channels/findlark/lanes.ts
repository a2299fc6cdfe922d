import { gram, type Minor, minor, parseAmount, unwrap } from '../../exact/index.ts';
import { patternText } from '../../places/index.ts';
import { breaksOf } from '../../rates/index.ts';
import { highestBelow, stated } from '../bounds.ts';
import { mostCharged } from '../charged-for-goods.ts';
import { dearestPays } from '../dearest-pays.ts';
import type { Listed, Note } from '../dialect.ts';
import { mostFeesOf } from '../fees.ts';
import { boundedIf, exact, type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import type { GoodsGroup, GroupLane } from '../goods-groups.ts';
import { mostOfGoods } from '../of-goods.ts';
import type { Alike, Entered } from './entries.ts';
import { type Feed, zoneFidelity } from './feed.ts';
import type { Delivered, DeliveredLane } from './groups.ts';
import { limits } from './limits.ts';

/** A group with what its goods' entries come to. */
export type Said = Delivered & { readonly entered: ReadonlyMap<DeliveredLane, Entered> };

/** What is said of the zones of the templates that goods have: where entries may be. */
export function zoneNotes(feed: Feed): Note[] {
  const { book, parts } = feed;
  const used = new Set(feed.groups.flatMap(({ group }) => group.template.zones.map((zone) => zone.id)));
  return book.body.zones
    .filter(({ id }) => used.has(id) || book.defaultTemplate.zones.some((zone) => zone.id === id))
    .map(({ id }): Note => {
      const mine = parts.filter(({ zones }) => zones.includes(id)).map((one) => patternText(one.pattern));
      return {
        clause: { about: 'zone', zone: id },
        reads: mine.length === 0 ? [] : [[{ is: 'entries', places: mine }]],
        fidelity: zoneFidelity(feed, id),
      };
    });
}

/** What is said of each lane: an entry of each item as it is charged alone. */
export function laneNotes(feed: Feed, said: readonly Said[]): Note[] {
  const { book } = feed;
  return book.templates.flatMap((template) => {
    const all = said.filter(({ group }) => group.template.id === template.id);
    if (all.length === 0) return [];
    // Goods with rates of their own are spoken of by themselves, but for services that have no speed.
    const groups = all.filter(({ group }) => group.own === null);
    return template.zones.flatMap((zone) =>
      book.services.flatMap((service): Note[] => {
        if (
          !book.templates
            .find((one) => one === template)
            ?.lanes.get(zone.id)
            ?.has(service.id)
        )
          return [];
        const clause = { about: 'rate', template: template.id, zone: zone.id, service: service.id } as const;
        if (!feed.parts.some(({ zones }) => zones.includes(zone.id))) return [];
        const speed = feed.spoken.find(({ id }) => id === service.id)?.speed;
        if (speed === undefined) {
          const named = feed.speedOf(service.id);
          const loss = { is: named === null ? 'no speed' : 'speed taken', service: service.id, speed: named } as const;
          return [{ clause, reads: [], fidelity: unsayable(loss, named === null ? 'a speed' : 'a speed of its own') }];
        }
        const here = groups.flatMap(({ group, lanes, entered }) =>
          lanes
            .filter((lane) => lane.zone === zone.id && lane.service === service.id)
            .map((lane) => ({ group, lane, entry: entered.get(lane) })),
        );
        if (here.length === 0) return [];
        const entries = here.flatMap(({ entry }) => (entry && entry.most >= entry.least ? [entry] : []));
        const [least, most] = [
          Math.min(...entries.map((one) => one.least)),
          Math.max(...entries.map((one) => one.most)),
        ];
        return [
          {
            clause,
            reads:
              entries.length === 0
                ? []
                : [
                    [
                      { is: 'entry', speed, least: feed.say(minor(least)), most: feed.say(minor(most)) },
                      { is: 'entries of an item', count: new Set(here.map(({ lane }) => lane.part)).size },
                    ],
                  ],
            fidelity: worstOf(here.map(({ group, lane, entry }) => laneFidelity(feed, group, lane, entry))),
          },
        ];
      }),
    );
  });
}

function laneFidelity(
  feed: Feed,
  group: Delivered['group'],
  lane: DeliveredLane,
  entry: Entered | undefined,
): Fidelity {
  if (lane.lost || !entry) return lane.lost ?? exact;
  const found: Fidelity[] = [];
  const left = feed.parts[lane.part];
  if (entry.full && left)
    found.push(
      unsayable({ is: 'entries full', fit: limits.entries, left: [patternText(left.pattern)] }, 'one country'),
    );
  if (entry.falls && left)
    found.push(
      unsayable(
        { is: 'services fall', places: [patternText(left.pattern)] },
        'services offered there too',
        'live with it',
      ),
    );
  // Alone it is not delivered so, and with others it may be.
  if (entry.refused && group.goods.length > 0 && lane.ends)
    found.push(unsayable({ is: 'no beginning' }, 'live with it'));
  if (lane.ends) found.push(unsayable({ is: 'no stop' }, 'an open last break', 'live with it'));
  const off = several(lane, entry, group.goods, left ? unfreedBelow(feed, lane, left.country) : stated.value);
  found.push(boundedIf(off, { is: 'dearest item only', off }, 'a flat rate', 'live with it'));
  if (goesByRest(feed, lane))
    found.push(boundedIf(off, { is: 'steps before discounts', off }, 'steps before discounts', 'live with it'));
  return worstOf(found);
}

/** Whether a lane charges by what discounts leave of the value: no entry of an item does. */
const goesByRest = ({ book }: Feed, { by: { lane, price } }: DeliveredLane): boolean =>
  lane.after && breaksOf(price.rate)?.over === 'value' && book.offers.some(({ level }) => level !== 'delivery');

/** The highest list value of baskets that pay a lane there: from some value on a promotion frees all goods. */
function unfreedBelow({ book, promotions, sales }: Feed, { speed }: DeliveredLane, country: string): number {
  const always = promotions.filter(({ of, code, from, until }) => of.is === 'all' && !code && !from && !until);
  const values = always.flatMap(({ does, leastValue, countries }) =>
    does.kind === 'delivery' && does.speeds.includes(speed) && countries.includes(country) && leastValue !== null
      ? unwrap(parseAmount(leastValue, book.currency))
      : [],
  );
  return Math.min(stated.value, ...values.map((value) => highestBelow(value, [...sales.offers.keys()])));
}

/** By how much several items of a group, worth so much in all, may pay otherwise than the dearest of their entries. */
function several(
  { by, isFlat, steps, least: from }: DeliveredLane,
  { alike, least, most }: Entered,
  goods: readonly Listed[],
  value: number,
): Minor {
  if (isFlat || most < least) return minor(0);
  const all = mostOfGoods(goods, value);
  // The longest side of many is that of the longest: what is added is what each is charged besides.
  if (breaksOf(by.price.rate)?.over === 'long side')
    return minor(shorterIsDearer(alike()) + by.lane.fees.alone.item * (all.units - 1) + rounding(by));
  if (!steps) return minor(Math.max(0, mostCharged(by, goods, value) - least, most - from));
  // Of what costs no more alone, one of what costs most up to as many as may be of the heaviest and dearest.
  let [mass, price, off] = [0, 0, 0];
  for (const one of [...alike()].sort((a, b) => a.charge - b.charge)) {
    mass = Math.max(mass, one.mass.most);
    price = Math.max(price, one.price.most);
    const charged =
      steps.by === 'value'
        ? chargesIn(steps, one.price.least, Math.min(all.value, all.units * price))
        : chargesIn(
            steps,
            Math.ceil(one.mass.least / gram),
            Math.ceil((Math.min(all.mass, all.units * mass) + by.given) / gram),
          );
    off = Math.max(off, charged.most + steps.each * all.units - one.charge, one.charge - charged.least - steps.each);
  }
  return minor(off);
}

/** By how much one item may be dearer than another that is as long, or longer. */
const shorterIsDearer = (all: readonly Alike[]): number =>
  Math.max(
    0,
    ...all.map(({ charge, long }) =>
      all.reduce((most, one) => (one.long.least <= long.most ? Math.max(most, one.charge - charge) : most), 0),
    ),
  );

/** What a charge that is converted in one may come to besides its parts. */
const rounding = ({ lane }: GroupLane): number => (lane.conversion ? 1 : 0);

/** What steps charge at the least and the most from one figure to another, both counting. */
function chargesIn(
  { rows }: NonNullable<DeliveredLane['steps']>,
  from: number,
  to: number,
): { least: number; most: number } {
  const charges = rows.flatMap(({ from: start, charge }, i) =>
    charge !== null && start <= to && (rows[i + 1]?.from ?? Number.POSITIVE_INFINITY) > from ? [charge] : [],
  );
  return { least: Math.min(...charges), most: Math.max(0, ...charges) };
}

/** Whether goods with a rate of their own may be freed on one side alone: by a promotion of all, or in the book. */
const mayBeFreed = (feed: Feed, { own }: GoodsGroup, lane: DeliveredLane): boolean =>
  isFreed(feed, lane) || (own?.waivable === true && lane.threshold !== null);

/** Whether some promotion makes delivery free there, of whatever goods. */
const isFreed = ({ promotions, parts }: Feed, { part, speed }: DeliveredLane): boolean =>
  promotions.some(
    ({ does, countries }) =>
      does.kind === 'delivery' && does.speeds.includes(speed) && countries.includes(parts[part]?.country ?? ''),
  );

/** What is said of goods with rates and fees of their own, and of those that some services bar. */
export function goodsNotes(feed: Feed, goods: readonly Listed[], said: readonly Said[]): Note[] {
  const notes: Note[] = [];
  const own = said.filter(({ group }) => group.own !== null);
  const count = (groups: readonly Said[]) => groups.reduce((sum, { group }) => sum + group.goods.length, 0);
  if (own.length > 0)
    notes.push({
      clause: { about: 'apart', by: 'own rate', items: count(own) },
      reads: [['items', { is: 'listings', count: count(own) }]],
      fidelity: worstOf(
        own.flatMap(({ group, lanes, entered }) =>
          lanes.flatMap((lane) => [
            laneFidelity(feed, group, lane, entered.get(lane)),
            boundedIf(
              mayBeFreed(feed, group, lane) ? lane.most : 0,
              { is: 'freed together', off: lane.most },
              'live with it',
            ),
          ]),
        ),
      ),
    });
  const handled = goods.filter(({ handling }) => handling !== null);
  const most = mostFeesOf(
    said.map(({ group, lanes }) => ({ goods: group.goods, lanes: lanes.filter(({ lost }) => lost === null) })),
  );
  if (handled.length > 0)
    notes.push({
      clause: { about: 'apart', by: 'fee', items: handled.length },
      reads: [['items', { is: 'listings', count: handled.length }]],
      // Of many units one pays, and none where a promotion makes delivery free.
      fidelity: boundedIf(most, { is: 'fee once', off: most }, 'a fee in the rate', 'live with it'),
    });
  const all = (1 << feed.book.services.length) - 1;
  const barred = goods.filter(({ serves }) => (serves & all) !== all);
  if (barred.length > 0)
    notes.push({
      clause: { about: 'apart', by: 'services', items: barred.length },
      reads: [['items', { is: 'listings', count: barred.length }]],
      fidelity: exact,
    });
  return notes;
}

/** What is said of baskets of several groups: the dearest entry is what all of it pays. */
export function mixingNote({ book, parts, groups }: Feed): Note {
  // Parts of the map that are in one zone of each template pay alike.
  const alike = parts.map(({ zones }) => zones.join('\u0000'));
  const paying = groups.map(({ group, lanes }) => ({
    group,
    whole: group.goods,
    lanes: lanes.flatMap((lane) => {
      const zone = alike[lane.part] ?? '';
      return lane.lost === null && alike.indexOf(zone) === lane.part ? [{ ...lane, zone }] : [];
    }),
  }));
  return {
    clause: { about: 'mixing' },
    reads: [[{ is: 'dearest entry' }]],
    fidelity: dearestPays(book, paying),
  };
}
