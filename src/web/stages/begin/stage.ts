import type { Stage } from '../../app/stage.ts';

export const begin: Stage = {
  path: 'begin',
  name: 'Begin',
  sheets: [
    {
      path: '',
      name: 'Begin',
      find: 'Begin: a book of a few answers, and what comes next',
      page: async () => (await import('./begin.tsx')).BeginStage,
    },
  ],
  opens: { seller: () => ({ to: '/begin', words: 'Open the seller' }) },
  finds: () => [],
};
