/** Past orders that are worked with at most. */
const most = 50_000;

/** Of so many past orders every so-manieth is worked with; 1 for all of them. @example sampleOf(1_000_000) // 20 */
export const sampleOf = (count: number): number => Math.max(1, Math.ceil(count / most));
