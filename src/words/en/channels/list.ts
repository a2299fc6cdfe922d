/** The words for the channels that core lists: one that is missing here is a type error. */
import type { ChannelId } from '../../../core/book/index.ts';
import { findlark } from './findlark.ts';
import { harrowmere } from './harrowmere.ts';
import { lerrinShop } from './lerrin-shop.ts';
import type { ChannelWords } from './words.ts';

export const channelWords: Readonly<Record<ChannelId, ChannelWords>> = {
  'lerrin-shop': lerrinShop,
  harrowmere,
  findlark,
};
