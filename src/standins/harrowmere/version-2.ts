import { type Address, beginningsOf, begins } from '../common/address.ts';
import { cents, isMoney, pico, share, twoDecimals } from '../common/money.ts';
import type { CheckoutBasket } from '../common/standin.ts';
import { type Cells, type Grammar, type Line, words } from './lines.ts';
import { commonFault, countriesOf, isKey, isMass, isShare, nameOf, regionOf, say, speeds } from './reading.ts';
import type { Charged } from './version-1.ts';

/** Version 2, from docs/formats/harrowmere.md alone. */
const most = { plans: 200, entries: 40, labels: 6 };
const entriesOf = (cell: string | undefined) => (cell ?? '').split(',');
const isEntry = (text: string) =>
  /^[A-Z]{2} ([A-Z0-9]{1,9}( [A-Z0-9]{1,3})?\*|[A-Z0-9]{1,9}( [A-Z0-9]{1,4})?)$/.test(text);
const hasDoubles = (list: readonly string[]) => new Set(list).size < list.length;
const isBenefit = (text: string) => {
  if (text.startsWith('OFF ')) return isShare(text.slice(4));
  const [, n, m] = /^([1-9]\d{0,2}) FOR ([1-9]\d{0,2})$/.exec(text) ?? [];
  return Number(n) > Number(m);
};

export const grammar2: Grammar = {
  columns: {
    SITE: ['currency', 'version'],
    PLAN: ['key', 'name', 'grams'],
    CUT: ['key', 'region', 'entries'],
    RATE: ['plan', 'region', 'speed', 'first', 'further'],
    LISTING: ['listing', 'price', 'grams', 'plan', 'labels'],
    DELIVERY: ['key', 'title', 'terms', 'label', 'least spend', 'speeds', 'places', 'code', 'from', 'until'],
    GOODS: ['key', 'title', 'terms', 'label', 'benefit', 'code', 'from', 'until'],
  },
  fault(kind, field, cell, known) {
    if ((field === 'speeds' || field === 'places') && hasDoubles(words(cell))) return 'each once';
    const common = commonFault(field, cell, known);
    if (common !== undefined) return common;
    switch (field) {
      case 'version':
        return say(cell === '2', 'only 2');
      case 'first':
      case 'further':
        return say(isMoney(cell), 'money such as 4.90');
      case 'grams':
        if (kind === 'PLAN') return say(cell === '' || (pico(cell) ?? 0n) > 0n, 'grams above 0, or empty');
        return say(cell === '' || isMass(cell), 'grams, or empty');
      case 'key':
        return say(
          isKey(cell) && !known.has(`${kind} ${cell}`) && !(kind === 'CUT' && cell in countriesOf),
          'a key of its own, at most 20 capital letters, digits and hyphens',
        );
      case 'region':
        return say(
          cell in countriesOf || (kind === 'RATE' && known.has(`CUT ${cell}`)),
          'a region of the page, or a cut defined above',
        );
      case 'entries':
        return say(
          entriesOf(cell).every((one) => isEntry(one) && !known.has(`entry ${one}`)) && !hasDoubles(entriesOf(cell)),
          'entries such as GB HS* or GB HS1 2AA, each in one cut only',
        );
      case 'labels':
        return say(
          words(cell).length <= most.labels && words(cell).every(isKey) && !hasDoubles(words(cell)),
          'at most 6 labels of capital letters, digits and hyphens',
        );
      case 'label':
        return say(known.has(`label ${cell}`), 'a label that a listing above carries');
      case 'benefit':
        return say(isBenefit(cell), 'OFF 12.5 or 3 FOR 2');
      default:
        return 'an unknown column';
    }
  },
  amiss(line, known) {
    const { kind, cells } = line;
    if (kind === 'RATE' && known.has(rateName(line))) return ['speed', 'this rate stands above already'];
    if (kind === 'PLAN' && [...known].filter((one) => one.startsWith('PLAN ')).length >= most.plans)
      return ['key', 'at most 200 plans'];
    if (kind !== 'CUT') return null;
    const entries = entriesOf(cells.entries);
    if (entries.some((one) => regionOf(one.slice(0, 2)) !== cells.region))
      return ['entries', 'postcodes of countries in the region'];
    const before = [...known].filter((one) => one.startsWith('entry ') && regionOf(one.slice(6, 8)) === cells.region);
    return before.length + entries.length > most.entries ? ['entries', 'at most 40 entries of a region'] : null;
  },
  names: (line) => [
    ...(line.kind === 'RATE' ? [rateName(line)] : []),
    ...(line.cells.key ? keysOf(line) : []),
    ...(line.cells.listing ? [`listing ${line.cells.listing}`] : []),
    ...words(line.cells.labels).map((label) => `label ${label}`),
    ...(line.kind === 'CUT' ? entriesOf(line.cells.entries).map((entry) => `entry ${entry}`) : []),
  ],
};
const rateName = ({ cells: { plan, region, speed } }: Line) => `RATE ${plan} ${region} ${speed}`;

/** Offers of both kinds share their keys. */
const keysOf = ({ kind, cells: { key } }: Line) =>
  (kind === 'DELIVERY' || kind === 'GOODS' ? ['DELIVERY', 'GOODS'] : [kind]).map((one) => `${one} ${key}`);

/** A line of a basket with what the channel knows of it. */
interface Bought {
  readonly units: number;
  readonly price: number;
  readonly mass: bigint | null;
  readonly plan: string;
  readonly labels: ReadonlySet<string>;
}

