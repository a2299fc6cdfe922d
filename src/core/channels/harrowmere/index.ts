/** Harrowmere: a marketplace with plans by region, and a site for each currency. */
import type { Dialect } from '../dialect.ts';
import { adoptOf } from './adopt/index.ts';
import { type Site, sites } from './format.ts';
import { manifest } from './manifest.ts';
import { readerOf } from './read.ts';
import { render } from './render.ts';

const siteOf = (site: Site) =>
  ({
    ...manifest,
    currency: site.currency,
    files: () => [site.file],
    render: (book, goods) => render(site, book, goods),
    read: readerOf(site),
    twin: null,
    adopt: adoptOf(site),
  }) satisfies Dialect;

export const harrowmere = { ...siteOf(sites.EUR), besides: [siteOf(sites.GBP)] } satisfies Dialect;
