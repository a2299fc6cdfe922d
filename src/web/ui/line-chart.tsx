import {
  Chart,
  type ChartDataset,
  type ChartOptions,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  type Plugin,
  PointElement,
  Tooltip,
} from 'chart.js';
import { type PointerEvent, useEffect, useRef } from 'react';

Chart.defaults.font.family = 'Commissioner Variable';
Chart.register(LineController, LineElement, PointElement, LinearScale, Tooltip, Filler);

export interface Series {
  readonly points: readonly { readonly x: number; readonly y: number }[];
  readonly look: 'main' | 'dashed' | 'band' | 'limit';
  readonly label?: string;
  readonly stepped?: boolean;
}

/** A line that can be moved along the x axis; its figure is told while it moves and when it is let go. */
export interface Marker {
  readonly at: number;
  readonly onMove: (at: number) => void;
  readonly onDrop: (at: number) => void;
}

interface Props {
  series: readonly Series[];
  x: string;
  y?: string;
  label: string;
  tell: (x: number, y: number) => string;
  marker?: Marker;
  tall?: boolean;
  /** How many decimals the figures along the y axis have. */
  digits?: number;
}

/** Lines over figures, without ornament; the caller gives the same figures as a table. */
export function LineChart({ series, x, y, label, tell, marker, tall = false, digits = 2 }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart | null>(null);
  const told = useRef(tell);
  told.current = tell;
  const at = useRef<number | null>(null);
  at.current = marker?.at ?? null;
  const shape = JSON.stringify(series);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the lines are compared by their figures
  useEffect(() => {
    if (!canvas.current) return;
    const colours = coloursOf(getComputedStyle(document.documentElement));
    const made = new Chart(canvas.current, {
      type: 'line',
      data: { datasets: series.map((one, i) => datasetOf(one, series[i - 1], colours)) },
      plugins: [markerLine(() => at.current, colours.limit)],
      options: {
        animation: false,
        maintainAspectRatio: false,
        plugins: {
          tooltip: {
            callbacks: { title: () => '', label: (item) => told.current(Number(item.parsed.x), Number(item.parsed.y)) },
          },
        },
        scales: scalesOf(x, y, digits, colours.dashed),
      },
    });
    chart.current = made;
    return () => {
      chart.current = null;
      made.destroy();
    };
  }, [shape, x, y]);
  const place = marker?.at;
  // biome-ignore lint/correctness/useExhaustiveDependencies: drawn again where the marker stands elsewhere
  useEffect(() => chart.current?.draw(), [place]);

  const figureAt = (event: PointerEvent): number | null => {
    const scale = chart.current?.scales.x;
    if (!scale || !canvas.current) return null;
    const value = scale.getValueForPixel(event.clientX - canvas.current.getBoundingClientRect().left);
    return value === undefined ? null : Math.max(scale.min, Math.min(scale.max, value));
  };
  const moved = (event: PointerEvent, drop: boolean) => {
    const figure = figureAt(event);
    if (figure !== null) (drop ? marker?.onDrop : marker?.onMove)?.(figure);
  };
  return (
    <div className={tall ? 'h-56' : 'h-36'}>
      <canvas
        ref={canvas}
        role="img"
        aria-label={label}
        style={marker ? { cursor: 'ew-resize', touchAction: 'none' } : undefined}
        onPointerDown={(event) => {
          if (!marker) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          moved(event, false);
        }}
        onPointerMove={(event) => marker && event.buttons === 1 && moved(event, false)}
        onPointerUp={(event) => marker && moved(event, true)}
      />
    </div>
  );
}

type Colours = Readonly<Record<Series['look'], string>>;
const coloursOf = (style: CSSStyleDeclaration): Colours => ({
  main: style.getPropertyValue('--color-primary'),
  dashed: style.getPropertyValue('--muted'),
  band: style.getPropertyValue('--muted'),
  limit: style.getPropertyValue('--color-error'),
});

/** A line as it is drawn; between two edges of a band what lies between is filled. */
function datasetOf(one: Series, before: Series | undefined, colours: Colours): ChartDataset<'line'> {
  return {
    data: [...one.points],
    label: one.label ?? '',
    borderColor: colours[one.look],
    borderWidth: one.look === 'main' ? 2 : one.look === 'band' ? 0.5 : 1.5,
    ...(one.look === 'dashed' || one.look === 'limit' ? { borderDash: [4, 3] } : {}),
    borderJoinStyle: 'round',
    pointRadius: 0,
    pointHitRadius: one.look === 'main' ? 8 : 0,
    stepped: one.stepped ? 'after' : false,
    ...(one.look === 'band' && before?.look === 'band'
      ? { fill: '-1', backgroundColor: 'rgb(128 128 128 / .18)' }
      : {}),
  };
}

const scalesOf = (
  x: string,
  y: string | undefined,
  digits: number,
  muted: string,
): NonNullable<ChartOptions<'line'>['scales']> => ({
  x: {
    type: 'linear',
    title: { display: true, text: x, color: muted },
    ticks: { color: muted, maxTicksLimit: 6 },
    grid: { display: false },
  },
  y: {
    type: 'linear',
    beginAtZero: true,
    ...(y ? { title: { display: true, text: y, color: muted } } : {}),
    ticks: {
      color: muted,
      maxTicksLimit: 5,
      ...(y ? {} : { callback: (value: number | string) => Number(value).toFixed(digits) }),
    },
    grid: { color: 'rgb(128 128 128 / .2)' },
  },
});

/** Draws the marker over the lines, within the chart even where it stands beyond. */
const markerLine = (at: () => number | null, colour: string): Plugin => ({
  id: 'marker',
  afterDatasetsDraw({ ctx, chartArea, scales }) {
    const figure = at();
    if (figure === null || !scales.x) return;
    const px = Math.max(chartArea.left, Math.min(chartArea.right, scales.x.getPixelForValue(figure)));
    ctx.save();
    ctx.strokeStyle = colour;
    ctx.fillStyle = colour;
    ctx.lineWidth = 2;
    ctx.beginPath();
    ctx.moveTo(px, chartArea.top);
    ctx.lineTo(px, chartArea.bottom);
    ctx.stroke();
    ctx.beginPath();
    ctx.arc(px, chartArea.top + 5, 5, 0, 2 * Math.PI);
    ctx.fill();
    ctx.restore();
  },
});
