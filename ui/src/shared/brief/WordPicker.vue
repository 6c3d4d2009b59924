<script setup lang="ts">
import { say } from '../words'
import { mdiCheck, mdiKeyboardReturn } from '@mdi/js'
import { computed, nextTick, onUnmounted, ref, useId, watch } from 'vue'
import { api, take, type Brief, type Choice } from '../../api/client'
import { useCatalogue } from '../catalogue'
import { useLoad } from '../load'
import type { Changes } from './query'

const props = defineProps<{
  field: string
  text: string
  /** The brief that the choices are for. */
  brief: Brief | undefined
  problem?: string | undefined
  /** Drawn as a button of its own and not as a word of the sentence. */
  plain?: boolean
  /** Said by the brief itself, not by default. */
  set?: boolean
}>()
const emit = defineEmits<{ change: [changes: Changes] }>()

const { titles } = useCatalogue()
const title = computed(() => titles.value[props.field] ?? props.field)

const open = ref(false)
const typed = ref('')
const marked = ref(0)
const button = ref<HTMLButtonElement>()
const input = ref<HTMLInputElement>()
const listId = useId()

const asked = computed(() => (open.value && props.brief ? { brief: props.brief, field: props.field, text: typed.value } : undefined))
const {
  value: picker,
  failure,
  busy,
} = useLoad(asked, ({ brief, field, text }, signal) => take(api.POST('/api/v1/brief/choices', { params: { query: { field, text } }, body: brief, signal })))
const rows = computed<Choice[]>(() => picker.value?.choices ?? [])
/** What was typed cannot be read: the hint says why. */
const unread = computed(() => !!typed.value && !busy.value && picker.value?.choices.length === 0)
// Enter may come before the answer to what was typed.
let entered = false

watch(typed, () => (marked.value = 0))
watch(rows, (now) => {
  if (!typed.value)
    marked.value = Math.max(
      now.findIndex((c) => c.now),
      0,
    )
  if (entered) pick(now[marked.value])
  else void nextTick(reveal)
})
watch(open, async (now) => {
  entered = false
  if (!now) {
    typed.value = ''
    return
  }
  await nextTick()
  void takeFocus()
})

let gone = false
onUnmounted(() => (gone = true))

/** The field has the focus as soon as what it lies over lets it go. */
async function takeFocus() {
  for (const ms of [0, 30, 60, 120, 240]) {
    await new Promise((resolve) => setTimeout(resolve, ms))
    if (!open.value || gone) return
    if (document.activeElement !== input.value) input.value?.focus()
  }
}

function move(by: number) {
  const n = rows.value.length
  if (n > 0) marked.value = (marked.value + by + n) % n
  reveal()
}

function reveal() {
  document.getElementById(`${listId}-${marked.value}`)?.scrollIntoView({ block: 'nearest' })
}

function enter() {
  held = true
  window.addEventListener('keyup', () => (held = false), { once: true })
  if (busy.value) entered = true
  else pick(rows.value[marked.value])
}

function pick(choice: Choice | undefined) {
  entered = false
  if (!choice) return
  emit('change', choice.changes as Changes)
  close()
}

// The rest of the key press that took a choice falls on the word: not a new press.
let held = false

function close() {
  open.value = false
  button.value?.focus()
}

function toggle(event: MouseEvent) {
  if (event.detail !== 0 || !held) open.value = !open.value
}

defineExpose({ focus: () => button.value?.focus(), show: () => (open.value = true), field: props.field })
</script>

