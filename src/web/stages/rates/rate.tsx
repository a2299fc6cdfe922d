import { rateEditors } from '#rate-editors';
import type { RateBody } from '../../../core/rates/index.ts';
import { amountOf } from '../../../words/index.ts';
import { ChoicePart } from '../../ui/field.tsx';
import { useCurrency } from '../../ui/tender.ts';
import type { RateEditor } from './kinds/editor.ts';

const editorOf = ({ is }: Pick<RateBody, 'is'>): RateEditor => rateEditors[is] as RateEditor;
const choices = (Object.keys(rateEditors) as RateBody['is'][]).map((is) => ({
  value: is,
  label: editorOf({ is }).label,
}));

/** What a rate becomes when another kind is chosen for it: as much as can be kept is. */
function becoming(is: RateBody['is'], rate: RateBody, boxes: readonly string[], currency: string): RateBody {
  const amount = editorOf(rate).amount(rate) ?? amountOf(5, currency);
  return editorOf({ is }).begin({ amount, boxes });
}

/**
 * A rate as the part of a sentence that says it. `label` tells one rate of a lane from another.
 */
export function RatePart({
  rate,
  boxes,
  label,
  change,
}: {
  rate: RateBody;
  boxes: readonly { id: string; name: string }[];
  label: string;
  change: (rate: RateBody) => void;
}) {
  const currency = useCurrency();
  const named = (name: string) => (label === '' ? name : `${name}, ${label}`);
  const ids = boxes.map((box) => box.id);
  const kind = (
    <ChoicePart
      label={named('Kind of rate')}
      value={rate.is}
      choices={choices}
      onCommit={(is) => is !== rate.is && change(becoming(is, rate, ids, currency))}
    />
  );
  const { Part } = editorOf(rate);
  return <Part rate={rate} boxes={boxes} named={named} kind={kind} change={change} />;
}

/** What of a rate stands below its sentence, such as the breaks of a table. */
export function RateBelow(props: { rate: RateBody; label: string; change: (rate: RateBody) => void }) {
  const { Below } = editorOf(props.rate);
  return Below && <Below {...props} />;
}

/** A rate's amounts from step to step, drawn in small; nothing where it has no steps. */
export function RateShape({ rate }: { rate: RateBody }) {
  const amounts = editorOf(rate).shape(rate);
  if (!amounts) return null;
  const [low, high] = [Math.min(...amounts), Math.max(...amounts)];
  const y = (amount: number) => 11 - (high === low ? 5 : ((amount - low) / (high - low)) * 9);
  const path = amounts
    .map((amount, i) => `${i === 0 ? 'M0' : 'H'}${i === 0 ? ` ${y(amount)}` : (i * 40) / amounts.length}V${y(amount)}`)
    .join('');
  return (
    <svg width="40" height="13" viewBox="0 0 40 13" aria-hidden="true" className="inline">
      <path d={`${path}H40`} fill="none" stroke="currentColor" strokeWidth="1.3" />
    </svg>
  );
}
