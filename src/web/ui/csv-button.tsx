import { csvOf } from '../../core/tables/index.ts';
import { download } from './download.ts';

/** Takes a table away as a CSV file; its rows are made when it is asked for. */
export function CsvButton({
  file,
  head,
  rows,
  children,
}: {
  file: string;
  head: readonly string[];
  rows: () => readonly (readonly string[])[];
  children: string;
}) {
  return (
    <button type="button" className="act" onClick={() => download(file, csvOf(head, rows()))}>
      {children}
    </button>
  );
}
