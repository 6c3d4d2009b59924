import { enableAutoUnmount, mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { api, type ScheduleDate } from '../api/client'
import DayTable from './DayTable.vue'

enableAutoUnmount(afterEach)
beforeEach(() => {
  vi.spyOn(api, 'GET').mockReturnValue(new Promise(() => undefined) as never)
})

const brief = { instrument: { id: 'bass' }, scale: { tonic: 'Eb', name: 'major' } }
const item = (what: string, minutes: number) => ({ kind: 'old', minutes, what, brief, rung: { perBeat: 2, tempoBpm: 60 } })
const day: ScheduleDate = { date: '2026-10-08', minutes: 10, items: [item('E♭ major', 6), item('A♭ major', 4)] }
const MoreMenu = { props: ['items'], template: '<div><button v-for="i in items" :data-do="i.id" @click="i.run()">{{ i.title }}</button></div>' }
const stubs = { MoreMenu, RouterLink: { template: '<a><slot /></a>' }, VBtn: { template: '<button><slot /></button>' } }
const shown = (of: Partial<ScheduleDate> = {}, today = '2026-10-07') => mount(DayTable, { props: { day: { ...day, ...of }, pupil: 'p1', today }, global: { stubs } })

it('is changed by hand: minutes, order, what is left out', async () => {
  const d = shown()
  await d.find('[data-do=edit-day]').trigger('click')
  await d.find('[aria-label="Minutes of E♭ major"]').setValue(9)
  await d.find('[aria-label="Move A♭ major up"]').trigger('click')
  await d.find('form').trigger('submit')
  expect(d.emitted('own')).toEqual([[[item('A♭ major', 4), item('E♭ major', 9)]]])
  expect(day.items[0]?.minutes, 'the day itself is not touched').toBe(6)
  await d.find('[data-do=edit-day]').trigger('click')
  await d.find('[aria-label="Skip E♭ major"]').trigger('click')
  await d.find('form').trigger('submit')
  expect(d.emitted('own')?.[1]).toEqual([[item('A♭ major', 4)]])
})

it('says what was missed, and offers no change of what is past', () => {
  const past = shown({ missed: true, items: [], minutes: 0 }, '2026-10-09')
  expect(past.text()).toContain('Missed, moved to a later day')
  expect(past.find('[data-do=edit-day]').exists()).toBe(false)
  expect(shown({ missed: true, items: [] }).text()).toContain('No practice on this day')
})

it('goes back to what was planned where it was changed', async () => {
  const own = shown({ own: true })
  await own
    .findAll('button')
    .find((b) => b.text() === 'Restore')
    ?.trigger('click')
  expect(own.emitted('plain')).toHaveLength(1)
  await own.find('[data-do=free-day]').trigger('click')
  expect(own.emitted('free')).toHaveLength(1)
})
