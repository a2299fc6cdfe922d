import { createContext, useContext } from 'react';
import { useLocation } from 'react-router';
import type { Stage } from './stage.ts';

/** The rooms there are, for the pages in them: these know each other only by address. */
export const RoomsContext = createContext<readonly Stage[]>([]);

/** The room at hand. */
export function useRoom(): Stage | undefined {
  const [, path] = useLocation().pathname.split('/');
  return useContext(RoomsContext).find((room) => room.path === path);
}

/** Tells where a path of the book is looked at and edited; null where it has no place of its own. */
export const useRooms = (): readonly Stage[] => useContext(RoomsContext);

export function usePlaces(): (path: readonly string[]) => { readonly to: string; readonly words: string } | null {
  const rooms = useContext(RoomsContext);
  return (path) => rooms.find((room) => (path[0] ?? '') in room.opens)?.opens[path[0] ?? '']?.(path) ?? null;
}
