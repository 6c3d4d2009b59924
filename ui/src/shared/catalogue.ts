import { computed, ref, shallowRef } from 'vue'
import { api, take, type Catalogue } from '../api/client'
import { wordsOf } from './load'

// One for all screens: it changes with the program only.
const catalogue = shallowRef<Catalogue>()
const failure = ref('')

async function load() {
  try {
    catalogue.value = await take(api.GET('/api/v1/catalogue'))
    failure.value = ''
  } catch (cause) {
    failure.value = wordsOf(cause)
  }
}

/** The title of each field of a brief. */
const titles = computed(() => Object.fromEntries(catalogue.value?.fields.map((f) => [f.path, f.title]) ?? []))

/** Everything that a brief can name, fetched once. */
export function useCatalogue() {
  if (!catalogue.value) void load()
  return { catalogue, titles, failure, load }
}
