/** Rows as text in columns, each as wide as its widest cell. */
export function textTable(head: readonly string[], rows: readonly (readonly string[])[]): string {
  const widths = head.map((name, i) => Math.max(name.length, ...rows.map((row) => row[i]?.length ?? 0)));
  const line = (cells: readonly string[]) =>
    cells
      .map((cell, i) => cell.padEnd(widths[i] ?? 0))
      .join('  ')
      .trimEnd();
  return [line(head), line(widths.map((width) => '-'.repeat(width))), ...rows.map(line)].join('\n');
}
