<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PupilWork, StoredPupil } from '../api/client'
import AssignmentItem from './AssignmentItem.vue'
import { say } from './words'

/** What the pupil practises at home: three, then the others on a press. */
const props = defineProps<{ pupil: StoredPupil; work: PupilWork }>()
const emit = defineEmits<{ change: []; bench: [] }>()
const first = 3
const all = ref(false)
const shown = computed(() => (all.value ? props.work.set : props.work.set.slice(0, first)))
</script>

<template>
  <section aria-labelledby="set-title">
    <div class="part-head">
      <h2 id="set-title" class="part-title">{{ say.assignments }}</h2>
    </div>
    <template v-if="work.set.length === 0">
      <p>{{ say.noAssignmentsYet }}</p>
      <p class="from">
        <v-btn color="primary" :variant="work.proposals.length ? 'tonal' : 'flat'" data-do="from-bench" @click="emit('bench')">{{ say.assignFromTheBench }}</v-btn>
      </p>
    </template>
    <AssignmentItem v-for="s in shown" :key="s.assignment.id" :of="s" @change="emit('change')" />
    <button v-if="shown.length < work.set.length" type="button" class="as-link" data-do="all-set" @click="all = true">
      {{ say.showMore(work.set.length - first) }}
    </button>
  </section>
</template>

<style scoped>
.from {
  padding-top: 12px;
}
</style>
