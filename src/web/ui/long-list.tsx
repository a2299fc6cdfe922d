import { useVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useRef } from 'react';

/** A list of any length, of which only what is in sight is drawn. Each row says itself on one line. */
export function LongList({
  label,
  count,
  children,
}: {
  label: string;
  count: number;
  children: (index: number) => ReactNode;
}) {
  const box = useRef<HTMLUListElement>(null);
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => box.current,
    estimateSize: () => 28,
    overscan: 12,
  });
  return (
    <ul
      ref={box}
      className="relative min-h-40 grow overflow-auto border border-base-300"
      aria-label={label}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by the keyboard
      tabIndex={0}
    >
      <li aria-hidden style={{ height: virtual.getTotalSize(), width: 0, float: 'left' }} />
      {virtual.getVirtualItems().map(({ index, start }) => (
        <li
          key={index}
          aria-setsize={count}
          aria-posinset={index + 1}
          className="flex h-7 items-baseline gap-3 px-2 whitespace-nowrap"
          style={{ position: 'absolute', transform: `translateY(${start}px)` }}
        >
          {children(index)}
        </li>
      ))}
    </ul>
  );
}
