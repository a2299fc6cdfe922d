/** Opens a file from one's computer. The same one can be opened again. */
export function OpenFile({ label, onOpen }: { label: string; onOpen: (file: File) => void }) {
  return (
    <label className="act">
      {label}
      <input
        type="file"
        className="sr-only"
        accept=".csv,.txt,.tsv,text/csv,text/plain,text/tab-separated-values"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onOpen(file);
          event.target.value = '';
        }}
      />
    </label>
  );
}
