import { useEffect } from 'react';
import { shallowEqual } from 'react-redux';
import { channelIds } from '../../../core/book/index.ts';
import type { ChannelFile } from '../../../core/channels/index.ts';
import { api } from '../../data/api.ts';
import { useAppDispatch, useAppSelector } from '../../data/index.ts';

/** The files that are live in each channel at a moment, by its id; null where none are, or they are not known yet. */
export function useLiveFiles(moment: string): Readonly<Record<string, readonly ChannelFile[] | null>> {
  const act = useAppDispatch();
  useEffect(() => {
    const asked = channelIds.map((id) => act(api.endpoints.files.initiate({ id, moment })));
    return () => {
      for (const one of asked) one.unsubscribe();
    };
  }, [act, moment]);
  return useAppSelector(
    (state) =>
      Object.fromEntries(
        channelIds.map((id) => [id, api.endpoints.files.select({ id, moment })(state).data?.live ?? null]),
      ),
    shallowEqual,
  );
}
