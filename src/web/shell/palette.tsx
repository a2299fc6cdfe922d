import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { channelIds } from '../../core/book/index.ts';
import { channelName, laneWords, serviceName } from '../../words/index.ts';
import { useBook } from '../store/desk.ts';
import { useAct } from '../store/index.ts';
import { opened, themeSet } from '../store/view.ts';
import { Panel } from './panel.tsx';
import { stages } from './stages.ts';

interface Found {
  readonly name: string;
  readonly what: string;
  readonly run: () => void;
}

/** Finds any object and any act by its words. */
export function Palette() {
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const go = useNavigate();
  const act = useAct();
  const book = useBook();
  const all = useMemo((): Found[] => {
    const to = (path: string) => () => go(path);
    const acts: Found[] = [
      ...stages.map((stage, i) => ({ name: stage.name, what: `stage ${i + 1}`, run: to(stage.path) })),
      { name: 'Save the changes', what: 'act', run: () => act(opened('changes')) },
      { name: 'Revisions: compare, take back', what: 'act', run: to('/revisions') },
      { name: 'Move the moment, push the clock', what: 'act', run: () => act(opened('moment')) },
      { name: 'Import or export the book', what: 'act', run: () => act(opened('who')) },
      { name: 'Mixing rules', what: 'sheet', run: to('/rates/mixing') },
      { name: 'Markets, exchange rates, taxes, boxes', what: 'sheet', run: to('/rates/markets') },
      { name: 'Carrier cards and the review of all rates', what: 'sheet', run: to('/rates/carrier') },
      { name: 'Coverage: what nobody can buy', what: 'sheet', run: to('/rates/coverage') },
      { name: 'Light', what: 'looks', run: () => act(themeSet('desk')) },
      { name: 'Dark', what: 'looks', run: () => act(themeSet('lamp')) },
      { name: 'Keys', what: 'act', run: () => act(opened('keys')) },
      ...channelIds.map((id) => ({ name: channelName(id), what: 'channel', run: to(`/channels/${id}`) })),
    ];
    if (!book) return acts;
    const { zones, templates, offers, pinned } = book.book;
    return [
      ...acts,
      ...zones.map((zone) => ({ name: zone.name, what: 'zone', run: to(`/places/${zone.id}`) })),
      ...Object.entries(templates[0]?.lanes ?? {}).flatMap(([zone, row]) =>
        Object.keys(row).map((service) => ({
          name: `${zones.find((one) => one.id === zone)?.name ?? zone}, ${serviceName(book.book, service).toLowerCase()}`,
          what: `lane · ${laneWords(book.book, zone, service)}`,
          run: to(`/rates/${zone}/${service}`),
        })),
      ),
      ...offers.map((offer) => ({ name: offer.title, what: 'offer', run: to(`/offers/${offer.id}`) })),
      ...pinned.map((basket) => ({ name: basket.name, what: 'pinned basket', run: to(`/bench/${basket.id}`) })),
      ...book.goods.map((item) => ({
        name: item.name,
        what: item.sku,
        run: to(`/goods?filter=${encodeURIComponent(item.sku)}`),
      })),
    ];
  }, [book, go, act]);
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = all
    .filter((one) => words.every((word) => `${one.name} ${one.what}`.toLowerCase().includes(word)))
    .slice(0, 12);
  const run = (one: Found | undefined) => {
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
