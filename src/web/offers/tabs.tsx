import { Link, useLocation } from 'react-router';

const sheets = [
  ['/offers', 'All offers'],
  ['/offers/meets', 'When they meet'],
  ['/offers/costs', 'What they cost'],
  ['/offers/codes', 'Codes and customers'],
  ['/offers/price', 'Delivery in the price'],
] as const;

/** The sheets of the stage. */
export function OffersTabs() {
  const { pathname } = useLocation();
  const here = sheets.findLast(([to]) => pathname.startsWith(to))?.[0];
  return (
    <nav className="tabs-row" aria-label="Sheets of offers">
      {sheets.map(([to, name]) => (
        <Link key={to} className="tab-link" to={to} aria-current={to === here ? 'page' : undefined}>
          {name}
        </Link>
      ))}
    </nav>
  );
}
