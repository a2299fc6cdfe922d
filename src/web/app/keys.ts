import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { redone, undone } from '../data/draft.ts';
import { useAppDispatch, useAppSelector } from '../data/index.ts';
import { opened, stripToggled, typedAhead } from '../data/view.ts';
import { stages } from './stages.ts';

/** The keys that work everywhere, as the help lists them. */
export const keys = [
  ['1 – 6', 'the stages, in the order of the work'],
  ['.', 'show or hide the pinned baskets'],
  ['/', 'filter the list at hand'],
  ['Ctrl K', 'find anything and any act'],
  ['Ctrl S', 'look through the changes and save them'],
  ['Ctrl Z, Ctrl Y', 'take back the last change not yet saved; do it again'],
  ['Arrows', 'move in a grid, with Ctrl to its edge; with Shift choose a block'],
  ['Enter', 'edit what is chosen; Esc leaves it as it was'],
  ['Ctrl C, Ctrl X, Ctrl V', 'copy, cut and paste: a lane to another, a block of cells to and from a spreadsheet'],
  ['Ctrl D, Ctrl R', 'fill a block of goods down from its first row, or right from its first column'],
  ['Delete', 'empty a block of goods'],
  ['Shift on a head', 'sort within what a sheet is sorted by already'],
  ['Space', 'tick the goods of a block'],
  ['?', 'these keys'],
] as const;

export function useKeys(): void {
  const act = useAppDispatch();
  const go = useNavigate();
  const { letters, open } = useAppSelector((state) => state.view);
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement &&
        event.target.closest('input, textarea, select, [contenteditable]') !== null;
      const control = event.ctrlKey || event.metaKey;
      if (control && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        return act(opened('palette'));
      }
      if (control && event.key.toLowerCase() === 's') {
        event.preventDefault();
        return act(opened('changes'));
      }
      const isLaid = document.querySelector('[role="dialog"], [role="menu"]') !== null;
      // A panel that is still coming gets what is typed meanwhile, which is meant for nothing else.
      if (open !== null && !isLaid) {
        if (event.key === 'Escape') return act(opened(null));
        if (control || event.key.length > 1) return;
        event.preventDefault();
        return act(typedAhead(event.key));
      }
      if (typing) return;
      if (control && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        return act(event.shiftKey ? redone() : undone());
      }
      if (control && event.key.toLowerCase() === 'y') {
        event.preventDefault();
        return act(redone());
      }
      // What is laid over the page has keys of its own.
      if (!letters || control || event.altKey || isLaid) return;
      const stage = stages[Number(event.key) - 1];
      if (stage) go(`/${stage.path}`);
      else if (event.key === '.') act(stripToggled());
      else if (event.key === '?') act(opened('keys'));
      else if (event.key === '/') {
        event.preventDefault();
        document.querySelector<HTMLInputElement>('[data-filter]')?.focus();
      }
    };
    addEventListener('keydown', pressed);
    return () => removeEventListener('keydown', pressed);
  }, [act, go, letters, open]);
}
