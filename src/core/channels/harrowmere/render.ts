import type { CompiledBook } from '../../book/index.ts';
import { amountText, gramsText, type Minor, minor } from '../../exact/index.ts';
import { allPay } from '../all-pay.ts';
import { stated } from '../bounds.ts';
import type { Clause, Listed, Note, Rendition } from '../dialect.ts';
import { mostFeesOf } from '../fees.ts';
import { addedUp, bounded, boundedIf, exact, type Fidelity, noMoreThan, unsayable, worstOf } from '../fidelity.ts';
import { dearestInAll } from '../levelled-baskets.ts';
import { settingsOf } from '../manifest.ts';
import { datedNotes, shownNotes } from '../plain.ts';
import type { ReadLine } from '../reading.ts';
import { batchIn, benefitText, speeds as inFile, limits, type Plans, type Site } from './format.ts';
import type { Labels } from './labels.ts';
import { manifest } from './manifest.ts';
import { offersOf } from './offers.ts';
import { type Lost, type Places, placeRead, placesOf } from './places.ts';
import { keeps, type PlanLane, plansOf, type Spoken, type ToldPlan } from './plans.ts';
import { rulesOf } from './rules.ts';
import type { Drafted, Telling } from './telling.ts';
import { thresholdsOf } from './thresholds.ts';
import { keyOf, type Outcome, type Told, toldLines } from './told-lines.ts';

/** The book as a site of Harrowmere will read it, clause by clause. */
export function render(site: Site, book: CompiledBook, goods: readonly Listed[]): Rendition {
  const places = placesOf(book, goods);
  const speech = spokenIn(book, places);
  const all = plansOf(book, goods, speech.spoken, settingsOf(book.body, manifest).fit);
  const plans = all.slice(0, limits.plans);
  const listed = plans.length === all.length ? goods : plans.flatMap((one) => one.goods);
  const say = (amount: Minor) => amountText(amount, book.currency);
  const kept = new Set(plans.filter(keeps));
  const telling: Telling = {
    book,
    goods: listed,
    places,
    spoken: speech.spoken,
    plans,
    isFreed: (plan) => !kept.has(plan),
    say,
  };
  const thresholds = thresholdsOf(telling);
  const offers = offersOf(telling);
  // Offers are called by their ids: thresholds take what keys are left.
  const told = toldLines(plans, [...offers.drafted.flatMap((one) => one.drafts), ...thresholds.drafts]);
  const file: Plans = {
    site,
    plans: plans.map(({ plan }) => plan),
    cuts: places.cuts,
    rates: plans.flatMap(({ plan, lanes }) =>
      lanes.flatMap(({ zone, speed, rate }) => (rate ? [{ plan: plan.key, place: zone, speed, ...rate }] : [])),
    ),
    listings: listingsOf(plans, told.labels, say),
    delivery: told.lines.filter((line) => 'leastSpend' in line),
    goods: told.lines.filter((line) => 'benefit' in line),
  };
  const freeing = thresholds.notes.map((one) => noteOf(one, told.of));
  const said = saidBelow(plans, freeing);
  const lanes = laneNotes(book, said, speech);
  return {
    rules: rulesOf(file),
    notes: [
      ...datedNotes(book, goods),
      goodsNote(listed, goods),
      ...ownNotes(listed, plans),
      {
        clause: { about: 'mixing' },
        reads: [['PLAN', { is: 'plans', count: plans.length }]],
        fidelity: mixing(book, said),
      },
      ...shownNotes(book),
      ...zoneNotes(book, places, [...lanes, ...freeing], speech),
      ...lanes,
      ...freeing,
      ...offers.drafted.map((one) => noteOf(one, told.of)),
    ],
    zoneOfName: new Map(
      places.all.flatMap(({ key, zones }) => {
        const zone = zones.find((one) => one !== null);
        return zone == null ? [] : [[key, zone] as const];
      }),
    ),
    thresholds: new Set(thresholds.drafts.flatMap((draft) => keyOf(told.of(draft)) ?? [])),
    said: new Map([...offers.told].map((id) => [id, new Set()])),
  };
}

/** The services that have a speed, place by place, as the file orders speeds: of several with one the first. */
interface Speech {
  readonly spoken: readonly Spoken[];
  readonly speedOf: (service: string) => string | null;
}

