import type { MeasureUnit } from '../../../core/rates/index.ts';
import { ChoicePart } from '../../ui/field.tsx';

/** What a figure counts in, to choose. */
export function UnitPart({
  label,
  value,
  units,
  onCommit,
}: {
  label: string;
  value: MeasureUnit;
  units: readonly MeasureUnit[];
  onCommit: (unit: MeasureUnit) => void;
}) {
  return (
    <ChoicePart
      label={label}
      value={value}
      choices={units.map((unit) => ({ value: unit, label: unit === 'cm3' ? 'cm³' : unit === 'in3' ? 'in³' : unit }))}
      onCommit={onCommit}
    />
  );
}
