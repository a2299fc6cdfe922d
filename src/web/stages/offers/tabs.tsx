import { SheetTabs } from '../../app/tabs.tsx';
import { offers } from './stage.ts';

/** The sheets of the stage. */
export const OffersTabs = () => (
  <nav className="tabs-row" aria-label="Sheets of offers">
    <SheetTabs stage={offers} />
  </nav>
);
