import { mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { useKeys } from './keys'

const played = vi.fn()
const Page = {
  setup: () => useKeys([{ key: ' ', does: 'play', run: played }]),
  template: '<button>one</button><input type="text" />',
}

/** Presses the space bar on an element; true where the browser would press the element too. */
function space(on: Element) {
  const [down, up] = ['keydown', 'keyup'].map((kind) => new KeyboardEvent(kind, { key: ' ', bubbles: true, cancelable: true }))
  return [down, up].map((event) => on.dispatchEvent(event as Event)).some(Boolean)
}

describe('the space bar', () => {
  it('plays after a press with a pointer, presses after a Tab, and types into fields', () => {
    const page = mount(Page, { attachTo: document.body })
    const button = page.get('button').element
    button.dispatchEvent(new Event('pointerdown', { bubbles: true }))
    expect(space(button)).toBe(false)
    expect(played).toHaveBeenCalledTimes(1)

    button.dispatchEvent(new KeyboardEvent('keydown', { key: 'Tab', bubbles: true }))
    expect(space(button)).toBe(true)
    expect(played).toHaveBeenCalledTimes(1)

    button.dispatchEvent(new Event('pointerdown', { bubbles: true }))
    expect(space(page.get('input').element)).toBe(true)
    expect(played).toHaveBeenCalledTimes(1)
    page.unmount()
  })
})
