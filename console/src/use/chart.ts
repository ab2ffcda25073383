import { init, use, type ECharts, type EChartsCoreOption } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { onBeforeUnmount, onMounted, watch, type Ref } from 'vue'

import { useTheme } from '../stores/theme'

use([SVGRenderer])

/** Draws a chart into an element, again whenever what it is made of or the colours change.
    Option makes it, from what reads the colours and measures of the theme. */
export function useChart(
  place: Ref<HTMLElement | null>,
  of: () => unknown,
  option: (colour: (name: string) => string) => EChartsCoreOption,
) {
  const theme = useTheme()
  let chart: ECharts | undefined

  function draw() {
    if (!chart || !place.value) return
    const style = getComputedStyle(place.value)
    chart.setOption({ animation: false, ...option((name) => style.getPropertyValue(name)) }, true)
  }

  const resize = new ResizeObserver(() => chart?.resize())
  onMounted(() => {
    if (!place.value) return
    chart = init(place.value, undefined, { renderer: 'svg' })
    resize.observe(place.value)
    draw()
  })
  watch(
    () => [of(), theme.theme],
    () => requestAnimationFrame(draw),
    { deep: true },
  )
  onBeforeUnmount(() => {
    resize.disconnect()
    chart?.dispose()
  })
}
