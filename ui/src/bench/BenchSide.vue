<script setup lang="ts">
import { computed } from 'vue'
import type { Plan } from '../api/client'
import type { Changes } from '../shared/brief/query'
import { useCatalogue } from '../shared/catalogue'
import { say } from './words'
import SpellingPanel from './SpellingPanel.vue'
import HandPanel from './HandPanel.vue'
import SightsPanel from './SightsPanel.vue'
import RunPanel from './RunPanel.vue'
import CorePanel from './CorePanel.vue'
import LinksPanel from './LinksPanel.vue'
import NearestShapes from './NearestShapes.vue'
import SlidePanel from './SlidePanel.vue'
import RelatedPanel from './RelatedPanel.vue'

/** Beside the neck: the scale, the hand, and what else this plan leads to. `seen` is what is marked on the neck. */
const props = defineProps<{ plan: Plan; brief: Plan['brief'] }>()
const emit = defineEmits<{ change: [changes: Changes] }>()
const seen = defineModel<Set<string>>({ required: true })
const { catalogue } = useCatalogue()
const system = computed(() => catalogue.value?.systems.find((s) => s.id === props.plan.brief.layout?.system))
const slides = computed(() => props.plan.boxes[props.plan.box]?.notes.some((n) => n.fret === 0))
</script>

<template>
  <aside :aria-label="say.scaleAndHand">
    <SpellingPanel :plan="plan" />
    <HandPanel :plan="plan" />
    <SightsPanel v-model="seen" :plan="plan" />
    <RunPanel :plan="plan" />
    <CorePanel v-if="plan.scale.core && (system?.core || !plan.scale.core.added.length)" :core="plan.scale.core" :title="plan.scale.title" @change="(c) => emit('change', c)" />
    <LinksPanel v-if="system?.links" :plan="plan" @change="(c) => emit('change', c)" />
    <NearestShapes v-if="system?.shape" :plan="plan" :brief="brief" @change="(c) => emit('change', c)" />
    <SlidePanel v-if="slides" :plan="plan" />
    <RelatedPanel :plan="plan" @change="(c) => emit('change', c)" />
  </aside>
</template>

<style scoped>
aside {
  border-inline-start: 1px solid var(--rule);
  display: grid;
  gap: 16px;
  align-content: start;
  padding-inline-start: 24px;
}

@media (max-width: 1000px) {
  aside {
    border-inline-start: 0;
    border-top: 1px solid var(--rule);
    grid-template-columns: 1fr 1fr;
    grid-template-rows: max-content 1fr;
    padding: 14px 0 0;
  }

  aside > :first-child {
    grid-row: span 2;
  }
}

@media (max-width: 600px) {
  aside {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
