import { type CompiledBook, rowAt } from '../book/index.ts';
import { type Carrier, type ListedService, leastOf, listedCharge, type Parcel, type Quoted } from '../carrier/index.ts';
import { type Instant, type Mass, type Minor, minor, rounded, type Volume } from '../exact/index.ts';
import { charges, isStocked, type Line, type Question } from '../quote/index.ts';
import { type Asked, type Lane, pack, type Service } from '../rates/index.ts';

/** An order of the past as a question to the book of today, and the service it went by. */
export interface Past {
  readonly question: Question;
  readonly service: string;
}

/** What a lane took and cost over past orders, now and by a later card. Amounts in the market's currency. */
export interface LaneRecord {
  readonly template: string;
  readonly zone: string;
  readonly service: string;
  readonly orders: number;
  /** What shoppers would pay for delivery today. */
  readonly charged: Minor;
  /** What carriers ask by what is in force, and by what will be; over orders that both carry. */
  readonly costNow: Minor;
  readonly costNext: Minor;
  /** Orders that are charged less than the carrier asks. */
  readonly losingNow: number;
  readonly losingNext: number;
  /** What is lost on those. */
  readonly lostNow: Minor;
  readonly lostNext: Minor;
}

/**
 * What is paid to bring a question's goods, packed into the seller's boxes: for those of each stock place what the
 * least of the carriers asks that may bring the service, or the one that their lane names. In the market's currency;
 * null where something cannot be packed, or no carrier takes it. What the basket's channel stocks is not the seller's
 * to send.
 */
export function carrierCost(book: CompiledBook, question: Question, service: string): Minor | null {
  const packed = packedFrom(book, question);
  return packed && bringing(book, packed, question, service);
}

/** What goes from a stock place: its lines, and the parcels they make. */
interface Dispatch {
  readonly from: string;
  readonly lines: readonly Line[];
  readonly parcels: readonly Parcel[];
}

/** The parcels of a question's goods, stock place by stock place; null where something cannot be packed. */
function packedFrom(book: CompiledBook, question: Question): Dispatch[] | null {
  const all: Dispatch[] = [];
  for (const [from, lines] of byOrigin(question)) {
    const packed = pack(lines, [...book.boxes.values()]);
    if (!packed.ok) return null;
    all.push({ from, lines, parcels: packed.parcels });
  }
  return all;
}

/** What is paid to bring a question's parcels by a service. */
function bringing(book: CompiledBook, packed: readonly Dispatch[], question: Question, id: string): Minor | null {
  const at = book.services.findIndex((one) => one.id === id);
  const service = book.services[at];
  if (!service) return null;
  let sum = 0;
  for (const { from, lines, parcels } of packed) {
    const cost = leastCost(book, waysOf(book, service, laneOf(lines[0], question, at)), from, question, parcels);
    if (cost === null) return null;
    sum += cost;
  }
  return minor(sum);
}

/** What is paid at least to bring one parcel, of no volume to speak of, by a lane; null where no carrier takes it. */
export function parcelCost(
  book: CompiledBook,
  { service: id, lane, from }: { readonly service: string; readonly lane: Lane; readonly from: string },
  asked: Asked,
  mass: Mass,
): Minor | null {
  const service = book.services.find((one) => one.id === id);
  const parcel: Parcel = { box: { id: '' }, count: 1, mass, volume: 1n as Volume };
  return service ? leastCost(book, waysOf(book, service, lane), from, asked, [parcel]) : null;
}

function leastCost(
  book: CompiledBook,
  ways: readonly Way[],
  from: string,
  asked: Asked,
  parcels: readonly Parcel[],
): Minor | null {
  const answers = ways.map((by) => ({ by, quoted: asks(by, from, asked, parcels) }));
  const least = leastOf(answers, book.currency, book.quotingInto(book.currency));
  if (least === null || least === 'strange') return null;
  return rounded(BigInt(least.amount) * least.into.up, least.into.down, { is: 'nearest' });
}

/** The carrier that is asked itself by one of its services, or a price list by one of its. */
type Way = { readonly is: 'carrier'; readonly service: string } | ({ readonly is: 'list' } & ListedService);

