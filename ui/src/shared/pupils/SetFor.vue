<script setup lang="ts">
import { say } from '../words'
import { computed, ref, watch } from 'vue'
import type { Brief, StoredPupil, WorksheetRequest } from '../../api/client'
import type { Asked } from '../ladderAddress'
import { useLoad, wordsOf } from '../load'
import { tell } from '../shell/notice'
import { site } from '../shell/site'
import { assignments, pupils } from './pupils'

/** Sets what is on the bench to a pupil, in two presses: it is fitted to the pupil's neck and hand, and set until the next lesson. */
const props = defineProps<{
  brief: Brief
  asked?: Asked
  /** Set in place of the brief, on its instrument. */
  worksheet?: WorksheetRequest
  /** The first thing to do on its screen. */
  first?: boolean
}>()
const open = ref(false)
const words = ref('')
const {
  value: page,
  failure,
  again,
} = useLoad(
  () => (open.value ? words.value : undefined),
  (q) => pupils.list(q),
)
watch(open, (now) => now && void again())
/** Whom the brief is for comes first, then those that play this instrument. */
const list = computed(() => {
  const rank = (p: StoredPupil) => (p.pupil.name === props.brief.for ? 0 : p.pupil.instrument.id === props.brief.instrument.id ? 1 : 2)
  return [...(page.value?.pupils ?? [])].sort((a, b) => rank(a) - rank(b))
})
const busy = ref(false)

async function set(p: StoredPupil) {
  if (busy.value) return
  busy.value = true
  try {
    const brief = await pupils.fit(p.id, props.brief)
    const sheets = { what: '', count: 0, done: 0 }
    const work = props.worksheet ? { sheets: { ...sheets, worksheet: { ...props.worksheet, brief } } } : { ladder: { ...props.asked, brief } }
    const made = await assignments.create(p.id, work)
    open.value = false
    tell(say.assignedToUntil(p.pupil.name, made.assignment.until), { label: say.undo, run: () => void assignments.setAside(made.id).catch((cause) => tell(wordsOf(cause))) })
  } catch (cause) {
    tell(say.notAssigned(wordsOf(cause)))
  } finally {
    busy.value = false
  }
}

defineExpose({ show: () => (open.value = true) })
</script>

<template>
  <v-menu v-if="!site.stand" v-model="open" :close-on-content-click="false">
    <template #activator="{ props: activator }">
      <v-btn v-bind="activator" color="primary" :variant="first ? 'flat' : 'tonal'" data-do="set-for">{{ brief.for ? say.assignToName(brief.for) : say.assign }}</v-btn>
    </template>
    <div class="drop whom" role="dialog" :aria-label="say.assignTo">
      <p class="panel-title">{{ say.assignToUntilTheNextLesson }}</p>
      <input v-if="list.length > 7 || words" v-model="words" class="entry" type="search" maxlength="200" :aria-label="say.findAPupil" :placeholder="say.name" />
      <p v-if="failure" class="trouble" role="alert">{{ failure }}</p>
      <p v-else-if="page && list.length === 0">{{ words ? say.noPupilWithThatName : say.noPupilsYetAddOneOn }}</p>
      <ul>
        <li v-for="p in list" :key="p.id">
          <button type="button" :disabled="busy" :data-whom="p.pupil.name" @click="set(p)">{{ p.pupil.name }}</button>
        </li>
      </ul>
    </div>
  </v-menu>
</template>

<style scoped>
.whom {
  max-height: 420px;
  min-width: 220px;
  overflow-y: auto;
  padding: 10px 14px;
}

ul {
  list-style: none;
  padding: 0;
}

li button {
  min-height: 44px;
  text-align: start;
  width: 100%;
}

li button:hover {
  color: var(--verdigris);
}

input {
  width: 100%;
}

.trouble {
  color: var(--brick);
}
</style>
