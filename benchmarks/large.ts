import { type BookInput, bookFileSchema } from '../src/core/book/index.ts';
import { countries } from '../src/core/places/index.ts';
import { seeded } from '../src/core/plan/index.ts';

/**
 * A book far larger than the demo's: so many goods, zones and templates, with tables, thresholds, and variants. Seeded.
 */
export function largeBook(goods: number, zones: number, templates: number) {
  const random = seeded(7);
  const whole = (most: number) => Math.floor(random() * most);
  const codes = [...countries].filter((code) => code !== 'GB' && code !== 'US');
  const zoneList = Array.from({ length: zones }, (_, i) => ({
    id: `zone-${i}`,
    name: `Zone ${i}`,
    takes:
      i === 0
        ? ['world']
        : i < 60
          ? [`GB ${'ABCDEFGHIJKLMNOPRSTUWY'[i % 22]}${'BDGLNRTX'[i % 8]}${1 + Math.floor(i / 22)}*`]
          : [codes[i % codes.length] ?? 'IE'],
    leaves: [],
  }));
  const rate = () =>
    whole(2) === 0
      ? { is: 'flat' as const, amount: (3 + random() * 20).toFixed(2) }
      : {
          is: 'table' as const,
          unit: 'kg' as const,
          breaks: [
            ...['0.5', '1', '2', '5', '10', '20'].map((to, i) => ({ to, amount: (4 + i * 2 + random()).toFixed(2) })),
            { to: null, amount: '39.00' },
          ],
        };
  const input: BookInput = {
    format: 'plemb-book/3',
    seller: 'Benchmark',
    markets: [{ id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' }],
    services: ['slow', 'fast', 'van'].map((id, i) => ({ id, name: id, days: [i + 1, i + 3] as [number, number] })),
    zones: zoneList,
    selections: Array.from({ length: templates - 1 }, (_, i) => ({
      id: `sel-${i}`,
      name: `Selection ${i}`,
      takes: { is: 'tags' as const, any: [`tag-${i}`], all: [] },
      except: [],
    })),
    templates: Array.from({ length: templates }, (_, i) => ({
      id: `template-${i}`,
      name: `Template ${i}`,
      origin: i % 5 === 0 ? 'Here' : 'There',
      goods: i === 0 ? null : `sel-${i - 1}`,
      zones: zoneList.map((zone) => zone.id),
      lanes: Object.fromEntries(
        zoneList.map((zone) => [
          zone.id,
          Object.fromEntries(
            ['slow', 'fast'].map((id) => [
              id,
              { rate: rate(), freeFrom: whole(3) === 0 ? { value: '80.00', test: 'after' as const } : null },
            ]),
          ),
        ]),
      ),
    })),
    offers: [],
    channels: {},
    pinned: [],
    goods: Array.from({ length: goods }, (_, i) => ({
      sku: `ITEM-${i}`,
      name: `Item ${i}`,
      price: (1 + random() * 90).toFixed(2),
      mass: { value: String(20 + whole(4000)), unit: 'g' as const },
      size: { length: String(5 + whole(100)), width: '12', height: '8', unit: 'cm' as const },
      tags: [`tag-${whole(templates * 2)}`],
      kind: 'parcel',
      template: null,
      parent: i % 10 === 0 || i < 10 ? null : `ITEM-${i - (i % 10)}`,
    })),
  };
  return bookFileSchema.parse(input);
}
