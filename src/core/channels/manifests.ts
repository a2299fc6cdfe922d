/**
 * The channels there are, by their manifests alone: what the book, under the channels, knows of them. A new channel
 * stands here and in dialects.ts; see docs/adding.md.
 */
import { manifest as findlark } from './findlark/manifest.ts';
import { manifest as harrowmere } from './harrowmere/manifest.ts';
import { manifest as lerrinShop } from './lerrin-shop/manifest.ts';
import { manifestsOf } from './manifest.ts';

export const manifests = manifestsOf([lerrinShop, harrowmere, findlark]);
