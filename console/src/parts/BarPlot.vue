<script setup lang="ts">
import { BarChart } from 'echarts/charts'
import { GridComponent, TooltipComponent } from 'echarts/components'
import { init, use, type ECharts } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'

import { useTheme } from '../stores/theme'

/** Whole numbers as bars, upright or lying, the first on top. */
const props = defineProps<{ title: string; labels: string[]; values: number[]; most?: number; lying?: boolean; axis: string }>()

use([BarChart, GridComponent, TooltipComponent, SVGRenderer])

const place = useTemplateRef<HTMLElement>('place')
const theme = useTheme()
let chart: ECharts | undefined

function draw() {
  if (!chart || !place.value) return
  const style = getComputedStyle(place.value)
  const [ink, line, bar] = ['--dg-quiet', '--dg-line', '--dg-brand'].map((name) => style.getPropertyValue(name))
  const names = { type: 'category' as const, data: props.labels, inverse: props.lying, axisLabel: { color: ink, interval: 0 }, axisTick: { show: false } }
  const counts = {
    type: 'value' as const, minInterval: 1, min: 0, max: props.most, name: props.axis, nameLocation: 'middle' as const, nameGap: 28,
    axisLabel: { color: ink }, nameTextStyle: { color: ink }, splitLine: { lineStyle: { color: line } },
  }
  chart.setOption({
    animation: false,
    grid: { left: 8, right: 24, top: 12, bottom: 8, outerBoundsMode: 'same', outerBoundsContain: 'all' },
    tooltip: {},
    xAxis: props.lying ? counts : names,
    yAxis: props.lying ? names : counts,
    series: [{ type: 'bar', data: props.values, itemStyle: { color: bar }, barMaxWidth: 36 }],
  })
}

const resize = new ResizeObserver(() => chart?.resize())
onMounted(() => {
  if (!place.value) return
  chart = init(place.value, undefined, { renderer: 'svg' })
  resize.observe(place.value)
  draw()
})
watch(() => [props.values, props.labels, theme.theme], () => requestAnimationFrame(draw), { deep: true })
onBeforeUnmount(() => {
  resize.disconnect()
  chart?.dispose()
})
</script>

<template>
  <figure class="panel m-0">
    <figcaption>{{ title }}</figcaption>
    <div ref="place" class="plot" role="img" :aria-label="`${title}: ${labels.map((l, i) => `${l} ${values[i]}`).join(', ')}`"></div>
  </figure>
</template>
