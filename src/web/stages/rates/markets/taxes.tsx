import type { OpenBook } from '../../../data/book.ts';
import { figureFault, TextPart } from '../../../ui/field.tsx';
import { freshId } from '../../../ui/fresh-id.ts';
import { PlacesPart } from '../../../ui/places-part.tsx';
import { Listed } from './listed.tsx';

/** What is taxed how high where. */
export function Taxes({ book }: { book: OpenBook }) {
  const { taxes } = book.book;
  return (
    <Listed
      title="Taxes"
      note="The most specific place decides, of equals the first listed; goods and delivery have classes."
      all={taxes}
      line={({ id, percent, class: taxed, places }) => {
        const set = (field: string) => (value: string | string[]) => book.edit(['taxes', id, field], value);
        return (
          <>
            <TextPart label={`Percent, ${id}`} value={percent} fault={figureFault} onCommit={set('percent')} />
            {' % on '}
            <TextPart label={`Class, ${id}`} value={taxed} fault={classFault} onCommit={set('class')} /> in{' '}
            <PlacesPart label={`Places, ${id}`} places={places} least={1} onCommit={set('places')} />
          </>
        );
      }}
      onRemove={({ id }) => book.edit(['taxes', id], undefined)}
      add="Add a tax"
      onAdd={() => {
        const id = freshId('tax', taxes);
        book.edit(['taxes', id], { id, class: 'standard', places: ['EU'], percent: '20' });
      }}
    />
  );
}

const classFault = (text: string) => (/^[a-z0-9][a-z0-9-]{0,39}$/.test(text) ? null : 'a class such as standard');
