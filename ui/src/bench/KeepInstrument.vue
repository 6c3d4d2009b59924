<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { ref } from 'vue'
import { api, CallError, take, type Plan } from '../api/client'
import { tell } from '../shell/notice'
import { pretty } from '../signs'

const open = defineModel<boolean>({ required: true })
const props = defineProps<{ instrument: Plan['brief']['instrument'] }>()
const emit = defineEmits<{ kept: [] }>()

// What is typed here outlives a reload until it is kept.
const name = useLocalStorage('even-ladder.keep', '')
const failure = ref('')

async function keep() {
  failure.value = ''
  try {
    await take(api.POST('/api/v1/instruments', { body: { name: name.value, instrument: props.instrument } }))
    tell(`${name.value} is kept: find it under the instrument.`)
    name.value = ''
    open.value = false
    emit('kept')
  } catch (cause) {
    const error = cause as CallError
    failure.value = error.fields.map((f) => f.message).join('; ') || error.message
  }
}
</script>

<template>
  <v-dialog v-model="open" max-width="480">
    <v-card border class="keep">
      <form @submit.prevent="keep">
        <h2>Keep this instrument</h2>
        <p>{{ pretty((instrument.tuning ?? []).join(' ')) }}, {{ instrument.frets }} frets, {{ instrument.scaleLengthMm }} mm</p>
        <v-text-field v-model="name" label="Name" autofocus maxlength="160" />
        <p v-if="failure" class="failure" role="alert">{{ failure }}</p>
        <v-btn type="submit" color="primary" variant="flat" :disabled="!name.trim()">Keep</v-btn>
        <v-btn @click="open = false">Close</v-btn>
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
