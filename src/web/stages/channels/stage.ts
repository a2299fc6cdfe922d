import { channelIds } from '../../../core/book/index.ts';
import { channelName } from '../../../words/index.ts';
import type { Stage } from '../../app/stage.ts';

export const channels: Stage = {
  path: 'channels',
  name: 'Channels',
  sheets: [
    {
      path: ':channel?',
      name: 'Channels',
      find: null,
      page: async () => (await import('./channels.tsx')).ChannelsStage,
    },
    {
      path: 'live/:channel?',
      name: 'Live',
      find: 'What is live at each channel',
      page: async () => (await import('./adopting.tsx')).AdoptingSheet,
    },
    {
      path: 'listings/:channel?',
      name: 'Listings',
      find: 'What each channel lists',
      page: async () => (await import('./listings.tsx')).ListingsSheet,
    },
  ],
  opens: { channels: ([, id]) => ({ to: `/channels/${id}`, words: 'Open it' }) },
  finds: () =>
    channelIds.flatMap((id) => [
      { name: channelName(id), what: 'channel', to: `/channels/${id}` },
      { name: `${channelName(id)}, what is live`, what: 'its files, read into the book', to: `/channels/live/${id}` },
      { name: `${channelName(id)}, what it lists`, what: 'its own record of goods', to: `/channels/listings/${id}` },
    ]),
};
