import { expect, test } from 'vitest';
import { opened } from '../../../../tests/books/opened.ts';
import { flatWorldOf, offerlessWorldOf, speeds, tellableWorldOf } from '../../../../tests/telling/books.ts';
import { times } from '../../../../tests/trials.ts';
import { asOf } from '../../book/index.ts';
import { gram, type Mass, minor } from '../../exact/index.ts';
import { partsOfMap } from '../../places/index.ts';
import { listedAt } from '../index.ts';
import type { Shop } from './format.ts';
import { placesOf } from './places.ts';
import { rulesOf } from './rules.ts';
import { setsOf, type ToldGroup } from './sets.ts';

const at = Date.parse('2026-11-24T09:10:00Z');

/** All ways to put things together, as the number of the lot that each is in. */
function* partitions(n: number, lots: readonly number[] = []): Generator<readonly number[]> {
  if (lots.length === n) yield lots;
  else for (let lot = 0; lot <= Math.max(-1, ...lots) + 1; lot += 1) yield* partitions(n, [...lots, lot]);
}

/** A file in which groups of one lot are one set, with the rates of the first of them. */
function fileOf(groups: readonly ToldGroup[], lots: readonly number[], { zones }: Pick<Shop, 'zones'>): Shop {
  const firsts = [...new Set(lots)].map((lot) => groups[lots.indexOf(lot)] as ToldGroup);
  return {
    format: 'lerrin-shop/2',
    locales: ['en-IE'],
    closed: [],
    speeds: Object.keys(speeds).map((key) => ({ key, label: { 'en-IE': key }, bars: [] })),
    sets: firsts.map(({ set }, lot) => ({ ...set, key: `s${lot}`, tags: [`s${lot}`], rest: false })),
    zones: zones.map((zone) => ({
      ...zone,
      rates: firsts.flatMap(({ lanes }, lot) =>
        lanes.flatMap(({ zone: own, rate }) => (rate && own.key === zone.key ? [{ ...rate, set: `s${lot}` }] : [])),
      ),
    })),
    campaigns: [],
    listings: groups.map((_, i) => ({
      id: `G${i}`,
      price: '1.00',
      grams: '1',
      tags: [`s${lots[i] ?? 0}`],
      handling: null,
    })),
  };
}

/** Whether all groups of each lot have the same days and names, which a set shows, and are paid by campaigns alike. */
const showsAlike = (groups: readonly ToldGroup[], lots: readonly number[]): boolean =>
  groups.every((group, i) => {
    const shown = ({ set, lanes }: ToldGroup) =>
      JSON.stringify([
        set.kept,
        lanes.flatMap(({ zone, rate }) => (rate ? [[zone.key, rate.speed, rate.days, rate.label]] : [])),
      ]);
    return shown(group) === shown(groups[lots.indexOf(lots[i] ?? 0)] ?? group);
  });

test('goods are told in the fewest sets that charge every basket as each group by itself would be', () => {
  let merged = 0;
  for (let seed = 1; seed <= times(6); seed += 1) {
    for (const world of [offerlessWorldOf(seed), tellableWorldOf(seed), flatWorldOf(seed), flatWorldOf(seed + 500)]) {
      const { book: file, goods } = opened(world.book, 'home');
      const book = asOf(file, at);
      const { zones } = placesOf(book);
      const groups = setsOf({ book, zones, speeds, locales: ['en-IE'] }, listedAt(book, 'lerrin-shop', goods));
      if (groups.length > 5) continue;
      const told = { zones: zones.map(({ key, name, places }) => ({ key, name, places: [...places], rates: [] })) };
      const places = partsOfMap(
        rulesOf(
          fileOf(
            groups,
            groups.map((_, i) => i),
            told,
          ),
        ).patterns,
      ).map((one) => one.place);
      // Every group alone and beside every other, light and heavy, cheap and dear, few and many.
      const loads = [1, 700, 2600, 9000].flatMap((grams) => [5, 900, 6000].map((cents) => ({ grams, cents })));
      const line = (i: number, { grams, cents }: (typeof loads)[number], units: number) => ({
        listing: `G${i}`,
        units,
        price: minor(cents),
        mass: (grams * gram) as Mass,
      });
      const baskets = groups.flatMap((_, i) =>
        groups.flatMap((__, j) =>
          loads.flatMap((load) =>
            [1, 3].map((units) => [line(i, load, units), ...(j > i ? [line(j, loads[4] ?? load, 1)] : [])]),
          ),
        ),
      );
      const charged = (lots: readonly number[]): string => {
        const rules = rulesOf(fileOf(groups, lots, told));
        return places
          .flatMap((place) => baskets.map((lines) => rules.charges({ lines, place, codes: [] }, at)))
          .map((choices) => choices.map(({ speed, charge }) => `${speed} ${charge}`).join())
          .join(';');
      };
      const apart = charged(groups.map((_, i) => i));
      const sets = [...new Set(groups.map(({ set }) => set))];
      const ours = groups.map(({ set }) => sets.indexOf(set));
      expect(charged(ours), `book ${seed}`).toBe(apart);
      if (sets.length < groups.length) merged += 1;
      for (const lots of partitions(groups.length))
        if (new Set(lots).size < sets.length && showsAlike(groups, lots))
          expect(charged(lots) === apart, `book ${seed}: ${lots}`).toBe(false);
    }
  }
  expect(merged).toBeGreaterThan(3);
}, 120_000);
