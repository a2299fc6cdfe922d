import type { CompiledBook } from '../../book/index.ts';
import {
  amountText,
  type Currency,
  decimalText,
  gram,
  localOf,
  type Minor,
  minor,
  nothing,
} from '../../exact/index.ts';
import { patternText } from '../../places/index.ts';
import { shownName } from '../../rates/index.ts';
import { atlas } from '../atlas.ts';
import { beforeOnly } from '../bounds.ts';
import type { Listed, Note, Rendition } from '../dialect.ts';
import { bounded, exact, type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import { settingsOf } from '../manifest.ts';
import { apartNotes, type PlainRate, plainLanes, plainReach } from '../plain.ts';
import { type PlainOffer, plainOffers } from '../plain-offer.ts';
import { actTogether, freedServices, lanesOf, mostFreed, wholeCountries } from '../reach.ts';
import type { ReadLine } from '../reading.ts';
import { type Campaign, clock, type Shop, type ShopSpeed } from './format.ts';
import { manifest } from './manifest.ts';
import { rulesOf } from './rules.ts';

/** The book as Lerrin Shop will read it, clause by clause. */
export function render(book: CompiledBook, goods: readonly Listed[]): Rendition {
  const say = (value: Minor) => amountText(value, book.currency);
  const parts = atlas(book);
  const notes: Note[] = apartNotes(book, goods);
  const plain = plainLanes(book);
  const { speeds: spoken } = settingsOf(book.body, manifest);
  const zones = book.defaultTemplate.zones.flatMap((zone): Shop['zones'] => {
    const places = parts
      .filter((one) => one.zone === zone.id)
      .map((one) => (one.pattern.is === 'world' ? '*' : patternText(one.pattern)));
    if (places.length === 0) {
      notes.push({ clause: { about: 'zone', zone: zone.id }, reads: [], fidelity: exact });
      return [];
    }
    notes.push({ clause: { about: 'zone', zone: zone.id }, reads: [[{ is: 'places', places }]], fidelity: exact });
    const speeds: Record<string, ShopSpeed> = {};
    for (const service of book.services) {
      const lane = plain.get(zone.id)?.get(service.id);
      const speed = spoken[service.id];
      if (!lane) continue;
      if (!speed) {
        notes.push({
          clause: { about: 'rate', zone: zone.id, service: service.id },
          reads: [],
          fidelity: unsayable({ is: 'no speed', service: service.id, speed: null }, 'a speed'),
        });
        continue;
      }
      const rate = { about: 'rate', zone: zone.id, service: service.id } as const;
      if (!lane.rate) {
        notes.push({ clause: rate, reads: [], fidelity: lane.lost });
        continue;
      }
      const { steps, fidelity } = stepsOf(lane.rate, book.currency);
      const freeFrom = lane.freeFrom && say(lane.freeFrom.value);
      speeds[speed] = {
        label: lane.lane.names[book.market.body.locale] ?? shownName(service, book.market.body.locale),
        days: [...(lane.lane.days ?? service.days)],
        steps,
        freeFrom,
      };
      notes.push({
        clause: rate,
        reads: [[`${zone.id} ${speed}`, ...stepsRead(steps)]],
        fidelity: worstOf([fidelity, lane.lost]),
      });
      if (lane.thresholdLost.is !== 'exact')
        notes.push({
          clause: { about: 'threshold', zone: zone.id, service: service.id },
          reads: [],
          fidelity: lane.thresholdLost,
        });
      if (lane.freeFrom && freeFrom) {
        notes.push({
          clause: { about: 'threshold', zone: zone.id, service: service.id },
          reads: [[{ is: 'free from', amount: freeFrom }]],
          fidelity: beforeOnly(book, lane.freeFrom, plainReach(lane.rate).most),
        });
      }
    }
    return [{ key: zone.id, name: zone.name, places, speeds }];
  });
  const closed = parts
    .filter((one) => one.zone === null && one.pattern.is !== 'world')
    .map((one) => patternText(one.pattern));
  const plainly = plainOffers(book, 'lerrin-shop');
  notes.push(...plainly.notes);
  const letters = lettersOf(book, plainly.offers);
  const campaigns = plainly.offers.map((offer): Campaign => {
    const letter = letters.get(offer.id) ?? 'A';
    const { campaign, fidelity } = campaignOf(book, offer, letter);
    const adding = addingOf(book, plainly.offers, offer, letters);
    notes.push({
      clause: { about: 'offer', offer: offer.id },
      reads: [campaignRead(campaign)],
      fidelity: worstOf([fidelity, adding, offer.lost]),
    });
    return campaign;
  });
  const shop: Shop = { format: 'lerrin-shop/1', closed, zones, campaigns };
  return {
    rules: rulesOf(shop),
    notes,
    zoneOfName: new Map(zones.map((zone) => [zone.name, zone.key])),
    // A speed says its threshold itself.
    thresholds: new Set(),
  };
}

const stepsRead = ({ by, rows }: ShopSpeed['steps']): ReadLine => [
  { is: 'steps by', over: by === 'value' ? 'value' : 'mass' },
  ...rows.map((row) => ({ is: 'step', from: String(row.from), charge: row.charge }) as const),
];

function campaignRead({ benefit, letter, code, leastValue, countries, from, until }: Campaign): ReadLine {
  return [
    benefit.kind,
    { is: 'letter', letter },
    benefit.kind === 'order' ? `${benefit.percent} %` : { is: 'rate at most', amount: benefit.rateAtMost },
    ...(code === null ? [] : [{ is: 'code', code } as const]),
    ...(leastValue === null ? [] : [{ is: 'least value', amount: leastValue } as const]),
    ...(countries === null ? [] : [countries.join(' ')]),
    { is: 'time', from, until, clock },
  ];
}

/** A table's upper edges belong to the break below; the shop's lower edges to the step above, in grams rounded up. */
function stepsOf(rate: PlainRate, currency: Currency): { steps: ShopSpeed['steps']; fidelity: Fidelity } {
  const say = (value: Minor) => amountText(value, currency);
  if (rate.is !== 'table')
    return {
      steps: { by: 'value', rows: [{ from: say(nothing), charge: say(plainReach(rate).most) }] },
      fidelity: exact,
    };
  if (rate.over === 'value') {
    // Value breaks are in whole minor units: a lower edge is the upper one before it and one more.
    const rows = rate.amounts.map((amount, i) => ({
      from: say(minor(i === 0 ? rate.from : (rate.edges[i - 1] ?? 0) + 1)),
      charge: say(amount) as string | null,
    }));
    if (rate.from > 0) rows.unshift({ from: say(nothing), charge: null });
    if (!rate.open) rows.push({ from: say(minor((rate.edges.at(-1) ?? 0) + 1)), charge: null });
    return { steps: { by: 'value', rows }, fidelity: exact };
  }
  let bound = 0;
  const rows = rate.amounts.map((amount, i) => ({
    from: i === 0 ? Math.ceil(rate.from / gram) : Math.floor((rate.edges[i - 1] ?? 0) / gram) + 1,
    charge: say(amount) as string | null,
  }));
  if (rate.from > 0) rows.unshift({ from: 0, charge: null });
  if (!rate.open) rows.push({ from: Math.floor((rate.edges.at(-1) ?? 0) / gram) + 1, charge: null });
  rate.edges.forEach((edge, i) => {
    const [under, over] = [rate.amounts[i] ?? nothing, rate.amounts[i + 1]];
    if (edge % gram !== 0 && over !== undefined) bound = Math.max(bound, Math.abs(over - under));
  });
  // Grams that two edges share fold into the later step.
  const folded = rows.filter((row, i) => rows[i + 1]?.from !== row.from);
  const between =
    bound === 0
      ? exact
      : bounded(bound, { is: 'whole grams', off: minor(bound) }, 'breaks on whole grams', 'live with it');
  const cutOff = !rate.open && (rate.edges.at(-1) ?? 0) % gram !== 0;
  const end = cutOff ? unsayable({ is: 'ends within a gram' }, 'a last edge on whole grams', 'live with it') : exact;
  const begins = rate.from > 0 ? unsayable({ is: 'begins within a gram' }, 'live with it') : exact;
  return { steps: { by: 'grams', rows: folded }, fidelity: worstOf([between, end, begins]) };
}

/**
 * Offers that keep each other out must share a letter, those that act together must not: letters are offers linked by
 * keeping each other out.
 */
function lettersOf(book: CompiledBook, offers: readonly PlainOffer[]): Map<string, string> {
  const group = new Map(offers.map((offer, i) => [offer.id, i]));
  for (const a of offers) {
    for (const b of offers) {
      if (a.order < b.order && !actTogether(book, a, b)) {
        const [from, to] = [group.get(b.id), group.get(a.id)];
        for (const [id, at] of group) if (at === from && to !== undefined) group.set(id, to);
      }
    }
  }
  const order = [...new Set(group.values())];
  return new Map([...group].map(([id, at]) => [id, String.fromCharCode(65 + Math.min(25, order.indexOf(at)))]));
}

/** Where sharing a letter keeps two offers apart that the book lets act together. */
function addingOf(
  book: CompiledBook,
  offers: readonly PlainOffer[],
  offer: PlainOffer,
  letters: ReadonlyMap<string, string>,
): Fidelity {
  const parted = offers.filter(
    (other) => other !== offer && letters.get(other.id) === letters.get(offer.id) && actTogether(book, offer, other),
  );
  if (parted.length === 0) return exact;
  return unsayable({ is: 'letters', offers: parted.map((one) => one.id) }, 'all together or none');
}

function campaignOf(book: CompiledBook, offer: PlainOffer, letter: string): { campaign: Campaign; fidelity: Fidelity } {
  const say = (value: Minor) => amountText(value, book.currency);
  const body = book.body.offers[offer.order];
  const at = (moment: number | null) => (moment === null ? null : localOf(moment, clock));
  const places = wholeCountries(book, offer.zones);
  const asks = offer.asks
    ? offer.level === 'delivery'
      ? beforeOnly(book, offer.asks, mostFreed(book, offer))
      : exact
    : exact;
  const head = { key: offer.id, title: body?.title ?? offer.id, letter };
  const tail = {
    code: offer.code,
    leastValue: offer.asks && say(offer.asks.value),
    countries: places.countries,
    from: at(offer.from),
    until: at(offer.until),
  };
  switch (offer.benefit.is) {
    case 'percent off order':
      return {
        campaign: { ...head, benefit: { kind: 'order', percent: decimalText(offer.benefit.percent) }, ...tail },
        fidelity: worstOf([wholeOrder(places.fidelity), asks]),
      };
    case 'free services':
    case 'free cheapest': {
      const freed = freedServices(book, offer);
      const meant = new Set(
        freed.zones.flatMap(({ zone, services }) => services.map((service) => `${zone} ${service}`)),
      );
      const isMeant = (one: { zone: string; service: string }) => meant.has(`${one.zone} ${one.service}`);
      const lanes = lanesOf(book, offer);
      const cap = minor(Math.max(0, ...lanes.filter(isMeant).map((one) => plainReach(one.lane.rate).most)));
      const caught = lanes.filter((one) => !isMeant(one) && plainReach(one.lane.rate).least <= cap);
      const bound = minor(Math.max(0, ...caught.map((one) => Math.min(cap, plainReach(one.lane.rate).most))));
      const services = [...new Set(caught.map((one) => one.service))];
      const fidelity =
        bound === 0
          ? exact
          : bounded(bound, { is: 'cap', cap, services, most: bound }, 'the same services', 'live with it');
      return {
        campaign: { ...head, benefit: { kind: 'delivery', rateAtMost: say(cap) }, ...tail },
        fidelity: worstOf([fidelity, freed.fidelity, places.fidelity, asks]),
      };
    }
  }
}

/** An order percentage that reaches places it should not has no bound but the order itself. */
const wholeOrder = (fidelity: Fidelity): Fidelity =>
  fidelity.is === 'bounded' ? { is: 'unsayable', losses: fidelity.losses, remedies: ['whole countries'] } : fidelity;
