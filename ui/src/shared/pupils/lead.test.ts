import { expect, it } from 'vitest'
import { lead } from './lead'

it.each([
  ['Stay on quarter notes at 76: one more clean try.', ['Stay on quarter notes at 76:', ' one more clean try.']],
  ['10 keys were never played. Try A.', ['10 keys were never played.', ' Try A.']],
  ['Say 1.5 of it.', ['Say 1.5 of it.', '']],
])('%s', (words, parts) => expect(lead(words)).toEqual(parts))
