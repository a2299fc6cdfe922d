import { useState } from 'react';
import type { ChannelId } from '../../../core/book/index.ts';
import { channelName, readLines } from '../../../words/index.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';
import { ItemBox } from '../../ui/item-box.tsx';

/** What a channel will read of one item that is picked: its line, and what of rates stands with it. */
export function OneItem({
  book,
  id,
  market,
  moment,
}: {
  book: OpenBook;
  id: ChannelId;
  market: string;
  moment: number;
}) {
  const [sku, setSku] = useState<string | null>(null);
  return (
    <>
      <h2 className="mt-5">One item there</h2>
      <div className="mt-2">
        <ItemBox
          goods={book.goods}
          label={`Item to look at, as ${channelName(id)} will read it`}
          placeholder="SKU or words of its name"
          shows={null}
          className="search"
          onChoose={setSku}
        />
      </div>
      {sku !== null && <Lines key={sku} id={id} market={market} sku={sku} moment={moment} />}
    </>
  );
}

function Lines({ id, market, sku, moment }: { id: ChannelId; market: string; sku: string; moment: number }) {
  const lines = useEngine((engine) => engine.readOf(id, market, sku, moment), [id, market, sku, moment], 'study');
  if (!lines) return <p className="muted">Working it out …</p>;
  if (lines.length === 0)
    return (
      <p className="muted">
        {channelName(id)} is not told {sku}.
      </p>
    );
  return (
    <>
      <p className="mt-1">
        <strong>{sku}</strong>
      </p>
      <ul aria-label={`${sku} at ${channelName(id)}`} className="mono small">
        {readLines(lines).map((line) => (
          <li key={line} className="border-t border-base-300 py-0.5">
            {line}
          </li>
        ))}
      </ul>
    </>
  );
}
