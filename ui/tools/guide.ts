import { readdirSync, readFileSync } from 'node:fs'
import { basename, join, resolve } from 'node:path'
import MarkdownIt from 'markdown-it'
import type { Plugin } from 'vite'

const folder = resolve(import.meta.dirname, '../../docs/guide')
const list = 'virtual:guide'

/** What a page says of itself: its title, and the screens that it is the first help for. */
function about(text: string) {
  return {
    title: /^# (.+)$/m.exec(text)?.[1] ?? '',
    screens: (/^<!-- screens: (.+) -->$/m.exec(text)?.[1] ?? '').split(/, */).filter(Boolean),
  }
}

const names = () =>
  readdirSync(folder)
    .filter((f) => /^\d\d-.*\.md$/.test(f))
    .sort()
const idOf = (file: string) => basename(file, '.md').slice(3)

/** The pages of docs/guide as modules of HTML, their pictures among the assets; and a list of them. */
export function guide(): Plugin {
  const md = new MarkdownIt({ typographer: false })
  return {
    name: 'guide',
    resolveId: (id) => (id === list ? `\0${list}` : undefined),
    load(id) {
      if (id !== `\0${list}`) return undefined
      const pages = names().map((name) => {
        const file = join(folder, name)
        this.addWatchFile(file)
        return `{ ...${JSON.stringify({ id: idOf(name), ...about(readFileSync(file, 'utf8')) })}, load: () => import(${JSON.stringify(file)}) }`
      })
      return `export const pages = [${pages.join(',\n')}]`
    },
    transform(code, id) {
      if (!id.startsWith(folder) || !id.endsWith('.md')) return undefined
      const pictures: string[] = []
      const html = md
        .render(code.replaceAll(/<!--[\s\S]*?-->/g, ''))
        .replaceAll(/src="([^"]+)"/g, (_, path: string) => `src="%picture${pictures.push(path) - 1}%"`)
        .replaceAll(/href="\d\d-([a-z-]+)\.md"/g, 'href="$1" data-page="$1"')
      const imports = pictures.map((p, i) => `import p${i} from ${JSON.stringify(resolve(folder, p))}`)
      const filled = pictures.reduce((js, _, i) => `${js}.replace('%picture${i}%', p${i})`, JSON.stringify(html))
      return { code: `${imports.join('\n')}\nexport default ${filled}`, map: null }
    },
  }
}
