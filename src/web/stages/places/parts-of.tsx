import type { MapPlace } from '../../engine/study.ts';
import { type Coloured, colourOf, wordsOf } from './colours.ts';

/** What a press on a country or part does, and what that is called. */
export interface Press {
  readonly words: (code: string) => string;
  readonly act: (code: string) => void;
}

/**
 * The parts of a country that zones set apart; looked closer at, all of its parts by name. What a press does stands
 * beside each.
 */
export function PartsOf({
  country,
  parts,
  press,
  nameOf,
  partName,
  ...coloured
}: Coloured & {
  country: string | null;
  parts: readonly MapPlace[];
  press: Press | null;
  nameOf: (country: string) => string;
  partName: (code: string) => string;
}) {
  const apart = coloured.answer.places.filter((one) => one.country === country);
  const shown = [...apart, ...parts.filter((one) => !apart.some(({ pattern }) => pattern === one.pattern))];
  if (shown.length === 0) return null;
  const isPart = ({ pattern }: MapPlace) => pattern !== null && /^[A-Z]{2}-\w+$/.test(pattern);
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by the keyboard
    <div className="mt-2 max-h-72 overflow-auto" tabIndex={0} role="region" aria-label="Parts of the country">
      <table className="ruled">
        <tbody>
          {shown.map((part) => (
            <tr key={part.pattern ?? ''}>
              <td>
                <span
                  className="mr-2 inline-block size-2.5"
                  style={{ background: colourOf(coloured, part) ?? 'transparent' }}
                />
                {part.pattern === null ? nameOf(part.country) : isPart(part) ? partName(part.pattern) : part.pattern}
                {isPart(part) && <span className="muted"> {part.pattern}</span>}
              </td>
              <td className="muted">{wordsOf(coloured, part)}</td>
              {press && (
                <td className="figure">
                  {(part.pattern === null || isPart(part)) && (
                    <button
                      type="button"
                      className="quiet small"
                      onClick={() => press.act(part.pattern ?? part.country)}
                    >
                      {press.words(part.pattern ?? part.country)}
                    </button>
                  )}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
