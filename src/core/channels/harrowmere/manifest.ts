import { z } from 'zod';
import { type Manifest, speeds as named, singles, target } from '../manifest.ts';
import { limits, sites, speeds } from './format.ts';
import { aims } from './settings.ts';

export const manifest = {
  id: 'harrowmere',
  name: 'Harrowmere',
  short: 'Harrow',
  files: () => [sites.EUR.file],
  speedNames: speeds,
  titleLetters: limits.title,
  currency: sites.EUR.currency,
  tax: 'inside',
  singles,
  reviewHours: 40,
  // The target that format 3 said of all channels means nothing.
  settings: z.strictObject({ speeds: named, target: target.optional(), fit: z.enum(aims).default('any order') }),
  ownSettings: [{ field: 'fit', is: 'one of', values: aims }],
} as const satisfies Manifest;
