import type { ReactNode } from 'react';
import { Button, Dialog, DialogTrigger, Popover } from 'react-aria-components';
import type { NamedThing } from '../../core/book/index.ts';
import { removalWords, thingsName } from '../../words/index.ts';
import { type OpenBook, useEngine } from '../data/book.ts';

/**
 * Takes something out of the book: what goes along and what changes is said first. `children`: what the button is
 * called; `more`: what else is to be known before.
 */
export function Remover({
  book,
  things,
  children,
  more,
  onRemoved,
}: {
  book: OpenBook;
  things: readonly NamedThing[];
  children: string;
  more?: ReactNode;
  onRemoved?: () => void;
}) {
  return (
    <DialogTrigger>
      <Button className="quiet danger small">{children}</Button>
      <Popover isNonModal className="pop-list max-h-96 max-w-md overflow-auto p-3" placement="bottom end" offset={2}>
        <Dialog aria-label={`What removing ${thingsName(book.book, things)} would do`}>
          {({ close }) => (
            <Consequences
              book={book}
              things={things}
              more={more}
              close={close}
              onRemoved={() => {
                close();
                onRemoved?.();
              }}
            />
          )}
        </Dialog>
      </Popover>
    </DialogTrigger>
  );
}

function Consequences({
  book,
  things,
  more,
  close,
  onRemoved,
}: {
  book: OpenBook;
  things: readonly NamedThing[];
  more?: ReactNode;
  close: () => void;
  onRemoved: () => void;
}) {
  const found = useEngine(
    (engine) => engine.removal(things),
    [things.map(({ named, id }) => `${named} ${id}`).join()],
    'study',
  );
  const name = thingsName(book.book, things);
  if (!found) return <p className="muted">Looking for what names {name} …</p>;
  const words = removalWords(book.book, found);
  return (
    <>
      <p>
        <strong>Without {name}</strong>
        {words.length === 0 ? ' nothing else changes: nothing names it.' : ':'}
      </p>
      <ul>
        {words.map((line) => (
          <li key={line} className="border-b border-base-300 py-0.5">
            {line}
          </li>
        ))}
      </ul>
      {more}
      <p className="mt-2 flex gap-2">
        <button
          type="button"
          className="act"
          onClick={() => {
            book.editAll(found.edits);
            onRemoved();
          }}
        >
          Remove {name}
        </button>
        <button type="button" className="act" onClick={close}>
          Leave it
        </button>
      </p>
    </>
  );
}
