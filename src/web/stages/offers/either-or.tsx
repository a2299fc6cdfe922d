import type { OpenBook } from '../../data/book.ts';
import { ChoicePart, nameFault, Several, TextPart } from '../../ui/field.tsx';
import { freshId } from '../../ui/fresh-id.ts';

/** The groups of offers of which at most one acts: named, filled, and taken away here. */
export function EitherOr({ book }: { book: OpenBook }) {
  const { eitherOr, offers } = book.book;
  const all = offers.map((one) => ({ id: one.id, name: one.title }));
  const add = () => {
    const id = freshId('either-or', eitherOr);
    book.edit(['eitherOr', id], { id, name: 'one of these', of: 'order', offers: [] });
  };
  return (
    <section className="mt-5" aria-label="Either/or">
      <div className="head">
        <h2>Either/or</h2>
        <span className="muted">
          Of the offers of a group at most one acts: the one by which the shopper pays least. Offers without a common
          group act together.
        </span>
        <span className="acts">
          <button type="button" className="act" onClick={add}>
            Add a group …
          </button>
        </span>
      </div>
      {eitherOr.length === 0 && (
        <p className="muted">
          No groups: all offers act together. A group such as “one code” keeps two codes from being used on one order.
        </p>
      )}
      {eitherOr.map((group) => {
        const at = ['eitherOr', group.id];
        return (
          <p key={group.id} className="sentence border-t border-base-300 py-1">
            <TextPart
              label={`Name of the group ${group.name}`}
              value={group.name}
              fault={nameFault}
              onCommit={(name) => book.edit([...at, 'name'], name)}
            />
            : of{' '}
            <Several
              label={`Offers of ${group.name}`}
              all={all}
              chosen={group.offers}
              least={0}
              onCommit={(next) => book.edit([...at, 'offers'], next)}
            />{' '}
            at most one acts{' '}
            <ChoicePart
              label={`Where ${group.name} holds`}
              value={group.of}
              choices={[
                { value: 'order', label: 'on an order' },
                { value: 'line', label: 'on a line of goods' },
              ]}
              onCommit={(of) => book.edit([...at, 'of'], of)}
            />
            .{' '}
            <button type="button" className="quiet danger small" onClick={() => book.edit(at, undefined)}>
              Let them all act
            </button>
          </p>
        );
      })}
    </section>
  );
}
