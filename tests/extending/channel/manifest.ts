import { z } from 'zod';
import { euro } from '../../../src/core/channels/amounts.ts';
import { type Manifest, speeds } from '../../../src/core/channels/manifest.ts';

/** A channel that only the tests know, as often as a name is given: one JSON file, amounts by country, one share off. */
export const boardManifest = <const Id extends string>(id: Id, name: string) =>
  ({
    id,
    name,
    short: name,
    files: () => ['board.json'],
    speedNames: ['slow', 'quick'],
    titleLetters: 20,
    currency: euro,
    tax: 'inside',
    singles: null,
    reviewHours: 0,
    /** Its own setting: what it adds to every charge. */
    settings: z.strictObject({
      speeds,
      pin: z
        .string()
        .regex(/^\d\.\d\d$/, 'amount')
        .default('0.00'),
    }),
    ownSettings: [],
  }) as const satisfies Manifest;

export const quillgate = boardManifest('quillgate', 'Quillgate');
export const osterby = boardManifest('osterby', 'Osterby');
export const marrowfen = boardManifest('marrowfen', 'Marrowfen');
