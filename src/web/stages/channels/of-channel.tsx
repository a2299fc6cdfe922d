import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { type ChannelId, channelIds } from '../../../core/book/index.ts';
import { channelName } from '../../../words/index.ts';
import { type OpenBook, useBook, useMoment } from '../../data/book.ts';
import { NotThere } from '../../ui/missing.tsx';

/** The sheets of a channel, by what their addresses have before its id. */
export type ChannelSheet = '' | 'live/' | 'listings/';

/** A sheet of the channel that its address names, or of the first; of one that is not there, which there are. */
export function OfChannel({
  sheet,
  children,
}: {
  sheet: ChannelSheet;
  children: (book: OpenBook, id: ChannelId, moment: number) => ReactNode;
}) {
  const book = useBook();
  const moment = useMoment();
  const { channel } = useParams();
  const id = channel === undefined ? channelIds[0] : channelIds.find((one) => one === channel);
  if (id === undefined) {
    const all = channelIds.map((one) => ({ id: one, name: channelName(one), to: `/channels/${sheet}${one}` }));
    return <NotThere what="channel" id={channel ?? ''} all={all} home="/channels" />;
  }
  return book && moment !== null && children(book, id, moment);
}
