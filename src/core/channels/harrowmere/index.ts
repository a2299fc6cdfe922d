/** Harrowmere: a marketplace with plans by region. */
import type { Dialect } from '../dialect.ts';
import { manifest } from './manifest.ts';
import { render } from './render.ts';
import { read } from './rules.ts';

export const harrowmere = { ...manifest, render, read } satisfies Dialect;
