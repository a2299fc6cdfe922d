/** The dialects of the channels that manifests.ts lists: one that is missing here is a type error. */
import type { ChannelId } from '../book/index.ts';
import type { Dialect } from './dialect.ts';
import { findlark } from './findlark/index.ts';
import { harrowmere } from './harrowmere/index.ts';
import { lerrinShop } from './lerrin-shop/index.ts';

export const dialectList: { readonly [Id in ChannelId]: Dialect & { readonly id: Id } } = {
  'lerrin-shop': lerrinShop,
  harrowmere,
  findlark,
};
