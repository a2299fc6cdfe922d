import { channelWords } from '#channel-words';
import type { ChannelId } from '../../../core/book/index.ts';
import { type Manifest, sitesOf } from '../../../core/channels/index.ts';
import { counts } from '../figures.ts';
import { inARow } from '../list.ts';
import type { ChannelWords } from './words.ts';

/** The words for a channel. */
export const wordsOfChannel = (id: ChannelId): ChannelWords => channelWords[id];

/** What a channel is, what it counts in and how long it reviews, in a line. */
export const channelLine = ({ id, reviewHours }: Manifest & { readonly id: ChannelId }): string =>
  [
    wordsOfChannel(id).what,
    inARow(sitesOf(id).map(({ currency }) => currency)),
    reviewHours === 0 ? 'live at once' : `up to ${counts(reviewHours, 'hour')} of review`,
  ].join(' · ');
