import { say } from './shared/words'
import { nextTick } from 'vue'
import { createRouter, createWebHistory } from 'vue-router'
import BenchView from './bench/BenchView.vue'
import { pupils } from './shared/pupils/pupils'
import { site } from './shared/shell/site'

/** The screens, in the order of the bar; those that open from another one are not in it. A stand, which only reads, has some of them. */
const every = [
  { path: '/today', name: 'today', title: say.today, component: () => import('./today/TodayView.vue') },
  { path: '/', name: 'bench', title: say.bench, stand: true, component: BenchView },
  { path: '/rounds', name: 'rounds', title: say.rounds, stand: true, component: () => import('./rounds/RoundsView.vue') },
  { path: '/phrases', name: 'phrases', title: say.phrases, stand: true, component: () => import('./phrases/PhrasesView.vue') },
  { path: '/practise', name: 'practise', title: say.practise, component: () => import('./practise/PractiseView.vue') },
  { path: '/calls', name: 'calls', title: say.calls, component: () => import('./calls/CallsView.vue') },
  { path: '/sheets', name: 'sheets', title: say.worksheets, opens: 'calls', component: () => import('./sheets/SheetsView.vue') },
  { path: '/pupil/:id', name: 'pupil', title: say.pupil, opens: 'today', component: () => import('./pupil/PupilView.vue') },
  { path: '/together', name: 'together', title: say.together, opens: 'rounds', component: () => import('./together/TogetherView.vue') },
  { path: '/compare', name: 'compare', title: say.compare, stand: true, opens: 'bench', component: () => import('./compare/CompareView.vue') },
  { path: '/saved', name: 'saved', title: say.shelf, stand: true, component: () => import('./shelf/SavedView.vue') },
  { path: '/workshop', name: 'workshop', title: say.workshop, opens: 'saved', component: () => import('./workshop/WorkshopView.vue') },
  { path: '/guide/:page?', name: 'guide', title: say.guide, stand: true, opens: 'bench', component: () => import('./guide/GuideView.vue') },
]

/** Those of this page. */
const all = every.filter((s) => !site.stand || 'stand' in s)

export const screens = all.filter((s) => !('opens' in s))

export const router = createRouter({
  history: createWebHistory(site.base),
  routes: [...all.map(({ path, name, title, component }) => ({ path, name, component, meta: { title } })), { path: '/:rest(.*)*', redirect: '/' }],
})

// The start page is Today once there is a pupil; an address with a brief is the bench.
router.beforeEach(async (to, from) => {
  if (site.stand || to.name !== 'bench' || from.name || Object.keys(to.query).length > 0) return true
  try {
    const { pupils: some } = await pupils.list('', undefined, 1)
    return some.length > 0 ? { name: 'today' } : true
  } catch {
    return true // the bench says that nothing answers
  }
})

// Another screen says its name in the window's title and begins at its top; a
// changed brief is still the same screen.
router.afterEach(async (to, from) => {
  document.title = say.pageTitle(String(to.meta.title ?? ''))
  if (to.name === from.name || !from.name) return
  await nextTick()
  document.getElementById('main')?.focus()
})
