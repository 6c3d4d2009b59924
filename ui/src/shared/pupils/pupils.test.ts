import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api, type NextProposal, type StoredAssignment } from '../../api/client'
import { addDays, dayWords, practiseAddress, setProposal, today } from './pupils'

const brief = { instrument: { id: 'bass' }, scale: { tonic: 'Eb', name: 'major' } }
const before = {
  id: 'a1',
  version: 3,
  pupilId: 'p1',
  title: 't',
  sentence: 's',
  createdAt: '',
  updatedAt: '',
  assignment: { minutes: 10, from: '2026-10-05', until: '2026-10-12', words: '' },
} as StoredAssignment
const proposal = (kind: string): NextProposal => ({ kind, name: kind, words: '', title: '', sentence: '', ladder: { brief } })

describe('setting what is proposed', () => {
  const calls: [string, unknown][] = []
  beforeEach(() => {
    calls.length = 0
    const note = (method: string) =>
      ((path: string, init: { params?: { path?: { id: string } }; body?: unknown }) => {
        calls.push([`${method} ${path.replace('{id}', init.params?.path?.id ?? '')}`, init.body])
        return Promise.resolve({ data: { id: 'new' }, response: new Response() })
      }) as never
    vi.spyOn(api, 'POST').mockImplementation(note('POST'))
    vi.spyOn(api, 'PUT').mockImplementation(note('PUT'))
    vi.spyOn(api, 'DELETE').mockImplementation(note('DELETE'))
  })

  it('takes the place of what was set, and the way back opens that again', async () => {
    const undo = await setProposal('p1', proposal('next-key'), before)
    expect(calls[0]).toEqual(['POST /api/v1/pupils/p1/assignments', { assignment: { minutes: 0, from: '', until: '', words: '', ladder: { brief } }, replaces: 'a1' }])
    await undo()
    expect(calls[1]?.[0]).toBe('DELETE /api/v1/assignments/new')
    expect(calls[2]).toEqual(['PUT /api/v1/assignments/a1', { version: 4, assignment: before.assignment, closed: false }])
  })

  it.each(['due', 'hole'])('stands beside what was set where it is %s', async (kind) => {
    const undo = await setProposal('p1', proposal(kind), before)
    expect(calls[0]?.[1]).not.toHaveProperty('replaces')
    await undo()
    expect(calls).toHaveLength(2)
  })
})

describe('days', () => {
  it('go over months, years and changes of the clock', () => {
    expect(addDays('2026-12-30', 3)).toBe('2027-01-02')
    expect(addDays('2026-03-28', 2)).toBe('2026-03-30')
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29')
    expect(addDays('2026-10-05', -5)).toBe('2026-09-30')
  })

  it('are said short, and no day is nothing', () => {
    expect(dayWords('2026-10-08')).toBe('Thu 8 Oct')
    expect(dayWords('')).toBe('')
  })
})

it('practises an assignment into the log of its pupil', () => {
  const ladder = { brief, goal: { perBeat: 2, tempoBpm: 80 }, parts: ['octave'] }
  expect(practiseAddress({ ...before, assignment: { ...before.assignment, ladder } })).toEqual({
    name: 'practise',
    query: { 'instrument.id': 'bass', 'scale.tonic': 'Eb', 'scale.name': 'major', goal: '2@80', parts: 'octave', pupil: 'p1', assignment: 'a1' },
  })
})

describe('the day', () => {
  it('is that of the place where the reader is, late in the evening too', () => {
    expect(today(new Date(2026, 9, 8, 23, 59))).toBe('2026-10-08')
    expect(today(new Date(2026, 0, 1, 0, 1))).toBe('2026-01-01')
  })
})
