import { z } from 'zod';
import { type CardBody, cardSchema } from '../core/carrier/index.ts';
import { NoAnswer } from '../live/index.ts';
import type { OpenKey } from './keys/keys.ts';

/** What the carrier's dated cards say, or why it does not answer. */
export interface CarrierCards {
  readonly cards: readonly CardBody[];
  readonly down: string | null;
}

const patience = 5000;
/** Cards change by the day: asked again after ten minutes, or at once after a failure. */
const keeps = 600_000;

/**
 * Asks the carrier for its cards with the seller's key, and keeps them for a while; the last known stand in where it is
 * silent.
 */
export function carrierClient(
  address: string | undefined,
  account: () => Promise<OpenKey | null>,
): { cards(): Promise<CarrierCards> } {
  let known: { at: number; of: OpenKey; cards: readonly CardBody[] } | null = null;
  async function get<T>({ key, prices }: OpenKey, path: string, schema: z.ZodType<T>): Promise<T> {
    const response = await fetch(`${address}${path}`, {
      headers: { Authorization: `Bearer ${key}`, Prices: prices ?? 'list' },
      signal: AbortSignal.timeout(patience),
    });
    if (!response.ok) throw new Error(`it answers ${response.status}`);
    const read = schema.safeParse(await response.json().catch(() => null));
    if (!read.success) throw new Error('its answer makes no sense');
    return read.data;
  }
  return {
    async cards() {
      if (!address) return { cards: [], down: 'no carrier is set' };
      const own = await account().catch((error: unknown) => {
        if (error instanceof NoAnswer) return error;
        throw error;
      });
      if (own instanceof NoAnswer) return { cards: [], down: `Ternline does not answer: ${own.message}` };
      if (!own) return { cards: [], down: 'no key for the carrier is set' };
      try {
        const { key, prices } = own;
        // What was asked with another key is of another account.
        if (known && (known.of.key !== key || known.of.prices !== prices)) known = null;
        if (known && performance.now() - known.at < keeps) return { cards: known.cards, down: null };
        const { cards } = await get(own, '/cards', z.object({ cards: z.array(z.object({ card: z.string() })) }));
        const read = await Promise.all(
          cards.map(({ card }) => get({ key, prices }, `/cards/${encodeURIComponent(card)}`, cardSchema)),
        );
        known = { at: performance.now(), of: own, cards: read };
        return { cards: read, down: null };
      } catch (error) {
        const why =
          (error as Error).name === 'TimeoutError'
            ? `it did not answer within ${patience / 1000} s`
            : (error as Error).message;
        return { cards: known?.cards ?? [], down: `Ternline does not answer: ${why}` };
      }
    },
  };
}
