<script setup lang="ts">
import { say } from '../words'
import { computed } from 'vue'
import type { Brief } from '../../api/client'
import { calls } from '../calls'
import { useLoad } from '../load'
import KnownNeck from '../neck/KnownNeck.vue'

/** Note knowledge: places, keys and degrees that the answers so far show to be known. */
const props = defineProps<{ brief: Brief; pupil: string; labels: string[]; stamp?: number; /** Draw the neck even before anything was asked. */ all?: boolean }>()
const asked = computed(() => ({ brief: props.brief, pupil: props.pupil, stamp: props.stamp }))
const { value: knowledge } = useLoad(asked, ({ brief, pupil }, signal) => calls.knowledge(brief, pupil, signal))
const keys = computed(() => knowledge.value?.keys.filter((k) => k.asked) ?? [])
</script>

<template>
  <div v-if="knowledge" class="knowledge">
    <p :class="{ words: knowledge.asked }" data-known>{{ knowledge.words }}</p>
    <KnownNeck v-if="knowledge.asked || all" :places="knowledge.places" :labels="labels" :left-handed="brief.instrument.leftHanded ?? false" />
    <p v-if="knowledge.degrees.length" class="list">
      {{ say.numbers }} <span v-for="d in knowledge.degrees" :key="d.label" :class="{ sure: d.sure, missed: d.known === 0 }">{{ d.label }}</span>
    </p>
    <p v-if="keys.length" class="list">
      {{ say.keysAndKeySignatures }} <span v-for="k in keys" :key="k.tonic" :class="{ sure: k.sure, missed: k.known === 0 }">{{ k.label }}</span>
    </p>
  </div>
</template>

<style scoped>
.words {
  font-weight: 700;
}

.list {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  padding-top: 6px;
}

.list span {
  border: 1px solid var(--faint);
  border-radius: 4px;
  padding: 0 8px;
}

.list .sure {
  border-color: var(--ink);
  font-weight: 700;
}

.list .missed {
  border-color: var(--brick);
  border-style: dashed;
}
</style>
