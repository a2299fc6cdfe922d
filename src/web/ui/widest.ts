/** How wide a table of a head and some columns grows on a wide screen: beyond it only the gaps would. */
export const widest = (columns: number): string => `${(columns + 1) * 20}rem`;
