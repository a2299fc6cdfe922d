import { useState } from 'react';
import { useBook } from '../../data/book.ts';
import { useOpened } from '../../ui/opened.ts';
import { GoodsImport } from './import/import.tsx';
import { GoodsSheet } from './sheet/sheet.tsx';

/** The goods: their sheet, or a file of goods that has been opened. */
export function GoodsStage() {
  const book = useBook();
  const [file, setFile] = useState<File | null>(null);
  const opened = useOpened(file);
  if (!book) return null;
  return (
    <div className="stage plain">
      <section className="sheet flex flex-col" aria-label="Goods">
        {opened ? (
          <GoodsImport key={opened.name} book={book} file={opened} close={() => setFile(null)} />
        ) : (
          <GoodsSheet book={book} onOpen={setFile} />
        )}
      </section>
    </div>
  );
}