function spokenIn(book: CompiledBook, places: Places): Speech {
  const { speeds } = settingsOf(book.body, manifest);
  const spoken = places.all.flatMap((place) => {
    const taken = new Set<string>();
    const here = book.services.flatMap(({ id: service }): Spoken[] => {
      const speed = speeds[service];
      const isThere = book.templates.some(({ lanes }, i) => lanes.get(place.zones[i] ?? '')?.has(service));
      if (!speed || !isThere || taken.has(speed)) return [];
      taken.add(speed);
      return [{ place, service, speed }];
    });
    return here.sort((a, b) => placeOfSpeed(a.speed) - placeOfSpeed(b.speed));
  });
  return { spoken, speedOf: (service) => speeds[service] ?? null };
}

const placeOfSpeed = (speed: string): number => (inFile as readonly string[]).indexOf(speed);

const listingsOf = (
  plans: readonly ToldPlan[],
  labels: Labels<ToldPlan>,
  say: (amount: Minor) => string,
): Plans['listings'] =>
  plans.flatMap((told) => {
    const carried = labels.on(told);
    return told.goods.map((item, i) => ({
      listing: item.listing,
      price: say(item.price),
      grams: item.mass === null ? '' : gramsText(item.mass),
      plan: told.plan.key,
      labels: carried[i] ?? [],
    }));
  });

/** What is listed; goods of plans that do not fit are not. */
function goodsNote(listed: readonly Listed[], goods: readonly Listed[]): Note {
  const left = goods.length - listed.length;
  return {
    clause: { about: 'goods' },
    reads: [['LISTING', { is: 'lines', count: listed.length }]],
    fidelity:
      left === 0
        ? exact
        : unsayable({ is: 'plans full', fit: limits.plans, goods: left }, 'delivered like all others', 'live with it'),
  };
}

/** What is said of goods that are delivered in a way of their own. */
function ownNotes(goods: readonly Listed[], plans: readonly ToldPlan[]): Note[] {
  const notes: Note[] = [];
  const own = plans.filter(({ group }) => group.own !== null);
  const items = own.reduce((sum, one) => sum + one.goods.length, 0);
  if (items > 0)
    notes.push({
      clause: { about: 'apart', by: 'own rate', items },
      reads: [['PLAN', { is: 'plans', count: own.length }]],
      fidelity: ownFidelity(own.flatMap(({ lanes }) => lanes)),
    });
  const handled = goods.filter(({ handling }) => handling !== null);
  const each = Math.max(0, ...handled.map(({ handling }) => handling?.each ?? 0)) as Minor;
  const most = mostFeesOf(
    plans.map((told) => ({ goods: told.goods, lanes: told.lanes.filter(({ rate }) => rate !== null) })),
  );
  if (handled.length > 0)
    notes.push({
      clause: { about: 'apart', by: 'fee', items: handled.length },
      reads: [],
      fidelity: boundedIf(most, { is: 'fee of each item', each }, 'a fee in the rate', 'live with it'),
    });
  return notes;
}

/** What lines with rates of their own are off: those of several plans in one basket add. */
function ownFidelity(lanes: readonly PlanLane[]): Fidelity {
  const places = new Map<string, Fidelity[]>();
  for (const { zone, service, fidelity } of lanes) {
    const place = `${zone} ${service}`;
    places.set(place, [...(places.get(place) ?? []), fidelity]);
  }
  const bounds = (all: readonly Fidelity[]) => all.flatMap((one) => (one.is === 'bounded' ? one.bound : []));
  return worstOf([...places.values()].map((all) => noMoreThan(addedUp(all), dearestInAll(bounds(all)))));
}

const mixing = (book: CompiledBook, plans: readonly ToldPlan[]): Fidelity =>
  addedUp([
    allPay(
      book,
      plans.map(({ group, whole, lanes }) => ({ group, whole, lanes: lanes.filter(({ rate }) => rate) })),
    ),
    furtherOff(plans),
  ]);

/**
 * What a basket is off by further plans of one lane: the note of the lane says by how much one of them is. What the
 * book charges as one is bounded by its parts already.
 */
