import type { components } from '../src/api/schema'
import type { Piece } from '../src/shared/sound/timeline'

export type Climb = components['schemas']['HomeClimb']

/** The run of a climb in the time of a rung. */
export function pieceAt(climb: Climb, at: number): Piece | undefined {
  const rung = climb.rungs[at]
  const time = rung && climb.times[String(rung.perBeat)]
  if (!rung || !time) return undefined
  const events = climb.run.events.map((e, i) => ({
    ...e,
    at: time.at[i] ?? e.at,
    beat: time.beat[i] ?? e.beat,
    beats: time.beats[i] ?? e.beats,
    sounds: time.sounds[i] ?? e.sounds,
    bar: time.bar[i] ?? e.bar,
    count: time.count[i] ?? e.count,
    accent: time.accent[i] ?? e.accent,
  }))
  return {
    run: { ...climb.run, events, bars: time.bars, restBeats: time.restBeats, notesPerMinute: rung.notesPerMinute },
    beatsPerBar: climb.stops[0]?.plan.brief.rhythm?.beatsPerBar ?? 4,
    tempoBpm: rung.tempoBpm,
    perBeat: rung.perBeat,
    backing: climb.stops[0]?.plan.brief.backing?.kind ?? 'none',
    ...(rung.part.id !== '' || rung.times > 1 ? { part: { from: rung.part.from, to: rung.part.to, times: rung.times } } : {}),
  }
}