<template>
  <span>
    <button
      ref="button"
      type="button"
      :class="[plain ? 'plain' : 'word', { set }]"
      :data-word="field"
      :aria-label="`${title}: ${text}`"
      :aria-invalid="!!problem || undefined"
      aria-haspopup="dialog"
      :aria-expanded="open"
      @click="toggle"
    >
      {{ text }}
    </button>
    <v-menu
      v-model="open"
      :activator="button"
      :open-on-click="false"
      :close-on-content-click="false"
      :transition="false"
      location="bottom start"
      :offset="6"
      min-width="280"
      max-width="420"
    >
      <div class="drop picker" role="dialog" :aria-busy="busy" :aria-label="say.choose(title)">
        <label :for="`${listId}-input`">{{ title }}</label>
        <input
          :id="`${listId}-input`"
          ref="input"
          v-model="typed"
          role="combobox"
          :aria-controls="listId"
          aria-expanded="true"
          aria-autocomplete="list"
          :aria-activedescendant="rows.length ? `${listId}-${marked}` : undefined"
          :aria-describedby="`${listId}-hint`"
          :aria-invalid="!!problem || undefined"
          autocomplete="off"
          spellcheck="false"
          @keydown.down.prevent="move(1)"
          @keydown.up.prevent="move(-1)"
          @keydown.enter.prevent="enter"
          @keydown.esc.prevent.stop="close"
        />
        <p :id="`${listId}-hint`" class="hint" :class="{ problem: problem || unread }" :role="unread ? 'alert' : undefined">{{ problem ?? (picker?.hint || say.typeToFind) }}</p>
        <!-- The field above has the focus and moves through the options: the combobox pattern. -->
        <!-- eslint-disable vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/interactive-supports-focus -->
        <ul :id="listId" role="listbox" :aria-label="title">
          <li
            v-for="(row, i) in rows"
            :id="`${listId}-${i}`"
            :key="row.label + i"
            role="option"
            :aria-selected="i === marked"
            :class="{ marked: i === marked }"
            @click="pick(row)"
            @pointermove="marked = i"
          >
            <v-icon :icon="row.now ? mdiCheck : row.typed ? mdiKeyboardReturn : undefined" size="18" class="tick" />
            <span class="label">{{ row.label }}</span>
            <span v-if="row.note" class="note">{{ row.note }}</span>
          </li>
        </ul>
        <!-- eslint-enable -->
        <p v-if="failure" class="empty" role="alert">{{ failure }}</p>
        <p v-else-if="unread" class="empty">{{ say.noMatchClearTheFieldTo }}</p>
      </div>
    </v-menu>
  </span>
</template>

<style scoped>
.word {
  border-bottom: 2px solid var(--verdigris);
  border-radius: 3px 3px 0 0;
  color: var(--verdigris);
  font: inherit;
  letter-spacing: inherit;
  padding: 0 1px;
  text-align: start;
  white-space: normal;
}

.word:hover,
.word[aria-expanded='true'] {
  background: color-mix(in srgb, var(--verdigris) 14%, transparent);
}

.word[aria-invalid='true'] {
  border-bottom-color: var(--brick);
  border-bottom-style: dashed;
  color: var(--brick);
}

.plain {
  border: 0 solid var(--verdigris);
  border-bottom-width: 1px;
  color: var(--verdigris);
  min-height: 32px;
  padding: 2px 2px;
  text-align: start;
}

.plain.set {
  font-weight: 700;
}

@media (pointer: coarse), (max-width: 600px) {
  .plain {
    min-height: 44px;
  }
}

.picker {
  padding: 12px 12px 8px;
}

.picker label,
.hint {
  color: var(--faint);
  font-size: var(--size-note);
}

.picker input {
  background: var(--ground);
  border: 1px solid var(--faint);
  border-radius: 5px;
  color: inherit;
  display: block;
  font: inherit;
  margin: 4px 0 8px;
  padding: 7px 10px;
  width: 100%;
}

.hint.problem {
  color: var(--brick);
}

ul {
  list-style: none;
  margin: 8px -12px 0;
  max-height: 320px;
  overflow-y: auto;
  padding: 0;
}

li {
  align-items: baseline;
  column-gap: 8px;
  cursor: pointer;
  display: grid;
  grid-template-columns: 18px auto 1fr;
  min-height: 36px;
  padding: 7px 14px;
}

li.marked {
  background: color-mix(in srgb, var(--verdigris) 14%, transparent);
}

.tick {
  align-self: center;
  color: var(--verdigris);
}

.note {
  color: var(--faint);
  font-size: var(--size-note);
}

.empty {
  color: var(--faint);
  font-size: var(--size-fact);
  padding: 8px 4px;
}
</style>
