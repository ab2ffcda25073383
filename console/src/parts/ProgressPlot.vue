<script setup lang="ts">
import { LineChart } from 'echarts/charts'
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { useTemplateRef } from 'vue'

import type { ContestPage } from '../api/client'
import { useChart } from '../use/chart'
import { playerName } from '../use/contest'

/** The points of everyone after each round, or the means as deals are played. */
const props = defineProps<{ page: ContestPage }>()
const most = 12 // players that lines are told apart of

use([LineChart, GridComponent, LegendComponent, TooltipComponent])

useChart(
  useTemplateRef<HTMLElement>('place'),
  () => props.page.progress,
  (colour) => {
    const [ink, line] = [colour('--dg-ink'), colour('--dg-line')]
    const { contest, ranking, progress } = props.page
    return {
      grid: { left: 8, right: 230, top: 16, bottom: 26, outerBoundsMode: 'same', outerBoundsContain: 'axisLabel' },
      legend: { type: 'scroll', orient: 'vertical', right: 0, top: 8, textStyle: { color: ink }, pageTextStyle: { color: ink } },
      tooltip: { trigger: 'axis' },
      xAxis: {
        type: 'category',
        data: progress.map((p) => String(p.round)),
        name: contest.measure ? 'deals' : 'round',
        nameLocation: 'middle',
        nameGap: 26,
        axisLabel: { color: ink },
        nameTextStyle: { color: ink },
      },
      yAxis: { type: 'value', scale: !!contest.measure, axisLabel: { color: ink }, splitLine: { lineStyle: { color: line } } },
      series: ranking.rows.slice(0, most).map((r) => ({
        type: 'line',
        name: playerName(contest, r.player),
        data: progress.map((p) => Number(p.points[r.player]!.toFixed(contest.terms.hands ? 4 : 2))),
        symbolSize: 5,
      })),
    }
  },
)
</script>

<template>
  <figure class="panel m-0">
    <figcaption>
      {{ page.contest.measure ? `Mean ${page.contest.measure} as deals are played` : 'Points after each round'
      }}<span v-if="page.ranking.rows.length > most" class="quiet"> of the first {{ most }}</span>
    </figcaption>
    <div
      ref="place"
      class="plot"
      role="img"
      :aria-label="
        page.ranking.rows
          .slice(0, most)
          .map((r) => `${playerName(page.contest, r.player)} ${page.progress.at(-1)?.points[r.player]?.toFixed(2)}`)
          .join(', ')
      "
    ></div>
  </figure>
</template>
