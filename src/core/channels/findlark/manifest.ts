import { euro } from '../amounts.ts';
import type { Manifest } from '../manifest.ts';
import { limits, speeds as own } from './limits.ts';
import { feedsOf, settings } from './settings.ts';

export const manifest = {
  id: 'findlark',
  name: 'Findlark',
  short: 'Findlark',
  files: (set) => feedsOf(set).map(({ name }) => `${name}.xml`),
  selections: (set) =>
    Object.entries(settings.parse(set).feeds).map(([name, { goods }]) => [['feeds', name, 'goods'], goods]),
  speedNames: own,
  titleLetters: limits.title,
  currency: euro,
  tax: 'inside',
  singles: null,
  reviewHours: 40,
  settings,
  ownSettings: [{ field: 'feeds', is: 'feeds' }],
} as const satisfies Manifest;
