/** What rates and offers come to for the seller. */
export { carrierCost, type LaneRecord, laneRecords, type Past, quarterOf } from './lanes.ts';
export { type Margin, type MarginPart, marginOf, marginParts } from './margin.ts';
