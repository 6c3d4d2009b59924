import { say } from './words'
import { computed } from 'vue'
import { api, take, type Brief } from '../api/client'
import { useWork } from '../shared/brief/useWork'
import { keptDone, keptRound } from '../shared/shell/kept'
import { tell } from '../shared/shell/notice'

const starter: Brief = { instrument: { id: 'bass' }, scale: { tonic: 'E', name: 'major-pentatonic' }, round: { order: 'fourths' } }

/** Rounds whose done keys are remembered. */
const remembered = 40

/** The round of the brief in the address, and which of its keys are done. */
export function useRound() {
  const work = useWork('rounds', keptRound, starter, (body, signal) => take(api.POST('/api/v1/round', { body, signal })))
  const round = work.made

  // Tempo and spelling make no other round of it.
  const name = computed(() => {
    const b = round.value?.brief
    return b ? [b.instrument.id, b.scale.name ?? b.scale.formula, b.layout?.system, b.run?.pattern, b.round?.order, b.round?.place].join(' ') : ''
  })
  const done = computed(() => keptDone.value[name.value] ?? [])

  function put(tonics: string[]) {
    const others = Object.entries(keptDone.value).filter(([key]) => key !== name.value)
    keptDone.value = Object.fromEntries([...others.slice(-remembered), [name.value, tonics]])
  }

  function toggleDone(tonic: string) {
    put(done.value.includes(tonic) ? done.value.filter((t) => t !== tonic) : [...done.value, tonic])
  }

  function clearDone() {
    const before = done.value
    put([])
    tell(say.allMarksCleared, { label: say.undo, run: () => put(before) })
  }

  /** Spells a key the other way. */
  function respell(tonic: string, other: string) {
    const b = work.brief.value
    const spelling = (b.round?.spelling ?? []).filter((t) => t !== tonic)
    if (b.round?.order === 'own') return work.change({ 'round.keys': (b.round.keys ?? []).map((k) => (k === tonic ? other : k)) })
    const start = round.value?.brief.round?.start === tonic ? { 'round.start': other } : {}
    return work.change({ 'round.spelling': [...spelling, other], ...start })
  }

  /** Plays a key in a box of its own, whatever the rule. */
  function choose(tonic: string, box: string) {
    const others = (work.brief.value.round?.boxes ?? []).filter((b) => !b.startsWith(`${tonic} `))
    return work.change({ 'round.boxes': [...others, `${tonic} ${box}`] })
  }

  /** Holds fingers in one key. */
  function hold(tonic: string, fingers: string[]) {
    const others = (work.brief.value.round?.fingers ?? []).filter((f) => !f.startsWith(`${tonic} `))
    const all = [...others, ...fingers.map((f) => `${tonic} ${f}`)]
    return work.change({ 'round.fingers': all.length ? all : null })
  }

  return { ...work, round, done, toggleDone, clearDone, respell, choose, hold }
}
