import { useAppDispatch, useAppSelector } from '../data/index.ts';
import { lettersSet } from '../data/view.ts';
import { keys } from './keys.ts';
import { Panel } from './panel.tsx';

export function KeysHelp() {
  const act = useAppDispatch();
  const letters = useAppSelector((state) => state.view.letters);
  return (
    <Panel title="Keys">
      <table className="ruled">
        <tbody>
          {keys.map(([key, what]) => (
            <tr key={key}>
              <td className="w-40">
                <kbd>{key}</kbd>
              </td>
              <td>{what}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-3">
        <label>
          <input type="checkbox" checked={letters} onChange={(event) => act(lettersSet(event.target.checked))} /> Keys
          pressed alone act, too: 1 to 6, full stop, slash, question mark
        </label>
      </p>
    </Panel>
  );
}
