<script setup lang="ts">
const open = defineModel<boolean>({ required: true })
const keys: [string, string][] = [
  ['b', 'to the brief'],
  [', .', 'box before, next box; in a round, key before, next key'],
  ['k K', 'key on by a fourth, back by a fourth'],
  ['l', 'what stands on the marks: notes, degrees, fingers, frets, steps'],
  ['e', 'even or true fret spacing'],
  ['space', 'play the run after its count-in, stop'],
  ['m', 'click on or off'],
  ['s', 'staff above the lanes'],
  ['r R', 'repeat the bar of the marked note or end it, take the next bar in'],
  ['h d', 'in a round: hide the necks, mark the key done'],
  ['p', 'the sheet to print'],
  ['?', 'this list'],
]
</script>

<template>
  <v-dialog v-model="open" max-width="480">
    <v-card class="keys" border>
      <h2>Keys</h2>
      <dl>
        <template v-for="[key, what] in keys" :key="key">
          <dt>{{ key }}</dt>
          <dd>{{ what }}</dd>
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
