import type { HistoryAnswer, PastOrder, Visit } from '../src/contract/index.ts';
import type { Item } from '../src/core/goods/index.ts';
import { seeded } from '../src/core/plan/index.ts';

const places: readonly (readonly [place: string, services: readonly string[], weight: number])[] = [
  ['IE T12 A0A0', ['standard', 'two-day'], 22],
  ['IE H91 A0A0', ['standard', 'two-day'], 12],
  ['GB M1 1AA', ['economy', 'standard', 'two-day'], 20],
  ['GB EH1 1AA', ['economy', 'standard'], 9],
  ['GB BT9 5EE', ['standard'], 6],
  ['GB HS1 2AA', ['economy', 'standard'], 3],
  ['FR 69001', ['economy', 'standard'], 8],
  ['DE 10115', ['economy', 'standard'], 9],
  ['NL 1012', ['economy'], 4],
  ['US 10001', ['economy', 'standard'], 5],
  ['JP 1000001', ['standard'], 2],
];

/** Six of ten come by the seller's own shop, three by Harrowmere, one by Findlark. */
const cameBy = (i: number): string => ((i * 7) % 10 < 6 ? 'lerrin-shop' : (i * 7) % 10 < 9 ? 'harrowmere' : 'findlark');

/** A year of the demo seller's orders, more before Christmas and in the windy spring. Seeded; all invented. */
export function demoOrders(goods: readonly Item[], count: number): PastOrder[] {
  const random = seeded(365);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const sold = goods.filter((item) => item.kind !== 'freight');
  const priceOf = ({ price, parent }: Item): number =>
    Number(price ?? goods.find((item) => item.sku === parent)?.price ?? 0);
  /** Lines, ribbons and spars are bought more often than kites. */
  const smallThing = () => {
    const [a, b] = [pick(sold), pick(sold)];
    return priceOf(a) < priceOf(b) ? a : b;
  };
  const whole = places.reduce((sum, one) => sum + one[2], 0);
  const somewhere = () => {
    let at = random() * whole;
    const reached = places.find(([, , weight]) => {
      at -= weight;
      return at < 0;
    });
    return reached ?? (places[0] as (typeof places)[number]);
  };
  const begins = Date.parse('2025-11-24T00:00:00Z');
  const season = (day: number) =>
    0.6 + 0.5 * Math.exp(-(((day - 22) / 14) ** 2)) + 0.4 * Math.exp(-(((day - 150) / 30) ** 2));
  const days: number[] = [];
  while (days.length < count) {
    const day = random() * 365;
    if (random() < season(day) / 1.6) days.push(day);
  }
  return days
    .sort((a, b) => a - b)
    .map((day, i): PastOrder => {
      const [place, services] = somewhere();
      const lines = new Map<string, number>();
      const kinds = 1 + Math.floor(random() * random() * 4);
      for (let n = 0; n < kinds; n += 1) lines.set(smallThing().sku, 1 + Math.floor(random() * random() * 3));
      return {
        id: i + 1,
        at: new Date(begins + Math.floor(day * 86_400_000)).toISOString(),
        place,
        service: pick(services),
        lines: [...lines].map(([sku, units]) => ({ sku, units })),
        channel: cameBy(i),
      };
    });
}

/** Visits to the shop by country, the same year. */
export const demoVisits = (): Visit[] =>
  Object.entries({
    IE: 41_200,
    GB: 52_800,
    FR: 9_300,
    DE: 12_100,
    NL: 4_700,
    US: 18_400,
    JP: 2_900,
    CH: 3_100,
    NO: 1_900,
    AU: 2_600,
    CA: 2_200,
    PL: 1_400,
    SE: 1_700,
    NZ: 800,
  }).map(([country, visits]) => ({ country, visits }));

/** Single-use codes as printed on cards; a few are used already. */
export function demoCodes(count: number): { code: string; used: Date | null }[] {
  const random = seeded(77);
  const letter = () => 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789'[Math.floor(random() * 32)];
  return Array.from({ length: count }, (_, i) => ({
    code: Array.from({ length: 10 }, letter).join(''),
    used: i % 9 === 0 ? new Date('2026-11-10T10:00:00Z') : null,
  }));
}

/** What advertising cost, by month and channel, the same year; most of it at the feed. Seeded. */
export function demoAdvertising(): HistoryAnswer['advertising']['spent'] {
  const random = seeded(12);
  const months = Array.from({ length: 12 }, (_, i) => new Date(Date.UTC(2025, 11 + i, 1)).toISOString().slice(0, 7));
  const between = (least: number, most: number) => (least + random() * (most - least)).toFixed(2);
  return months.flatMap((month) => [
    { month, channel: 'findlark', amount: between(230, 310) },
    { month, channel: 'harrowmere', amount: between(110, 170) },
  ]);
}
