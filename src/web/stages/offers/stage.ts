import type { Stage } from '../../app/stage.ts';

export const offers: Stage = {
  path: 'offers',
  name: 'Offers',
  sheets: [
    { path: ':offer?', name: 'All offers', find: null, page: async () => (await import('./offers.tsx')).OffersStage },
    {
      path: 'meets',
      name: 'When they meet',
      find: 'When offers meet: together, competing, never',
      page: async () => (await import('./meets.tsx')).MeetsStage,
    },
    {
      path: 'costs/:offer?',
      name: 'What they cost',
      find: 'What offers cost: uses, budget, threshold',
      page: async () => (await import('./costs.tsx')).CostsStage,
    },
    {
      path: 'codes',
      name: 'Codes and customers',
      find: 'Codes, customers and spend',
      page: async () => (await import('./codes.tsx')).CodesStage,
    },
    {
      path: 'price',
      name: 'Delivery in the price',
      find: 'Delivery in the list price',
      page: async () => (await import('./price.tsx')).PriceStage,
    },
  ],
  opens: {
    offers: ([, id]) => ({ to: `/offers/${id}`, words: 'Open it' }),
    eitherOr: () => ({ to: '/offers/meets', words: 'Open it' }),
    segments: () => ({ to: '/offers/codes', words: 'Open them' }),
    events: () => ({ to: '/offers', words: 'Open them' }),
  },
  finds: ({ book }) => book.offers.map((offer) => ({ name: offer.title, what: 'offer', to: `/offers/${offer.id}` })),
};
