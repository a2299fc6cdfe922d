/** What rates and offers come to for the seller. */
export { type Margin, type MarginPart, marginOf, marginParts } from './margin.ts';
