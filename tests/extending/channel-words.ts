import { channelWords as own } from '../../src/words/en/channels/list.ts';
import type { ChannelWords } from '../../src/words/en/channels/words.ts';

const board: ChannelWords = {
  what: 'notice board',
  says: [{ about: 'Rates', how: 'one amount a country' }],
  settings: {},
};

export const channelWords = { ...own, quillgate: board, osterby: board, marrowfen: board };
