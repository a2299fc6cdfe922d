import { euro } from '../euros.ts';
import { type Manifest, plainSettings } from '../manifest.ts';
import { limits, speeds } from './format.ts';

export const manifest = {
  id: 'harrowmere',
  name: 'Harrowmere',
  short: 'Harrow',
  files: ['plans.tsv'],
  speedNames: speeds,
  titleLetters: limits.title,
  currency: euro,
  reviewHours: 40,
  settings: plainSettings,
  ownSettings: [],
} as const satisfies Manifest;
