import { z } from 'zod';
import { type Form, naming } from '../../exact/index.ts';
import { type Settings, speeds, target } from '../manifest.ts';
import { limits } from './limits.ts';

/** The countries a feed is for: all, or some, each once. */
const countries = z.union([
  z.literal('all'),
  z
    .array(z.string().regex(/^[A-Z]{2}$/, 'country code' satisfies Form))
    .min(1)
    .refine((list) => new Set(list).size === list.length, 'countries each once' satisfies Form),
]);

/** What a feed is for: countries, a language, and the goods of a selection; null: all goods. */
const feed = z.strictObject({
  countries: countries.default('all'),
  language: z
    .string()
    .regex(/^[a-z]{2}$/)
    .default('en'),
  goods: naming('selection', 'row').nullable().default(null),
});

/** Feeds by their names, which their files have too. Where none is set there is one, for the `target`. */
export const settings = z.strictObject({
  speeds,
  target: target.default('all'),
  feeds: z
    .record(z.string().regex(/^[a-z][a-z0-9-]{0,19}$/, 'feed' satisfies Form), feed)
    .refine((all) => Object.keys(all).length <= limits.feeds, 'feeds' satisfies Form)
    .default({}),
});

/** A feed as it is set. */
export interface FeedSetting extends z.output<typeof feed> {
  readonly name: string;
}

/** The feeds that are set, in the order in which they are asked: those that name countries first, then by name. */
export function feedsOf(own: Settings): readonly FeedSetting[] {
  const { target: one, feeds } = settings.parse(own);
  const set = Object.entries(feeds).map(([name, body]): FeedSetting => ({ name, ...body }));
  if (set.length === 0) return [{ name: 'main', countries: one === 'all' ? one : [one], language: 'en', goods: null }];
  return inOrder(set);
}

/** Feeds in the order in which they are asked for a place. */
export const inOrder = <F extends { readonly name: string; readonly countries: 'all' | readonly string[] }>(
  feeds: readonly F[],
): F[] => {
  const rank = ({ countries: named }: F) => (named === 'all' ? 1 : 0);
  return [...feeds].sort((a, b) => rank(a) - rank(b) || (a.name < b.name ? -1 : 1));
};
