<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, take, type Plan } from '../api/client'
import { useLoad } from '../shared/load'
import { noteLabel } from '../shared/neck/labels'
import GripNeck from '../shared/neck/GripNeck.vue'
import { say } from './words'

/** The chords of the key; a press shows how the hand holds one in this box. */
const props = defineProps<{ plan: Plan }>()

const asked = ref('')
const { value: answer, failure } = useLoad(
  () => (asked.value ? props.plan.brief : undefined),
  (body, signal) => take(api.POST('/api/v1/plan/grips', { body, signal })),
)
const chords = computed(() => (props.plan.scale.sevenths.length ? props.plan.scale.sevenths : props.plan.scale.triads))
const known = computed(() => [...props.plan.scale.triads, ...props.plan.scale.sevenths])
/** The chord with three notes and with four, where there are both. */
const degree = computed(() => known.value.find((c) => c.symbol === asked.value)?.degree)
const kin = computed(() => known.value.filter((c) => c.degree === degree.value))
const grip = computed(() => answer.value?.grips.find((g) => g.symbol === asked.value))
const notes = computed(() =>
  known.value
    .find((c) => c.symbol === asked.value)
    ?.notes.map((n) => noteLabel(props.plan.scale, n))
    .join(' '),
)
watch(
  () => props.plan.scale.title,
  () => (asked.value = ''),
)
</script>

<template>
  <div>
    <p class="chords" role="group" :aria-label="say.chords">
      <span class="faint">{{ say.chords }}</span>
      <button
        v-for="c in chords"
        :key="c.symbol"
        type="button"
        class="as-link"
        :class="{ now: c.degree === degree }"
        :aria-expanded="c.degree === degree"
        :title="say.showTheGrip(c.symbol)"
        data-do="chord"
        @click="asked = c.degree === degree ? '' : c.symbol"
      >
        {{ c.symbol }}
      </button>
    </p>
    <div v-if="asked" class="grip">
      <p class="kin">
        <button v-for="c in kin" :key="c.symbol" type="button" class="as-link" :class="{ now: c.symbol === asked }" :aria-pressed="c.symbol === asked" @click="asked = c.symbol">
          {{ c.symbol }}
        </button>
        <span class="faint">{{ notes }}</span>
      </p>
      <GripNeck v-if="grip" :grip="grip" :plan="plan" :width="264" data-grip />
      <p v-if="failure" role="alert">{{ failure }}</p>
      <p v-else-if="answer && !grip" class="faint">{{ say.noHandHoldsIt }}</p>
      <p v-else-if="grip && !grip.inside" class="faint">{{ say.besideThisBox }}</p>
    </div>
  </div>
</template>

<style scoped>
.chords,
.kin {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  margin-top: 6px;
}

.faint {
  color: var(--faint);
}

.now {
  font-weight: 700;
}

.grip {
  border-inline-start: 3px solid var(--rule);
  margin-top: 6px;
  padding-inline-start: 10px;
}
</style>
