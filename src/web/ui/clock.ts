import { createContext, useContext } from 'react';
import { localOf } from '../../core/exact/index.ts';
import { dayOn, momentText, type Wall } from '../../words/index.ts';
import { useMoment } from '../data/book.ts';

/** The wall that moments are told on: the clock and region of the book's own market. */
export const WallContext = createContext<Wall>({ timeZone: 'UTC', locale: 'en', year: null });
/** How a moment is told there. */
export function useMomentText(): (at: number | string) => string {
  const wall = useContext(WallContext);
  return (at) => momentText(at, wall);
}
/** How a day is told there. */
export function useDay(): (at: number | string) => string {
  const wall = useContext(WallContext);
  return (at) => dayOn(at, wall);
}
/** The place that a zone is named by: Dublin of Europe/Dublin. */
export const placeOfZone = (zone: string): string => (zone.split('/').at(-1) ?? zone).replaceAll('_', ' ');
/** The day it is at the moment that is looked at, at midnight, on the clock of a zone. */
export function useToday(zone: string): string {
  const moment = useMoment() ?? Date.now();
  return `${localOf(moment, zone).slice(0, 10)}T00:00`;
}
