import { pico } from '../common/money.ts';

/** "Packing", from docs/formats/lerrin-shop.md alone. Lengths are whole ten-thousandths of a millimetre. */
interface Box {
  readonly key: string;
  readonly inner: readonly string[];
  readonly most: string;
  readonly own: string;
}
interface Kind {
  readonly id: string;
  readonly units: number;
  readonly mass: bigint | null;
  readonly size: readonly string[] | null;
}
interface Parcel {
  readonly grams: number;
  readonly volume: number;
}

/** A length such as 25.4; null where the text is none. */
export function ofMillimetre(text: string): bigint | null {
  const [whole = '', part = ''] = text.split('.');
  return /^\d{1,7}(\.\d{1,4})?$/.test(text) ? BigInt(whole + part.padEnd(4, '0')) : null;
}

const product = (lengths: readonly bigint[]): bigint => lengths.reduce((all, one) => all * one, 1n);
const lengthsOf = (texts: readonly string[]): bigint[] => texts.map((one) => ofMillimetre(one) ?? 0n);
const up = (amount: bigint, lot: bigint): number => Number((amount + lot - 1n) / lot);
/** A cubic centimetre, and a gram. */
const [cubic, gram] = [100_000n ** 3n, 10n ** 12n];

/** Puts every unit into a box, one after the other; null where one has no mass or size, or no box takes it. */
export function packed(kinds: readonly Kind[], boxes: readonly Box[]): Parcel[] | null {
  const sorts = kinds.map(({ id, units, mass, size }) => {
    const sides = size && lengthsOf(size);
    return { id, units, mass, sides, volume: sides ? product(sides) : 0n };
  });
  if (sorts.some(({ mass, sides }) => mass === null || sides === null)) return null;
  sorts.sort((a, b) => {
    if (a.volume !== b.volume) return a.volume > b.volume ? -1 : 1;
    const [one, other] = [a.sides?.[0] ?? 0n, b.sides?.[0] ?? 0n];
    if (one !== other) return one > other ? -1 : 1;
    return a.id < b.id ? -1 : 1;
  });
  const kept = boxes
    .map(({ inner, most, own }, at) => {
      const sides = lengthsOf(inner);
      return { at, sides, volume: product(sides), most: pico(most) ?? 0n, own: pico(own) ?? 0n };
    })
    .sort((a, b) => (a.volume === b.volume ? a.at - b.at : a.volume < b.volume ? -1 : 1));
  const open: { readonly box: (typeof kept)[number]; volume: bigint; mass: bigint }[] = [];
  for (const { units, mass, sides, volume } of sorts) {
    const [weight, lengths] = [mass as bigint, sides as bigint[]];
    const takes = ({ box, ...held }: (typeof open)[number]): boolean =>
      lengths.every((one, i) => one <= (box.sides[i] as bigint)) &&
      held.volume + volume <= box.volume &&
      held.mass + weight <= box.most;
    // A box that does not take a unit takes none of its kind that come after.
    let from = 0;
    for (let unit = 0; unit < units; unit += 1) {
      while (from < open.length && !takes(open[from] as (typeof open)[number])) from += 1;
      if (from === open.length) {
        const box = kept.find((one) => takes({ box: one, volume: 0n, mass: 0n }));
        if (!box) return null;
        open.push({ box, volume: 0n, mass: 0n });
      }
      const into = open[from] as (typeof open)[number];
      into.volume += volume;
      into.mass += weight;
    }
  }
  return open.map(({ box, mass }) => ({ grams: up(mass + box.own, gram), volume: up(box.volume, cubic) }));
}
