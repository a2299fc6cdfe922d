import { euro } from '../amounts.ts';
import { type Manifest, plainSettings, singles } from '../manifest.ts';

export const manifest = {
  id: 'lerrin-shop',
  name: 'Lerrin Shop',
  short: 'Shop',
  files: () => ['shop.json'],
  speedNames: 'own',
  titleLetters: 120,
  currency: euro,
  tax: 'inside',
  singles,
  reviewHours: 0,
  settings: plainSettings,
  ownSettings: [],
} as const satisfies Manifest;
