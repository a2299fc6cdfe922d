import { useEffect } from 'react';
import { useLocation } from 'react-router';
import { type OpenBook, useBook } from '../data/book.ts';
import { addressOf, type Stage } from './stage.ts';
import { rooms } from './stages.ts';

/** Names the browser's page after the sheet that is drawn, and what is chosen on it. */
export function usePageTitle(): void {
  const book = useBook();
  const { pathname } = useLocation();
  const title = titleOf(rooms, pathname, book ?? null);
  useEffect(() => {
    document.title = title;
  }, [title]);
}

/**
 * The title of an address: what is chosen by its name (by its id where no room finds it), the sheet, the application.
 * @example titleOf(rooms, '/offers/gust12', book) // 'GUST12: 12 % off · All offers · Plemb'
 */
export function titleOf(all: readonly Stage[], pathname: string, book: OpenBook | null): string {
  const sheets = all.flatMap((room) =>
    room.sheets.map((sheet) => ({ room, name: sheet.name, address: addressOf(room, sheet) })),
  );
  const within = sheets.filter(({ address }) => pathname === address || pathname.startsWith(`${address}/`));
  const at = within.sort((a, b) => b.address.length - a.address.length)[0];
  if (!at) return 'Plemb';
  const [chosen] = pathname.slice(at.address.length + 1).split('/');
  const name = chosen && book && at.room.finds(book).find((one) => one.to === pathname)?.name;
  return [name || plain(chosen ?? ''), at.name, 'Plemb'].filter(Boolean).join(' · ');
}

/** A part of an address as it reads; as it stands where it is no encoded text, such as `100%`. */
function plain(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}
