/** Lerrin Shop: the seller's own storefront. */
import type { Dialect } from '../dialect.ts';
import { adopt } from './adopt/index.ts';
import { manifest } from './manifest.ts';
import { read } from './read.ts';
import { render } from './render.ts';

export const lerrinShop = { ...manifest, render, read, twin: null, adopt } satisfies Dialect;
