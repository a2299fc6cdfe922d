/** Lerrin Shop: the seller's own storefront. */
import { pound } from '../amounts.ts';
import type { Dialect } from '../dialect.ts';
import { adopt } from './adopt/index.ts';
import { manifest } from './manifest.ts';
import { rulesInPounds } from './pounds.ts';
import { read, shopIn } from './read.ts';
import { render } from './render.ts';
import { renderInPounds } from './render-pounds.ts';

const inPounds = {
  ...manifest,
  currency: pound,
  files: () => [],
  render: (book, goods, home) => renderInPounds(book, goods, home ?? { book, goods }),
  read(files) {
    const shop = shopIn(files);
    return shop.ok ? { ok: true, value: rulesInPounds(shop.value) } : shop;
  },
  twin: null,
  adopt: null,
} satisfies Dialect;

export const lerrinShop = { ...manifest, render, read, twin: null, adopt, besides: [inPounds] } satisfies Dialect;
