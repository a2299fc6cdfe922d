import type { Stage } from '../../app/stage.ts';

export const revisions: Stage = {
  path: 'revisions',
  name: 'Revisions',
  sheets: [
    {
      path: '',
      name: 'Revisions',
      find: 'Revisions: compare, take back',
      page: async () => (await import('./revisions.tsx')).RevisionsStage,
    },
  ],
  opens: {},
  finds: () => [],
};
