import { enableAutoUnmount, mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import { away } from '../../api/away'
import { leave, outbox, send, wait } from '../../api/outbox'
import { notice } from './notice'
import UnsavedBar from './UnsavedBar.vue'

enableAutoUnmount(afterEach)
beforeEach(() => vi.useFakeTimers())
afterEach(() => {
  leave()
  away.value = false
  vi.restoreAllMocks()
  vi.useRealTimers()
})

const put = (id: string, what: string, first?: Response) => void wait({ id, what, method: 'PUT', url: 'http://localhost/api/v1/x', headers: [], body: '{}', at: Date.now() }, first)

it('says what waits and why, sends it by a press, and leaves it with a way back', async () => {
  const bar = mount(UnsavedBar, { props: { height: 0 } })
  expect(bar.find('aside').exists()).toBe(false)
  put('1', 'a try')
  put('2', 'a try')
  put('3', 'a new pupil')
  await nextTick()
  expect(bar.text()).toContain('Not saved yet: a try (2 times), a new pupil.')
  expect(bar.text()).toContain("Can't reach Even Ladder.")
  vi.spyOn(globalThis, 'fetch').mockResolvedValueOnce(new Response('{}')).mockRejectedValue(new TypeError('network'))
  await bar.get('[data-unsaved=send]').trigger('click')
  await send()
  await nextTick()
  expect(bar.text()).toContain('Not saved yet: a try, a new pupil.')
  await bar.get('[data-unsaved=leave]').trigger('click')
  expect(bar.find('[data-unsaved]').exists()).toBe(false)
  expect(notice.value?.text).toContain('discarded')
  notice.value?.action?.run()
  await nextTick()
  expect(bar.text()).toContain('Not saved yet: a try, a new pupil.')
})

it('leads to the sign-in where a session has run out, and says what the disk says', async () => {
  const bar = mount(UnsavedBar, { props: { height: 0 } })
  put('1', 'a change to a pupil', new Response('{}', { status: 401 }))
  await nextTick()
  expect(bar.get('a').attributes('href')).toBe('/signin')
  leave()
  put('2', 'a take', new Response(JSON.stringify({ detail: 'the disk is full: make room on it' }), { status: 507 }))
  await vi.waitFor(() => expect(outbox.trouble.value).not.toBe(''))
  await nextTick()
  expect(bar.text()).toContain('the disk is full: make room on it')
  expect(bar.find('a').exists()).toBe(false)
})

it('says that what is shown was kept, where nothing waits', async () => {
  const bar = mount(UnsavedBar, { props: { height: 0 } })
  away.value = true
  await nextTick()
  expect(bar.get('[data-away]').text()).toContain('last copy')
})
