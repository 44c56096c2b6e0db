import {
  CategoryScale,
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartOptions,
} from 'chart.js'
import { useChartColours } from '@/composables/useChartColours.ts'
import { formatMoney } from '@novalex/words'

Chart.register(CategoryScale, LinearScale, LineController, LineElement, PointElement, Legend, Tooltip)

const MAX_SMALL_PRICES = 4

/** Common options of price charts: lines without points, axis from zero, theme colours; small ones have no legend. */
export function usePriceChart(isSmall = () => false) {
  const colours = useChartColours()
  const base = { pointRadius: 0, pointHitRadius: 6, borderWidth: 2, stepped: false as const }

  /** With an axis of its own below; `titleOf` says in the tooltip where on it a point lies. */
  const createOptions = (
    x: NonNullable<ChartOptions<'line'>['scales']>[string],
    titleOf: (x: number) => string,
  ): ChartOptions<'line'> => ({
    animation: false,
    maintainAspectRatio: false,
    interaction: { mode: 'nearest', intersect: false },
    scales: {
      x: { ...x, grid: { color: colours.value.line } } as typeof x,
      y: {
        beginAtZero: true,
        ticks: {
          callback: (price) => Number(price).toFixed(2),
          color: colours.value.quiet,
          ...(isSmall() ? { maxTicksLimit: MAX_SMALL_PRICES } : {}),
        },
        grid: { color: colours.value.line },
      },
    },
    plugins: {
      legend: {
        display: !isSmall(),
        position: 'bottom',
        labels: { color: colours.value.quiet, boxHeight: 1, boxWidth: 22 },
      },
      tooltip: {
        callbacks: {
          title: ([item]) => (item ? titleOf(item.parsed.x ?? 0) : ''),
          label: ({ parsed, dataset }) => `${dataset.label}: ${formatMoney(Math.round((parsed.y ?? 0) * 100))}`,
        },
      },
    },
  })
  return { colours, base, createOptions }
}