function furtherOff(plans: readonly ToldPlan[]): Fidelity {
  const charged = new Map<string, { readonly place: string; readonly template: string; readonly off: number }>();
  for (const { group, lanes } of plans)
    for (const { zone, service, alone, fidelity } of lanes) {
      if (group.own || fidelity.is !== 'bounded') continue;
      const [place, template] = [`${zone} ${service}`, group.template.id];
      const one = [place, template, group.origin, alone ? group.kind : ''].join('\u0000');
      charged.set(one, { place, template, off: Math.max(charged.get(one)?.off ?? 0, fidelity.bound) });
    }
  const further = new Map<string, number>();
  const most = new Map<string, number>();
  for (const { place, template, off } of charged.values()) {
    const lane = `${place}\u0000${template}`;
    const before = most.get(lane) ?? 0;
    most.set(lane, Math.max(before, off));
    further.set(place, (further.get(place) ?? 0) + Math.min(before, off));
  }
  const off = Math.max(0, ...further.values());
  return boundedIf(off, { is: 'parcels of each', off: minor(off) }, 'live with it');
}

/** What is said of zones: what falls in one of them and is told as in another is off by what is said there besides. */
function zoneNotes(book: CompiledBook, { all, cuts, lost }: Places, told: readonly Note[], speech: Speech): Note[] {
  const unlike = ({ zones, instead }: Lost, i: number) => (zones[i] === instead[i] ? [] : [zones[i], instead[i]]);
  const offBy = (one: Lost, service: string): number =>
    told.reduce((sum, { clause, fidelity }) => {
      const isInstead =
        (clause.about === 'rate' || clause.about === 'threshold') &&
        clause.service === service &&
        book.templates.some(({ id }, i) => id === clause.template && unlike(one, i)[1] === clause.zone);
      return isInstead ? sum + boundOf(fidelity) : sum;
    }, 0);
  const spoken = book.services.filter(({ id }) => speech.speedOf(id) !== null);
  const remedies = ['whole regions', 'live with it'] as const;
  const fidelityOf = (one: Lost): Fidelity => {
    const off = one.off + Math.max(0, ...spoken.map(({ id }) => offBy(one, id)));
    return Number.isFinite(off) ? bounded(minor(off), one.loss, ...remedies) : unsayable(one.loss, ...remedies);
  };
  const parted = lost
    .filter(({ off }) => off > 0)
    .map((one) => ({ zones: new Set(book.templates.flatMap((_, i) => unlike(one, i))), fidelity: fidelityOf(one) }));
  return book.body.zones
    .filter(({ id }) => book.templates.some((template) => template.zones.some((zone) => zone.id === id)))
    .map(
      ({ id }): Note => ({
        clause: { about: 'zone', zone: id },
        reads: all.filter(({ zones }) => zones.includes(id)).map(({ key }) => placeRead(key, cuts)),
        fidelity: worstOf(parted.flatMap(({ zones, fidelity }) => (zones.has(id) ? [fidelity] : []))),
      }),
    );
}

/** How far off something is at the most: infinite where it cannot be said. */
const boundOf = (fidelity: Fidelity): number =>
  fidelity.is === 'bounded' ? fidelity.bound : fidelity.is === 'exact' ? 0 : Number.POSITIVE_INFINITY;

/** Plans as is said of their lanes: from where one is free on both sides it charges nothing. */
function saidBelow(plans: readonly ToldPlan[], freeing: readonly Note[]): ToldPlan[] {
  const keyOf = (template: string, zone: string, service: string) => [template, zone, service].join('\u0000');
  const freedAlike = new Set(
    freeing.flatMap(({ clause, fidelity }) =>
      clause.about === 'threshold' && fidelity.is === 'exact'
        ? keyOf(clause.template, clause.zone, clause.service)
        : [],
    ),
  );
  const isFreedAlike = ({ own, template }: ToldPlan['group'], { bookZone, service }: PlanLane) =>
    own === null && freedAlike.has(keyOf(template.id, bookZone, service));
  return plans.map((told) => ({
    ...told,
    lanes: told.lanes.map((lane) =>
      isFreedAlike(told.group, lane) ? { ...lane, ...lane.saidUpTo(paidBelow(lane)) } : lane,
    ),
  }));
}

