<script setup lang="ts">
import { say } from './words'
import { Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js'
import { computed, onMounted, onUnmounted, ref, watch } from 'vue'
import type { Ladder, LogResult } from '../api/client'
import { keptTheme } from '../shared/shell/kept'
import { unitOf, words } from './usePractise'

Chart.register(LineController, LinearScale, LineElement, PointElement, Tooltip)

/** Notes a minute, or beats of a phrase, of every try over the days; how it went is told by shape, not by colour alone. The log beside it says the same in a table. */
const props = defineProps<{ ladder: Ladder }>()
const canvas = ref<HTMLCanvasElement>()
const points = computed(() => props.ladder.history.map((t) => ({ x: Date.parse(t.at), y: t.perBeat * t.tempoBpm, result: t.result })))
const shapes: Record<LogResult, 'circle' | 'triangle' | 'crossRot'> = { clean: 'circle', nearly: 'triangle', 'not-yet': 'crossRot' }
const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' })
const unit = computed(() => unitOf(props.ladder.rungs[0]?.measure ?? ''))
const range = computed(() => {
  const y = points.value.map((p) => p.y)
  return say.triesFromTo(points.value.length, Math.min(...y), Math.max(...y), unit.value)
})

let chart: Chart<'line'> | undefined
function draw() {
  chart?.destroy()
  if (!canvas.value) return
  const style = getComputedStyle(canvas.value)
  const of = (name: string) => style.getPropertyValue(name).trim()
  const ink = style.color
  const results = points.value.map((p) => p.result)
  chart = new Chart(canvas.value, {
    type: 'line',
    data: {
      datasets: [
        {
          data: points.value,
          borderColor: style.borderTopColor,
          borderWidth: 1,
          pointStyle: results.map((r) => shapes[r]),
          pointRadius: 5,
          pointBorderWidth: 2,
          pointBorderColor: ink,
          pointBackgroundColor: results.map((r) => (r === 'clean' ? ink : 'transparent')),
        },
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      parsing: false,
      scales: {
        x: {
          type: 'linear',
          grid: { display: false },
          ticks: { color: ink, maxTicksLimit: 6, font: { family: of('--face-text') }, callback: (v) => day.format(new Date(Number(v))) },
        },
        y: { ticks: { color: ink, maxTicksLimit: 5 }, grid: { color: style.borderTopColor }, title: { display: true, text: unit.value, color: ink } },
      },
      plugins: {
        tooltip: { callbacks: { label: (c) => `${c.parsed.y} ${unit.value}, ${words[results[c.dataIndex] as LogResult]}` } },
      },
    },
  })
}

onMounted(draw)
watch([points, keptTheme], () => requestAnimationFrame(draw))
onUnmounted(() => chart?.destroy())
</script>

<template>
  <div class="plot">
    <canvas ref="canvas" role="img" :aria-label="range" />
  </div>
  <p class="legend">{{ say.filledCleanTriangleNearlyCrossNot }}</p>
</template>

<style scoped>
.plot {
  block-size: 200px;
  position: relative;
}

canvas {
  border-color: var(--rule);
  color: var(--ink);
}

.legend {
  color: var(--faint);
  font-size: var(--size-note);
}
</style>
