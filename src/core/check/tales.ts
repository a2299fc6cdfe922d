import { placeText } from '../places/index.ts';
import type { Corner } from './classes.ts';
import { difference, type Verdict } from './judge.ts';

type Codes = readonly string[];

/**
 * What has been told of the baskets of a part of the map. A row says what its codes, or its moment, change: not what
 * fewer of the same codes showed already.
 */
export class Tales {
  /** The fewest codes that each tale was told for. */
  readonly #told = new Map<string, Codes[]>();

  /** Whether this is told by a row before; if not, and the row is one of codes alone, it is from now on. */
  isTold({ class: klass, question }: Corner, verdict: Verdict, label: string): boolean {
    const { codes, place, lines } = question;
    const tale = [
      placeText(place),
      ...lines.map(({ item }) => `${item.sku} ${item.price} ${item.mass}`),
      verdict.service,
      label,
      difference(verdict.meant, verdict.charged),
    ].join('|');
    const before = this.#told.get(tale) ?? [];
    const ofCodes = klass.is === 'zone';
    if (
      before.some(
        (others) => (!ofCodes || others.length < codes.length) && others.every((code) => codes.includes(code)),
      )
    )
      return true;
    if (ofCodes) this.#told.set(tale, [...before, codes]);
    return false;
  }
}
