import { type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';
import { smallBook } from './small.ts';

/** How large a seller is. All invented, and dull: what counts here is how much of it there is. */
export interface Large {
  readonly zones: number;
  readonly templates: number;
  /** Shared codes, each of a percentage of its own, half of them with an end to come. */
  readonly codes: number;
  readonly goods: number;
}

/** A seller of parcels to so many parts of Great Britain's postcodes, with so many templates, codes and goods. */
export function largeBook({ zones, templates, codes, goods }: Large): BookFile {
  const { templates: _, zones: __, offers: ___, goods: ____, ...small } = smallBook();
  const areas = Array.from({ length: zones }, (_, i) => ({
    id: `z${i}`,
    name: `Round ${i}`,
    takes: [`GB ${letters(i)}*`],
    leaves: [],
  }));
  const written: BookInput = {
    ...small,
    zones: areas,
    templates: Array.from({ length: templates }, (_, t) => ({
      id: `t${t}`,
      name: `Template ${t}`,
      origin: 'Sligo',
      // The first goes to every zone; each of the others cuts them its own way.
      zones: areas.filter((_, i) => t === 0 || (i + t) % (t + 1) !== 0).map((zone) => zone.id),
      lanes: Object.fromEntries(
        areas.map((zone, i) => [
          zone.id,
          { post: { rate: { is: 'flat', amount: `${4 + ((i + t) % 7)}.90` }, freeFrom: null } },
        ]),
      ),
    })),
    offers: Array.from({ length: codes }, (_, i) => ({
      id: `code-${i}`,
      number: i + 1,
      title: `CODE${i}: ${1 + (i % 30)} % off`,
      benefit: { is: 'off order', off: { by: 'percent', percent: String(1 + (i % 30)) } },
      code: { is: 'shared', code: `CODE${i}` },
      asks: [],
      zones: null,
      window: {
        from: null,
        until: i % 2 === 0 ? `2027-01-${String(1 + (i % 28)).padStart(2, '0')}T00:00` : null,
        zone: 'Europe/Dublin',
      },
      terms: '',
      note: '',
    })),
    numbered: codes,
    pinned: [],
    goods: Array.from({ length: goods }, (_, i) => ({
      sku: `L-${String(i).padStart(6, '0')}`,
      name: `Thing ${i}`,
      price: `${2 + (i % 90)}.${String(i % 100).padStart(2, '0')}`,
      mass: { value: String(100 + (i % 40) * 50), unit: 'g' },
      size: null,
      tags: [],
      kind: 'parcel',
      template: i % (templates + 1) === 0 || templates === 1 ? null : `t${i % templates}`,
    })),
  };
  return bookFileSchema.parse(written);
}

/** Two letters that no other number below 676 has. */
const letters = (i: number): string => String.fromCharCode(65 + Math.floor(i / 26), 65 + (i % 26));
