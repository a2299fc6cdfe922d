import { z } from 'zod';
import { cents } from './money.ts';

/** What a channel asks the carrier at its checkout, by docs/formats/ternline.md: whole grams and cubic centimetres. */
export interface QuoteAsk {
  readonly on: string;
  readonly service: string;
  readonly to: { readonly country: string; readonly postcode: string | null; readonly home: boolean };
  readonly parcels: readonly { readonly grams: number; readonly volume: number }[];
}

/** What the carrier asks, in cents; null where it does not answer. */
export type Quote = (ask: QuoteAsk) => number | null;
export const silence: Quote = () => null;

/** Does what needs answers that have to be waited for: again, as long as it asks for more. */
export async function answered<T>(
  ask: (one: QuoteAsk) => Promise<number | null>,
  work: (quote: Quote) => T,
): Promise<T> {
  const known = new Map<string, number | null>();
  for (;;) {
    const asked = new Map<string, QuoteAsk>();
    const done = work((one) => {
      const key = JSON.stringify(one);
      if (!known.has(key)) asked.set(key, one);
      return known.get(key) ?? null;
    });
    if (asked.size === 0) return done;
    await Promise.all([...asked].map(async ([key, one]) => known.set(key, await ask(one))));
  }
}

/** How long a checkout waits for the carrier, in milliseconds. */
const patience = 5000;
const answerSchema = z.object({ charge: z.string().regex(/^\d{1,8}\.\d{2}$/) });

/** Asks the carrier at an address by a channel's own key, for account prices. */
export const askAt =
  (address: () => string, key: string) =>
  async (ask: QuoteAsk): Promise<number | null> => {
    try {
      const response = await fetch(`${address()}/quote`, {
        method: 'POST',
        headers: { Authorization: `Bearer ${key}`, Prices: 'account', 'Content-Type': 'application/json' },
        body: JSON.stringify(ask),
        signal: AbortSignal.timeout(patience),
      });
      const answer = response.ok ? answerSchema.safeParse(await response.json()) : null;
      return answer?.success ? cents(answer.data.charge) : null;
    } catch {
      return null;
    }
  };
