import type { ViewState } from '../data/view.ts';
import { Changes } from './changes.tsx';
import { KeysHelp } from './keys-help.tsx';
import { MomentPanel } from './moment.tsx';
import { Palette } from './palette.tsx';
import { WhoPanel } from './who.tsx';

/** What is laid over the page for a moment. */
export function Panels({ open }: { open: NonNullable<ViewState['open']> }) {
  switch (open) {
    case 'palette':
      return <Palette />;
    case 'keys':
      return <KeysHelp />;
    case 'changes':
      return <Changes />;
    case 'moment':
      return <MomentPanel />;
    case 'who':
      return <WhoPanel />;
  }
}
