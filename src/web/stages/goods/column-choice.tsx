import { Button, Dialog, DialogTrigger, Popover } from 'react-aria-components';
import { goodsFieldWords } from '../../../words/index.ts';
import { useAppDispatch, useAppSelector } from '../../data/index.ts';
import { hiddenSet } from '../../data/view.ts';
import { optionalColumns } from './columns.ts';

const none: readonly string[] = [];

/** The columns of the sheet that are left out. */
export const useHidden = (): readonly string[] => useAppSelector((state) => state.view.hidden.goods) ?? none;

/** Which columns of the sheet are in sight; kept on this computer. */
export function Columns() {
  const act = useAppDispatch();
  const hidden = useHidden();
  const set = (columns: readonly string[]) => act(hiddenSet({ name: 'goods', columns }));
  return (
    <DialogTrigger>
      <Button className="act">Columns{hidden.length > 0 && `, ${hidden.length} left out`}</Button>
      <Popover isNonModal className="pop-list p-2" placement="bottom end" offset={2}>
        <Dialog aria-label="Columns in sight">
          {optionalColumns.map((id) => (
            <label key={id} className="flex gap-2 px-2 py-0.5 whitespace-nowrap">
              <input
                type="checkbox"
                checked={!hidden.includes(id)}
                onChange={() => set(hidden.includes(id) ? hidden.filter((one) => one !== id) : [...hidden, id])}
              />
              {goodsFieldWords[id].label}
            </label>
          ))}
          {hidden.length > 0 && (
            <button type="button" className="quiet" onClick={() => set([])}>
              All of them
            </button>
          )}
        </Dialog>
      </Popover>
    </DialogTrigger>
  );
}
