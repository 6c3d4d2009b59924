<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import type { RouteLocationRaw } from 'vue-router'
import type { Brief, FieldError, Plan } from '../api/client'
import BriefSentence from '../shared/brief/BriefSentence.vue'
import type { Changes } from '../shared/brief/query'
import NeckDrawing from '../shared/neck/NeckDrawing.vue'
import { keptLabel, keptSpacing } from '../shared/shell/kept'
import PlayOne from '../shared/sound/PlayOne.vue'

const props = defineProps<{
  plan: Plan
  brief: Brief | undefined
  problems: FieldError[]
  shared: Set<string>
  sharedWords: string
  /** What is another here than in the first. */
  words: string | undefined
  boxOnly: boolean
  /** Which of the plans it is, read out with its button. */
  name: string
  frets: [number, number] | undefined
  open: RouteLocationRaw
}>()
const emit = defineEmits<{ change: [changes: Changes]; ask: [change: Changes] }>()
/** The note of the box that sounds; -1 for none. */
const sounding = ref(-1)
const box = computed(() => props.plan.boxes[props.plan.box])
const figures = computed(() => {
  const b = box.value
  return b
    ? { notes: b.notes.length, 'widest span': say.mm(Math.round(b.spanMm)), 'reaches going up': b.reaches, 'shifts going up': b.shifts, frets: `${b.lowFret}–${b.highFret}` }
    : {}
})
</script>

<template>
  <section>
    <BriefSentence :said="plan" :brief="plan.brief" :given="brief" :problems="problems" small @change="emit('change', $event)" />
    <div class="line">
      <label>
        {{ say.box }}
        <select :value="plan.box" @change="emit('ask', { 'layout.box': Number(($event.target as HTMLSelectElement).value) })">
          <option v-for="(b, i) in plan.boxes" :key="b.id" :value="i">{{ say.boxSpan(b.id, b.name, Math.round(b.spanMm)) }}</option>
        </select>
      </label>
      <dl>
        <template v-for="(value, figure) in figures" :key="figure">
          <div>
            <dt>{{ figure }}</dt>
            <dd>{{ value }}</dd>
          </div>
        </template>
        <div v-if="box?.overLimit" class="over">
          <dt>{{ say.hand }}</dt>
          <dd>{{ say.widerThanComfortable }}</dd>
        </div>
      </dl>
      <PlayOne :name="name" :plan="plan" @at="(event) => (sounding = plan.run.events[event]?.note ?? -1)" />
      <v-btn color="primary" variant="tonal" :to="open">{{ say.openOnTheBench }}</v-btn>
      <slot />
    </div>
    <NeckDrawing :plan="plan" :spacing="keptSpacing" :label="keptLabel" :current="sounding" :shared="shared" :shared-words="sharedWords" :box-only="boxOnly" :frets="frets" close />
    <p v-if="words" class="words">{{ words }}</p>
  </section>
</template>

<style scoped>
.words {
  font-size: var(--size-fact);
}

section {
  min-width: 0;
  border-top: 1px solid var(--rule);
  padding-top: 10px;
}

.line {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 24px;
  padding: 6px 0 4px;
}

dl {
  display: flex;
  flex: 1 1 300px;
  flex-wrap: wrap;
  gap: 2px 22px;
  margin: 0;
}

dl div {
  display: flex;
  gap: 6px;
}

dt {
  color: var(--faint);
}

dd {
  font-weight: 700;
  margin: 0;
}

.over dd {
  color: var(--brick);
}
</style>
