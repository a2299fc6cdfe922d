import type { BookFile } from '../src/core/book/index.ts';

/** So many goods like some, each under an SKU of its own, with no id of a channel's. */
export const manyOf = (some: BookFile['goods'], count: number): BookFile['goods'] =>
  Array.from({ length: count }, (_, i) => ({
    ...(some[i % some.length] as (typeof some)[number]),
    sku: `SKU-${i}`,
    parent: null,
    listedAs: [],
  }));
