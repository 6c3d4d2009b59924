<script setup lang="ts">
import { say } from './words'
import { refDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, take, type Kept } from '../api/client'
import { useLoad, wordsOf } from '../shared/load'
import { shelf } from '../shared/shelf'
import { pretty } from '../shared/signs'
import EditorForm from './EditorForm.vue'

/** A scale being made or changed, with what it is told at once. */
export interface ScaleDraft {
  id?: string
  version?: number
  name: string
  formula: string
}

const draft = defineModel<ScaleDraft>({ required: true })
const emit = defineEmits<{ kept: [scale: Kept]; leave: [] }>()

const failure = ref('')
const busy = ref(false)
const formula = computed(() => draft.value.formula.replaceAll('♭', 'b').replaceAll('♯', '#').trim())
const settled = refDebounced(formula, 150)

const {
  value: read,
  problems,
  failure: unread,
} = useLoad(
  () => settled.value || undefined,
  (text, signal) => take(api.GET('/api/v1/formula', { params: { query: { text } }, signal })),
)
const problem = computed(() => problems.value[0]?.message ?? unread.value)
const report = computed(() => (problem.value ? undefined : read.value))

const known = computed(() => {
  const r = report.value
  if (!r) return ''
  const same = r.same.map((s) => s.name)
  const modes = r.modes.map((m) => say.fromIts(m.name, pretty(m.degree)))
  if (same.length > 0) return say.thisIs(same.join(', also called '), modes.length, modes.slice(0, 3).join(', '))
  return modes.length > 0 ? say.thisIsIn(modes.slice(0, 4).join(', ')) : say.noScaleInTheCatalogueHas
})

async function keep() {
  busy.value = true
  const d = draft.value
  const body = { title: d.name, formula: formula.value }
  try {
    const kept = await (d.id ? shelf('scales').update(d.id, d.version ?? 0, body) : shelf('scales').create(body))
    failure.value = ''
    emit('kept', kept)
  } catch (cause) {
    failure.value = wordsOf(cause)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <EditorForm
    :heading="draft.id ? say.editScale(draft.name) : say.newScale"
    :changing="!!draft.id"
    :busy="busy"
    :ready="!!draft.name.trim() && !!report"
    @keep="keep"
    @leave="emit('leave')"
  >
    <div class="fields">
      <v-text-field v-model="draft.name" :label="say.name" maxlength="160" hide-details="auto" />
      <v-text-field
        v-model="draft.formula"
        :label="say.degreesComparedWithTheMajorScale"
        placeholder="1 b2 4 5 b7"
        maxlength="120"
        spellcheck="false"
        autocomplete="off"
        :error-messages="problem"
        hide-details="auto"
        data-field="formula"
      />
    </div>
    <div v-if="report" class="report" role="status">
      <p class="known">{{ known }}</p>
      <p>
        {{ say.onC }} <b>{{ report.notes.map(pretty).join(' ') }}</b>{{ say.steps(report.steps.join(' ')) }}
      </p>
    </div>
    <p v-if="failure" class="problem" role="alert">{{ failure }}</p>
  </EditorForm>
</template>

<style scoped>
.fields {
  display: grid;
  gap: 12px;
  grid-template-columns: 1fr 1.6fr;
}

.known {
  font-weight: 700;
}
</style>