/** What is said of each lane: rates of the plans that are charged by it. */
function laneNotes(book: CompiledBook, plans: readonly ToldPlan[], { spoken, speedOf }: Speech): Note[] {
  const used = new Set(plans.map(({ group }) => group.template.id));
  return book.templates
    .filter(({ id }) => used.has(id))
    .flatMap((template) => {
      const mine = plans.filter(({ group }) => group.template.id === template.id && group.own === null);
      return template.zones.flatMap((zone) =>
        book.services.flatMap((service): Note[] => {
          const here = book.templates.find(({ id }) => id === template.id);
          if (!here?.lanes.get(zone.id)?.has(service.id)) return [];
          const clause: Clause = { about: 'rate', template: template.id, zone: zone.id, service: service.id };
          const speed = speedOf(service.id);
          if (speed === null)
            return [
              { clause, reads: [], fidelity: unsayable({ is: 'no speed', service: service.id, speed }, 'a speed') },
            ];
          const at = book.templates.indexOf(here);
          const places = spoken.filter(({ place }) => place.zones[at] === zone.id);
          if (places.length === 0)
            return [{ clause, reads: [], fidelity: unsayable({ is: 'no region' }, 'whole regions') }];
          const taken = places.some(
            ({ place }) => !spoken.some((one) => one.place === place && one.service === service.id),
          );
          const told = mine.flatMap(({ plan, lanes }) =>
            lanes
              .filter((lane) => lane.bookZone === zone.id && lane.service === service.id)
              .map((lane) => ({ plan, lane })),
          );
          return [
            {
              clause,
              reads: ratesRead(told),
              fidelity: worstOf([
                // Plans add: what goods of several are off besides is said of how groups become one.
                worstOf(told.map(({ lane }) => lane.fidelity)),
                taken ? unsayable({ is: 'speed taken', service: service.id, speed }, 'a speed of its own') : exact,
              ]),
            },
          ];
        }),
      );
    });
}

/** The highest value of baskets that a lane's threshold leaves charged. */
const paidBelow = ({ threshold }: PlanLane): number =>
  threshold?.over === 'value' ? threshold.value - 1 : stated.value;

/** Rates that are told, a line for each plan: they are alike at all places of a zone. */
function ratesRead(told: readonly { plan: Plans['plans'][number]; lane: ToldPlan['lanes'][number] }[]): ReadLine[] {
  const lines = new Map<string, ReadLine>();
  for (const { plan, lane } of told) {
    if (!lane.rate) continue;
    const { first, further } = lane.rate;
    const rate = {
      is: 'parcels',
      first,
      further: Number(further) === 0 ? null : further,
      holds: plan.grams || null,
    } as const;
    const places = told.filter((one) => one.plan === plan && one.lane.rate).map((one) => one.lane.zone);
    lines.set(plan.key, ['RATE', plan.key, places.join(' '), lane.speed, rate]);
  }
  return [...lines.values()];
}

/** A clause with the lines that say it, as they are told. */
function noteOf({ clause, drafts, fidelity }: Drafted, of: Told['of']): Note {
  const outcomes = drafts.map(of);
  const isFull = outcomes.some((one) => 'is' in one && one.is === 'full');
  return {
    clause,
    reads: outcomes.flatMap(lineRead),
    fidelity: isFull
      ? worstOf([fidelity, unsayable({ is: 'labels full', fit: limits.labels }, 'live with it')])
      : fidelity,
    keys: outcomes.flatMap((one) => keyOf(one) ?? []),
  };
}

function lineRead(line: Outcome): ReadLine[] {
  if ('is' in line) return [];
  const label = { is: 'label', label: line.label } as const;
  const batch = batchIn(line.code);
  const code =
    batch !== null
      ? [{ is: 'batch', batch } as const]
      : line.code === ''
        ? []
        : [{ is: 'code', code: line.code } as const];
  if ('benefit' in line) return [['GOODS', benefitText(line.benefit), label, ...code]];
  const { key, leastSpend, speeds, places } = line;
  const least = leastSpend === '' ? [] : [{ is: 'least spend', amount: leastSpend } as const];
  return [['DELIVERY', key, label, speeds.join(' '), places?.join(' ') ?? 'ALL', ...least, ...code]];
}
