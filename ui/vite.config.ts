import { writeFileSync } from 'node:fs'
import vue from '@vitejs/plugin-vue'
import type { Plugin } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'
import vuetify from 'vite-plugin-vuetify'
import { defineConfig } from 'vitest/config'
import { guide } from './tools/guide'

/** Lists the packages in the bundle, for the third-party notices. */
function listed(): Plugin {
  return {
    name: 'listed',
    apply: 'build',
    generateBundle(_options, bundle) {
      const files = Object.values(bundle).flatMap((chunk) => (chunk.type === 'chunk' ? chunk.moduleIds : chunk.originalFileNames))
      const names = files.flatMap((id) => /node_modules\/((?:.*node_modules\/)?(?:@[^/]+\/)?[^/]+)\//.exec(id)?.[1] ?? [])
      writeFileSync('node_modules/.bundled.json', JSON.stringify([...new Set(names)].sort()))
    },
  }
}

export default defineConfig({
  plugins: [
    vue(),
    vuetify({ autoImport: true }),
    guide(),
    listed(),
    // The page has a mark of its own in every answer: the worker keeps it as it was opened.
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'src/worker',
      filename: 'sw.ts',
      registerType: 'prompt',
      injectRegister: false,
      manifest: false,
      injectManifest: { globPatterns: ['**/*.{js,css,svg,png,woff2,webmanifest}'], globIgnores: ['sw.js'], maximumFileSizeToCacheInBytes: 4e6 },
    }),
  ],
  build: { outDir: 'dist', emptyOutDir: true, assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  server: { fs: { allow: ['..'] }, proxy: { '/api': 'http://127.0.0.1:8137' } },
  test: { environment: 'happy-dom', include: ['src/**/*.test.ts', 'home/**/*.test.ts'], server: { deps: { inline: ['vuetify'] } } },
})
