import { counted } from '../../../words/index.ts';
import type { HeavyWork } from '../../data/heavy.ts';

/** The state of a long piece of work: how to begin it, how far it is, and how to stop it. */
export function Working({ work, what }: { work: HeavyWork<unknown>; what: string }) {
  const { state, isCurrent, start, stop } = work;
  const isOld = state.is === 'done' && !isCurrent;
  if (state.is === 'running')
    return (
      <p className="after-a-while my-2 flex items-center gap-3" aria-live="polite">
        <progress
          className="progress progress-primary w-56"
          value={state.done}
          max={state.all || 1}
          aria-label="How far it is"
        />
        <span className="muted">{state.all > 0 ? `${counted(state.done)} of ${counted(state.all)}` : 'beginning'}</span>
        <button type="button" className="act" onClick={stop}>
          Stop
        </button>
      </p>
    );
  return (
    <p className={`my-2 flex items-center gap-3 ${isOld ? 'after-a-while' : ''}`}>
      <button type="button" className="act" onClick={start}>
        {what}
      </button>
      {isOld && <span className="muted">What is shown is from before the last change.</span>}
      {state.is === 'stopped' && <span className="muted">Stopped; nothing is kept of it.</span>}
      {state.is === 'failed' && <span className="fault">It failed: {state.why}</span>}
    </p>
  );
}
