<script setup lang="ts">
import { say } from '../words'
import { useDraft } from '../shell/site'
import { ref, watch } from 'vue'
import type { CallError, FieldError, Pupil, StoredPupil } from '../../api/client'
import { narrow } from '../shell/narrow'
import { tell } from '../shell/notice'
import { useReturnFocus } from '../shell/returnFocus'
import PupilForm from './PupilForm.vue'
import { pupils } from './pupils'

/** A new pupil, or a change of one. What is typed outlives a reload until it is kept. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{
  of?: StoredPupil | undefined
  /** A new one is a group. */
  group?: boolean
}>()
const emit = defineEmits<{ kept: [pupil: StoredPupil] }>()
useReturnFocus(open)

const guitar = { id: 'guitar' } as const
const blank = (): Pupil => ({
  name: '',
  instrument: guitar,
  minutes: 15,
  ...(props.group
    ? {
        members: [
          { name: '', instrument: guitar },
          { name: '', instrument: guitar },
        ],
      }
    : {}),
})
const draft = useDraft<{ of: string; pupil: Pupil }>('pupil', { of: '', pupil: blank() })
const problems = ref<FieldError[]>([])
const failure = ref('')
const busy = ref(false)
watch(
  open,
  (now) => {
    const id = props.of?.id ?? (props.group ? 'group' : '')
    if (now && draft.value.of !== id) draft.value = { of: id, pupil: props.of?.pupil ?? blank() }
    problems.value = []
  },
  { immediate: true },
)

async function keep() {
  busy.value = true
  problems.value = []
  failure.value = ''
  try {
    const sent = JSON.stringify(draft.value)
    const made = await (props.of ? pupils.update(props.of, draft.value.pupil) : pupils.create(draft.value.pupil))
    // It may have waited for long: what was typed meanwhile, or opened, stays.
    if (JSON.stringify(draft.value) === sent) draft.value = { of: '', pupil: blank() }
    if (!open.value) return tell(say.isSaved(made.pupil.name))
    open.value = false
    emit('kept', made)
  } catch (cause) {
    const error = cause as CallError
    problems.value = error.fields ?? []
    failure.value = error.fields?.length ? '' : error.message
  } finally {
    busy.value = false
  }
}

function leave() {
  open.value = false
}
</script>

<template>
  <v-dialog v-model="open" max-width="860" scrollable :fullscreen="narrow" :aria-label="of ? say.edit(of.pupil.name) : group ? say.newGroup : say.newPupil">
    <v-card border>
      <h2>{{ of ? say.edit(of.pupil.name) : group ? say.newGroup : say.newPupil }}</h2>
      <v-card-text>
        <form id="pupil-form" @submit.prevent="keep">
          <PupilForm v-model="draft.pupil" :problems="problems" />
          <p v-if="failure" class="trouble" role="alert">{{ failure }}</p>
        </form>
      </v-card-text>
      <v-card-actions>
        <v-btn type="submit" form="pupil-form" color="primary" variant="flat" :loading="busy" :disabled="!draft.pupil.name.trim()" data-do="keep-pupil">{{ say.save }}</v-btn>
        <v-btn @click="leave">{{ say.cancel }}</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
h2 {
  padding: 16px 24px 0;
}

.trouble {
  color: var(--brick);
}
</style>
