/** What the size of parcels is to meet: any order as nearly as can be, or single goods, and heavy orders less so. */
export const aims = ['any order', 'single goods'] as const;
export type Aim = (typeof aims)[number];
export const forSingleGoods: Aim = 'single goods';
