import { Context } from 'tone/build/esm/core/context/Context.js'
import { setContext } from 'tone/build/esm/core/Global.js'

// Before the library makes a context of its own: timers keep time instead of a
// worker made from text, which the content policy forbids.
setContext(new Context({ clockSource: 'timeout', latencyHint: 'interactive', lookAhead: 0.08 }))
