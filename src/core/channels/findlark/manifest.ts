import { z } from 'zod';
import { euro } from '../euros.ts';
import { type Manifest, speeds, target } from '../manifest.ts';
import { limits, speeds as own } from './limits.ts';

export const manifest = {
  id: 'findlark',
  name: 'Findlark',
  short: 'Findlark',
  files: ['items.xml', 'promotions.tsv'],
  speedNames: own,
  titleLetters: limits.title,
  currency: euro,
  tax: 'inside',
  reviewHours: 40,
  settings: z.strictObject({ speeds, target: target.default('all') }),
  ownSettings: [{ field: 'target', is: 'all or a country' }],
} as const satisfies Manifest;
