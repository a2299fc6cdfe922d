import { type Currency, currencyDigits } from '../../../core/exact/index.ts';
import type { Curve } from '../../../core/rates/index.ts';
import { counted, money, type Tender } from '../../../words/index.ts';
import type { CostedCurve } from '../../engine/quick.ts';
import { LineChart } from '../../ui/line-chart.tsx';

const axes: Record<Curve['over'], { unit: string; title: string; scale: number }> = {
  mass: { unit: 'kg', title: 'order weight, kg', scale: 1.6e12 },
  units: { unit: 'units', title: 'units', scale: 1 },
  value: { unit: '', title: 'goods value', scale: 100 },
  'long side': { unit: 'cm', title: 'longest side, cm', scale: 50_000 },
  volume: { unit: 'l', title: 'volume, l', scale: 1 },
};

/** A lane's charge along what it charges by; its figures stand as a table behind it. */
export function LaneCurve({ curve, tender }: { curve: CostedCurve; tender: Tender }) {
  const { currency } = tender;
  const whole = 10 ** currencyDigits(currency as Currency);
  const axis = axes[curve.over];
  const unit = axis.unit || currency;
  const points = curve.points.map((one) => ({
    x: one.at / (curve.over === 'value' ? whole : axis.scale),
    y: one.charge === null ? Number.NaN : one.charge / whole,
  }));
  const costs =
    curve.cost?.map((cost, i) => ({ x: points[i]?.x ?? 0, y: cost === null ? Number.NaN : cost / whole })) ?? null;
  const told = runsOf(curve);
  return (
    <figure className="my-2">
      <LineChart
        series={[{ points, look: 'main' }, ...(costs ? [{ points: costs, look: 'dashed' as const }] : [])]}
        x={axis.title}
        label={`The charge against ${axis.title}; its figures follow as a table`}
        tell={(x, y) => `${counted(Number(x.toFixed(3)))} ${unit}: ${money(Math.round(y * whole), tender)}`}
        digits={currencyDigits(currency as Currency)}
      />
      {costs && (
        <figcaption className="small muted">
          Dashed: what the carrier asks for one parcel by its weight alone.
        </figcaption>
      )}
      <details className="small muted">
        <summary className="cursor-pointer">The figures</summary>
        <table className="ruled">
          <tbody>
            {told.map((one) => (
              <tr key={one.from}>
                <td>
                  from {figureOf(one.from, curve.over, whole, axis.scale)} {unit}
                </td>
                <td className="figure">{one.charge === null ? 'not offered' : money(one.charge, tender)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  );
}

const figureOf = (at: number, over: Curve['over'], whole: number, scale: number) =>
  String(Number((at / (over === 'value' ? whole : scale)).toFixed(3)));

/** Runs of equal charges, each with where it begins. */
function runsOf(curve: Curve): { from: number; charge: number | null }[] {
  const runs: { from: number; charge: number | null }[] = [];
  for (const { at, charge } of curve.points)
    if (runs.length === 0 || runs.at(-1)?.charge !== charge) runs.push({ from: at, charge });
  return runs.slice(0, 60);
}
