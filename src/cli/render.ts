import { channelIds } from '../core/book/index.ts';
import { dialectOf, filesOf, toldAt } from '../core/channels/index.ts';
import { amountText, unwrap } from '../core/exact/index.ts';
import { lostWords, readsText } from '../words/index.ts';
import { jsonText, openBook, print, Unable } from './open.ts';
import { textTable } from './table.ts';

/** What a channel would be sent: its files, and how far each clause of the book can be said there. */
export function runRender(path: string, channel: string, { at, json }: { at: number; json: boolean }): number {
  const id = channelIds.find((one) => one === channel);
  if (!id) throw new Unable(`There is no channel “${channel}”; there are ${channelIds.join(', ')}`);
  const { file, stockOf } = openBook(path, at);
  const told = toldAt(id, file, stockOf);
  if (json) {
    const notes = told.flatMap(({ book, rendition }) =>
      rendition.notes.map((note) => ({
        market: book.market.body.id,
        ...note,
        why: lostWords(book.body, note.fidelity, book.market.body),
      })),
    );
    const files = told.flatMap(({ rendition }) => filesOf(rendition.rules));
    const { twin } = dialectOf(id);
    const twins = files.flatMap((one) => (twin ? [unwrap(twin.of(one))] : []));
    print(jsonText({ channel: id, files, twins: filesOf({ written: () => twins }), notes }, 1));
    return 0;
  }
  const rows = told.flatMap(({ book, rendition }) =>
    rendition.notes.map(({ clause, reads, fidelity }) => [
      book.market.body.id,
      Object.values(clause).join(' '),
      fidelity.is === 'bounded' ? `bounded ${amountText(fidelity.bound, book.currency)}` : fidelity.is,
      readsText(reads),
      lostWords(book.body, fidelity, book.market.body),
    ]),
  );
  print(textTable(['market', 'clause', 'said', 'reads', 'why'], rows));
  return 0;
}
