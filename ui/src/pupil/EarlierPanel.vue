<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import { api, take, type StoredAssignment, type StoredPupil } from '../api/client'
import { useLoad, wordsOf } from '../shared/load'
import { assignments, dayWords } from '../shared/pupils/pupils'
import ScreenPart from '../shared/shell/ScreenPart.vue'
import { tell } from '../shared/shell/notice'

/** Earlier assignments, the latest first; each can be reopened. */
const props = defineProps<{ pupil: StoredPupil; stamp: number }>()
const emit = defineEmits<{ change: [] }>()
const limit = ref(20)
const asked = computed(() => ({ id: props.pupil.id, limit: limit.value, stamp: props.stamp }))
const { value: page, failure } = useLoad(asked, ({ id, limit }, signal) =>
  take(api.GET('/api/v1/pupils/{id}/assignments', { params: { path: { id }, query: { limit: Math.min(limit, 500) } }, signal })),
)
const closed = computed(() => page.value?.assignments.filter((a) => a.closedAt) ?? [])

async function again(a: StoredAssignment) {
  try {
    await assignments.update(a, a.assignment, false)
    emit('change')
    tell(say.isOpenAgain(a.title))
  } catch (cause) {
    tell(wordsOf(cause))
  }
}
</script>

<template>
  <ScreenPart id="earlier" :title="say.earlierAssignments" folded>
    <p v-if="failure" class="trouble" role="alert">{{ failure }}</p>
    <p v-else-if="page && closed.length === 0" class="faint">{{ say.noneYetFinishedAssignmentsAppearHere }}</p>
    <ul v-else>
      <li v-for="a in closed" :key="a.id">
        <span class="days">{{ dayWords(a.assignment.from) }} – {{ dayWords(a.assignment.until) }}</span>
        <span class="what" :title="a.sentence"
          >{{ a.title }}<template v-if="a.assignment.words"> · “{{ a.assignment.words }}”</template></span
        >
        <button type="button" class="as-link" :aria-label="say.reopen(a.title)" data-do="take-up" @click="again(a)">{{ say.reopen2 }}</button>
      </li>
    </ul>
    <button v-if="page?.next && limit < 500" type="button" class="as-link" @click="limit += 100">{{ say.showEarlierOnes }}</button>
  </ScreenPart>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}

li {
  border-bottom: 1px solid var(--rule);
  display: flex;
  flex-wrap: wrap;
  font-size: var(--size-fact);
  gap: 2px 18px;
  padding: 4px 0;
}

.days,
.faint {
  color: var(--faint);
}

.days {
  min-width: 13em;
}

.what {
  flex: 1;
  min-width: 12em;
}

.trouble {
  color: var(--brick);
}
</style>
