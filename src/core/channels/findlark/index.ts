/** Findlark: comparison and adverts, fed with items and promotions. */
import type { Dialect } from '../dialect.ts';
import { adopt } from './adopt/index.ts';
import { twin } from './json-ld.ts';
import { manifest } from './manifest.ts';
import { render } from './render.ts';
import { read } from './rules.ts';

export const findlark = { ...manifest, render, read, twin, adopt } satisfies Dialect;
