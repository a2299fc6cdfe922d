import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useBook } from '../data/book.ts';
import { useAppDispatch } from '../data/index.ts';
import { opened, themeSet } from '../data/view.ts';
import { Panel } from './panel.tsx';
import { addressOf, type Findable } from './stage.ts';
import { rooms, stages } from './stages.ts';

/** What the finder lists: an act, or a place to go. */
interface Listed {
  readonly name: string;
  readonly what: string;
  readonly run: () => void;
}

/** Finds any object and any act by its words. */
export function Palette() {
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const go = useNavigate();
  const act = useAppDispatch();
  const book = useBook();
  const all = useMemo((): Listed[] => {
    const to = ({ name, what, to }: Findable): Listed => ({ name, what, run: () => go(to) });
    const sheets = rooms.flatMap((room) =>
      room.sheets.flatMap((sheet) =>
        sheet.find === null ? [] : [{ name: sheet.find, what: 'sheet', to: addressOf(room, sheet) }],
      ),
    );
    return [
      ...stages.map((stage, i) => to({ name: stage.name, what: `stage ${i + 1}`, to: `/${stage.path}` })),
      { name: 'Save the changes', what: 'act', run: () => act(opened('changes')) },
      { name: 'Move the moment, push the clock', what: 'act', run: () => act(opened('moment')) },
      { name: 'Import or export the book', what: 'act', run: () => act(opened('who')) },
      ...sheets.map(to),
      { name: 'Light', what: 'looks', run: () => act(themeSet('light')) },
      { name: 'Dark', what: 'looks', run: () => act(themeSet('dark')) },
      { name: 'Keys', what: 'act', run: () => act(opened('keys')) },
      ...(book ? rooms.flatMap((room) => room.finds(book).map(to)) : []),
    ];
  }, [book, go, act]);
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = all
    .filter((one) => words.every((word) => `${one.name} ${one.what}`.toLowerCase().includes(word)))
    .slice(0, 12);
  const run = (one: Listed | undefined) => {
    act(opened(null));
    one?.run();
  };
  return (
    <Panel title="Find">
      <input
        data-first
        className="search w-full"
        role="combobox"
        aria-expanded="true"
        aria-controls="found"
        aria-activedescendant={found[at] ? `found-${at}` : undefined}
        aria-label="Find anything and any act"
        placeholder="A stage, zone, lane, offer, SKU, or an act"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') setAt(Math.min(at + 1, found.length - 1));
          if (event.key === 'ArrowUp') setAt(Math.max(at - 1, 0));
          if (event.key === 'Enter') run(found[at]);
        }}
      />
      <div id="found" role="listbox" aria-label="Found" className="mt-2">
        {found.map((one, i) => (
          <div
            key={`${one.what} ${one.name}`}
            id={`found-${i}`}
            role="option"
            tabIndex={-1}
            aria-selected={i === at}
            className={`row-link ${i === at ? 'chosen' : ''}`}
            onClick={() => run(one)}
            onKeyDown={() => undefined}
          >
            <span>{one.name}</span>
            <span className="muted">{one.what}</span>
          </div>
        ))}
        {found.length === 0 && <p className="muted p-2">Nothing has these words. Fewer letters find more.</p>}
      </div>
    </Panel>
  );
}
