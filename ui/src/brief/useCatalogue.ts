import { ref, shallowRef } from 'vue'
import { api, take, type Catalogue, type OwnInstrument, type OwnScale } from '../api/client'

/** Everything that a word of the sentence can be: the catalogue, and what the teacher keeps. */
export function useCatalogue() {
  const catalogue = shallowRef<Catalogue>()
  const own = shallowRef<OwnInstrument[]>([])
  const ownScales = shallowRef<OwnScale[]>([])
  const failure = ref('')

  async function loadOwn() {
    own.value = (await take(api.GET('/api/v1/instruments'))).instruments
    ownScales.value = (await take(api.GET('/api/v1/scales'))).scales
  }

  async function loadChoices() {
    try {
      catalogue.value = await take(api.GET('/api/v1/catalogue'))
      await loadOwn()
      failure.value = ''
    } catch (cause) {
      failure.value = (cause as Error).message
    }
  }
  void loadChoices()

  return { catalogue, own, ownScales, failure, loadOwn, loadChoices }
}
