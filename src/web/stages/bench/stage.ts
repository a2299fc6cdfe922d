import type { Stage } from '../../app/stage.ts';

export const bench: Stage = {
  path: 'bench',
  name: 'Bench',
  sheets: [{ path: ':basket', name: 'Bench', find: null, page: async () => (await import('./bench.tsx')).BenchStage }],
  opens: { pinned: ([, id]) => ({ to: `/bench/${id}`, words: 'Open the basket' }) },
  finds: ({ book }) =>
    book.pinned.map((basket) => ({ name: basket.name, what: 'pinned basket', to: `/bench/${basket.id}` })),
};
