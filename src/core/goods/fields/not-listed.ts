import { z } from 'zod';
import { naming } from '../../exact/index.ts';
import { words } from './cells.ts';
import { goodsField } from './field.ts';

type NotListed = 'none' | string[];
/** The channels of it. */
export const channelsIn = (value: NotListed): readonly string[] => (value === 'none' ? [] : value);

/** What says that a channel does not list an item; `whole`: as it is with what it takes from its parents. */
export const hiddenAt = (whole: { readonly notListed: NotListed }, channel: string): NotListed => [
  ...new Set([...channelsIn(whole.notListed), channel]),
];

/** What says that a channel lists an item, too. */
export function shownAt(
  whole: { readonly notListed: NotListed; readonly parent: string | null },
  channel: string,
): NotListed {
  const rest = channelsIn(whole.notListed).filter((one) => one !== channel);
  return rest.length > 0 || whole.parent === null ? rest : 'none';
}

/** Channels that do not list it; `none` where all do, whatever is said of its parent. */
export const notListed = goodsField({
  name: 'notListed',
  schema: z.union([z.literal('none'), z.array(naming('channel', 'alone'))]).default([]),
  head: 'not listed at',
  reads: { is: 'words' },
  write: (value) => (value === 'none' ? value : words.write(value)),
  read: (cell) => (cell === 'none' ? cell : words.read(cell)),
  inherit: (own, theirs) => (own === 'none' || own.length > 0 ? own : theirs),
});
