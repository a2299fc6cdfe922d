/** The six stages, in the order of the work. */
export const stages = [
  { path: '/goods', name: 'Goods' },
  { path: '/places', name: 'Places' },
  { path: '/rates', name: 'Rates' },
  { path: '/offers', name: 'Offers' },
  { path: '/channels', name: 'Channels' },
  { path: '/check', name: 'Check' },
] as const;
