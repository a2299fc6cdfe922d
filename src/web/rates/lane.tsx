import { channelIds } from '../../core/book/index.ts';
import type { ZoneBody } from '../../core/places/index.ts';
import type { LaneBody, RateBody, Service } from '../../core/rates/index.ts';
import { amountFault, ChoicePart, figureFault, TestPart, TextPart } from '../parts/field.tsx';
import { channelNames } from '../parts/words.ts';
import { type OpenBook, useDesk } from '../store/desk.ts';
import { readBlock } from './block.ts';
import { LaneCurve } from './curve.tsx';

type Table = RateBody & { is: 'table' };

/** The chosen lane as a sentence whose parts are its fields, its curve, its breaks, and what channels make of it. */
export function LaneMeaning({ book, zone, service, path, lane }: { book: OpenBook; zone: ZoneBody; service: Service; path: readonly string[]; lane: LaneBody | undefined }) {
  const curve = useDesk((desk, edits) => desk.curve(edits, zone.id, service.id), [zone.id, service.id]);
  const notes = useDesk((desk, edits) => desk.notes(edits), []);
  const computed = useDesk((desk, edits) => desk.compute(edits, 0), []);
  const name = service.name.replace(/ delivery$/, '').toLowerCase();
  if (!lane) {
    return (
      <>
        <h2>
          {zone.name}, {name}
        </h2>
        <p className="my-3">Not offered: shoppers in this zone do not see it.</p>
        <button type="button" className="act main" onClick={() => book.edit(path, { rate: { is: 'flat', amount: '5.00' }, freeFrom: null })}>
          Offer it at a flat 5.00
        </button>
      </>
    );
  }
  const { rate, freeFrom } = lane;
  const set = (field: string, value: unknown) => book.edit([...path, field], value);
  const kinds: Record<RateBody['is'], () => RateBody> = {
    flat: () => ({ is: 'flat', amount: rate.is === 'table' ? (rate.breaks[0]?.amount ?? '5.00') : '5.00' }),
    table: () => ({
      is: 'table',
      unit: 'kg',
      breaks: [
        { to: '1', amount: rate.is === 'flat' ? rate.amount : '5.00' },
        { to: null, amount: rate.is === 'flat' ? rate.amount : '5.00' },
      ],
    }),
    free: () => ({ is: 'free' }),
  };
  const mine = channelIds.flatMap((id) =>
    (notes?.[id] ?? [])
      .filter((note) => note.fidelity.is !== 'exact' && (note.clause.about === 'rate' || note.clause.about === 'threshold') && note.clause.zone === zone.id && note.clause.service === service.id)
      .map((note) => ({ id, note })),
  );
  const problems = computed?.problems.filter((one) => path.every((step, i) => one.at[i] === step)) ?? [];

  return (
    <>
      <h2>
        {zone.name}, {name}
      </h2>
      <p className="sentence mt-1">
        Shoppers pay{' '}
        {rate.is === 'flat' && (
          <>
            <TextPart label="Flat amount" value={rate.amount} fault={amountFault} onCommit={(amount) => set('rate', { ...rate, amount })} />{' '}
          </>
        )}
        <ChoicePart
          label="Kind of rate"
          value={rate.is}
          choices={[
            { value: 'flat', label: 'an order' },
            { value: 'table', label: 'by weight, as below' },
            { value: 'free', label: 'nothing' },
          ]}
          onCommit={(kind) => kind !== rate.is && set('rate', kinds[kind]())}
        />
        {freeFrom && (
          <>
            , and nothing once goods come to <TextPart label="Free from" value={freeFrom.value} fault={amountFault} onCommit={(value) => set('freeFrom', { ...freeFrom, value })} />{' '}
            <TestPart value={freeFrom.test} onCommit={(test) => set('freeFrom', { ...freeFrom, test })} /> discounts
          </>
        )}
        .
      </p>
      <p className="mb-2 flex gap-3">
        {freeFrom ? (
          <button type="button" className="quiet" onClick={() => set('freeFrom', null)}>
            Never free
          </button>
        ) : (
          rate.is !== 'free' && (
            <button type="button" className="quiet" onClick={() => set('freeFrom', { value: '60.00', test: 'after' })}>
              Free from a value
            </button>
          )
        )}
        <button type="button" className="quiet danger" onClick={() => book.edit(path, undefined)}>
          Stop offering it
        </button>
      </p>
      {problems.map((one) => (
        <p key={one.wrong} className="fault" role="alert">
          {one.wrong}; right would be {one.right}
        </p>
      ))}
      {curve && <LaneCurve curve={curve} currency={book.book.market.currency} />}
      {rate.is === 'table' && <Breaks rate={rate} change={(next) => set('rate', next)} />}
      {mine.map(({ id, note }) => (
        <div key={`${id} ${note.clause.about}`} className={`aside-note ${note.fidelity.is === 'unsayable' ? 'off' : ''}`}>
          <strong>{channelNames[id]}.</strong> {note.fidelity.is !== 'exact' && note.fidelity.why}
        </div>
      ))}
    </>
  );
}

