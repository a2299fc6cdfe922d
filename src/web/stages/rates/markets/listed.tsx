import type { ReactNode } from 'react';

/** A titled list of short lines: each can be removed, and one added. */
export function Listed<T extends { readonly id: string }>({
  title,
  note,
  all,
  line,
  onRemove,
  add,
  onAdd,
}: {
  title: string;
  note: string;
  all: readonly T[];
  line: (one: T) => ReactNode;
  onRemove: (one: T) => void;
  add: string;
  onAdd: () => void;
}) {
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      <p className="muted small">{note}</p>
      <table className="ruled">
        <tbody>
          {all.map((one) => (
            <tr key={one.id}>
              <td>{line(one)}</td>
              <td className="figure">
                <button
                  type="button"
                  className="quiet small"
                  aria-label={`Remove ${one.id}`}
                  onClick={() => onRemove(one)}
                >
                  Remove
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <button type="button" className="quiet" onClick={onAdd}>
        {add}
      </button>
    </section>
  );
}
