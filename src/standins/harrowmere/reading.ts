import { type Singles, unusedFor } from '../common/codes.ts';
import { isCode, isMoney, isPercent, pico } from '../common/money.ts';
import { type Cells, words } from './lines.ts';

/** Countries by region, as both versions of the page list them. */
export const countriesOf: Readonly<Record<string, readonly string[]>> = {
  IRELAND: ['IE'],
  BRITAIN: ['GB'],
  EURO: words('AT BE BG CY DE EE ES FI FR GR HR IT LT LU LV MT NL PT SI SK'),
  STATES: ['US'],
  JAPAN: ['JP'],
  ELSEWHERE: [],
};
export const regionOf = (country: string): string =>
  Object.keys(countriesOf).find((one) => countriesOf[one]?.includes(country)) ?? 'ELSEWHERE';

export const speeds = ['ECONOMY', 'STANDARD', 'EXPRESS'];
export const nameOf = (speed: string): string => speed.charAt(0) + speed.slice(1).toLowerCase();

export const isKey = (text: string): boolean => /^[A-Z0-9-]{1,20}$/.test(text);
const isTime = (text: string) =>
  text === '' || (/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}Z$/.test(text) && !Number.isNaN(Date.parse(text)));
const isSpeeds = (cells: readonly string[]) => cells.length > 0 && cells.every((one) => speeds.includes(one));

export const say = (right: boolean, reason: string): string | null => (right ? null : reason);

/** What is wrong with a cell that both versions write alike; undefined for the others. */
export function commonFault(field: string, cell: string, known: ReadonlySet<string>): string | null | undefined {
  switch (field) {
    case 'currency':
      return say(cell === 'EUR' || cell === 'GBP', 'EUR or GBP');
    case 'price':
      return say(isMoney(cell), 'money such as 4.90');
    case 'least spend':
      return say(cell === '' || isMoney(cell), 'money such as 60.00, or empty');
    case 'listing':
      return say(
        /^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$/.test(cell) && !known.has(`listing ${cell}`),
        'a listing of its own',
      );
    case 'name':
    case 'title':
      return say(cell.length >= 1 && cell.length <= 36, '1 to 36 letters');
    case 'terms':
      return say(cell.length >= 1 && cell.length <= 300, '1 to 300 letters');
    case 'plan':
      return say(known.has(`PLAN ${cell}`), 'a plan defined above');
    case 'places':
      return say(
        cell === 'ALL' || (cell !== '' && words(cell).every((one) => one in countriesOf || known.has(`CUT ${one}`))),
        'ALL, or regions and cuts defined above',
      );
    case 'speed':
      return say(speeds.includes(cell), 'ECONOMY, STANDARD or EXPRESS');
    case 'speeds':
      return say(isSpeeds(words(cell)), 'ECONOMY, STANDARD or EXPRESS');
    case 'code':
      return say(
        cell === '' || isCode(cell) || batchOf(cell) !== null,
        '3 to 20 capital letters and digits, FILE and a batch, or empty',
      );
    case 'from':
    case 'until':
      return say(isTime(cell), 'UTC such as 2026-11-23T00:00Z, or empty');
    default:
      return undefined;
  }
}

export const isMass = (text: string): boolean => pico(text) !== null;
export const isShare = isPercent;

const begun = ({ from }: Cells, moment: number) => !from || Date.parse(from) <= moment;
const ended = ({ until }: Cells, moment: number) => Boolean(until) && Date.parse(until ?? '') <= moment;

/** The batch of single-use codes that a cell names; null where it names none. */
export const batchOf = (cell: string | undefined): string | null =>
  /^FILE ([a-z0-9][a-z0-9-]{0,39})$/.exec(cell ?? '')?.[1] ?? null;

/** Whether an offer runs at a moment for somebody with these codes. */
export function runs(cells: Cells, moment: number, codes: readonly string[], singles: Singles): boolean {
  if (!begun(cells, moment) || ended(cells, moment)) return false;
  const batch = batchOf(cells.code);
  if (batch !== null) return unusedFor(singles, batch, codes).length > 0;
  return !cells.code || codes.includes(cells.code);
}

/** Why a code took nothing off: by the offers in force that have it, and whether one waits that does. */
export function whyNot(known: readonly Cells[], waits: boolean, moment: number): string {
  if (known.length === 0) return waits ? 'in review' : 'unknown';
  if (known.every((cells) => !begun(cells, moment))) return 'not begun';
  return known.every((cells) => ended(cells, moment)) ? 'ended' : 'conditions';
}
