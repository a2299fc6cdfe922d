import { z } from 'zod';
import { type CardBody, cardSchema } from '../core/carrier/index.ts';

/** What the carrier's dated cards say, or why it does not answer. */
export interface CarrierCards {
  readonly cards: readonly CardBody[];
  readonly down: string | null;
}

const patience = 5000;
/** Cards change by the day: asked again after ten minutes, or at once after a failure. */
const keeps = 600_000;

/** The sorts of prices a key is for: what the carrier's page shows, or what was agreed with this seller. */
export const carrierPrices = ['list', 'account'] as const;
/** The seller's account at the carrier: its key, and the sort of prices it asks for. */
export interface CarrierAccount {
  readonly key: string;
  readonly prices: (typeof carrierPrices)[number];
}

/** The account that an environment says; null where it says none. */
export function carrierAccount({
  PLEMB_CARRIER_KEY: key,
  PLEMB_CARRIER_PRICES: prices = 'list',
}: Readonly<Record<string, string | undefined>>): CarrierAccount | null {
  if (!key) return null;
  if (prices !== 'list' && prices !== 'account')
    throw new RangeError(`PLEMB_CARRIER_PRICES is “${prices}”; right would be ${carrierPrices.join(' or ')}`);
  return { key, prices };
}

/**
 * Asks the carrier for its cards with the seller's key, and keeps them for a while; the last known stand in where it is
 * silent.
 */
export function carrierClient(
  address: string | undefined,
  account: CarrierAccount | null,
): { cards(): Promise<CarrierCards> } {
  let known: { at: number; cards: readonly CardBody[] } | null = null;
  async function get<T>({ key, prices }: CarrierAccount, path: string, schema: z.ZodType<T>): Promise<T> {
    const response = await fetch(`${address}${path}`, {
      headers: { Authorization: `Bearer ${key}`, Prices: prices },
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
      if (!account) return { cards: [], down: 'no key for the carrier is set' };
      if (known && Date.now() - known.at < keeps) return { cards: known.cards, down: null };
      try {
        const { cards } = await get(account, '/cards', z.object({ cards: z.array(z.object({ card: z.string() })) }));
        const read = await Promise.all(
          cards.map(({ card }) => get(account, `/cards/${encodeURIComponent(card)}`, cardSchema)),
        );
        known = { at: Date.now(), cards: read };
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
