<script setup lang="ts">
import { say } from './words'
import { useDraft } from '../shared/shell/site'
import { ref } from 'vue'
import type { Plan } from '../api/client'
import { wordsOf } from '../shared/load'
import { shelf } from '../shared/shelf'
import { tell } from '../shared/shell/notice'
import { pretty } from '../shared/signs'
import { narrow } from '../shared/shell/narrow'

const open = defineModel<boolean>({ required: true })
const props = defineProps<{ instrument: Plan['brief']['instrument'] }>()

// What is typed here outlives a reload until it is kept.
const name = useDraft('keep', '')
const failure = ref('')

async function keep() {
  failure.value = ''
  try {
    await shelf('instruments').create({ title: name.value, instrument: props.instrument })
    tell(say.instrumentSaved(name.value))
    name.value = ''
    open.value = false
  } catch (cause) {
    failure.value = wordsOf(cause)
  }
}
</script>

<template>
  <v-dialog v-model="open" max-width="480" :fullscreen="narrow" :aria-label="say.saveThisInstrument">
    <v-card border class="keep">
      <form @submit.prevent="keep">
        <h2>{{ say.saveThisInstrument }}</h2>
        <p>{{ say.instrumentSizes(pretty((instrument.tuning ?? []).join(' ')), instrument.frets, instrument.scaleLengthMm) }}</p>
        <v-text-field v-model="name" :label="say.name" autofocus maxlength="160" />
        <p v-if="failure" class="failure" role="alert">{{ failure }}</p>
        <v-btn type="submit" color="primary" variant="flat" :disabled="!name.trim()">{{ say.save }}</v-btn>
        <v-btn @click="open = false">{{ say.close }}</v-btn>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.keep {
  padding: 20px;
}

.keep p {
  padding-bottom: 14px;
}

.failure {
  color: var(--brick);
}
</style>
