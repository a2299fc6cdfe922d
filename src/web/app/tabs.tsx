import { Link, useLocation } from 'react-router';
import { addressOf, type Stage } from './stage.ts';

/** A tab for each sheet of a stage. */
export function SheetTabs({ stage, sheets = stage.sheets }: { stage: Stage; sheets?: Stage['sheets'] }) {
  const { pathname } = useLocation();
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
