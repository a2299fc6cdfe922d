import { zoneName } from '../../../words/index.ts';
import { type OpenBook, useEngine } from '../../data/book.ts';

/** Where the places of a zone would fall without it. */
export function FallsWithout({ book, zone }: { book: OpenBook; zone: string }) {
  const { templates } = book.book;
  const falls = useEngine((engine) => engine.without(zone), [zone]);
  return (
    <>
      <p className="mt-2">Its places would fall:</p>
      {(falls ?? []).map((one) => (
        <p key={`${one.template} ${one.to}`}>
          {one.patterns.slice(0, 8).join(', ')}
          {one.patterns.length > 8 && ` and ${one.patterns.length - 8} more`} →{' '}
          <strong>{one.to === null ? 'nowhere: not delivered to' : zoneName(book.book, one.to)}</strong>
          {templates.length > 1 && (
            <span className="muted"> in {templates.find((other) => other.id === one.template)?.name}</span>
          )}
        </p>
      ))}
      {falls?.length === 0 && <p>none: no place falls in it now.</p>}
    </>
  );
}
