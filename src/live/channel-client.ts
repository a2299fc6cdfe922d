import { z } from 'zod';
import { fileSchema, heldSchema, remarkSchema, usesSchema } from '../contract/index.ts';
import type { ChannelId } from '../core/book/index.ts';
import { type ChannelBasket, dialectOf, type Listing } from '../core/channels/index.ts';
import type { Answered } from '../core/check/index.ts';
import { amountText, type Currency, gramsText, type Minor, parseAmount, unwrap } from '../core/exact/index.ts';
import { asked, NoAnswer, type Patience, type Streamed } from './http.ts';

/** A channel that does not answer, with why in plain words. */
export class ChannelDown extends Error {
  readonly channel: ChannelId;
  /** Whether what was asked may have arrived, and been done. */
  readonly reached: boolean;
  constructor(channel: ChannelId, why: string, reached: boolean) {
    super(`${dialectOf(channel).name} does not answer: ${why}`);
    this.channel = channel;
    this.reached = reached;
  }
}

const money = z.string().regex(/^\d+\.\d{2}$/);
const liveSchema = z.object({
  files: z.array(fileSchema),
  held: z.array(heldSchema),
  uses: z.array(usesSchema).default([]),
  usedCodes: z.array(z.object({ code: z.string(), at: z.iso.datetime() })).default([]),
});
const submissionSchema = z.object({ accepted: z.boolean(), report: z.array(remarkSchema) });
const listingSchema = z.object({
  listing: z.string(),
  price: z.string(),
  grams: z.string().nullable(),
  size: z.tuple([z.string(), z.string(), z.string()]).nullable().optional(),
});
const checkoutSchema = z.object({
  answers: z.array(
    z.object({
      choices: z.array(z.object({ speed: z.string(), charge: money, discount: money, borne: money.optional() })),
    }),
  ),
});
export type LiveAnswer = z.infer<typeof liveSchema>;

/** Files to be sent, read anew each time they are: their length in bytes, about, and their pieces in order. */
export interface FilesToSend {
  readonly length: number;
  pieces(): AsyncIterable<{ readonly name: string; readonly text: string }>;
}

export interface ChannelClient {
  submit(files: FilesToSend, idempotencyKey: string): Promise<z.infer<typeof submissionSchema>>;
  live(moment: number): Promise<LiveAnswer>;
  /** What it charges for baskets in a currency; in the one it counts in where none is said. */
  checkout(moment: number, baskets: readonly ChannelBasket[], currency?: Currency): Promise<Answered[][]>;
  /** The channel's own record of what it lists, in a currency; in the one it counts in where none is said. */
  listings(currency?: Currency): Promise<readonly Listing[]>;
  setClock(now: number): Promise<void>;
}

/** Talks to a channel over HTTP, with its key where there is one; as patiently as is said, then {@link ChannelDown}. */
export function channelClient(
  id: ChannelId,
  address: string | undefined,
  patience: Patience,
  keyOf: () => Promise<string | null> = async () => null,
): ChannelClient {
  async function call<T>(
    method: string,
    path: string,
    answer: z.ZodType<T>,
    body?: object | Streamed,
    headers: Record<string, string> = {},
  ): Promise<T> {
    if (!address) throw new ChannelDown(id, 'no address of it is set', false);
    try {
      const key = await keyOf();
      const authorization = key === null ? {} : { Authorization: `Bearer ${key}` };
      const request = { method, url: `${address}${path}`, headers: { ...headers, ...authorization } };
      if (!body) return await asked(request, answer, patience);
      return await asked({ ...request, body: 'pieces' in body ? body : JSON.stringify(body) }, answer, patience);
    } catch (error) {
      if (error instanceof NoAnswer) throw new ChannelDown(id, error.message, error.reached);
      throw error;
    }
  }

  return {
    submit: ({ length, pieces }, idempotencyKey) =>
      call(
        'PUT',
        '/submission',
        submissionSchema,
        { length, pieces: () => submissionOf(pieces()) },
        { 'Idempotency-Key': idempotencyKey },
      ),
    live: (moment) => call('GET', `/live?moment=${new Date(moment).toISOString()}`, liveSchema),
    async checkout(moment, baskets, currency = dialectOf(id).currency) {
      const { answers } = await call('POST', '/checkout', checkoutSchema, {
        moment: new Date(moment).toISOString(),
        currency,
        baskets: baskets.map((basket) => written(basket, currency)),
      });
      if (answers.length !== baskets.length) throw new ChannelDown(id, 'its answer makes no sense', true);
      return answers.map((one) =>
        one.choices.map((choice) => ({
          speed: choice.speed,
          charge: unwrap(parseAmount(choice.charge, currency)),
          discount: unwrap(parseAmount(choice.discount, currency)),
          borne: choice.borne === undefined ? undefined : unwrap(parseAmount(choice.borne, currency)),
        })),
      );
    },
    listings: (currency = dialectOf(id).currency) =>
      call('GET', `/listings?currency=${currency}`, z.array(listingSchema)),
    async setClock(now) {
      await call('POST', '/desk/clock', z.object({ clock: z.string() }), { now: new Date(now).toISOString() });
    },
  };
}

/** Files as a submission has them, {"files": [{"name", "text"}]}, piece by piece. */
async function* submissionOf(pieces: ReturnType<FilesToSend['pieces']>): AsyncGenerator<string> {
  let open: string | null = null;
  yield '{"files":[';
  for await (const { name, text } of pieces) {
    if (name !== open) yield `${open === null ? '' : '"},'}{"name":${JSON.stringify(name)},"text":"`;
    open = name;
    yield JSON.stringify(text).slice(1, -1);
  }
  yield `${open === null ? '' : '"}'}]}`;
}

const written = (basket: ChannelBasket, currency: Currency) => ({
  lines: basket.lines.map((line) => ({
    listing: line.listing,
    units: line.units,
    price: amountText(line.price as Minor, currency),
    grams: line.mass === null ? null : gramsText(line.mass),
  })),
  place: basket.address === 'business' ? { ...basket.place, business: true } : basket.place,
  codes: basket.codes,
  ...(basket.customer == null ? {} : { customer: basket.customer }),
});
