import type { StarterNames } from '../../core/book/index.ts';

/** What the parts of a book to begin with are called. */
export const starterNames: StarterNames = {
  seller: 'New seller',
  market: 'Home',
  template: 'Parcels',
  origin: 'Home',
};
