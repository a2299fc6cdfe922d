import type { CompiledBook } from '../../book/index.ts';
import { minor } from '../../exact/index.ts';
import { textsOf } from '../atlas.ts';
import { beforeOnly } from '../bounds.ts';
import type { Note } from '../dialect.ts';
import { bounded, exact, unsayable, worstOf } from '../fidelity.ts';
import { type PlainLane, plainReach } from '../plain.ts';
import { fitted, wholeCountries } from '../reach.ts';
import { freeFromTitle } from '../shopper-texts.ts';
import { blank, type Feed, promote, zoneFidelity } from './feed.ts';
import { limits } from './limits.ts';

type Zone = CompiledBook['defaultTemplate']['zones'][number];
type Service = CompiledBook['services'][number];

/** What is said of a zone and its lanes; the ids of promotions that say a lane's own threshold go into `thresholds`. */
export function zoneNotes(feed: Feed, zone: Zone, thresholds: Set<string>): Note[] {
  const mine = feed.entered.filter((one) => one.zone === zone.id);
  const said: Note = {
    clause: { about: 'zone', zone: zone.id },
    reads: mine.length === 0 ? [] : [[{ is: 'entries', places: textsOf(mine) }]],
    fidelity: zoneFidelity(feed, zone.id, mine),
  };
  if (mine.length === 0) return [said];
  return [
    said,
    ...feed.book.services.flatMap((service) => {
      const lane = feed.lanes.get(zone.id)?.get(service.id);
      return lane ? laneNotes(feed, zone, service, lane, mine.length, thresholds) : [];
    }),
  ];
}

/** What is said of a lane: an entry of each item, and a promotion from where it is free. */
function laneNotes(
  feed: Feed,
  zone: Zone,
  service: Service,
  lane: PlainLane,
  entries: number,
  thresholds: Set<string>,
): Note[] {
  const { say, dropped } = feed;
  const speed = feed.speedOf(service.id);
  const clause = { about: 'rate', template: feed.book.defaultTemplate.id, zone: zone.id, service: service.id } as const;
  if (speed === null)
    return [{ clause, reads: [], fidelity: unsayable({ is: 'no speed', service: service.id, speed }, 'a speed') }];
  if (!lane.rate) return [{ clause, reads: [], fidelity: lane.lost }];
  if (lane.rate.is === 'table' && lane.rate.over === 'value')
    return [{ clause, reads: [], fidelity: unsayable({ is: 'table by value' }, 'a table by mass') }];
  const { least, most } = plainReach(lane.rate);
  const off = minor(most - least);
  const several = off === 0 ? exact : bounded(off, { is: 'dearest item only', off }, 'a flat rate', 'live with it');
  const left = textsOf(dropped.filter((one) => one.lane === lane).map((one) => one.part));
  const full = left.length === 0 ? exact : unsayable({ is: 'entries full', fit: limits.entries, left }, 'one country');
  const rate: Note = {
    clause,
    reads: [
      [
        { is: 'entry', speed, least: say(least), most: say(most) },
        { is: 'entries of an item', count: entries },
      ],
    ],
    fidelity: worstOf([several, full, lane.lost]),
  };
  const threshold = {
    about: 'threshold',
    template: feed.book.defaultTemplate.id,
    zone: zone.id,
    service: service.id,
  } as const;
  const lost: Note[] =
    lane.thresholdLost.is === 'exact' ? [] : [{ clause: threshold, reads: [], fidelity: lane.thresholdLost }];
  const free = lane.freeFrom;
  if (!free || most <= 0) return [...lost, rate];

  const reached = wholeCountries(feed.book, new Set([zone.id]));
  const countries = feed.inTarget(reached.countries).join(' ');
  if (countries === '')
    return [
      ...lost,
      rate,
      { clause: threshold, reads: [], fidelity: unsayable({ is: 'no whole country' }, 'live with it') },
    ];
  const value = say(free.value);
  const id = promote(feed, {
    ...blank,
    id: `free-${zone.id}-${service.id}`,
    title: fitted(freeFromTitle(service.name, value), limits.title).title,
    kind: 'delivery',
    speeds: speed,
    least_value: value,
    countries,
  });
  thresholds.add(id);
  const reads: Note['reads'] = [[{ is: 'promotion', id }, speed, { is: 'least value', amount: value }, countries]];
  const fidelity = worstOf([beforeOnly(feed.book, free, most), reached.fidelity]);
  return [...lost, rate, { clause: threshold, reads, fidelity }];
}
