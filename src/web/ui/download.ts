/** Hands the browser a file to keep. */
export function download(name: string, text: string, type = 'text/csv'): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type: `${type};charset=utf-8` }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