/** "Evaluation, in order", for the lines in force; `running` are the offers that run for somebody with the codes. */
export function checkout2(lines: readonly Line[]): (basket: CheckoutBasket, running: readonly Line[]) => Charged {
  const of = (kind: string) => lines.filter((line) => line.kind === kind).map((line) => line.cells);
  const plans = new Map(of('PLAN').map((cells) => [cells.key ?? '', cells.grams ? pico(cells.grams) : null]));
  const rates = new Map(of('RATE').map((cells) => [`${cells.plan} ${cells.region} ${cells.speed}`, cells]));
  const listed = new Map(
    of('LISTING').map((cells) => [
      cells.listing ?? '',
      { plan: cells.plan ?? '', labels: new Set(words(cells.labels)) },
    ]),
  );
  const entries = of('CUT').flatMap((cut) => entriesOf(cut.entries).map((entry) => ({ entry, key: cut.key ?? '' })));
  const cutOf = (address: Address) => {
    let [best, where] = [0, regionOf(address.country)];
    for (const { entry, key } of entries) {
      const how = fitness(entry, address);
      if (how > best) [best, where] = [how, key];
    }
    return where;
  };
  const placeOf = (address: Address) => {
    const beginnings = address.postcode === null ? beginningsOf(address.part) : [];
    const [where, ...others] = new Set(beginnings.map((postcode) => cutOf({ ...address, postcode })));
    return where !== undefined && others.length === 0 ? where : cutOf(address);
  };

  return (basket, running) => {
    const used = new Set<string>();
    const where = placeOf(basket.place);
    const bought = basket.lines.map(({ listing, units, price, grams }): Bought | null => {
      const known = listed.get(listing);
      if (!known) return null;
      const mass = grams === null ? null : (pico(grams) ?? 0n) * BigInt(units);
      return { units, price: cents(price), mass, ...known };
    });
    if (bought.includes(null)) return { choices: [], used };
    const all = bought as Bought[];
    const labelled = ({ label }: Cells) => all.filter((line) => line.labels.has(label ?? ''));
    /** What some lines are charged for a speed; null where it is not offered for them. */
    const chargeOf = (some: readonly Bought[], speed: string): number | null => {
      let charge = 0;
      for (const plan of new Set(some.map((line) => line.plan))) {
        const rate = rates.get(`${plan} ${where} ${speed}`);
        const parcels = parcelsOf(
          some.filter((line) => line.plan === plan).map(({ mass }) => mass),
          plans.get(plan) ?? null,
        );
        if (!rate || parcels === null) return null;
        charge += cents(rate.first ?? '') + (parcels - 1) * cents(rate.further ?? '');
      }
      return charge;
    };

    let discount = 0;
    let discounting: Cells | null = null;
    for (const { cells } of running.filter((one) => one.kind === 'GOODS')) {
      const takes = takenOff(cells.benefit ?? '', labelled(cells));
      if (takes > discount) [discount, discounting] = [takes, cells];
    }
    if (discounting?.code) used.add(discounting.code);

    const choices = speeds.flatMap((speed) => {
      const whole = chargeOf(all, speed);
      if (whole === null) return [];
      let [charge, freeing]: [number, Cells | null] = [whole, null];
      for (const { cells } of running.filter((one) => one.kind === 'DELIVERY')) {
        const free = labelled(cells);
        if (!words(cells.speeds).includes(speed) || free.length === 0) continue;
        if (cells.places !== 'ALL' && !words(cells.places).includes(where)) continue;
        const spend = free.reduce((sum, line) => sum + line.units * line.price, 0);
        if (spend < cents(cells['least spend'] || '0.00')) continue;
        const left =
          chargeOf(
            all.filter((line) => !free.includes(line)),
            speed,
          ) ?? whole;
        if (left < charge) [charge, freeing] = [left, cells];
      }
      if (freeing?.code) used.add(freeing.code);
      return [{ speed, name: nameOf(speed), charge: twoDecimals(charge), discount: twoDecimals(discount) }];
    });
    return { choices, used };
  };
}

/** How well an entry of a cut fits: 0 not at all, one postcode best, else the longer the better. */
function fitness(entry: string, address: Address): number {
  const [country, postcode] = [entry.slice(0, 2), entry.slice(3)];
  if (country !== address.country) return 0;
  if (!postcode.endsWith('*')) return postcode === address.postcode ? 100 : 0;
  const prefix = postcode.slice(0, -1);
  return begins(address, prefix) ? prefix.replace(' ', '').length : 0;
}

/** How many parcels some lines make; null where a mass is wanting. */
function parcelsOf(masses: readonly (bigint | null)[], holds: bigint | null): number | null {
  if (holds === null) return 1;
  let sum = 0n;
  for (const mass of masses) {
    if (mass === null) return null;
    sum += mass;
  }
  return Math.max(1, Number((sum + holds - 1n) / holds));
}

/** What a goods offer takes off its lines. */
function takenOff(benefit: string, lines: readonly Bought[]): number {
  if (benefit.startsWith('OFF '))
    return lines.reduce((sum, line) => sum + share(line.units * line.price, benefit.slice(4)), 0);
  const [n = 1, m = 1] = benefit.split(' FOR ').map(Number);
  const units = lines.flatMap((line) => new Array<number>(line.units).fill(line.price)).sort((a, b) => a - b);
  const free = Math.floor(units.length / n) * (n - m);
  return units.slice(0, free).reduce((sum, price) => sum + price, 0);
}
