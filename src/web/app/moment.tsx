import { Button } from 'react-aria-components';
import { manifests } from '../../core/channels/index.ts';
import { instantOf, localOf } from '../../core/exact/index.ts';
import { counts, listed } from '../../words/index.ts';
import { useClockQuery, usePushClockMutation } from '../data/api.ts';
import { useBook, useMoment } from '../data/book.ts';
import { failure } from '../data/failed.ts';
import { useAppDispatch, useAppSelector } from '../data/index.ts';
import { asOfSet } from '../data/view.ts';
import { useMomentText } from '../ui/clock.ts';
import { TimePart } from '../ui/time-part.tsx';
import { Panel } from './panel.tsx';

const reviewing = manifests.all.filter((one) => one.reviewHours > 0).map((one) => one.name);

/** The moment everything is computed for, and the demo's clock. */
export function MomentPanel() {
  const act = useAppDispatch();
  const moment = useMoment();
  const zone = useBook()?.home.timeZone ?? 'UTC';
  const dated = useMomentText();
  const { data: clock } = useClockQuery();
  const asOf = useAppSelector((state) => state.view.asOf);
  const local = localOf(moment ?? Date.now(), zone);
  const [push, pushed] = usePushClockMutation();
  return (
    <Panel title="As of">
      <p className="mb-2">Every answer, pinned basket and check is worked out for this moment.</p>
      <div className="sentence">
        Local time in {zone}:{' '}
        <TimePart
          label="As of"
          none={null}
          begin={local}
          value={local}
          onCommit={(next) => {
            const at = next === null ? null : instantOf(next, zone);
            if (!at || at.ok) act(asOfSet(at && new Date(at.value).toISOString()));
          }}
        />
        {asOf !== null && (
          <Button className="act text-[13px]" onPress={() => act(asOfSet(null))}>
            Follow the clock
          </Button>
        )}
      </div>
      <h3 className="mt-4 mb-1">The demo’s clock</h3>
      <p>
        It shows {clock ? dated(clock.now) : '…'}. Reviews at {listed(reviewing)} run on it; push it forward to see them
        end.
      </p>
      <p className="mt-2 flex gap-1">
        {[1, 24, 40].map((hours) => (
          <button key={hours} type="button" className="act" disabled={pushed.isLoading} onClick={() => push(hours)}>
            {counts(hours, 'hour')} on
          </button>
        ))}
      </p>
      {pushed.error && <p className="fault">{failure(pushed.error).title}</p>}
    </Panel>
  );
}
