/** Harrowmere: a marketplace with plans by region. */
import type { Dialect } from '../dialect.ts';
import { manifest } from './manifest.ts';
import { read } from './read.ts';
import { render } from './render.ts';

export const harrowmere = { ...manifest, render, read, twin: null, adopt: null } satisfies Dialect;
