import type { ChannelId } from '../core/book/index.ts';
import { type ChannelFile, dialectOf, type Rules } from '../core/channels/index.ts';
import type { Live, LiveChannel } from '../core/check/index.ts';
import type { ChannelClient } from './channel-client.ts';

/** What a channel's files say, or null where they make no sense. */
export function rulesIn(id: ChannelId, files: readonly ChannelFile[]): Rules | null {
  const read = dialectOf(id).read(files);
  return read.ok ? read.value : null;
}

/** How a check asks a live channel: what is live at a moment, and what its checkout answers. */
export function asking(id: ChannelId, client: ChannelClient): LiveChannel {
  // What is live is mostly the same from moment to moment: read once.
  const known = new Map<string, Rules | null>();
  const read = (files: readonly ChannelFile[]): Rules | null => {
    const key = files.map((file) => file.text).join('\u0000');
    if (!known.has(key)) known.set(key, rulesIn(id, files));
    return known.get(key) ?? null;
  };
  return {
    async live(moment): Promise<Live> {
      const { files, held } = await client.live(moment);
      return {
        rules: read(files),
        held: new Set(held.map((one) => one.key)),
        refused: new Set(held.filter((one) => one.state === 'refused').map((one) => one.key)),
      };
    },
    checkout: (moment, baskets) => client.checkout(moment, baskets),
  };
}
