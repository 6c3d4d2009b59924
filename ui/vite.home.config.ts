import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import { viteSingleFile } from 'vite-plugin-singlefile'

/** The page that goes home: one file that loads nothing. It shows no staff, whose library would be most of it. */
export default defineConfig({
  root: 'home',
  plugins: [vue(), viteSingleFile({ removeViteModuleLoader: true })],
  resolve: { alias: [{ find: /^.*\/notation\/RunStaff\.vue$/, replacement: '/NoStaff.vue' }] },
  // Families' tablets are old: browsers of 2021 read it.
  build: { target: ['chrome90', 'firefox88', 'safari14'], outDir: '../dist-home', emptyOutDir: false, assetsInlineLimit: 1_000_000, modulePreload: { polyfill: false } },
  server: { fs: { allow: ['../..'] } },
})
