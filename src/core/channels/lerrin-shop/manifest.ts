import { euro } from '../euros.ts';
import { type Manifest, plainSettings } from '../manifest.ts';

export const manifest = {
  id: 'lerrin-shop',
  name: 'Lerrin Shop',
  short: 'Shop',
  files: () => ['shop.json'],
  speedNames: 'own',
  titleLetters: 120,
  currency: euro,
  tax: 'inside',
  reviewHours: 0,
  settings: plainSettings,
  ownSettings: [],
} as const satisfies Manifest;
