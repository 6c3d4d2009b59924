<script setup lang="ts">
import { computed } from 'vue'
import { keysNow } from './keys'

/** The keys of this screen. */
const open = defineModel<boolean>({ required: true })
const names: Record<string, string> = { ' ': 'space' }
const keys = computed(() => [...keysNow])
</script>

<template>
  <v-dialog v-model="open" max-width="480">
    <v-card class="keys" border>
      <h2>Keys</h2>
      <dl>
        <template v-for="k in keys" :key="k.key">
          <dt>{{ names[k.key] ?? k.key }}</dt>
          <dd>{{ k.does }}</dd>
        </template>
      </dl>
      <p>On the neck, the arrow keys go from mark to mark. In a picker, type to find, arrows to choose, Enter to take.</p>
      <v-btn color="primary" variant="tonal" @click="open = false">Close</v-btn>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.keys {
  gap: 12px;
  padding: 20px;
}

dl {
  display: grid;
  gap: 6px 16px;
  grid-template-columns: max-content 1fr;
}

dt {
  font-weight: 700;
}

dd {
  margin: 0;
}
</style>
