import { Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js';
import { useEffect, useRef } from 'react';
import { money } from '../parts/words.ts';
import type { Curve } from '../worker/desk.ts';

Chart.defaults.font.family = 'Commissioner Variable';
Chart.register(LineController, LineElement, PointElement, LinearScale, Tooltip);

/** A lane's charge as steps: against mass where it has a table, else against goods value; its figures stand as a table behind it. */
export function LaneCurve({ curve, currency }: { curve: Curve; currency: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const byMass = curve.byMass.length > 0;
  const points = byMass
    ? curve.byMass.map((one) => ({ x: one.grams / 1000, y: one.charge === null ? Number.NaN : one.charge / 100 }))
    : curve.byValue.map((one) => ({ x: one.value / 100, y: one.charge === null ? Number.NaN : one.charge / 100 }));
  const shape = JSON.stringify(points);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the points are compared by their figures
  useEffect(() => {
    if (!canvas.current) return;
    const style = getComputedStyle(document.documentElement);
    const [line, muted] = [style.getPropertyValue('--color-primary'), style.getPropertyValue('--muted')];
    const chart = new Chart(canvas.current, {
      type: 'line',
      data: { datasets: [{ data: points, stepped: byMass ? 'after' : 'before', borderColor: line, borderWidth: 2, pointRadius: 0, pointHitRadius: 8 }] },
      options: {
        animation: false,
        maintainAspectRatio: false,
        plugins: { tooltip: { callbacks: { title: () => '', label: (item) => `${Number(item.parsed.x).toLocaleString('en')} ${byMass ? 'kg' : currency}: ${Number(item.parsed.y).toFixed(2)}` } } },
        scales: {
          x: {
            type: 'linear',
            title: { display: true, text: byMass ? 'order mass, kg' : `goods value, ${currency}`, color: muted },
            ticks: { color: muted, maxTicksLimit: 6 },
            grid: { display: false },
          },
          y: { type: 'linear', beginAtZero: true, ticks: { color: muted, maxTicksLimit: 5, callback: (value) => Number(value).toFixed(2) }, grid: { color: 'rgb(128 128 128 / .2)' } },
        },
      },
    });
    return () => chart.destroy();
  }, [shape, byMass, currency]);
  return (
    <figure className="my-2">
      <div className="h-40">
        <canvas ref={canvas} role="img" aria-label={`The charge against ${byMass ? 'mass' : 'goods value'}; its figures follow as a table`} />
      </div>
      <details className="small muted">
        <summary className="cursor-pointer">The figures</summary>
        <table className="ruled">
          <tbody>
            {byMass
              ? curve.byMass.slice(1).map((one) => (
                  <tr key={one.grams}>
                    <td>to {one.grams / 1000} kg</td>
                    <td className="figure">{one.charge === null ? 'not offered' : money(one.charge)}</td>
                  </tr>
                ))
              : curve.byValue.slice(0, -1).map((one) => (
                  <tr key={one.value}>
                    <td>from {money(one.value)}</td>
                    <td className="figure">{one.charge === null ? 'not offered' : money(one.charge)}</td>
                  </tr>
                ))}
          </tbody>
        </table>
      </details>
    </figure>
  );
}
