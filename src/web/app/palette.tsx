import { useMemo, useState } from 'react';
import { Autocomplete, Input, type Key, Menu, MenuItem, SearchField } from 'react-aria-components';
import { useNavigate } from 'react-router';
import { useBook } from '../data/book.ts';
import { useAppDispatch, useAppSelector } from '../data/index.ts';
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
  const [text, setText] = useState(useAppSelector((state) => state.view.ahead));
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
  const run = (key: Key) => {
    act(opened(null));
    found[Number(key)]?.run();
  };
  return (
    <Panel title="Find">
      <Autocomplete inputValue={text} onInputChange={setText}>
        <SearchField aria-label="Find anything and any act" autoFocus>
          <Input className="search w-full" placeholder="A stage, zone, lane, offer, SKU, or an act" />
        </SearchField>
        <Menu
          aria-label="Found"
          className="mt-2"
          // By their place: two things of one kind may have the same name.
          items={found.map((one, id) => ({ ...one, id }))}
          onAction={run}
          renderEmptyState={() => <p className="muted p-2">Nothing has these words. Fewer letters find more.</p>}
        >
          {(one) => (
            <MenuItem className="row-link" textValue={one.name}>
              <span>{one.name}</span>
              <span className="muted">{one.what}</span>
            </MenuItem>
          )}
        </Menu>
      </Autocomplete>
    </Panel>
  );
}
