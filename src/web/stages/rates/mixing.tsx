import { type MixingBody, type MixingRuleBody, mixings } from '../../../core/rates/index.ts';
import { amountOf, serviceInText } from '../../../words/index.ts';
import { type OpenBook, useBook } from '../../data/book.ts';
import { factsOf } from '../../data/facts.ts';
import { AmountPart, ChoicePart, Several } from '../../ui/field.tsx';
import { freshId } from '../../ui/fresh-id.ts';
import { useCurrency } from '../../ui/tender.ts';
import { ServicesList } from './services.tsx';
import { RatesTabs } from './tabs.tsx';

export function MixingStage() {
  const book = useBook();
  return book && <MixingRules book={book} />;
}

/** How the charges of groups become one: rules by kinds and service in their order, then the book's own way. */
function MixingRules({ book }: { book: OpenBook }) {
  const { mixing, mixedBy } = book.book;
  const { kinds } = factsOf(book.goods);
  const add = () => {
    const id = freshId('rule', mixing);
    book.edit(['mixing', id], { id, kinds: kinds.slice(0, 2), services: [], by: 'highest' } satisfies MixingRuleBody);
  };
  return (
    <div className="stage">
      <section className="sheet" aria-label="Services and mixing">
        <RatesTabs book={book} />
        <ServicesList book={book} />
        <div className="head mt-5">
          <h2>Mixing</h2>
          <span className="muted">
            Goods of several templates, stock places or rates are charged group by group; this is how the charges become
            one.
          </span>
          <span className="acts">
            <button type="button" className="act" onClick={add}>
              Add a rule
            </button>
          </span>
        </div>
        {mixing.map((rule, i) => (
          <Rule key={rule.id} book={book} rule={rule} at={i} kinds={kinds} />
        ))}
        <p className="sentence bg-base-100 p-3">
          {mixing.length > 0 ? 'Where no rule covers a basket, it pays ' : 'A basket of several groups pays '}
          <ByPart label="The book’s own way" by={mixedBy} change={(by) => book.edit(['mixedBy'], by)} />.
        </p>
      </section>
      <aside className="meaning" aria-label="What it means">
        <h2>For three groups at 21.40, 9.70 and 30.10</h2>
        <table className="ruled mt-2">
          <tbody>
            {[
              ['sum', '61.20'],
              ['highest', '30.10'],
              ['lowest', '9.70'],
              ['average', '20.40'],
            ].map(([by, amount]) => (
              <tr key={by}>
                <td>the {by}</td>
                <td className="figure">{amount}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="muted small mt-2">
          The first rule that covers the kinds of these groups and the service decides. A group that its threshold frees
          drops out. Handling fees, and rates of goods of their own, come on top.
        </p>
      </aside>
    </div>
  );
}

function Rule({
  book,
  rule,
  at,
  kinds,
}: {
  book: OpenBook;
  rule: MixingRuleBody;
  at: number;
  kinds: readonly string[];
}) {
  const path = ['mixing', rule.id];
  const { services } = book.book;
  return (
    <div className="mb-2 bg-base-100 p-3">
      <p className="sentence">
        {at + 1}. Baskets of {rule.kinds.length === 0 && 'any kind '}
        <Several
          label={`Kinds of rule ${at + 1}`}
          all={[...new Set(['parcel', ...kinds, ...rule.kinds])].map((id) => ({ id, name: id }))}
          chosen={rule.kinds}
          least={0}
          onCommit={(next) => book.edit([...path, 'kinds'], next)}
        />{' '}
        by{' '}
        <ChoicePart
          label={`Service of rule ${at + 1}`}
          value={rule.services[0] ?? ''}
          choices={[
            { value: '', label: 'any service' },
            ...services.map((one) => ({ value: one.id, label: serviceInText(book.book, one.id) })),
          ]}
          onCommit={(id) => book.edit([...path, 'services'], id === '' ? [] : [id])}
        />{' '}
        pay <ByPart label={`Way of rule ${at + 1}`} by={rule.by} change={(by) => book.edit([...path, 'by'], by)} />.
      </p>
      <p className="flex gap-3">
        <button type="button" className="quiet danger" onClick={() => book.edit(path, undefined)}>
          Remove the rule
        </button>
      </p>
    </div>
  );
}

type Way = (typeof mixings)[number] | 'highest plus';

function ByPart({ label, by, change }: { label: string; by: MixingBody; change: (by: MixingBody) => void }) {
  const currency = useCurrency();
  const way: Way = typeof by === 'string' ? by : 'highest plus';
  return (
    <>
      <ChoicePart<Way>
        label={label}
        value={way}
        choices={[
          ...mixings.map((one) => ({ value: one as Way, label: `the ${one}` })),
          { value: 'highest plus', label: 'the highest, and for each further' },
        ]}
        onCommit={(next) =>
          change(next === 'highest plus' ? { highest: 'plus', further: amountOf(2.5, currency) } : next)
        }
      />
      {typeof by !== 'string' && (
        <>
          {' '}
          <AmountPart
            label={`${label}: each further`}
            value={by.further}
            onCommit={(further) => change({ ...by, further })}
          />
        </>
      )}
    </>
  );
}
