import { z } from 'zod';
import { weighedSchema } from '../contract/index.ts';
import { type CardBody, cardSchema } from '../core/carrier/index.ts';
import type { Weighed } from '../core/plan/index.ts';
import { NoAnswer } from '../live/index.ts';
import type { OpenKey } from './keys/keys.ts';

/** What the carrier's dated cards say, or why it does not answer. */
export interface CarrierCards {
  readonly cards: readonly CardBody[];
  readonly down: string | null;
}

/** What its record has of the seller's goods, null where it does not answer, and why. */
export interface CarrierGoods {
  readonly goods: readonly Weighed[] | null;
  readonly down: string | null;
}

const patience = 5000;
/** It takes so many lines of goods at once. */
const mostLines = 10_000;
/** Cards change by the day: asked again after ten minutes, or at once after a failure. */
const keeps = 600_000;

/**
 * Asks the carrier for its cards with the seller's key, and keeps them for a while; the last known stand in where it is
 * silent.
 */
export function carrierClient(
  address: string | undefined,
  account: () => Promise<OpenKey | null>,
): {
  cards(): Promise<CarrierCards>;
  /** Its own record of the seller's goods; asked anew each time. */
  goods(): Promise<CarrierGoods>;
  /** Puts lines in place of those of its record; what it then has. */
  tellGoods(lines: readonly Weighed[]): Promise<CarrierGoods>;
} {
  let known: { at: number; of: OpenKey; cards: readonly CardBody[] } | null = null;
  async function ask<T>(
    { key, prices }: OpenKey,
    path: string,
    schema: z.ZodType<T>,
    put: object | null = null,
  ): Promise<T> {
    const response = await fetch(`${address}${path}`, {
      headers: { Authorization: `Bearer ${key}`, Prices: prices ?? 'list', 'Content-Type': 'application/json' },
      ...(put ? { method: 'PUT', body: JSON.stringify(put) } : {}),
      signal: AbortSignal.timeout(patience),
    });
    if (!response.ok) throw new Error(`it answers ${response.status}`);
    const read = schema.safeParse(await response.json().catch(() => null));
    if (!read.success) throw new Error('its answer makes no sense');
    return read.data;
  }
  /** The seller's account, or why nothing can be asked. */
  async function opened(): Promise<OpenKey | string> {
    if (!address) return 'no carrier is set';
    const own = await account().catch((error: unknown) => {
      if (error instanceof NoAnswer) return error;
      throw error;
    });
    if (own instanceof NoAnswer) return `Ternline does not answer: ${own.message}`;
    return own ?? 'no key for the carrier is set';
  }
  const whyDown = (error: unknown): string => {
    const { name, message } = error as Error;
    const why = name === 'TimeoutError' ? `it did not answer within ${patience / 1000} s` : message;
    return `Ternline does not answer: ${why}`;
  };
  async function goodsBy(work: (own: OpenKey) => Promise<unknown>): Promise<CarrierGoods> {
    const own = await opened();
    if (typeof own === 'string') return { goods: null, down: own };
    try {
      await work(own);
      return { goods: (await ask(own, '/goods', z.object({ goods: z.array(weighedSchema) }))).goods, down: null };
    } catch (error) {
      return { goods: null, down: whyDown(error) };
    }
  }
  return {
    goods: () => goodsBy(async () => undefined),
    tellGoods: (lines) =>
      goodsBy(async (own) => {
        for (let i = 0; i < lines.length; i += mostLines)
          await ask(own, '/goods', z.object({ taken: z.int() }), { goods: lines.slice(i, i + mostLines) });
      }),
    async cards() {
      const own = await opened();
      if (typeof own === 'string') return { cards: [], down: own };
      try {
        const { key, prices } = own;
        // What was asked with another key is of another account.
        if (known && (known.of.key !== key || known.of.prices !== prices)) known = null;
        if (known && performance.now() - known.at < keeps) return { cards: known.cards, down: null };
        const { cards } = await ask(own, '/cards', z.object({ cards: z.array(z.object({ card: z.string() })) }));
        const read = await Promise.all(
          cards.map(({ card }) => ask({ key, prices }, `/cards/${encodeURIComponent(card)}`, cardSchema)),
        );
        known = { at: performance.now(), of: own, cards: read };
        return { cards: read, down: null };
      } catch (error) {
        return { cards: known?.cards ?? [], down: whyDown(error) };
      }
    },
  };
}
