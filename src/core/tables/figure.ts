/** What parts whole from broken in the figures of a column. */
export const marks = ['.', ','] as const;
export type Mark = (typeof marks)[number];

const spaces = /[\s\u00a0\u2007\u202f]+/g;
/** What stands between a figure and the words around it: a sign, digits, and what groups and parts them. */
const within = /^(.*?)([+\-−]?(?:\d[\d.,'’\s\u00a0\u2007\u202f]*|[.,]\d[\d.,]*))(.*)$/s;
/** A whole amount as some write it: `12,-`, `12.–`. */
const noCents = /^(\D*[\d.,'’ ]*\d)[.,](?:[-–—]+)$/;

/** A figure alone, as most are. */
const bare = /^\d+(?:[.,]\d+)?$/;
const usual: Readonly<Record<Mark, RegExp>> = { '.': /^\d+(?:\.\d{1,2})?$/, ',': /^\d+(?:,\d{1,2})?$/ };

/** A figure as it stands in a cell, and the words before and behind it, such as a unit or a currency. */
export function figureIn(cell: string): { readonly before: string; readonly figure: string; readonly behind: string } {
  if (bare.test(cell)) return { before: '', figure: cell, behind: '' };
  const text = cell.trim().replace(noCents, '$1');
  const [, before = '', figure = '', behind = ''] = within.exec(text) ?? ['', text, '', ''];
  return { before: before.trim(), figure: figure.trim(), behind: behind.trim() };
}

/**
 * A figure of a cell in digits and a point, without what groups them; null for none. Noughts beyond two decimals go.
 * @example plainFigure('1.234,50', ',') // '1234.50'
 */
export function plainFigure(written: string, mark: Mark): string | null {
  if (usual[mark].test(written)) return written.replace(',', '.');
  const text = written.replace(spaces, ' ').trim().replace('−', '-');
  const other = mark === '.' ? ',' : '.';
  const at = text.lastIndexOf(mark);
  const whole = at < 0 ? text : text.slice(0, at);
  const broken = at < 0 ? '' : text.slice(at + 1);
  const found = /^([+-]?)(\d*|\d{1,3}(?:([ '’.,])\d{2,3})*[ '’.,]\d{3})$/.exec(whole);
  if (!found || !/^\d*$/.test(broken) || (whole.replace(/^[+-]/, '') === '' && broken === '')) return null;
  const digits = found[2] ?? '';
  if (digits.includes(mark) || new Set(digits.replace(/\d/g, '')).size > 1) return null;
  if (digits.includes(other) && !/^\d{1,3}(?:[.,]\d{2,3})*[.,]\d{3}$/.test(digits)) return null;
  const kept = broken.replace(/^(\d{2}\d*?)0+$/, '$1');
  const sign = found[1] === '-' ? '-' : '';
  return `${sign}${digits.replace(/\D/g, '') || '0'}${kept === '' ? '' : `.${kept}`}`;
}

/** What a figure says of the mark of its column: one of them, nothing, or nothing though it has one (`1,250`). */
function told(figure: string): Mark | 'nothing' | 'unsure' {
  const both = figure.replace(/[^.,]/g, '');
  const last = both.at(-1) as Mark | undefined;
  if (last === undefined) return 'nothing';
  const other = last === '.' ? ',' : '.';
  if (both.includes(other)) return last;
  if (both.length > 1) return other;
  const [whole = '', broken = ''] = figure.split(last);
  return broken.trim().length === 3 && /^[+-]?[1-9]\d{0,2}$/.test(whole.trim()) ? 'unsure' : last;
}

/**
 * The mark that most figures of a column tell of; null where none tells. `unsure`: some could be read either way, such
 * as `1,250`, and none says how.
 */
export function markOf(figures: readonly string[]): { readonly mark: Mark | null; readonly unsure: boolean } {
  const of = { '.': 0, ',': 0, nothing: 0, unsure: 0 };
  for (const figure of figures) of[told(figure)] += 1;
  if (of['.'] + of[','] === 0) return { mark: null, unsure: of.unsure > 0 };
  return { mark: of[','] > of['.'] ? ',' : '.', unsure: false };
}
