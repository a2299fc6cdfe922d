/** Shipping templates: services, lanes and their rates. */
export { type Charge, chargeOf, type Lane, type Rate, reachOf, readLane, readThreshold, type Threshold } from './lane.ts';
export { type LaneBody, laneSchema, type RateBody, type Service, serviceSchema, type ThresholdBody, templateSchema, thresholdSchema } from './schema.ts';
