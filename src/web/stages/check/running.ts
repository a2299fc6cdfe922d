import { useEffect } from 'react';
import { api, useCheckQuery, useStartCheckMutation, useStopCheckMutation } from '../../data/api.ts';
import { useAppDispatch, useAppSelector } from '../../data/index.ts';
import { checkingSet } from '../../data/view.ts';

/** The check under way, how to begin one as of a moment and to stop it; what it changes is asked anew at its end. */
export function useRunning(moment: number) {
  const act = useAppDispatch();
  const checking = useAppSelector((state) => state.view.checking);
  const [start, started] = useStartCheckMutation();
  const [stop] = useStopCheckMutation();
  const { data: run } = useCheckQuery(checking ?? 0, { skip: checking === null, pollingInterval: 300 });
  useEffect(() => {
    if (!run || run.id !== checking || run.state === 'queued' || run.state === 'running') return;
    act(checkingSet(null));
    act(api.util.invalidateTags(['Check', 'Channels', 'Checkouts']));
  }, [run, checking, act]);
  return {
    run,
    started,
    /** `large`: however many baskets it asks. */
    begin: async (large = false) => {
      const result = await start({ moment: new Date(moment).toISOString(), large });
      if ('data' in result && result.data) act(checkingSet(result.data.id));
    },
    stop: checking === null ? null : () => stop(checking),
  };
}
