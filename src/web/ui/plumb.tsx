import { money, type Tender } from '../../words/index.ts';
import { useTender } from './tender.ts';

/** How something hangs: the one sign for agreement. */
export type Hang =
  | { readonly is: 'matches' }
  | { readonly is: 'off'; readonly by: number | null }
  | { readonly is: 'known limit'; readonly by: number | null }
  | { readonly is: 'in review' }
  | { readonly is: 'not sold there' }
  | { readonly is: 'no answer' };

/** Degrees of lean: little for a few cents, at most 32. Left for too little, right for too much. */
const lean = (by: number | null): number =>
  by === null ? 22 : Math.sign(by) * Math.min(32, 10 + 6 * Math.log2(1 + Math.abs(by) / 100));

/** What a hang says, for those who hear it. */
export function hangWords(hang: Hang, where: string, tender: Tender): string {
  switch (hang.is) {
    case 'matches':
      return `matches at ${where}`;
    case 'off':
    case 'known limit': {
      const how =
        hang.by === null
          ? 'offered on one side only'
          : `${money(Math.abs(hang.by), tender)} too ${hang.by < 0 ? 'little' : 'much'}`;
      return `${how} at ${where}${hang.is === 'known limit' ? ', a known limit' : ''}`;
    }
    case 'in review':
      return `in review at ${where}`;
    case 'not sold there':
      return `not sold at ${where}`;
    case 'no answer':
      return `no answer from ${where}`;
  }
}

/** The ink of the figure that stands beside a glyph. */
export const hangInk = ({ is }: Hang): string =>
  is === 'off' ? 'text-off font-semibold' : is === 'known limit' ? 'text-limit font-semibold' : '';

/** The plumb glyph: a beam, a line, a wide bob with a blunt foot. It always stands beside a figure or words. */
export function Plumb({ hang, where, size = 20 }: { hang: Hang; where: string; size?: number }) {
  const leans = hang.is === 'off' || hang.is === 'known limit' ? lean(hang.by) : 0;
  const colour =
    hang.is === 'off'
      ? 'var(--color-error)'
      : hang.is === 'known limit'
        ? 'var(--color-warning)'
        : hang.is === 'matches'
          ? 'var(--color-primary)'
          : 'var(--muted)';
  const dotted = hang.is === 'not sold there' || hang.is === 'no answer';
  const words = hangWords(hang, where, useTender());
  return (
    <svg className="plumb" role="img" aria-label={words} width={size} height={size} viewBox="0 0 20 20">
      <title>{words}</title>
      <path d="M4 2h12" stroke="var(--muted)" strokeWidth="1.6" strokeLinecap="round" />
      <g style={{ rotate: `${-leans}deg`, transformOrigin: '10px 2px' }}>
        <path
          d={dotted ? 'M10 2v13' : 'M10 2v8'}
          stroke={colour}
          strokeWidth="1.3"
          strokeDasharray={dotted ? '1.5 2.2' : undefined}
        />
        {!dotted && (
          <path
            d="M7.9 9h4.2l3.6 2.6v2.8l-2.5 3.1H6.8l-2.5-3.1v-2.8z"
            fill={hang.is === 'in review' ? 'none' : colour}
            stroke={colour}
            strokeWidth="1"
            strokeLinejoin="round"
          />
        )}
      </g>
    </svg>
  );
}
