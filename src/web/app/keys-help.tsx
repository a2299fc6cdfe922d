import { keys } from './keys.ts';
import { Panel } from './panel.tsx';

export function KeysHelp() {
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
    </Panel>
  );
}
