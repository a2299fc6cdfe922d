import type { Problem } from '../../core/exact/index.ts';
import {
  type ColumnLayout,
  columnTakenFor,
  type DayOrder,
  dayOrders,
  type Encoding,
  hasFigures,
  type Layout,
  lacksUnit,
  type Mark,
  type Measured,
  marks,
  measuredBy,
  type Target,
  unitsOf,
} from '../../core/tables/index.ts';
import { counts, faultText } from '../../words/index.ts';
import { ChoicePart } from './field.tsx';

const encodingNames: Readonly<Record<Encoding, string>> = {
  'utf-8': 'UTF-8',
  'utf-16le': 'UTF-16',
  'utf-16be': 'UTF-16',
  'windows-1252': 'Latin-1',
};
const delimiterNames: Readonly<Record<Layout['delimiter'], string>> = {
  ',': 'commas',
  ';': 'semicolons',
  '\t': 'tabs',
  '|': 'bars',
};
const dayNames: Readonly<Record<DayOrder, string>> = {
  'year first': 'year first',
  'day first': 'day, then month',
  'month first': 'month, then day',
};
const markNames: Readonly<Record<Mark, string>> = { '.': 'as in 1.5', ',': 'as in 1,5' };

const nameOf = (head: string, at: number): string => head || `column ${at + 1}`;

/** What a file was found to be: its rows, what parts them, how its letters are told. */
export function FileSentence({
  name,
  file,
}: {
  name: string;
  file: { readonly layout: Layout; readonly encoding: Encoding; readonly count: number };
}) {
  const taken = file.layout.columns.filter(({ to }) => to !== null).length;
  return (
    <p>
      <strong>{name}</strong> has {counts(file.count, 'line')}{' '}
      {file.layout.line === 0 ? 'and no heads' : 'below its heads'}, parted by {delimiterNames[file.layout.delimiter]},
      in {encodingNames[file.encoding]}; {taken} of {counts(file.layout.columns.length, 'column')}{' '}
      {taken === 1 ? 'is' : 'are'} taken.
    </p>
  );
}

/**
 * The columns of a file as it has them: what each is taken for, how its figures are read, and its first cells. Each
 * target is taken from one column, but for those of a table across.
 */
