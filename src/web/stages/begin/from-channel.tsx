import { type ChannelId, channelIds } from '../../../core/book/index.ts';
import { dialectOf } from '../../../core/channels/index.ts';
import type { Result } from '../../../core/exact/index.ts';
import { channelName, counts, listed } from '../../../words/index.ts';
import { useFilesQuery } from '../../data/api.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';
import type { BegunThere } from '../../engine/study.ts';
import { Lost, NoBook } from '../../ui/not-adopted.tsx';

/** What is live at channels already, as a book to begin with; nothing where none has anything. */
export function FromChannels({ book, moment }: { book: OpenBook; moment: number }) {
  return channelIds
    .filter((id) => dialectOf(id).adopt !== null)
    .map((id) => <FromChannel key={id} id={id} book={book} moment={moment} />);
}

function FromChannel({ id, book, moment }: { id: ChannelId; book: OpenBook; moment: number }) {
  const { data: files } = useFilesQuery({ id, moment: new Date(moment).toISOString() });
  const live = files?.live ?? null;
  const found = useEngine<Result<BegunThere> | null>(
    (engine) => (live && live.length > 0 ? engine.begunThere(id, live) : null),
    [live, id],
    'study',
  );
  if (!found) return null;
  const where = channelName(id);
  if (!found.ok) return <NoBook where={where} problems={found.problems} />;
  const { counts: there, edits, lost } = found.value;
  return (
    <section className="mt-4" aria-label={`Begin with ${where}`}>
      <h2>Or begin with what is live at {where}</h2>
      <p className="sentence bg-base-100 p-3">
        {where} has{' '}
        {listed([
          counts(there.zones, 'zone'),
          counts(there.services, 'service'),
          counts(there.templates, 'template'),
          counts(there.offers, 'offer'),
          counts(there.goods, 'item', 'goods'),
        ])}
        . They become the book; nothing is saved before you have looked at them.
      </p>
      <Lost lost={lost} />
      <p className="mt-2">
        <button type="button" className="act" onClick={() => book.editAll(edits)}>
          Begin with {where}’s
        </button>
      </p>
    </section>
  );
}
