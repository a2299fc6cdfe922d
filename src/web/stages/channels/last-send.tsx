import type { ChannelState } from '../../../contract/index.ts';
import { useGiveUpSendMutation } from '../../data/api.ts';
import { useMomentText } from '../../ui/clock.ts';

/** The ink of the note of the last send, by how it stands. */
const inkOfSend = {
  queued: '',
  sending: '',
  accepted: 'true',
  refused: 'off',
  failed: 'off',
  'not known': 'off',
  'given up': 'off',
} as const;

/** What became of what was last sent. */
export function LastSend({ send, where }: { send: NonNullable<ChannelState['lastSend']>; where: string }) {
  const dated = useMomentText();
  const [giveUp] = useGiveUpSendMutation();
  return (
    <div className={`aside-note ${inkOfSend[send.state]}`} role="status">
      {(send.state === 'queued' || send.state === 'sending') && 'Sending …'}
      {send.state === 'accepted' &&
        [`Revision ${send.revision} was sent ${dated(send.requested)}`, `by ${send.who} and taken.`].join(' ')}
      {send.state === 'not known' && (
        <>
          It is not known whether {where} took revision {send.revision}: {send.error}. It is asked again until that is
          known.{' '}
          <button type="button" className="act" onClick={() => giveUp({ id: send.channel, send: send.id })}>
            Ask no more
          </button>
        </>
      )}
      {send.state === 'given up' &&
        `It is not known whether ${where} took revision ${send.revision}, sent ${dated(send.requested)}.`}
      {send.state === 'failed' && `The last send did not get through: ${send.error}`}
      {send.state === 'refused' && (
        <>
          {where} refused the last send; nothing was applied there.
          <ul>
            {send.report.slice(0, 20).map((one) => (
              <li key={`${one.line} ${one.field}`}>
                {one.file}
                {one.line !== null && `, line ${one.line}`}, {one.field}: {one.reason}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
