import { gramsText, type Length, lengthOfMillimetres, massOfGrams, millimetresText } from '../../exact/index.ts';
import type { Box } from '../../rates/index.ts';
import type { ShopBox } from './format.ts';

type Sides = readonly [Length, Length, Length];
type Written = [string, string, string];

export const sidesText = (sides: Sides): Written => sides.map(millimetresText) as Written;

/** Three lengths of the file; null where they are none, or not the longest first. */
export function sidesOf(written: readonly string[]): Sides | null {
  const [a, b, c] = written.map(lengthOfMillimetres);
  return a && b && c && a >= b && b >= c ? [a, b, c] : null;
}

export const boxText = ({ sides, limit, own }: Box, key: string): ShopBox => ({
  key,
  inner: sidesText(sides),
  most: gramsText(limit),
  own: gramsText(own),
});

/** A box of the file ready to be packed; null where its figures are none. */
export function boxOf({ key, inner, most, own }: ShopBox): Box | null {
  const [sides, limit, empty] = [sidesOf(inner), massOfGrams(most), massOfGrams(own)];
  if (!sides || !limit || empty === null) return null;
  const volume = (BigInt(sides[0]) * BigInt(sides[1]) * BigInt(sides[2])) as Box['volume'];
  return { id: key, name: key, sides, volume, limit, own: empty };
}
