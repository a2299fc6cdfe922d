import { z } from 'zod';
import { type Currency, naming } from '../exact/index.ts';

/** A setting of a channel's own, beside what services are called there: its field, and what may be chosen. */
export type OwnSetting = { readonly field: string } & (
  | { readonly is: 'feeds' }
  | { readonly is: 'one of'; readonly values: readonly string[] }
);

/** What a book sets for a channel. */
export type Settings = Readonly<Record<string, unknown>> & {
  readonly speeds: Readonly<Record<string, string | null>>;
};

/** What is known of a channel before anything is told there. */
export interface Manifest {
  readonly id: string;
  readonly name: string;
  /** The name where there is little room: at most 10 letters. */
  readonly short: string;
  /** The names of its files, as its format page has them, by what the book sets for it. */
  files(settings: Settings): readonly string[];
  /** The selections that its settings name, each with where: a path within them. */
  selections?(settings: Settings): readonly (readonly [path: readonly string[], selection: string | null])[];
  /** Its words for services; `own`: it takes the book's. */
  readonly speedNames: readonly string[] | 'own';
  /** The most letters of a title. */
  readonly titleLetters: number;
  /** What its amounts are in, and whether they have tax inside or it is added to them. */
  readonly currency: Currency;
  readonly tax: 'inside' | 'added';
  /**
   * How codes of batches lie beside its files: a file, its first line, and a line for each; null where it takes none.
   */
  readonly singles: { readonly file: string; readonly head: string; line(batch: string, code: string): string } | null;
  /** Hours until a promotion sent now is live, at the longest; 0 for at once. */
  readonly reviewHours: number;
  /** What the book sets for it, `speeds` among it; reads {} as well. */
  readonly settings: z.ZodType<Settings>;
  readonly ownSettings: readonly OwnSetting[];
}

/** How codes of batches lie beside a channel's files, where it takes them as most do: a batch and a code a line. */
export const singles: NonNullable<Manifest['singles']> = {
  file: 'codes.csv',
  head: 'batch,code',
  line: (batch, code) => `${batch},${code}`,
};

/** What each service is called in a channel; null, or nothing: not said there. */
export const speeds = z.record(naming('service', 'row'), z.string().nullable()).default({});
/** The countries a feed is for. */
export const target = z.union([z.literal('all'), z.string().regex(/^[A-Z]{2}$/)]);
/** The settings of a channel without any of its own. The target that format 3 said of all channels means nothing. */
export const plainSettings = z.strictObject({ speeds, target: target.optional() });

/**
 * The list of channels. A book may have settings for each of them, and for others, which are kept as they stand: a
 * channel that is gone may come back.
 */
export function manifestsOf<const M extends readonly Manifest[]>(all: M) {
  type Id = M[number]['id'];
  type Shape = { [One in M[number] as One['id']]: z.ZodOptional<One['settings']> };
  const shape = Object.fromEntries(all.map((one) => [one.id, one.settings.optional()])) as Shape;
  const byId = new Map<string, M[number]>(all.map((one) => [one.id, one]));
  return {
    all,
    ids: all.map((one) => one.id) as [Id, ...Id[]],
    schema: z.object(shape).catchall(z.record(z.string(), z.unknown())),
    of: (id: string): M[number] | undefined => byId.get(id),
  };
}

/** What a book sets for a channel; the channel's own defaults where it sets nothing. */
export const settingsOf = <M extends Pick<Manifest, 'id' | 'settings'>>(
  { channels }: { readonly channels: Readonly<Record<string, unknown>> },
  { id, settings }: M,
): z.output<M['settings']> => settings.parse(channels[id] ?? {}) as z.output<M['settings']>;
