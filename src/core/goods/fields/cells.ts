/** How fields that are alike read and write their cells, and take from a parent. */

/** One word or text; nothing where it is empty. */
export const text = {
  write: (value: string | null): string => value ?? '',
  read: (cell: string): unknown => cell || null,
};

/** Words parted by spaces. */
export const words = {
  write: (value: readonly string[]): string => value.join(' '),
  read: (cell: string): string[] => cell.split(/\s+/).filter(Boolean),
};

/** What an item states itself, else what its parent has. */
export const ownElseTheirs = <T>(own: T | null, theirs: T | null): T | null => own ?? theirs;
/** The same for lists, which state nothing when they are empty. */
export const fullElseTheirs = <T>(own: T[], theirs: T[]): T[] => (own.length > 0 ? own : theirs);
/** An accented letter as one letter, however a program wrote it. */
export const composed = (cell: string): string => cell.normalize('NFC');
/** Its own, whatever its parent has. */
export const own = <T>(value: T): T => value;

/** Text less a `waived` at its end, and whether there was one. */
export const waivedOf = (cell: string): readonly [string, boolean] =>
  /\swaived$/.test(cell) ? [cell.replace(/\s+waived$/, ''), true] : [cell, false];
export const behind = (text: string, waived: boolean): string => (waived ? `${text} waived` : text);
