import { mount } from '@vue/test-utils'
import { expect, test } from 'vitest'
import KnownNeck from './KnownNeck.vue'

const place = (string: number, fret: number, known: number, asked: boolean) => ({ string, fret, known, asked, sure: known >= 0.9 })

test('places that were asked are drawn by how well they are known, the others not at all', () => {
  const neck = mount(KnownNeck, {
    props: { places: [place(1, 0, 1, true), place(1, 3, 0.5, true), place(2, 5, 0, true), place(2, 12, 0, false)], labels: ['G', 'D'], leftHanded: false },
  })
  expect(neck.findAll('.place').map((p) => [p.classes('sure'), p.classes('missed')])).toEqual([
    [true, false],
    [false, false],
    [false, true],
  ])
  expect(neck.find('svg').attributes('aria-label')).toBe('1 of 4 places known')
  expect(neck.findAll('.place title').map((t) => t.text())).toEqual(['string 1, fret 0: known, 100 %', 'string 1, fret 3: known, 50 %', 'string 2, fret 5: missed last time'])
  expect(neck.text()).toContain('12')
})

test('for the left hand the nut lies on the right', () => {
  const nutAt = (leftHanded: boolean) =>
    Number(
      /M([\d.]+)/.exec(
        mount(KnownNeck, { props: { places: [place(1, 12, 0, false)], labels: ['G'], leftHanded } })
          .find('.nut')
          .attributes('d') ?? '',
      )?.[1],
    )
  expect(nutAt(true)).toBeGreaterThan(nutAt(false))
})
