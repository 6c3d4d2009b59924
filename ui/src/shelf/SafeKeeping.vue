<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import { api, take, type BackupSeen } from '../api/client'
import { chosenFile, sizeWords } from '../shared/file'
import { useLoad, wordsOf } from '../shared/load'
import { tell } from '../shared/shell/notice'
import { inRoom } from '../shared/shell/site'
import TryAgain from '../shared/shell/TryAgain.vue'
import OtherScreens from './OtherScreens.vue'

/** Backups: made by a press, looked at before they are restored, every restore undone by a press; and what cannot be read. */
const props = defineProps<{ /** Shows again what is kept; a restore may be undone when this part is gone. */ reload: () => Promise<unknown> }>()
const {
  value: keeping,
  failure,
  again,
} = useLoad(
  () => true,
  (_, signal) => take(api.GET('/api/v1/keeping', { signal })),
)
const last = computed(() => keeping.value?.backups[0])
const when = (at: string) => new Date(at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })
const file = (name: string) => inRoom(`/api/v1/keeping/backups/${encodeURIComponent(name)}/file`)
const at = (name: string) => ({ params: { path: { name } } })

const busy = ref('')
/** The backup that is looked at, before it is restored. */
const seen = ref<BackupSeen>()
const holds = computed(() =>
  seen.value?.info.holds
    .filter((h) => h.count > 0)
    .map((h) => `${h.count} ${h.what}`)
    .join(', '),
)

async function work(what: string, run: () => Promise<unknown>) {
  if (busy.value) return
  busy.value = what
  try {
    await run()
    await again()
  } catch (cause) {
    tell(wordsOf(cause))
  } finally {
    busy.value = ''
  }
}

/** Bytes are sent as they are; no body asks for a backup of what is here. */
const send = (body?: Blob) =>
  take(
    api.POST('/api/v1/keeping/backups', {
      body: (body ?? new Blob()) as unknown as string,
      bodySerializer: (b) => b as unknown as BodyInit,
      headers: { 'Content-Type': 'application/octet-stream' },
    }),
  )
const backUp = () =>
  work(say.backUp, async () => {
    const made = await send()
    tell(say.backedUp(sizeWords(made.info.bytes)))
  })
const look = (name: string) => work(name, async () => (seen.value = await take(api.GET('/api/v1/keeping/backups/{name}', at(name)))))
/** An export that is looked at, before it is taken in. */
const given = ref<{ file: File; changes: { table: string; added: number; changed: number }[] }>()
const exchange = (body: File, look: boolean) =>
  take(
    api.POST('/api/v1/keeping/import', {
      params: { query: { look: look ? 'true' : 'false' } },
      body: body as unknown as string,
      bodySerializer: (b) => b as unknown as BodyInit,
      headers: { 'Content-Type': 'application/octet-stream' },
    }),
  )
const jsonPicker = ref<HTMLInputElement>()
function lookAtExport(event: Event) {
  const of = chosenFile(event)
  if (of) void work('import', async () => (given.value = { file: of, changes: (await exchange(of, true)).changes.filter((c) => c.added + c.changed > 0) }))
}
const takeExport = (of: File) =>
  work('import', async () => {
    await exchange(of, false)
    given.value = undefined
    await props.reload()
    tell(say.importedThePreviousDataWasSaved)
  })
const picker = ref<HTMLInputElement>()
function takeIn(event: Event) {
  const of = chosenFile(event)
  if (of) void work(say.import, async () => (seen.value = await send(of)))
}
/** The backup that is to go for good, once that was pressed twice. */
const going = ref('')
const remove = (name: string) =>
  work('delete', async () => {
    await take(api.DELETE('/api/v1/keeping/backups/{name}', at(name)))
    if (seen.value?.name === name) seen.value = undefined
    going.value = ''
    tell(say.backupDeleted)
  })
const restore = (name: string) =>
  work('restore', async () => {
    const made = await take(api.POST('/api/v1/keeping/backups/{name}/restore', at(name)))
    seen.value = undefined
    await props.reload()
    tell(say.restoredFromTheBackup, { label: say.undo, run: () => void restore(made.undo) })
  })
</script>

