import { NavLink } from 'react-router';
import { type ChannelId, channelIds } from '../../../core/book/index.ts';
import { channelName } from '../../../words/index.ts';
import { useLastCheckQuery } from '../../data/api.ts';
import { Plumb } from '../../ui/plumb.tsx';
import { hangOf } from '../check/hang.ts';
import type { ChannelSheet } from './of-channel.tsx';

/** The channels, each with how it hangs by the last check; then what is told the chosen one, and what it lists. */
export function ChannelTabs({ chosen, sheet }: { chosen: ChannelId; sheet: ChannelSheet }) {
  const { data: report } = useLastCheckQuery();
  return (
    <nav className="tabs-row" aria-label="Channels">
      {channelIds.map((id) => (
        <NavLink
          key={id}
          to={`/channels/${sheet}${id}`}
          className="tab-link"
          aria-current={id === chosen ? 'page' : undefined}
        >
          {channelName(id)}{' '}
          <Plumb
            hang={hangOf(report?.findings.filter((finding) => finding.channel === id) ?? [])}
            where={channelName(id)}
          />
        </NavLink>
      ))}
      <span className="ml-auto flex">
        <NavLink end to={`/channels/${chosen}`} className="tab-link">
          What it is told
        </NavLink>
        <NavLink to={`/channels/live/${chosen}`} className="tab-link">
          What is live
        </NavLink>
        <NavLink to={`/channels/listings/${chosen}`} className="tab-link">
          What it lists
        </NavLink>
      </span>
    </nav>
  );
}
