<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import { api, take, type Keeping, type StandLink } from '../api/client'
import QrCode from '../shared/QrCode.vue'
import { wordsOf } from '../shared/load'
import { forget } from '../shared/shell/installed'
import { tell } from '../shared/shell/notice'

/** How tablets and phones come here: by the address, signed in; and by a stand, which only reads. */
const props = defineProps<{ keeping: Keeping; reload: () => Promise<unknown> }>()
const chosen = ref('')
const address = computed(() => (props.keeping.addresses.includes(chosen.value) ? chosen.value : props.keeping.addresses[0]))
const made = ref<StandLink>()
/** An address that was reached is said whole; from this machine alone, what follows the host. */
const standAt = computed(() => made.value && (made.value.reachable || (address.value ? new URL(made.value.path, address.value).href : '')))
const hostOf = (a: string) => new URL(a).host
const busy = ref(false)
const when = (at: string) => new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })

async function make() {
  busy.value = true
  try {
    made.value = await take(api.POST('/api/v1/stands'))
    await props.reload()
  } catch (cause) {
    tell(wordsOf(cause))
  } finally {
    busy.value = false
  }
}

async function end(id: string) {
  try {
    await take(api.DELETE('/api/v1/stands/{id}', { params: { path: { id } } }))
    if (made.value?.stand.id === id) made.value = undefined
    await props.reload()
    tell(say.standEndedItsAddressNoLonger)
  } catch (cause) {
    tell(wordsOf(cause))
  }
}

async function signOut(everywhere: boolean) {
  try {
    await take(api.POST('/api/v1/session/out', { params: { query: { everywhere: everywhere ? 'true' : 'false' } } }))
    await forget()
    location.assign('/signin')
  } catch (cause) {
    tell(wordsOf(cause))
  }
}
</script>

<template>
  <section class="others" aria-labelledby="other-screens">
    <h2 id="other-screens" class="panel-title">{{ say.otherScreens }}</h2>
    <template v-if="address">
      <div class="code-row">
        <QrCode :address="address" data-address-code />
        <div>
          <p>
            {{ say.onOtherDevicesOpen }} <a :href="address">{{ address }}</a> {{ say.andSignIn }}
          </p>
          <p v-if="keeping.fingerprint" class="faint">
            {{ say.theBrowserAsksOnceAboutThe }} <code class="spelled">{{ keeping.fingerprint }}</code>
          </p>
          <p v-if="keeping.addresses.length > 1" class="row">
            {{ say.also }} <button v-for="a in keeping.addresses.filter((o) => o !== address)" :key="a" type="button" class="as-link" @click="chosen = a">{{ hostOf(a) }}</button>
          </p>
        </div>
      </div>
    </template>
    <p v-else-if="!keeping.network" class="faint">
      {{ say.onlyThisMachineCanReachEven }} <code class="spelled">even-ladder passphrase</code> {{ say.andStartItWith }} <code class="spelled">--addr 0.0.0.0:8137</code>.
    </p>
    <p>{{ say.aStandIsAnAddressFor }}</p>
    <p>
      <v-btn color="primary" variant="tonal" :loading="busy" data-do="make-stand" @click="make">{{ say.makeAStand }}</v-btn>
    </p>
    <div v-if="made" class="code-row seen" role="status" data-stand-made>
      <QrCode v-if="standAt" :address="standAt" />
      <p>
        <a :href="made.path" target="_blank" rel="noopener">{{ standAt || made.path }}</a><br />{{ say.youSeeThisAddressOnlyOnce }}
      </p>
    </div>
    <ul v-if="keeping.stands.length" class="plain-rows">
      <li v-for="s in keeping.stands" :key="s.id">
        <span>{{ say.standMade(when(s.madeAt)) }}</span>
        <button type="button" class="as-link" :aria-label="say.endTheStandOf(when(s.madeAt))" data-do="end-stand" @click="end(s.id)">{{ say.end }}</button>
      </li>
    </ul>
    <p v-if="keeping.network" class="row">
      <v-btn color="primary" variant="text" data-do="sign-out" @click="signOut(false)">{{ say.signOut }}</v-btn>
      <v-btn color="primary" variant="text" data-do="sign-out-all" @click="signOut(true)">{{ say.signOutOnAllDevices }}</v-btn>
    </p>
  </section>
</template>

<style scoped>
.others {
  display: grid;
  gap: 10px;
  margin-top: 20px;
}

.code-row {
  align-items: start;
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
}

.code-row > :first-child:not(p) {
  flex: 0 0 160px;
}

.row {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.row button {
  text-align: start;
}

a {
  color: var(--verdigris);
  overflow-wrap: anywhere;
}

.faint {
  color: var(--faint);
}
</style>
