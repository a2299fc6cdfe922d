import { createContext, useContext } from 'react';
import { dated } from '../../words/index.ts';

/** The time zone that moments are told in: the book's own. */
export const TimeZoneContext = createContext('UTC');
/** How a moment is told there. */
export function useDated(): (at: number | string) => string {
  const zone = useContext(TimeZoneContext);
  return (at) => dated(at, zone);
}
/** The place that a zone is named by: Dublin of Europe/Dublin. */
export const placeOfZone = (zone: string): string => (zone.split('/').at(-1) ?? zone).replaceAll('_', ' ');