<template>
  <section class="keeping" aria-labelledby="safe-keeping">
    <h2 id="safe-keeping" class="panel-title">{{ say.backups }}</h2>
    <TryAgain :text="failure" @again="again" />
    <template v-if="keeping">
      <p>
        <template v-if="last"
          >{{ say.lastBackup }} <b>{{ when(last.at) }}</b>{{ say.sizeIn(sizeWords(last.bytes)) }} <code class="spelled">{{ keeping.folder }}</code></template
        >
        <template v-else
          >{{ say.noBackupsYetTheyGoTo }} <code class="spelled">{{ keeping.folder }}</code></template
        ><template v-if="keeping.everyHours">{{ say.aNewOneIsMadeEvery(keeping.everyHours) }}</template
        >.
      </p>
      <p class="row">
        <v-btn color="primary" variant="tonal" :loading="busy === 'back up'" data-do="back-up" @click="backUp">{{ say.backUpNow }}</v-btn>
        <v-btn color="primary" variant="text" :loading="busy === 'take in'" data-do="take-in" @click="picker?.click()">{{ say.restoreFromAFile }}</v-btn>
        <a class="as-link" :href="inRoom('/api/v1/keeping/export')" download="even-ladder.json" data-do="export">{{ say.exportAsJson }}</a>
        <button type="button" class="as-link" data-do="import" @click="jsonPicker?.click()">{{ say.importJson }}</button>
        <input ref="jsonPicker" type="file" accept=".json" hidden :aria-label="say.anExportOfEvenLadder" @change="lookAtExport" />
        <input ref="picker" type="file" accept=".db" hidden :aria-label="say.aBackupOfEvenLadder" @change="takeIn" />
      </p>
      <v-progress-linear v-if="busy" indeterminate color="primary" :aria-label="say.workingOnTheBackups" />
      <div v-if="seen" class="seen" role="status" data-seen>
        <p>
          {{ say.thisBackupOf }} <b>{{ when(seen.info.madeAt) }}</b> {{ say.backupHolds(holds) }}
        </p>
        <v-btn color="primary" variant="flat" data-do="restore" :loading="busy === 'restore'" @click="restore(seen.name)">{{ say.restore2 }}</v-btn>
        <v-btn variant="text" @click="seen = undefined">{{ say.cancel }}</v-btn>
      </div>
      <div v-if="given" class="seen" role="status" data-given>
        <p>
          <template v-if="given.changes.length"
            >{{ say.importingChangesThis }} <template v-for="(c, i) in given.changes" :key="c.table">{{ say.addedChanged(i ? '; ' : '', c.table, c.added, c.changed) }}</template>{{
              say.nothingIsDeleted
            }}</template
          >
          <template v-else>{{ say.everythingInItIsAlreadyHere }}</template>
        </p>
        <v-btn v-if="given.changes.length" color="primary" variant="flat" data-do="take-export" :loading="busy === 'import'" @click="takeExport(given.file)">{{
          say.import
        }}</v-btn>
        <v-btn variant="text" @click="given = undefined">{{ say.cancel }}</v-btn>
      </div>
      <ul v-if="keeping.backups.length" class="plain-rows">
        <li v-for="b in keeping.backups.slice(0, 12)" :key="b.name">
          <span>{{ when(b.at) }} · {{ sizeWords(b.bytes) }}</span>
          <button type="button" class="as-link" :aria-label="say.inspectOrRestoreTheBackupOf(when(b.at))" data-do="look" @click="look(b.name)">{{ say.inspectOrRestore }}</button>
          <a class="as-link" :href="file(b.name)" download :aria-label="say.downloadTheBackupOf(when(b.at))">{{ say.download }}</a>
          <template v-if="going === b.name">
            <button type="button" class="as-link final" data-do="delete-backup" @click="remove(b.name)">{{ say.deletePermanently3 }}</button>
            <button type="button" class="as-link" @click="going = ''">{{ say.cancel }}</button>
          </template>
          <button v-else type="button" class="as-link" :aria-label="say.deleteTheBackupOf(when(b.at))" data-do="ask-delete" @click="going = b.name">{{ say.delete }}</button>
        </li>
      </ul>
      <div v-if="keeping.unreadable.length" role="alert" class="apart">
        <p>
          {{ say.unreadable(keeping.unreadable.length) }}
        </p>
        <ul class="plain-rows">
          <li v-for="u in keeping.unreadable.slice(0, 20)" :key="u.where + u.id">{{ u.where }} {{ u.id }}: {{ u.what }}</li>
        </ul>
      </div>
      <OtherScreens :keeping="keeping" :reload="again" />
    </template>
  </section>
</template>

<style scoped>
.keeping {
  margin-top: 12px;
}

.row,
.seen {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-block: 8px;
}

.apart,
.final {
  color: var(--brick);
}
</style>
