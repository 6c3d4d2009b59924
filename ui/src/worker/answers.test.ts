import { expect, test } from 'vitest'
import { changeOf } from '../api/outbox'
import { baseOf, isAsk, nameOf } from './answers'

test('what is asked for is kept, what is changed is not', () => {
  const kept = [
    'POST /api/v1/plan',
    'POST /rooms/hall/api/v1/practise',
    'POST /stand/x/api/v1/round',
    'GET /api/v1/catalogue',
    'GET /api/v1/shelf/briefs',
    'GET /api/v1/pupils/p1/work',
  ]
  const not = [
    'POST /api/v1/log',
    'PUT /api/v1/pupils/p1',
    'DELETE /api/v1/shelf/briefs/x',
    'GET /api/v1/keeping',
    'GET /api/v1/keeping/export',
    'POST /api/v1/plan/document',
    'GET /api/v1/log/csv',
  ]
  const is = (line: string) => isAsk(...(line.split(' ') as [string, string]))
  expect(kept.filter((line) => !is(line))).toEqual([])
  expect(not.filter(is)).toEqual([])
  for (const line of kept) expect(changeOf(...(line.split(' ') as [string, string])), line).toBeUndefined()
})

test('rooms and stands have addresses of their own', () => {
  expect(['/', '/rounds', '/rooms/hall', '/rooms/hall/rounds', '/stand/abc/', '/rooms/hall/stand/abc/rounds'].map(baseOf)).toEqual([
    '',
    '',
    '/rooms/hall',
    '/rooms/hall',
    '/stand/abc',
    '/rooms/hall/stand/abc',
  ])
})

test('an answer is kept under the address and what was asked', async () => {
  const [a, b, c] = await Promise.all([nameOf('http://x/api/v1/plan', '{"a":1}'), nameOf('http://x/api/v1/plan', '{"a":2}'), nameOf('http://x/api/v1/practise?pupil=p', '{"a":1}')])
  expect(a).toMatch(/^http:\/\/x\/api\/v1\/plan\?body=[0-9a-f]{64}$/)
  expect(b).not.toBe(a)
  expect(c).toContain('?pupil=p&body=')
  expect(await nameOf('http://x/api/v1/catalogue', '')).toBe('http://x/api/v1/catalogue')
})
