import { useMemo } from 'react';
import {
  Chart,
  LinearScale,
  LogarithmicScale,
  PointElement,
  ScatterController,
  Tooltip,
  type ChartData,
  type ChartOptions,
} from 'chart.js';
import { Scatter } from 'react-chartjs-2';
import type { Corner } from '@eight-up/core/cutting/sheet-becomes';
import { measureSize, type LengthUnit } from '@eight-up/core/units/measure';
import { toInch, toMm } from '@eight-up/core/units/nm';
import { counted } from '@eight-up/words/counted';
import '../ui/chart-look.ts';

Chart.register(LinearScale, LogarithmicScale, PointElement, ScatterController, Tooltip);

/** What the chart is read by: the size of the page itself, or how many pages. */
export type Upright = 'pages' | 'height';

interface BecomesChartProps {
  readonly corners: readonly Corner[];
  readonly chosen: Corner | undefined;
  readonly upright: Upright;
  readonly unit: LengthUnit;
  readonly onChoose: (corner: Corner) => void;
}

interface Dot {
  readonly x: number;
  readonly y: number;
  readonly corner: Corner;
}

const isNamed = ({ special }: Corner) => special.some((one) => typeof one === 'object');

/** Each kind of point has a shape of its own; colour only helps. */
const SERIES = [
  {
    label: 'grain right',
    of: (c: Corner) => c.grain === 'right' && c.special.length === 0,
    style: { pointStyle: 'circle' as const, backgroundColor: '#07584f', borderColor: '#07584f' },
  },
  {
    label: 'any grain, or not known',
    of: (c: Corner) => (c.grain === 'any' || c.grain === 'unknown') && c.special.length === 0,
    style: { pointStyle: 'triangle' as const, backgroundColor: '#fdfcf7', borderColor: '#16261f' },
  },
  {
    label: 'against the grain',
    of: (c: Corner) => c.grain === 'against' && c.special.length === 0,
    style: { pointStyle: 'crossRot' as const, backgroundColor: '#9a2f08', borderColor: '#9a2f08' },
  },
  {
    label: 'nothing left over, or by halving alone',
    of: (c: Corner) => c.grain !== 'against' && c.special.length > 0 && !isNamed(c),
    style: { pointStyle: 'rectRot' as const, backgroundColor: '#d9a514', borderColor: '#16261f', radius: 6 },
  },
  {
    label: 'a common card, photograph or frame',
    of: (c: Corner) => c.grain !== 'against' && isNamed(c),
    style: { pointStyle: 'rect' as const, backgroundColor: '#fdfcf7', borderColor: '#16261f', radius: 5 },
  },
  {
    label: 'special, but against the grain',
    of: (c: Corner) => c.grain === 'against' && c.special.length > 0,
    style: { pointStyle: 'star' as const, backgroundColor: '#9a2f08', borderColor: '#9a2f08', radius: 5 },
  },
];

/** Every size that cannot grow without losing pages, as a point; pointing tells it, choosing takes it. */
export function BecomesChart({ corners, chosen, upright, unit, onChoose }: BecomesChartProps) {
  const data = useMemo<ChartData<'scatter', Dot[]>>(() => {
    const side = unit === 'mm' ? toMm : toInch;
    const dot = (corner: Corner): Dot => ({
      x: side(corner.width),
      y: upright === 'pages' ? corner.pages : side(corner.height),
      corner,
    });
    return {
      datasets: [
        ...(chosen
          ? [
              {
                label: 'chosen',
                data: [dot(chosen)],
                pointStyle: 'circle' as const,
                radius: 11,
                hoverRadius: 11,
                backgroundColor: 'transparent',
                borderColor: '#16261f',
                borderWidth: 3,
              },
            ]
          : []),
        ...SERIES.map(({ label, of, style }) => ({
          label,
          data: corners.filter(of).map(dot),
          borderWidth: 1.5,
          radius: 4,
          hoverRadius: 8,
          ...style,
        })),
      ],
    };
  }, [corners, chosen, upright, unit]);
  const options = useMemo<ChartOptions<'scatter'>>(
    () => ({
      animation: false,
      maintainAspectRatio: false,
      onClick: (_, [hit], chart) => {
        const dot = hit && (chart.data.datasets[hit.datasetIndex]!.data[hit.index] as unknown as Dot);
        if (dot) onChoose(dot.corner);
      },
      interaction: { mode: 'nearest', intersect: true },
      scales: {
        x: { title: { display: true, text: `page width, ${unit}` }, grid: { color: '#cbc7bd' } },
        y:
          upright === 'pages'
            ? {
                type: 'logarithmic',
                title: { display: true, text: 'pages a sheet' },
                grid: { color: '#cbc7bd' },
                ticks: { callback: (value) => ([1, 2, 5].includes(Number(String(value)[0])) ? String(value) : '') },
              }
            : { title: { display: true, text: `page height, ${unit}` }, grid: { color: '#cbc7bd' } },
      },
      plugins: {
        legend: { display: false },
        tooltip: {
          displayColors: false,
          callbacks: {
            label: ({ raw }) => {
              const { corner } = raw as Dot;
              return `${measureSize(corner.width, corner.height, unit)}: ${counted(corner.pages, 'page')} a sheet`;
            },
          },
        },
      },
    }),
    [upright, unit, onChoose],
  );
  return <Scatter data={data} options={options} aria-label="Page sizes against pages a sheet" role="img" />;
}

/** What the shapes mean. */
export function BecomesLegend() {
  const SHAPES: Readonly<Record<string, React.ReactNode>> = {
    circle: <circle cx="7" cy="7" r="5" />,
    triangle: <path d="M7 2 L12 12 L2 12 Z" />,
    crossRot: <path d="M2 2 L12 12 M12 2 L2 12" />,
    rectRot: <path d="M7 1 L13 7 L7 13 L1 7 Z" />,
    rect: <path d="M2 2 H12 V12 H2 Z" />,
    star: <path d="M7 1 V13 M1 7 H13 M3 3 L11 11 M11 3 L3 11" />,
  };
  return (
    <ul aria-label="What the points mean" className="flex flex-wrap gap-x-5 text-sm text-quiet">
      {SERIES.map(({ label, style }) => (
        <li key={label} className="flex items-center gap-1.5">
          <svg
            width="14"
            height="14"
            aria-hidden="true"
            fill={style.backgroundColor}
            stroke={style.borderColor}
            strokeWidth="1.5"
          >
            {SHAPES[style.pointStyle]}
          </svg>
          {label}
        </li>
      ))}
    </ul>
  );
}