function waysOf(book: CompiledBook, service: Service, lane: Lane | undefined): Way[] {
  const listed = ({ list: id, service }: { list: string; service: string }): Way[] => {
    const list = book.priceLists.get(id);
    return list ? [{ is: 'list', list, service }] : [];
  };
  const named = lane?.broughtBy ?? null;
  if (named?.is === 'carrier') return [named];
  if (named) return listed(named);
  const own: Way[] = service.carrier === null ? [] : [{ is: 'carrier', service: service.carrier }];
  return [...own, ...service.lists.flatMap(listed)];
}

function asks(by: Way, from: string, asked: Asked, parcels: readonly Parcel[]): Quoted | null {
  const { place, moment, address = 'home', carrier } = asked;
  return by.is === 'carrier'
    ? (carrier?.charge(by.service, place, parcels) ?? null)
    : listedCharge(by, { from, place, moment, address }, parcels);
}

/** The lines that the seller sends, by the stock place they go from. */
function byOrigin({ lines, shopper }: Question): Map<string, Line[]> {
  const found = new Map<string, Line[]>();
  for (const line of lines) {
    if (isStocked(line.item, shopper.channel)) continue;
    const some = found.get(line.item.origin);
    if (some) some.push(line);
    else found.set(line.item.origin, [line]);
  }
  return found;
}

function laneOf(line: Line | undefined, { place, moment }: Question, service: number): Lane | undefined {
  const fall = line?.item.template.zoneOf(place);
  const row = fall && line?.item.template.rows.get(fall.zone);
  return row ? rowAt(row, moment).lanes[service] : undefined;
}

/**
 * How each lane fares over past orders to homes, as carriers ask now and as they will by a later card and moment;
 * orders that the book or no carrier takes any more are left out and counted.
 */
export function laneRecords(
  book: CompiledBook,
  past: readonly Past[],
  next: { readonly carrier: Carrier | null; readonly moment: Instant },
): { lanes: LaneRecord[]; left: number } {
  const lanes = new Map<string, { -readonly [K in keyof LaneRecord]: LaneRecord[K] }>();
  const charged = new Float64Array(2 * book.services.length);
  let left = 0;
  for (const { question, service } of past) {
    const at = book.services.findIndex((one) => one.id === service);
    const first = question.lines.find(({ item }) => !isStocked(item, question.shopper.channel));
    const zone = first?.item.template.zoneOf(question.place)?.zone.id;
    const delivery = at >= 0 && charges(book, question, charged, at) === 'services' ? (charged[2 * at] as number) : -1;
    const packed = packedFrom(book, question);
    const costs = [question, { ...question, ...next }].map((one) => packed && bringing(book, packed, one, service));
    const [now = null, then = null] = costs;
    if (!first || zone === undefined || delivery < 0 || now === null || then === null) {
      left += 1;
      continue;
    }
    const template = first.item.template.id;
    const key = `${template}/${zone}/${service}`;
    const record = lanes.get(key) ?? {
      template,
      zone,
      service,
      orders: 0,
      charged: minor(0),
      costNow: minor(0),
      costNext: minor(0),
      losingNow: 0,
      losingNext: 0,
      lostNow: minor(0),
      lostNext: minor(0),
    };
    lanes.set(key, record);
    record.orders += 1;
    record.charged = minor(record.charged + delivery);
    record.costNow = minor(record.costNow + now);
    record.costNext = minor(record.costNext + then);
    if (delivery < now) {
      record.losingNow += 1;
      record.lostNow = minor(record.lostNow + now - delivery);
    }
    if (delivery < then) {
      record.losingNext += 1;
      record.lostNext = minor(record.lostNext + then - delivery);
    }
  }
  return { lanes: [...lanes.values()], left };
}

/** The first day of the quarter a day lies in. @example quarterOf('2026-11-24') // '2026-10-01' */
export function quarterOf(day: string): string {
  const month = Math.floor((Number(day.slice(5, 7)) - 1) / 3) * 3 + 1;
  return `${day.slice(0, 4)}-${String(month).padStart(2, '0')}-01`;
}
