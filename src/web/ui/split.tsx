import { type ReactNode, useRef } from 'react';
import { useAppDispatch, useAppSelector } from '../data/index.ts';
import { splitSet } from '../data/view.ts';
import { Grip } from './grip.tsx';

/**
 * What is chosen from above what is worked on: each scrolls by itself, with a grip between them that is remembered by
 * name. Above takes no more room than it needs.
 */
export function Split({ name, above, children }: { name: string; above: ReactNode; children: ReactNode }) {
  const act = useAppDispatch();
  const box = useRef<HTMLDivElement>(null);
  const percent = useAppSelector((state) => state.view.splits[name] ?? 50);
  return (
    <div ref={box} className="split" style={{ gridTemplateRows: `fit-content(${percent}%) auto minmax(0, 1fr)` }}>
      <div className="half">{above}</div>
      <div className="rule">
        <Grip
          label="Room for what is above, in percent"
          value={percent}
          least={15}
          most={85}
          step={5}
          perPixel={100 / (box.current?.clientHeight ?? 700)}
          onSet={(share) => act(splitSet({ name, share }))}
        />
      </div>
      <div className="half">{children}</div>
    </div>
  );
}