export function FileLayout({
  layout,
  targets,
  labels,
  samples,
  unsure,
  onChange,
}: {
  layout: Layout;
  targets: readonly Target[];
  /** What targets are called. */
  labels: Readonly<Record<string, string>>;
  samples: readonly (readonly string[])[];
  /** Heads of columns that could be read either way. */
  unsure: readonly string[];
  onChange: (layout: Layout) => void;
}) {
  /** Of a table across several columns are taken for the same. */
  const isOnce = (to: string | null | undefined) => (to ? !targets.find(({ name }) => name === to)?.across : false);
  const set = (at: number, change: Partial<ColumnLayout>) =>
    onChange({
      ...layout,
      columns: layout.columns.map((column, i) => {
        if (i === at) return { ...column, ...change };
        return change.to === column.to && isOnce(change.to) ? { ...column, to: null } : column;
      }),
    });
  /** Of a column, and of all that measure the same and have no unit yet: a file has its sides in one. */
  const setUnit = (at: number, measured: Measured, unit: string | null) =>
    onChange({
      ...layout,
      columns: layout.columns.map((column, i) => {
        const reading = readingOf(column);
        const isAlike = column.unit === null && reading !== undefined && measuredBy(reading) === measured;
        return i === at || isAlike ? { ...column, unit } : column;
      }),
    });
  const readingOf = ({ to }: ColumnLayout) => targets.find((target) => target.name === to)?.reads;
  const columns = layout.columns.map((column, at) => ({ ...column, at, key: `${at} ${column.head}` }));
  return (
    <div className="wide shrink-0">
      <table className="ruled" aria-label="Columns of the file">
        <thead>
          <tr>
            <th scope="row">Column</th>
            {columns.map(({ key, head }) => (
              <th key={key}>{head || 'no head'}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">Taken for</th>
            {columns.map(({ key, head, at, to }) => (
              <td key={key}>
                <ChoicePart
                  label={`What ${nameOf(head, at)} is taken for`}
                  value={to ?? ''}
                  choices={[
                    { value: '', label: 'not taken' },
                    ...targets.map(({ name }) => ({ value: name, label: labels[name] ?? name })),
                  ]}
                  onCommit={(next) =>
                    set(
                      at,
                      columnTakenFor(
                        head,
                        targets.find(({ name }) => name === next),
                        samples[at] ?? [],
                      ),
                    )
                  }
                />
              </td>
            ))}
          </tr>
          <tr>
            <th scope="row">Read with</th>
            {columns.map((column) => {
              const { key, at, head, mark, unit, days } = column;
              const reading = readingOf(column);
              const measured = reading ? measuredBy(reading) : null;
              return (
                <td key={key} className={unsure.includes(head) ? 'text-limit' : ''}>
                  {measured && (
                    <ChoicePart
                      label={`Unit of ${nameOf(head, at)}`}
                      value={unit ?? ''}
                      choices={[
                        { value: '', label: 'its unit beside it' },
                        ...unitsOf(measured).map((one) => ({ value: one, label: one })),
                      ]}
                      onCommit={(next) => setUnit(at, measured, next || null)}
                    />
                  )}{' '}
                  {reading && hasFigures(reading) && (
                    <ChoicePart
                      label={`Decimals of ${nameOf(head, at)}`}
                      value={mark ?? '.'}
                      choices={marks.map((one) => ({ value: one, label: markNames[one] }))}
                      onCommit={(next) => set(at, { mark: next })}
                    />
                  )}
                  {reading?.is === 'moment' && (
                    <ChoicePart
                      label={`Dates of ${nameOf(head, at)}`}
                      value={days ?? 'year first'}
                      choices={dayOrders.map((one) => ({ value: one, label: dayNames[one] }))}
                      onCommit={(next) => set(at, { days: next })}
                    />
                  )}
                </td>
              );
            })}
          </tr>
          {[0, 1, 2].map((row) => (
            <tr key={row} className="muted">
              <th scope="row">{row === 0 && 'Its first cells'}</th>
              {columns.map(({ key, at }) => (
                <td key={key} className="max-w-48 truncate" title={samples[at]?.[row]}>
                  {samples[at]?.[row]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What is still to be said of a file's columns: how figures and dates are read, and the unit of those without one. */
export function StillToSay({
  file: { layout, samples, unsure },
  targets,
}: {
  file: {
    readonly layout: Layout;
    readonly samples: readonly (readonly string[])[];
    readonly unsure: readonly string[];
  };
  targets: readonly Target[];
}) {
  const bare = layout.columns.filter((column, at) =>
    lacksUnit(
      column,
      targets.find(({ name }) => name === column.to),
      samples[at] ?? [],
    ),
  );
  return (
    <>
      {unsure.length > 0 && (
        <p className="aside-note">
          {unsure.join(', ')} can be read either way: say above how figures and dates are meant.
        </p>
      )}
      {bare.length > 0 && (
        <p className="aside-note">
          Figures of {bare.map(({ head, to }) => head || to).join(', ')} have no unit: say above what they are in.
        </p>
      )}
    </>
  );
}

/**
 * A file as it is read: what it was found to be, its columns, and what is still to be said of them before anything can
 * be taken.
 */
export function FileHead({
  name,
  file,
  targets,
  labels,
  onChange,
}: {
  name: string;
  file: Parameters<typeof FileSentence>[0]['file'] & {
    readonly samples: readonly (readonly string[])[];
    readonly unsure: readonly string[];
    /** What is wrong with its heads; null where nothing is. */
    readonly head: Problem | null;
  };
  targets: readonly Target[];
  labels: Readonly<Record<string, string>>;
  onChange: (layout: Layout) => void;
}) {
  return (
    <>
      <FileSentence name={name} file={file} />
      <FileLayout
        layout={file.layout}
        targets={targets}
        labels={labels}
        samples={file.samples}
        unsure={file.unsure}
        onChange={onChange}
      />
      {file.head && (
        <p className="aside-note off" role="alert">
          {faultText(file.head)}. Say above which column is which.
        </p>
      )}
      <StillToSay file={file} targets={targets} />
    </>
  );
}
