import { Link, useLocation } from 'react-router';
import { useRoom } from './rooms.ts';
import { addressOf } from './stage.ts';

/** A tab for each sheet of the room at hand, from the given one on. */
export function SheetTabs({ from = 0 }: { from?: number }) {
  const { pathname } = useLocation();
  const stage = useRoom();
  if (!stage) return null;
  const sheets = stage.sheets.slice(from);
  const all = sheets.map((sheet) => ({ to: addressOf(stage, sheet), name: sheet.name }));
  const here = all
    .filter(({ to }) => pathname === to || pathname.startsWith(`${to}/`))
    .sort((a, b) => b.to.length - a.to.length)[0];
  return all.map(({ to, name }) => (
    <Link key={to} className="tab-link" to={to} aria-current={to === here?.to ? 'page' : undefined}>
      {name}
    </Link>
  ));
}
