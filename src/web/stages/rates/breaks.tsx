import { type BreakBody, measureUnits, type RateBody } from '../../../core/rates/index.ts';
import { csvOf } from '../../../core/tables/index.ts';
import { amountOf } from '../../../words/index.ts';
import { download } from '../../ui/download.ts';
import { AmountPart, figureFault, TextPart } from '../../ui/field.tsx';
import { useCurrency } from '../../ui/tender.ts';
import { blockOf, readBlock } from './block.ts';
import { MakeTable } from './make-table.tsx';
import { UnitPart } from './unit.tsx';

type Table = RateBody & { is: 'table' };

interface Props {
  rate: Table;
  change: (rate: Table) => void;
  /** The name of a part, told apart from those of another table beside it. */
  named: (name: string) => string;
}

/**
 * The breaks of a table over weight, value, units, size or volume; a block pasted from a spreadsheet takes their place.
 */
export function BreaksGrid({ rate, label, change }: { rate: Table; label: string; change: (rate: Table) => void }) {
  const currency = useCurrency();
  const props = { rate, change, named: (name: string) => (label === '' ? name : `${name}, ${label}`) };
  return (
    <div
      onPaste={(event) => {
        const block = readBlock(event.clipboardData.getData('text'), currency);
        if (!block || block.length < 2) return;
        event.preventDefault();
        change({ ...rate, breaks: block });
      }}
    >
      <Breaks {...props} />
      <Acts {...props} />
      <Ends {...props} />
      <MakeTable change={change} />
    </div>
  );
}

function Breaks({ rate, change, named }: Props) {
  const { breaks } = rate;
  const stepped = breaks.some((one) => 'step' in one);
  return (
    <table className="ruled mt-2" aria-label={named('Breaks')}>
      <thead>
        <tr>
          <th>
            Up to{' '}
            <UnitPart
              label={named('Unit of the table')}
              value={rate.unit}
              units={measureUnits}
              onCommit={(unit) => change({ ...rate, unit })}
            />
          </th>
          <th className="figure">Charge</th>
          {stepped && <th>and for each started</th>}
          <th />
        </tr>
      </thead>
      <tbody>
        {breaks.map((one, i) => {
          const put = (next: BreakBody) => change({ ...rate, breaks: breaks.with(i, next) });
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a break is its place in the table
            <tr key={i}>
              <td>
                {one.to === null ? (
                  'and on'
                ) : (
                  <TextPart
                    label={named(`Upper edge ${i + 1}`)}
                    value={one.to}
                    fault={figureFault}
                    onCommit={(to) => put({ ...one, to })}
                  />
                )}
              </td>
              <td className="figure">
                <AmountPart
                  label={named(`Charge ${i + 1}`)}
                  value={one.amount}
                  onCommit={(amount) => put({ ...one, amount })}
                />
              </td>
              {stepped && (
                <td>
                  <Step one={one} put={put} named={(name) => named(`${name} ${i + 1}`)} />
                </td>
              )}
              <td className="figure">
                {breaks.length > 1 && (
                  <button
                    type="button"
                    className="quiet small"
                    aria-label={named(`Remove break ${i + 1}`)}
                    onClick={() => change({ ...rate, breaks: breaks.toSpliced(i, 1) })}
                  >
                    Remove
                  </button>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** What is added for each started part of the stretch above the edge before. */
function Step({
  one,
  put,
  named,
}: {
  one: BreakBody;
  put: (next: BreakBody) => void;
  named: (name: string) => string;
}) {
  const currency = useCurrency();
  if (!('step' in one))
    return (
      <button
        type="button"
        className="quiet small"
        onClick={() => put({ ...one, step: amountOf(1, currency), per: '1' })}
      >
        add a step
      </button>
    );
  return (
    <>
      <TextPart
        label={named('Size of a step')}
        value={one.per}
        fault={figureFault}
        onCommit={(per) => put({ ...one, per })}
      />
      : <AmountPart label={named('Step')} value={one.step} onCommit={(step) => put({ ...one, step })} />
    </>
  );
}

function Acts({ rate, change }: Props) {
  const currency = useCurrency();
  const { breaks } = rate;
  const last = breaks.at(-1);
  const [endless, amount] = [last?.to === null, last?.amount ?? amountOf(5, currency)];
  const put = (next: readonly BreakBody[]) => change({ ...rate, breaks: [...next] });
  const addBreak = () => {
    const edge = Number(breaks.findLast((one) => one.to !== null)?.to ?? 0);
    put(breaks.toSpliced(endless ? -1 : breaks.length, 0, { to: String(edge * 2 || 1), amount }));
  };
  return (
    <p className="mt-1 flex flex-wrap gap-3">
      <button type="button" className="quiet" onClick={addBreak}>
        Add a break
      </button>
      <button
        type="button"
        className="quiet"
        onClick={() => put(endless ? breaks.slice(0, -1) : [...breaks, { to: null, amount }])}
      >
        {endless ? 'End with the last edge' : 'Go on without end'}
      </button>
      {last && !breaks.some((one) => 'step' in one) && (
        <button
          type="button"
          className="quiet"
          onClick={() => put(breaks.with(-1, { ...last, step: amountOf(1, currency), per: '1' }))}
        >
          Step within the last
        </button>
      )}
      <button
        type="button"
        className="quiet"
        onClick={() => download('rates.csv', csvOf(['up to', 'unit', 'charge', 'step', 'each'], blockOf(rate)))}
      >
        Breaks as CSV
      </button>
      <label className="quiet cursor-pointer">
        Read a CSV
        <input
          type="file"
          className="sr-only"
          accept=".csv,text/csv"
          onChange={async (event) => {
            const block = readBlock((await event.target.files?.[0]?.text()) ?? '', currency);
            if (block) put(block);
            event.target.value = '';
          }}
        />
      </label>
    </p>
  );
}

/** From where the table begins, and what is beyond its end. */
function Ends({ rate, change, named }: Props) {
  const last = rate.breaks.at(-1);
  return (
    <p className="muted small">
      {rate.from === null ? (
        <button type="button" className="quiet small" onClick={() => change({ ...rate, from: '1' })}>
          Offer it only from a least
        </button>
      ) : (
        <>
          Offered from{' '}
          <TextPart
            label={named('Least that is offered')}
            value={rate.from}
            fault={figureFault}
            onCommit={(from) => change({ ...rate, from })}
          />{' '}
          {rate.unit} up.{' '}
          <button type="button" className="quiet small" onClick={() => change({ ...rate, from: null })}>
            From nothing
          </button>
        </>
      )}{' '}
      {last?.to === null
        ? 'Anything beyond pays the last charge.'
        : `Above ${last?.to} ${rate.unit} it is not offered.`}{' '}
      Paste two columns from a spreadsheet to replace all breaks.
    </p>
  );
}
