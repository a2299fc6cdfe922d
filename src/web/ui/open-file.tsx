/** Opens a file from one's computer. The same one can be opened again. */
export function OpenFile({ label, onOpen }: { label: string; onOpen: (file: File) => void }) {
  return (
    <label className="act">
      {label}
      <input
        type="file"
        className="sr-only"
        accept=".csv,.txt,.tsv,text/csv,text/plain,text/tab-separated-values"
        // The space bar opens it by itself; Enter, which presses every other button, does not in all browsers.
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          event.currentTarget.click();
        }}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onOpen(file);
          event.target.value = '';
        }}
      />
    </label>
  );
}
