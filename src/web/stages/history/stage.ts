import type { Stage } from '../../app/stage.ts';

export const history: Stage = {
  path: 'history',
  name: 'Own history',
  sheets: [
    {
      path: '',
      name: 'Own history',
      find: 'Own history: past orders, visits, advertising',
      page: async () => (await import('./history.tsx')).HistoryStage,
    },
    {
      path: 'overlooked',
      name: 'Overlooked',
      find: 'Overlooked: what past orders ran into',
      page: async () => (await import('./overlooked.tsx')).OverlookedStage,
    },
  ],
  opens: {},
  finds: () => [],
};
