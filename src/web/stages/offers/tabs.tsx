import { SheetTabs } from '../../app/tabs.tsx';

/** The sheets of the stage. */
export const OffersTabs = () => (
  <nav className="tabs-row" aria-label="Sheets of offers">
    <SheetTabs />
  </nav>
);
