import type { Stage } from '../../app/stage.ts';

export const check: Stage = {
  path: 'check',
  name: 'Check',
  sheets: [
    { path: ':channel?/:key?', name: 'Check', find: null, page: async () => (await import('./check.tsx')).CheckStage },
  ],
  opens: {},
  finds: () => [],
};
