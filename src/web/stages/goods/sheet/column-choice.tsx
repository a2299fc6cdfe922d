import { Button, Dialog, DialogTrigger, Popover } from 'react-aria-components';
import { goodsFieldWords } from '../../../../words/index.ts';
import { useAppDispatch, useAppSelector } from '../../../data/index.ts';
import { type SheetColumns, sheetSet } from '../../../data/view.ts';
import { ChoicePart } from '../../../ui/field.tsx';
import { inOrder, movedBy } from './columns.ts';

const asTheyCome: SheetColumns = { order: [], hidden: [], frozen: 1 };
const mostFrozen = 5;

/** How the columns of the sheet stand. */
export const useColumns = (): SheetColumns => useAppSelector((state) => state.view.sheets.goods) ?? asTheyCome;

/** Which columns of the sheet are in sight, in which order, and how many stay at the left; kept on this computer. */
export function Columns() {
  const act = useAppDispatch();
  const columns = useColumns();
  const { hidden } = columns;
  const set = (next: Partial<SheetColumns>) => act(sheetSet({ name: 'goods', columns: { ...columns, ...next } }));
  const [, ...others] = inOrder(columns);
  return (
    <DialogTrigger>
      <Button className="act">Columns{hidden.length > 0 && `, ${hidden.length} left out`}</Button>
      <Popover isNonModal className="pop-list overflow-auto p-2" placement="bottom end" offset={2}>
        <Dialog aria-label="Columns in sight">
          {others.map((id, at) => {
            const { label } = goodsFieldWords[id];
            return (
              <p key={id} className="flex items-center gap-1 px-1 whitespace-nowrap">
                <label className="mr-auto flex gap-2 py-0.5">
                  <input
                    type="checkbox"
                    checked={!hidden.includes(id)}
                    onChange={() =>
                      set({ hidden: hidden.includes(id) ? hidden.filter((one) => one !== id) : [...hidden, id] })
                    }
                  />
                  {label}
                </label>
                <button
                  type="button"
                  className="quiet small px-1"
                  aria-label={`${label} earlier`}
                  disabled={at === 0}
                  onClick={() => set(movedBy(columns, id, -1))}
                >
                  ↑
                </button>
                <button
                  type="button"
                  className="quiet small px-1"
                  aria-label={`${label} later`}
                  disabled={at === others.length - 1}
                  onClick={() => set(movedBy(columns, id, 1))}
                >
                  ↓
                </button>
              </p>
            );
          })}
          <p className="px-1 py-1">
            At the left stay{' '}
            <ChoicePart
              label="Columns that stay at the left"
              value={String(columns.frozen)}
              choices={Array.from({ length: mostFrozen }, (_, i) => ({
                value: String(i + 1),
                label: i === 0 ? 'the first column' : `the first ${i + 1}`,
              }))}
              onCommit={(next) => set({ frozen: Number(next) })}
            />
          </p>
          {columns !== asTheyCome && (
            <button type="button" className="quiet" onClick={() => set(asTheyCome)}>
              As they came, all of them
            </button>
          )}
        </Dialog>
      </Popover>
    </DialogTrigger>
  );
}