/** The breaks of a weight table; a block pasted from a spreadsheet takes their place. */
function Breaks({ rate, change }: { rate: Table; change: (rate: Table) => void }) {
  const { breaks } = rate;
  const put = (at: number, next: Partial<Table['breaks'][number]>) => change({ ...rate, breaks: breaks.map((one, i) => (i === at ? { ...one, ...next } : one)) });
  const last = breaks.at(-1);
  return (
    <div
      onPaste={(event) => {
        const block = readBlock(event.clipboardData.getData('text'));
        if (!block || block.length < 2) return;
        event.preventDefault();
        change({ ...rate, breaks: block });
      }}
    >
      <table className="ruled mt-2" aria-label="Breaks">
        <thead>
          <tr>
            <th>
              Up to{' '}
              <ChoicePart
                label="Unit of weight"
                value={rate.unit}
                choices={(['g', 'kg', 'oz', 'lb'] as const).map((unit) => ({ value: unit, label: unit }))}
                onCommit={(unit) => change({ ...rate, unit })}
              />
            </th>
            <th className="figure">Charge</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {breaks.map((one, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a break is its place in the table
            <tr key={i}>
              <td>{one.to === null ? 'and on' : <TextPart label={`Upper edge ${i + 1}`} value={one.to} fault={figureFault} onCommit={(to) => put(i, { to })} />}</td>
              <td className="figure">
                <TextPart label={`Charge ${i + 1}`} value={one.amount} fault={amountFault} onCommit={(amount) => put(i, { amount })} />
              </td>
              <td className="figure">
                {breaks.length > 1 && (
                  <button type="button" className="quiet small" aria-label={`Remove break ${i + 1}`} onClick={() => change({ ...rate, breaks: breaks.filter((_, j) => j !== i) })}>
                    Remove
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 flex gap-3">
        <button
          type="button"
          className="quiet"
          onClick={() => {
            const edge = Number([...breaks].reverse().find((one) => one.to !== null)?.to ?? 0);
            const added = { to: String(edge * 2 || 1), amount: last?.amount ?? '5.00' };
            change({ ...rate, breaks: last?.to === null ? [...breaks.slice(0, -1), added, last] : [...breaks, added] });
          }}
        >
          Add a break
        </button>
        <button type="button" className="quiet" onClick={() => change({ ...rate, breaks: last?.to === null ? breaks.slice(0, -1) : [...breaks, { to: null, amount: last?.amount ?? '5.00' }] })}>
          {last?.to === null ? 'End with the last edge' : 'Go on without end'}
        </button>
      </p>
      <p className="muted small">
        {last?.to === null ? 'Any heavier order pays the last charge.' : `Above ${last?.to} ${rate.unit} it is not offered.`} Paste two columns from a spreadsheet to replace all breaks.
      </p>
    </div>
  );
}
