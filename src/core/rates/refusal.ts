/** Why a lane does not offer its service to a group. */
export const refusals = [
  'no lane',
  'no mass',
  'no size',
  'below the table',
  'beyond the table',
  'outside the bounds',
  'carrier silent',
  'carrier currency',
  'no box takes it',
  'box not for this place',
  'too large',
  'not delivered to',
  'barred',
] as const;
export type Refusal = (typeof refusals)[number];

/** A refusal as a number below 0, beside charges that are 0 or more: answers by the million make no objects. */
export type Refused = number;
export const refused = (why: Refusal): Refused => -1 - refusals.indexOf(why);
export const refusalOf = (charge: Refused): Refusal => refusals[-1 - charge] ?? 'no lane';
