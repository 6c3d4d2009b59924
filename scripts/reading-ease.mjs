// How easily the English reads: the Flesch reading ease of the screens' texts and of the guide.
// R. Flesch, "A new readability yardstick", Journal of Applied Psychology 32 (1948):
// 206.835 − 1.015 words a sentence − 84.6 syllables a word; 60 to 70 is plain English.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

const least = 65
/** Shorter texts are names and buttons, not sentences. */
const sentence = 4

/** Syllables by groups of vowels: a silent e at the end is none, -le after a consonant is one. */
function syllables(word) {
  const w = word.toLowerCase().replace(/[^a-z]/g, '')
  if (w.length <= 3) return 1
  const core = w.replace(/(?:[^laeiouy]es|[^dt]ed|[^laeiouy]e)$/, '')
  return Math.max(1, core.match(/[aeiouy]{1,2}/g)?.length ?? 1)
}

const words = (text) => text.match(/[A-Za-z][A-Za-z'’-]*/g) ?? []

function ease(texts) {
  let sentences = 0
  let count = 0
  let sounds = 0
  for (const text of texts)
    for (const s of text.split(/[.!?:;](?:\s|$)/)) {
      const list = words(s)
      if (list.length < sentence) continue
      sentences++
      count += list.length
      for (const w of list) sounds += syllables(w)
    }
  return { ease: 206.835 - (1.015 * count) / sentences - (84.6 * sounds) / count, sentences, words: count }
}

function files(folder, name) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((f) => (f.isDirectory() ? files(join(folder, f.name), name) : name.test(f.name) ? [join(folder, f.name)] : []))
}

/** The texts of words.ts: what stands in quotes, with a number for what is filled in. */
const screens = ['ui/src', 'ui/home']
  .flatMap((f) => files(f, /^words\.ts$/))
  .flatMap((f) => [...readFileSync(f, 'utf8').matchAll(/'((?:[^'\\\n]|\\.)+)'|"((?:[^"\\\n]|\\.)+)"|`((?:[^`\\]|\\.)+)`/g)].map((m) => (m[1] ?? m[2] ?? m[3]).replaceAll(/\$\{[^}]*\}/g, '7')))
const guide = files('docs/guide', /\.md$/)
  .flatMap((f) => readFileSync(f, 'utf8').replaceAll(/<!--[\s\S]*?-->/g, '').replaceAll(/^(#+ .*|\d+\. |- )/gm, '').split(/\n\n/))
  .map((t) => t.replaceAll(/\[([^\]]*)\]\([^)]*\)/g, '$1').replaceAll(/[*`\n]+/g, ' '))

let hard = false
for (const [name, texts] of Object.entries({ screens, guide })) {
  const r = ease(texts)
  console.log(`${name}: reading ease ${r.ease.toFixed(1)} (${r.sentences} sentences, ${r.words} words)`)
  hard ||= r.ease < least
}
if (hard) {
  console.error(`a reading ease below ${least}: write shorter sentences and shorter words`)
  process.exit(1)
}
