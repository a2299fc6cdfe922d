/** Past orders that are worked with one and all, and about how many of more. */
const most = { whole: 50_000, sample: 12_500 };

/** Of so many past orders every so-manieth is worked with; 1 for all of them. @example sampleOf(1_000_000) // 80 */
export const sampleOf = (count: number): number => (count <= most.whole ? 1 : Math.ceil(count / most.sample));
