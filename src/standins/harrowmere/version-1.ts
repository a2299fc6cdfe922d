import { begins } from '../common/address.ts';
import { cents, isMoney, pico, share, startedLots, twoDecimals } from '../common/money.ts';
import type { CheckoutBasket, CheckoutChoice } from '../common/standin.ts';
import { type Cells, type Grammar, type Line, words } from './lines.ts';
import { commonFault, countriesOf, isKey, isMass, isShare, nameOf, regionOf, say, speeds } from './reading.ts';

/** Version 1, from docs/formats/harrowmere-1.md alone. */
export const grammar1: Grammar = {
  columns: {
    SITE: ['currency'],
    LISTING: ['listing', 'price', 'grams'],
    PLAN: ['key', 'name'],
    CUT: ['key', 'region', 'prefixes'],
    RATE: ['plan', 'region', 'speed', 'once', 'unit', 'per'],
    DELIVERY: ['key', 'title', 'terms', 'speeds', 'places', 'listings', 'least spend', 'code', 'from', 'until'],
    GOODS: ['key', 'title', 'terms', 'percent', 'listings', 'code', 'from', 'until'],
  },
  fault(kind, field, cell, known) {
    if (field === 'currency') return say(cell === 'EUR', 'only EUR');
    const common = commonFault(field, cell, known);
    if (common !== undefined) return common;
    switch (field) {
      case 'once':
      case 'per':
        return say(isMoney(cell), 'money such as 4.90');
      case 'grams':
        return say(cell === '' || isMass(cell), 'grams, or empty');
      case 'key':
        return say(
          isKey(cell) && !known.has(`${kind} ${cell}`),
          'a key of its own, at most 20 capital letters, digits and hyphens',
        );
      case 'region':
        return say(
          cell in countriesOf || (kind === 'RATE' && known.has(`CUT ${cell}`)),
          'a region of the page, or a cut defined above',
        );
      case 'unit':
        return say(cell === 'ITEM' || cell === '250G', 'ITEM or 250G');
      case 'prefixes':
        return say(
          words(cell).length >= 1 &&
            words(cell).length <= 40 &&
            words(cell).every((one) => /^[A-Z0-9]{1,9}$/.test(one) && !known.has(`prefix ${one}`)),
          '1 to 40 prefixes, each in one cut only',
        );
      case 'listings':
        return say(
          words(cell).length >= 1 &&
            words(cell).length <= 400 &&
            words(cell).every((one) => known.has(`listing ${one}`)),
          '1 to 400 listings defined above',
        );
      case 'percent':
        return say(isShare(cell), 'above 0 up to 100');
      default:
        return 'an unknown column';
    }
  },
  amiss: (line, known) =>
    line.kind === 'RATE' && known.has(rateName(line)) ? ['speed', 'this rate stands above already'] : null,
  names: (line) => [
    ...(line.kind === 'RATE' ? [rateName(line)] : []),
    ...(line.cells.key ? keysOf(line) : []),
    ...(line.cells.listing ? [`listing ${line.cells.listing}`] : []),
    ...words(line.cells.prefixes).map((prefix) => `prefix ${prefix}`),
  ],
};
const rateName = ({ cells: { plan, region, speed } }: Line) => `RATE ${plan} ${region} ${speed}`;

/** Offers of both kinds share their keys. */
const keysOf = ({ kind, cells: { key } }: Line) =>
  (kind === 'DELIVERY' || kind === 'GOODS' ? ['DELIVERY', 'GOODS'] : [kind]).map((one) => `${one} ${key}`);

/** What is charged, and the codes that took something off. */
export interface Charged {
  readonly choices: readonly CheckoutChoice[];
  readonly used: ReadonlySet<string>;
}

/** "Evaluation, in order", for the lines in force; `running` are the offers that run for somebody with the codes. */
export function checkout1(lines: readonly Line[]): (basket: CheckoutBasket, running: readonly Line[]) => Charged {
  const cuts = lines.filter((line) => line.kind === 'CUT').map((line) => line.cells);
  const rates = new Map(
    lines
      .filter((line) => line.kind === 'RATE')
      .map((line) => [`${line.cells.region} ${line.cells.speed}`, line.cells]),
  );
  const sold = new Set(lines.filter((line) => line.kind === 'LISTING').map((line) => line.cells.listing));
  const listed = new Map<Line, Set<string>>();
  const listingsOf = (line: Line) => {
    const known = listed.get(line) ?? new Set(words(line.cells.listings));
    listed.set(line, known);
    return known;
  };

  return (basket, running) => {
    const used = new Set<string>();
    const { place } = basket;
    const region = regionOf(place.country);
    const cut = cuts
      .filter((one) => one.region === region)
      .flatMap((one) =>
        words(one.prefixes)
          .filter((prefix) => begins(place, prefix))
          .map((prefix) => ({ key: one.key ?? '', prefix })),
      )
      .sort((a, b) => b.prefix.length - a.prefix.length)[0];
    const where = cut?.key ?? region;
    const units = basket.lines.reduce((sum, line) => sum + line.units, 0);
    const masses = basket.lines.map((line) =>
      line.grams === null ? null : (pico(line.grams) ?? 0n) * BigInt(line.units),
    );
    const mass = masses.includes(null) ? null : (masses as bigint[]).reduce((a, b) => a + b, 0n);
    const linesOf = (line: Line) => basket.lines.filter((one) => listingsOf(line).has(one.listing));

    let discount = 0;
    let discounting: Cells | null = null;
    for (const line of running.filter((one) => one.kind === 'GOODS')) {
      const takes = linesOf(line).reduce(
        (sum, one) => sum + share(one.units * cents(one.price), line.cells.percent ?? '0'),
        0,
      );
      if (takes > discount) [discount, discounting] = [takes, line.cells];
    }
    if (discounting?.code) used.add(discounting.code);

    const choices = (basket.lines.every((line) => sold.has(line.listing)) ? speeds : []).flatMap((speed) => {
      const rate = rates.get(`${where} ${speed}`);
      if (!rate || (rate.unit === '250G' && mass === null)) return [];
      const count = rate.unit === 'ITEM' ? units : startedLots(mass ?? 0n, 250);
      let charge = cents(rate.once ?? '') + count * cents(rate.per ?? '');
      if (charge > 0) {
        const freeing = running.find(
          (line) =>
            line.kind === 'DELIVERY' &&
            words(line.cells.speeds).includes(speed) &&
            (line.cells.places === 'ALL' || words(line.cells.places).includes(where)) &&
            linesOf(line).reduce((sum, one) => sum + one.units * cents(one.price), 0) >=
              cents(line.cells['least spend'] || '0.00') &&
            linesOf(line).length > 0,
        );
        if (freeing) {
          charge = 0;
          if (freeing.cells.code) used.add(freeing.cells.code);
        }
      }
      return [{ speed, name: nameOf(speed), charge: twoDecimals(charge), discount: twoDecimals(discount) }];
    });
    return { choices, used };
  };
}
