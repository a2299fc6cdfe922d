import { type ReactNode, useLayoutEffect, useRef } from 'react';
import { useAppDispatch } from '../data/index.ts';
import { opened } from '../data/view.ts';

/** Something laid over the page for a moment; Esc puts it away and the focus goes back to where it was. */
export function Panel({ title, children }: { title: string; children: ReactNode }) {
  const act = useAppDispatch();
  const box = useRef<HTMLDivElement>(null);
  const close = () => act(opened(null));
  // Before the next key comes: what is typed right after opening goes into the panel.
  useLayoutEffect(() => {
    const before = document.activeElement as HTMLElement | null;
    (
      box.current?.querySelector<HTMLElement>('[data-first]') ??
      box.current?.querySelector<HTMLElement>('input, select, .act') ??
      box.current
    )?.focus();
    return () => before?.focus?.();
  }, []);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: a click beside the panel is a short cut for Esc
    // biome-ignore lint/a11y/useKeyWithClickEvents: Esc does the same
    <div className="over" onClick={(event) => event.target === event.currentTarget && close()}>
      <div
        ref={box}
        role="dialog"
        aria-modal="true"
        aria-label={title}
        tabIndex={-1}
        className="panel"
        onKeyDown={(event) => {
          if (event.key === 'Escape') {
            event.stopPropagation();
            close();
          }
          if (event.key === 'Tab') keepFocus(event, box.current);
        }}
      >
        <div className="head">
          <h2>{title}</h2>
          <span className="acts">
            <button type="button" className="quiet small" onClick={close}>
              Close
            </button>
          </span>
        </div>
        {children}
      </div>
    </div>
  );
}

/** Tab goes round within the panel. */
function keepFocus(event: React.KeyboardEvent, box: HTMLElement | null) {
  const all = [
    ...(box?.querySelectorAll<HTMLElement>('input, button:not(:disabled), select, textarea, a[href]') ?? []),
  ];
  const [first, last] = [all[0], all.at(-1)];
  if (event.shiftKey && document.activeElement === first) {
    event.preventDefault();
    last?.focus();
  } else if (!event.shiftKey && document.activeElement === last) {
    event.preventDefault();
    first?.focus();
  }
}
