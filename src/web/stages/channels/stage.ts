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
  ],
  opens: { channels: ([, id]) => ({ to: `/channels/${id}`, words: 'Open it' }) },
  finds: () => channelIds.map((id) => ({ name: channelName(id), what: 'channel', to: `/channels/${id}` })),
};
