import { createContext, useContext } from 'react';

/**
 * The currency that amounts are written in where nothing else is said: the book's own, or that of the template at hand.
 */
export const CurrencyContext = createContext('');
export const useCurrency = (): string => useContext(CurrencyContext);
