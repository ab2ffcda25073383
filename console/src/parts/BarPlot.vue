<script setup lang="ts">
import { BarChart } from 'echarts/charts'
import { GridComponent, TooltipComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { useTemplateRef } from 'vue'

import { useChart } from '../use/chart'

/** Whole numbers as bars, upright or lying, the first on top. */
const props = defineProps<{ title: string; labels: string[]; values: number[]; most?: number; lying?: boolean; axis: string }>()

use([BarChart, GridComponent, TooltipComponent])

useChart(
  useTemplateRef<HTMLElement>('place'),
  () => [props.values, props.labels],
  (colour) => {
    const [ink, line] = [colour('--dg-quiet'), colour('--dg-line')]
    const names = {
      type: 'category' as const,
      data: props.labels,
      inverse: props.lying,
      axisLabel: { color: ink, interval: 0 },
      axisTick: { show: false },
    }
    const counts = {
      type: 'value' as const,
      minInterval: 1,
      min: 0,
      max: props.most,
      name: props.axis,
      nameLocation: 'middle' as const,
      nameGap: 28,
      axisLabel: { color: ink },
      nameTextStyle: { color: ink },
      splitLine: { lineStyle: { color: line } },
    }
    return {
      grid: { left: 8, right: 24, top: 12, bottom: 8, outerBoundsMode: 'same', outerBoundsContain: 'all' },
      tooltip: {},
      xAxis: props.lying ? counts : names,
      yAxis: props.lying ? names : counts,
      series: [{ type: 'bar', data: props.values, itemStyle: { color: colour('--dg-brand') }, barMaxWidth: 36 }],
    }
  },
)
</script>

<template>
  <figure class="panel m-0">
    <figcaption>{{ title }}</figcaption>
    <div ref="place" class="plot" role="img" :aria-label="`${title}: ${labels.map((l, i) => `${l} ${values[i]}`).join(', ')}`"></div>
  </figure>
</template>
