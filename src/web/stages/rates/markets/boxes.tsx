import { lengthUnits, massUnits } from '../../../../core/exact/index.ts';
import type { OpenBook } from '../../../data/book.ts';
import { figureFault, nameFault, TextPart } from '../../../ui/field.tsx';
import { freshId } from '../../../ui/fresh-id.ts';
import { Remover } from '../../../ui/remover.tsx';
import { UnitPart } from '../unit.tsx';

export function Boxes({ book }: { book: OpenBook }) {
  const { boxes } = book.book;
  return (
    <section className="mt-4" aria-label="Boxes">
      <div className="head">
        <h2>Boxes</h2>
        <span className="muted">
          Parcels are packed into these: the largest units first, into the first open box that takes them.
        </span>
        <span className="acts">
          <button
            type="button"
            className="act"
            onClick={() => {
              const id = freshId('box', boxes);
              book.edit(['boxes', id], {
                id,
                name: 'New box',
                length: '40',
                width: '30',
                height: '20',
                unit: 'cm',
                limit: { value: '10', unit: 'kg' },
                own: null,
              });
            }}
          >
            Add a box
          </button>
        </span>
      </div>
      <table className="ruled">
        <thead>
          <tr>
            <th>Box</th>
            <th>Inner sides</th>
            <th>May hold</th>
            <th>Weighs empty</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {boxes.map((box) => {
            const set = (field: keyof typeof box, value: unknown) => book.edit(['boxes', box.id, field], value);
            return (
              <tr key={box.id}>
                <td>
                  <TextPart
                    label={`Name of ${box.id}`}
                    value={box.name}
                    fault={nameFault}
                    onCommit={(name) => set('name', name)}
                  />
                </td>
                <td>
                  {(['length', 'width', 'height'] as const).map((side, i) => (
                    <span key={side}>
                      {i > 0 && ' × '}
                      <TextPart
                        label={`${side} of ${box.id}`}
                        value={box[side]}
                        fault={figureFault}
                        onCommit={(text) => set(side, text)}
                      />
                    </span>
                  ))}{' '}
                  <UnitPart
                    label={`Unit of ${box.id}`}
                    value={box.unit}
                    units={lengthUnits}
                    onCommit={(unit) => set('unit', unit)}
                  />
                </td>
                <td>
                  <TextPart
                    label={`Limit of ${box.id}`}
                    value={box.limit.value}
                    fault={figureFault}
                    onCommit={(value) => set('limit', { ...box.limit, value })}
                  />{' '}
                  <UnitPart
                    label={`Unit of the limit of ${box.id}`}
                    value={box.limit.unit}
                    units={massUnits}
                    onCommit={(unit) => set('limit', { ...box.limit, unit })}
                  />
                </td>
                <td>
                  <TextPart
                    label={`Own weight of ${box.id}`}
                    value={box.own?.value ?? ''}
                    placeholder="nothing"
                    fault={(text) => (text === '' ? null : figureFault(text))}
                    onCommit={(value) => set('own', value === '' ? null : { value, unit: box.own?.unit ?? 'g' })}
                  />{' '}
                  {box.own?.unit}
                </td>
                <td className="figure">
                  <Remover book={book} things={[{ named: 'box', id: box.id }]}>
                    {`Remove ${box.id}`}
                  </Remover>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
