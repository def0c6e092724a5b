import { useMemo } from 'react';
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  Tooltip,
  type ChartOptions,
  type Plugin,
} from 'chart.js';
import { Bar } from 'react-chartjs-2';
import type { MethodCompared } from '@eight-up/core/slip/advice';
import type { MarkingMethod } from '@eight-up/core/slip/method';
import { nm, toInch, toMm, type Nm } from '@eight-up/core/units/nm';
import type { LengthUnit } from '@eight-up/core/units/measure';
import { METHOD_WORDS, slipMeasure } from '@eight-up/words/slip';
import '../../ui/chart-look.ts';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);

interface SlipChartProps {
  readonly methods: readonly MethodCompared[];
  readonly chosen: MarkingMethod;
  readonly wanted: Nm;
  readonly unit: LengthUnit;
  readonly onChoose: (method: MarkingMethod) => void;
}

/** By how much covers are out, by each way of finding the folds: 95 of 100 lie within the bar; the upright line is what is wanted. */
export function SlipChart({ methods, chosen, wanted, unit, onChoose }: SlipChartProps) {
  const shown = unit === 'mm' ? toMm : toInch;
  const data = useMemo(
    () => ({
      labels: methods.map(({ method }) => METHOD_WORDS[method]),
      datasets: [
        {
          label: 'covers out by up to',
          data: methods.map(({ answer }) => shown(nm(Math.round(answer.covers.within95)))),
          backgroundColor: methods.map(({ method, keepsCovers }) =>
            method === chosen ? '#16261f' : keepsCovers ? '#0f6f63' : '#fdfcf7',
          ),
          borderColor: methods.map(({ keepsCovers }) => (keepsCovers ? '#0f6f63' : '#9a2f08')),
          borderWidth: 2,
        },
      ],
    }),
    [methods, chosen, shown],
  );
  const line = useMemo<Plugin<'bar'>>(
    () => ({
      id: 'wanted',
      afterDatasetsDraw: ({ ctx, chartArea, scales }) => {
        const x = scales.x!.getPixelForValue(shown(wanted));
        if (x > chartArea.right) return;
        ctx.save();
        ctx.strokeStyle = '#9a2f08';
        ctx.lineWidth = 2;
        ctx.setLineDash([6, 4]);
        ctx.beginPath();
        ctx.moveTo(x, chartArea.top);
        ctx.lineTo(x, chartArea.bottom);
        ctx.stroke();
        ctx.restore();
      },
    }),
    [wanted, shown],
  );
  const options = useMemo<ChartOptions<'bar'>>(
    () => ({
      indexAxis: 'y',
      animation: false,
      maintainAspectRatio: false,
      onClick: (_, [hit]) => hit && onChoose(methods[hit.index]!.method),
      scales: {
        x: { beginAtZero: true, title: { display: true, text: `covers out by up to, ${unit}` } },
        y: { grid: { display: false } },
      },
      plugins: {
        legend: { display: false },
        tooltip: {
          callbacks: { label: ({ dataIndex }) => slipMeasure(methods[dataIndex]!.answer.covers.within95, unit) },
        },
      },
    }),
    [methods, unit, onChoose],
  );
  return (
    <div className="h-64 w-full" aria-hidden="true">
      <Bar data={data} options={options} plugins={[line]} />
    </div>
  );
}
