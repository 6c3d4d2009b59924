<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import type { Plan } from '../api/client'
import ChordRow from './ChordRow.vue'
import { pretty } from '../shared/signs'
import StepRuler from './StepRuler.vue'

const props = defineProps<{ plan: Plan }>()

const signature = computed(() => {
  const { fifths } = props.plan.scale.keySignature
  if (fifths === 0) return say.noSharpsOrFlats
  const kind = fifths > 0 ? 'sharp' : 'flat'
  return `${Math.abs(fifths)} ${kind}${Math.abs(fifths) === 1 ? '' : 's'}: ${props.plan.scale.signature.join(' ')}`
})
</script>

<template>
  <section>
    <h2 class="title">{{ plan.scale.title }}</h2>
    <StepRuler :scale="plan.scale" />
    <p v-if="plan.scale.sounds" class="signature">
      <span class="faint">{{ say.sounds }}</span> {{ plan.scale.sounds }}. <span class="faint">{{ say.learnFirst }}</span> {{ pretty(plan.scale.learnFirst ?? '') }}.
    </p>
    <p class="signature">
      <span class="faint">{{ say.keySignature }}</span> {{ signature }}
    </p>
    <ChordRow v-if="plan.scale.sevenths.length" :plan="plan" />
    <p v-if="plan.backing?.why" class="signature">
      <span class="faint">{{ say.backing }}</span> {{ plan.backing.why }}
    </p>
  </section>
</template>

<style scoped>
.title {
  font-size: var(--size-lead);
  margin-bottom: 4px;
}

.signature {
  margin-top: 6px;
}

.faint {
  color: var(--faint);
}
</style>
