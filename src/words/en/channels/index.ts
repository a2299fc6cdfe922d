import { channelWords } from '#channel-words';
import type { ChannelId } from '../../../core/book/index.ts';
import type { Manifest } from '../../../core/channels/index.ts';
import { counts } from '../figures.ts';
import type { ChannelWords } from './words.ts';

/** The words for a channel. */
export const wordsOfChannel = (id: ChannelId): ChannelWords => channelWords[id];

/** What a channel is, what it counts in and how long it reviews, in a line. */
export const channelLine = ({ id, currency, reviewHours }: Manifest & { readonly id: ChannelId }): string =>
  [
    wordsOfChannel(id).what,
    currency,
    reviewHours === 0 ? 'live at once' : `up to ${counts(reviewHours, 'hour')} of review`,
  ].join(' · ');
