import { csvOf } from '../../../core/goods/index.ts';
import { type BreakBody, measureUnits, type RateBody } from '../../../core/rates/index.ts';
import { amountOf } from '../../../words/index.ts';
import { download } from '../../ui/download.ts';
import { AmountPart, figureFault, TextPart } from '../../ui/field.tsx';
import { useCurrency } from '../../ui/tender.ts';
import { blockOf, readBlock } from './block.ts';
import { MakeTable } from './make-table.tsx';
import { UnitPart } from './unit.tsx';

type Table = RateBody & { is: 'table' };

/**
 * The breaks of a table over weight, value, units, size or volume; a block pasted from a spreadsheet takes their place.
 */
export function BreaksGrid({ rate, label, change }: { rate: Table; label: string; change: (rate: Table) => void }) {
  const currency = useCurrency();
  const { breaks } = rate;
  const named = (name: string) => (label === '' ? name : `${name}, ${label}`);
  const put = (at: number, next: BreakBody) =>
    change({ ...rate, breaks: breaks.map((one, i) => (i === at ? next : one)) });
  const last = breaks.at(-1);
  const stepped = breaks.some((one) => 'step' in one);
  return (
    <div
      onPaste={(event) => {
        const block = readBlock(event.clipboardData.getData('text'), currency);
        if (!block || block.length < 2) return;
        event.preventDefault();
        change({ ...rate, breaks: block });
      }}
    >
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
          {breaks.map((one, i) => (
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
                    onCommit={(to) => put(i, { ...one, to })}
                  />
                )}
              </td>
              <td className="figure">
                <AmountPart
                  label={named(`Charge ${i + 1}`)}
                  value={one.amount}
                  onCommit={(amount) => put(i, { ...one, amount })}
                />
              </td>
              {stepped && (
                <td>
                  {'step' in one ? (
                    <>
                      <TextPart
                        label={named(`Size of a step ${i + 1}`)}
                        value={one.per}
                        fault={figureFault}
                        onCommit={(per) => put(i, { ...one, per })}
                      />
                      :{' '}
                      <AmountPart
                        label={named(`Step ${i + 1}`)}
                        value={one.step}
                        onCommit={(step) => put(i, { ...one, step })}
                      />
                    </>
                  ) : (
                    <button
                      type="button"
                      className="quiet small"
                      onClick={() => put(i, { ...one, step: amountOf(1, currency), per: '1' })}
                    >
                      add a step
                    </button>
                  )}
                </td>
              )}
              <td className="figure">
                {breaks.length > 1 && (
                  <button
                    type="button"
                    className="quiet small"
                    aria-label={named(`Remove break ${i + 1}`)}
                    onClick={() => change({ ...rate, breaks: breaks.filter((_, j) => j !== i) })}
                  >
                    Remove
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 flex flex-wrap gap-3">
        <button
          type="button"
          className="quiet"
          onClick={() => {
            const edge = Number([...breaks].reverse().find((one) => one.to !== null)?.to ?? 0);
            const added = { to: String(edge * 2 || 1), amount: last?.amount ?? amountOf(5, currency) };
            change({ ...rate, breaks: last?.to === null ? [...breaks.slice(0, -1), added, last] : [...breaks, added] });
          }}
        >
          Add a break
        </button>
        <button
          type="button"
          className="quiet"
          onClick={() =>
            change({
              ...rate,
              breaks:
                last?.to === null
                  ? breaks.slice(0, -1)
                  : [...breaks, { to: null, amount: last?.amount ?? amountOf(5, currency) }],
            })
          }
        >
          {last?.to === null ? 'End with the last edge' : 'Go on without end'}
        </button>
        {!stepped && last && (
          <button
            type="button"
            className="quiet"
            onClick={() => put(breaks.length - 1, { ...last, step: amountOf(1, currency), per: '1' })}
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
              if (block) change({ ...rate, breaks: block });
              event.target.value = '';
            }}
          />
        </label>
      </p>
      <p className="muted small">
        {rate.from !== null && (
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
            </button>{' '}
          </>
        )}
        {rate.from === null && (
          <button type="button" className="quiet small" onClick={() => change({ ...rate, from: '1' })}>
            Offer it only from a least
          </button>
        )}{' '}
        {last?.to === null
          ? 'Anything beyond pays the last charge.'
          : `Above ${last?.to} ${rate.unit} it is not offered.`}{' '}
        Paste two columns from a spreadsheet to replace all breaks.
      </p>
      <MakeTable change={change} />
    </div>
  );
}
