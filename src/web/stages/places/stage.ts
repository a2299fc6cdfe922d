import type { Stage } from '../../app/stage.ts';

export const places: Stage = {
  path: 'places',
  name: 'Places',
  sheets: [
    { path: ':zone?', name: 'Places', find: null, page: async () => (await import('./places.tsx')).PlacesStage },
  ],
  opens: { zones: ([, id]) => ({ to: `/places/${id}`, words: 'Open it' }) },
  finds: ({ book }) => book.zones.map((zone) => ({ name: zone.name, what: 'zone', to: `/places/${zone.id}` })),
};
