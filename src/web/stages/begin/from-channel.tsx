import { type ChannelId, channelIds } from '../../../core/book/index.ts';
import { sitesAdopted } from '../../../core/channels/index.ts';
import type { Currency, Result } from '../../../core/exact/index.ts';
import { channelName, counts, listed } from '../../../words/index.ts';
import { useFilesQuery } from '../../data/api.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';
import type { BegunThere } from '../../engine/study.ts';
import { Lost, NoBook } from '../../ui/not-adopted.tsx';

/** What is live at channels already, as a book to begin with; nothing where none has anything. */
export function FromChannels({ book, moment }: { book: OpenBook; moment: number }) {
  return channelIds
    .filter((id) => sitesAdopted(id).length > 0)
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
  const where = channelName(id);
  const currencies = sitesAdopted(id).map(({ currency }) => currency);
  if (live?.length && !currencies.includes(book.home.currency as Currency))
    return (
      <p className="small muted mt-4">
        What is live at {where} is in {listed(currencies)}: a book whose first market is in {book.home.currency} cannot
        begin with it.
      </p>
    );
  if (!found) return null;
  if (!found.ok) return <NoBook where={where} problems={found.problems} />;
  const { counts: there, edits, besides, lost } = found.value;
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
        {besides.length > 0 && `, with amounts in ${listed(besides)} beside`}. They become the book; nothing is saved
        before you have looked at them.
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
