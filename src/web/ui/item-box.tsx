import { useMemo, useState } from 'react';
import { ComboBox, Input, ListBox, ListBoxItem, Popover } from 'react-aria-components';
import type { OpenBook } from '../data/book.ts';

const most = 30;

/** One item of the goods, found by words of its name or SKU. Empty again after a choice, unless it shows one. */
export function ItemBox({
  goods,
  label,
  placeholder,
  shows,
  className,
  onChoose,
}: {
  goods: OpenBook['goods'];
  label: string;
  placeholder?: string;
  /** The SKU that stands there; null where each choice is handed on and the box is free for the next. */
  shows: string | null;
  className: string;
  onChoose: (sku: string) => void;
}) {
  const [text, setText] = useState(shows ?? '');
  const [typed, setTyped] = useState(false);
  const found = useMemo(() => {
    const wanted = typed ? text.toLowerCase().split(/\s+/).filter(Boolean) : [];
    if (!typed && shows === null) return [];
    const fits = ({ sku, name }: OpenBook['goods'][number]) =>
      wanted.every((word) => `${sku} ${name}`.toLowerCase().includes(word));
    const all: OpenBook['goods'][number][] = [];
    for (const item of goods) {
      if (fits(item)) all.push(item);
      if (all.length === most) break;
    }
    return all;
  }, [goods, text, typed, shows]);
  return (
    <ComboBox
      aria-label={label}
      className="inline-block"
      items={found.map(({ sku, name, price }) => ({ id: sku, name, price }))}
      inputValue={text}
      selectedKey={shows}
      allowsEmptyCollection={typed}
      onInputChange={(next) => {
        setTyped(next !== (shows ?? ''));
        setText(next);
      }}
      onSelectionChange={(key) => {
        if (key !== null && key !== shows) onChoose(String(key));
        setTyped(false);
        setText(shows === null || key === null ? (shows ?? '') : String(key));
      }}
    >
      <Input className={className} placeholder={placeholder ?? ''} size={Math.max(6, text.length)} />
      <Popover className="pop-list" placement="bottom start" offset={2}>
        <ListBox renderEmptyState={() => <p className="muted px-2.5 py-1">Nothing has these words.</p>}>
          {(item: { id: string; name: string; price: string | null }) => (
            <ListBoxItem className="pop-item" textValue={`${item.name} ${item.id}`}>
              <span>{item.name}</span>
              <span className="muted">
                {item.price} · {item.id}
              </span>
            </ListBoxItem>
          )}
        </ListBox>
      </Popover>
    </ComboBox>
  );
}
