import type { ChannelId } from '../core/book/index.ts';
import { dialectOf, type RulesReader } from '../core/channels/index.ts';
import type { Live, LiveChannel } from '../core/check/index.ts';
import type { ChannelClient } from './channel-client.ts';

/** How a check asks a live channel: what is live at a moment, and what its checkout answers. */
export const asking = (id: ChannelId, client: ChannelClient, read: RulesReader): LiveChannel => ({
  async live(moment): Promise<Live> {
    const { files, held: all } = await client.live(moment);
    // What is held of its sites in other currencies is none of the one looked at.
    const held = all.filter(({ currency }) => currency === undefined);
    return {
      rules: read(dialectOf(id), files),
      held: new Set(held.map((one) => one.key)),
      refused: new Set(held.filter((one) => one.state === 'refused').map((one) => one.key)),
    };
  },
  checkout: (moment, baskets) => client.checkout(moment, baskets),
});
