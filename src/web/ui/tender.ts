import { createContext, useContext } from 'react';
import type { Tender } from '../../words/index.ts';

/** What amounts are in where nothing else is said: the book's own currency, or that of the template at hand. */
export const TenderContext = createContext<Tender>({ currency: 'EUR', locale: 'en' });
export const useTender = (): Tender => useContext(TenderContext);
export const useCurrency = (): string => useTender().currency;
