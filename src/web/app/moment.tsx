import { useState } from 'react';
import { manifests } from '../../core/channels/index.ts';
import { instantOf, localOf } from '../../core/exact/index.ts';
import { firstFault, listed } from '../../words/index.ts';
import { useClockQuery, usePushClockMutation } from '../data/api.ts';
import { useBook, useMoment } from '../data/book.ts';
import { useAppDispatch } from '../data/index.ts';
import { asOfSet } from '../data/view.ts';
import { useMomentText } from '../ui/clock.ts';
import { failure } from '../ui/failed.ts';
import { Panel } from './panel.tsx';

const reviewing = manifests.all.filter((one) => one.reviewHours > 0).map((one) => one.name);

/** The moment everything is computed for, and the demo's clock. */
export function MomentPanel() {
  const act = useAppDispatch();
  const moment = useMoment();
  const zone = useBook()?.home.timeZone ?? 'UTC';
  const dated = useMomentText();
  const { data: clock } = useClockQuery();
  const [text, setText] = useState(moment === null ? '' : localOf(moment, zone));
  const [push, pushed] = usePushClockMutation();
  const at = instantOf(text, zone);
  return (
    <Panel title="As of">
      <p className="mb-2">Every answer, pinned basket and check is worked out for this moment.</p>
      <form
        className="flex items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (at.ok) act(asOfSet(new Date(at.value).toISOString()));
        }}
      >
        <label>
          Local time in {zone}{' '}
          <input
            type="datetime-local"
            className="search"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
        <button type="submit" className="act main" disabled={!at.ok}>
          Look from then
        </button>
        <button type="button" className="act" onClick={() => act(asOfSet(null))}>
          Follow the clock
        </button>
      </form>
      {text !== '' && !at.ok && <p className="fault">{firstFault(at)}</p>}
      <h3 className="mt-4 mb-1">The demo’s clock</h3>
      <p>
        It shows {clock ? dated(clock.now) : '…'}. Reviews at {listed(reviewing)} run on it; push it forward to see them
        end.
      </p>
      <p className="mt-2 flex gap-1">
        {[1, 24, 40].map((hours) => (
          <button key={hours} type="button" className="act" disabled={pushed.isLoading} onClick={() => push(hours)}>
            {hours} {hours === 1 ? 'hour' : 'hours'} on
          </button>
        ))}
      </p>
      {pushed.error && <p className="fault">{failure(pushed.error).title}</p>}
    </Panel>
  );
}
