/** A name in the letters of Harrowmere's keys and labels. @example spelled('gale-week') // 'GALE-WEEK' */
export const spelled = (name: string): string => name.toUpperCase().replace(/[^A-Z0-9-]+/g, '-');
