import type { CompiledBook } from '../../book/index.ts';
import { amountText, decimalText, gramsText, type Instant, type Minor, minor } from '../../exact/index.ts';
import { rank } from '../../places/index.ts';
import { type Assigned, atlas, textsOf } from '../atlas.ts';
import { beforeOnly } from '../bounds.ts';
import type { Listed, Note, Rendition } from '../dialect.ts';
import { bounded, exact, type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import { settingsOf } from '../manifest.ts';
import { apartNotes, chargeAt, plainLanes, plainReach } from '../plain.ts';
import { plainOffers } from '../plain-offer.ts';
import { alwaysTogether, dearest, fitted, freedServices, mostFreed, wholeCountries } from '../reach.ts';
import type { ReadPart } from '../reading.ts';
import { freeFromTitle } from '../shopper-texts.ts';
import { type Entry, type FeedItem, limits, type Promotion } from './format.ts';
import { manifest } from './manifest.ts';
import { entryText, rulesOf } from './rules.ts';

/** The book as Findlark will read it, clause by clause. */
export function render(book: CompiledBook, goods: readonly Listed[]): Rendition {
  const say = (value: Minor) => amountText(value, book.currency);
  const { target, speeds } = settingsOf(book.body, manifest);
  const notes: Note[] = apartNotes(book, goods);
  const plain = plainLanes(book);
  const shown = (one: Assigned) => one.pattern.is !== 'world' && (target === 'all' || one.pattern.country === target);
  const speedOf = (service: string) => speeds[service] ?? null;
  const parts = atlas(book).filter(shown);
  const wholes = parts.filter((one) => one.pattern.is === 'country');
  const wider = (part: Assigned): string | null =>
    part.pattern.is === 'world'
      ? null
      : (wholes.find(
          (one) =>
            one.pattern.is === 'country' && part.pattern.is !== 'world' && one.pattern.country === part.pattern.country,
        )?.zone ?? null);
  // Entries go from wide to narrow, so that what does not fit in 64 is what few shoppers see.
  const entered = [...wholes, ...parts.filter((one) => one.pattern.is !== 'country' && one.zone !== wider(one))]
    .filter((one) => one.zone !== null)
    .sort((a, b) => rank(a.pattern) - rank(b.pattern));
  const places = entered.flatMap((one) => {
    const within = withinOf(one);
    const lanes = [...(plain.get(one.zone ?? '') ?? [])].flatMap(([service, lane]) =>
      speedOf(service) === null ? [] : [{ speed: speedOf(service) ?? '', lane }],
    );
    return within ? lanes.map(({ speed, lane }) => ({ part: one, within, speed, lane })) : [];
  });
  const kept = places.slice(0, limits.entries);
  const dropped = places.slice(limits.entries);

  const items = goods.map(
    (item): FeedItem => ({
      id: item.sku,
      title: item.name,
      price: say(item.price),
      grams: item.mass === null ? null : gramsText(item.mass),
      entries: kept.flatMap(({ part, within, speed, lane }): Entry[] => {
        const charge = lane.rate && chargeAt(lane.rate, item.mass);
        return charge !== null && part.pattern.is !== 'world'
          ? [{ country: part.pattern.country, within, speed, price: say(charge) }]
          : [];
      }),
    }),
  );
  const lines: ReadPart = { is: 'lines', count: items.length };
  notes.push({ clause: { about: 'goods' }, reads: [['items', lines, `target ${target}`]], fidelity: exact });

  const promotions: Promotion[] = [];
  const ids = new Set<string>();
  const thresholds = new Set<string>();
  const countriesSold = wholes.flatMap((one) =>
    one.pattern.is === 'country' && one.zone !== null ? [one.pattern.country] : [],
  );
  const inTarget = (countries: readonly string[] | null) =>
    (countries ?? countriesSold).filter((country) => countriesSold.includes(country));
  const blank: Promotion = {
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

  for (const zone of book.defaultTemplate.zones) {
    const mine = entered.filter((one) => one.zone === zone.id);
    notes.push({
      clause: { about: 'zone', zone: zone.id },
      reads: mine.length === 0 ? [] : [[{ is: 'entries', places: textsOf(mine) }]],
      fidelity: zoneFidelity(book, zone.id, mine, parts, wider, (service) => speedOf(service) !== null),
    });
    if (mine.length === 0) continue;
    for (const service of book.services) {
      const lane = plain.get(zone.id)?.get(service.id);
      if (!lane) continue;
      const speed = speedOf(service.id);
      const clause = { about: 'rate', zone: zone.id, service: service.id } as const;
      if (speed === null) {
        const fidelity = unsayable({ is: 'no speed', service: service.id, speed }, 'a speed');
        notes.push({ clause, reads: [], fidelity });
        continue;
      }
      if (!lane.rate || (lane.rate.is === 'table' && lane.rate.over === 'value')) {
        const fidelity = lane.rate ? unsayable({ is: 'table by value' }, 'a table by mass') : lane.lost;
        notes.push({ clause, reads: [], fidelity });
        continue;
      }
      if (lane.thresholdLost.is !== 'exact')
        notes.push({
          clause: { about: 'threshold', zone: zone.id, service: service.id },
          reads: [],
          fidelity: lane.thresholdLost,
        });
      const lost = dropped.filter((one) => one.lane === lane);
      const { least, most } = plainReach(lane.rate);
      const off = minor(most - least);
      const several = off === 0 ? exact : bounded(off, { is: 'dearest item only', off }, 'a flat rate', 'live with it');
      const left = textsOf(lost.map((one) => one.part));
      const full =
        lost.length === 0 ? exact : unsayable({ is: 'entries full', fit: limits.entries, left }, 'one country');
      notes.push({
        clause,
        reads: [
          [
            { is: 'entry', speed, least: say(least), most: say(most) },
            { is: 'entries of an item', count: mine.length },
          ],
        ],
        fidelity: worstOf([several, full, lane.lost]),
      });
      if (lane.freeFrom && most > 0) {
        const value = say(lane.freeFrom.value);
        const reached = wholeCountries(book, new Set([zone.id]));
        const countries = inTarget(reached.countries);
        const threshold = { about: 'threshold', zone: zone.id, service: service.id } as const;
        if (countries.length === 0) {
          notes.push({ clause: threshold, reads: [], fidelity: unsayable({ is: 'no whole country' }, 'live with it') });
          continue;
        }
        const id = ownId(`free-${zone.id}-${service.id}`, ids);
        thresholds.add(id);
        promotions.push({
          ...blank,
          id,
          title: fitted(freeFromTitle(service.name, value), limits.title).title,
          kind: 'delivery',
          speeds: speed,
          least_value: value,
          countries: countries.join(' '),
        });
        notes.push({
          clause: threshold,
          reads: [[{ is: 'promotion', id }, speed, { is: 'least value', amount: value }, countries.join(' ')]],
          fidelity: worstOf([beforeOnly(book, lane.freeFrom, most), reached.fidelity]),
        });
      }
    }
  }

  const plainly = plainOffers(book, 'findlark');
  notes.push(...plainly.notes);
  for (const offer of plainly.offers) {
    const body = book.body.offers[offer.order];
    const { title, fidelity: short } = fitted(body?.title ?? offer.id, limits.title);
    const common = {
      ...blank,
      title,
      code: offer.code ?? '',
      least_value: offer.asks ? say(offer.asks.value) : '',
      from: offset(offer.from),
      until: offset(offer.until),
    };
    const clause = { about: 'offer', offer: offer.id } as const;
    const together = alwaysTogether(book, plainly.offers, offer);
    const freed = freedServices(book, offer);
    const lines =
      offer.benefit.is === 'percent off order'
        ? [{ ...common, kind: 'percent', percent: decimalText(offer.benefit.percent), ...reach(offer.zones) }]
        : freed.zones.flatMap(({ zone, services }) => {
            const named = services.flatMap((service) => speedOf(service) ?? []).join(' ');
            return named === '' ? [] : [{ ...common, kind: 'delivery', speeds: named, ...reach(new Set([zone])) }];
          });
    const said = lines.filter((line) => line.countries !== '');
    for (const { fidelity: _, ...line } of said) promotions.push({ ...line, id: ownId(offer.id, ids) });
    const asks =
      offer.asks && offer.level === 'delivery' ? beforeOnly(book, offer.asks, mostFreed(book, offer)) : exact;
    const places = lines.map((line) => line.fidelity);
    if (said.length === 0)
      notes.push({
        clause,
        reads: [],
        fidelity: unsayable({ is: 'reaches nothing' }, 'live with it'),
      });
    else
      notes.push({
        clause,
        reads: said.map((line) => [
          { is: 'promotion', id: line.kind },
          line.percent ? `${line.percent} %` : line.speeds,
          line.countries,
          ...(line.least_value ? [{ is: 'least value', amount: line.least_value } as const] : []),
          ...(line.code ? [{ is: 'code', code: line.code } as const] : []),
        ]),
        fidelity: worstOf([short, asks, freed.fidelity, ...places, ...together, offer.lost]),
      });
  }
  function reach(zones: ReadonlySet<string> | null) {
    const { countries, fidelity } = wholeCountries(book, zones);
    return { countries: inTarget(countries).join(' '), fidelity };
  }

  const zoneOfName = new Map(
    entered.flatMap((one) =>
      one.pattern.is === 'world' || one.zone === null
        ? []
        : [
            [
              entryText({
                country: one.pattern.country,
                within: withinOf(one) ?? { is: 'country' },
                speed: '',
                price: '',
              }),
              one.zone,
            ] as const,
          ],
    ),
  );
  return { rules: rulesOf({ target, items, promotions }), notes, zoneOfName, thresholds };
}

const offset = (moment: Instant | null) =>
  moment === null ? '' : `${new Date(moment).toISOString().slice(0, 16)}+00:00`;

function ownId(id: string, taken: Set<string>): string {
  let own = id.slice(0, limits.id);
  for (let i = 2; taken.has(own); i += 1) own = `${id.slice(0, limits.id - 3)}-${i}`;
  taken.add(own);
  return own;
}

/** The place an entry names; null for what no entry can name. */
function withinOf({ pattern }: Assigned): Entry['within'] | null {
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
function zoneFidelity(
  book: CompiledBook,
  zone: string,
  mine: readonly Assigned[],
  parts: readonly Assigned[],
  wider: (part: Assigned) => string | null,
  said: (service: string) => boolean,
): Fidelity {
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
      (service) => said(service) && !book.defaultTemplate.lanes.get(one.zone ?? '')?.has(service),
    ),
  );
  if (falls.length > 0)
    found.push(
      unsayable({ is: 'services fall', places: textsOf(falls) }, 'services offered there too', 'live with it'),
    );
  return worstOf(found);
}
