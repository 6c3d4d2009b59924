<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import { api, take, type Plan } from '../api/client'
import { useLoad } from '../shared/load'
import { pretty } from '../shared/signs'
import FoldPanel from '../shared/shell/FoldPanel.vue'

/** What the box turns into when every stopped note slides and the open strings stay. */
const props = defineProps<{ plan: Plan }>()

const frets = ref(0)
const asked = computed(() => (frets.value === 0 ? undefined : { brief: props.plan.brief, frets: frets.value }))
const { value: slide, problems, failure } = useLoad(asked, ({ brief, frets }, signal) => take(api.POST('/api/v1/slide', { params: { query: { frets } }, body: brief, signal })))
const trouble = computed(() => problems.value[0]?.message ?? failure.value)
</script>

<template>
  <FoldPanel id="slide" :title="say.slideTheShapeOpenStringsStay">
    <label>
      {{ say.everyFrettedNote }}
      <select v-model.number="frets" data-do="slide">
        <option v-for="n in [-3, -2, -1, 0, 1, 2, 3, 4, 5, 7]" :key="n" :value="n">
          {{ n === 0 ? 'stays' : `${Math.abs(n)} ${Math.abs(n) === 1 ? 'fret' : 'frets'} ${n > 0 ? 'up' : 'down'}` }}
        </option>
      </select>
    </label>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <template v-else-if="slide">
      <p class="degrees">
        <span v-for="(n, i) in slide.notes" :key="i" :title="say.was(n.was)">{{ pretty(n.degree) }}</span>
      </p>
      <p>
        {{ slide.nearest ? say.soundsAs(slide.nearest) : say.noScaleInTheCatalogueHas }}
      </p>
    </template>
  </FoldPanel>
</template>

<style scoped>
label,
p {
  font-size: var(--size-fact);
  line-height: 1.45;
}

.degrees {
  display: flex;
  flex-wrap: wrap;
  font-weight: 700;
  gap: 0 10px;
  margin-top: 6px;
}

.trouble {
  color: var(--brick);
}
</style>
