import { createRouter, createWebHistory, type RouteLocationNormalized } from 'vue-router'

import PiecesPlace from './places/pieces/PiecesPlace.vue'

export const PLACES = [
  { name: 'today', path: '/today', title: 'Today' },
  { name: 'pieces', path: '/pieces', title: 'Pieces' },
  { name: 'cradles', path: '/cradles', title: 'Cradles' },
  { name: 'glass', path: '/glass', title: 'Glass' },
  { name: 'kilns', path: '/kilns', title: 'Kilns' },
  { name: 'notebook', path: '/notebook', title: 'Notebook' },
  { name: 'sums', path: '/sums', title: 'Sums' },
] as const

/** The stage of a piece one is on; empty for the first. */
const stageOf = (route: Pick<RouteLocationNormalized, 'query'>) => String(route.query.stage ?? '')

export const router = createRouter({
  history: createWebHistory('/'),
  scrollBehavior: (to, from) => (to.path.split('/')[2] === from.path.split('/')[2] ? false : { top: 0 }),
  routes: [
    { path: '/', redirect: '/today' },
    { path: '/pieces', name: 'pieces', component: PiecesPlace },
    {
      path: '/pieces/:id(\\d+)/card',
      name: 'card',
      component: () => import('./places/piece/PrintCard.vue'),
      props: (route) => ({ id: Number(route.params.id), stage: stageOf(route) }),
    },
    {
      path: '/pieces/:id(\\d+)/:station(cradle|glass|layup|heat|before|fire|after)?',
      name: 'piece',
      component: () => import('./places/piece/PiecePage.vue'),
      props: (route) => ({
        id: Number(route.params.id),
        station: route.params.station || 'cradle',
        stage: stageOf(route),
      }),
    },
    {
      path: '/pieces/:id(\\d+)/compare',
      name: 'compare',
      component: () => import('./places/piece/ComparePage.vue'),
      props: (route) => ({ id: Number(route.params.id), stage: stageOf(route) }),
    },
    {
      path: '/pieces/:id(\\d+)/cutting',
      name: 'cutting',
      component: () => import('./places/piece/CuttingPage.vue'),
      props: (route) => ({ id: Number(route.params.id), stage: stageOf(route) }),
    },
    {
      path: '/pieces/:id(\\d+)/cost',
      name: 'cost',
      component: () => import('./places/piece/CostPage.vue'),
      props: (route) => ({ id: Number(route.params.id), stage: stageOf(route) }),
    },
    {
      path: '/pieces/:id(\\d+)/bench',
      name: 'bench',
      component: () => import('./places/piece/BenchPage.vue'),
      props: (route) => ({ id: Number(route.params.id), stage: stageOf(route) }),
    },
    {
      path: '/pieces/:id(\\d+)/step/:step([a-z0-9-]+)',
      name: 'step',
      component: () => import('./places/step/StepPage.vue'),
      props: (route) => ({ id: Number(route.params.id), step: String(route.params.step) }),
    },
    {
      path: '/pieces/:id(\\d+)/pattern/:part(\\d+|blank)',
      name: 'pattern',
      component: () => import('./places/piece/PatternPage.vue'),
      props: (route) => ({
        id: Number(route.params.id),
        part: route.params.part === 'blank' ? 'blank' : Number(route.params.part),
        stage: stageOf(route),
      }),
    },
    {
      path: '/firings/:id(\\d+)',
      name: 'firing',
      component: () => import('./places/firing/FiringPlace.vue'),
      props: (route) => ({ id: Number(route.params.id) }),
    },
    {
      path: '/firings/:id(\\d+)/sheet',
      name: 'lid-sheet',
      component: () => import('./places/firing/LidSheet.vue'),
      props: (route) => ({ id: Number(route.params.id) }),
    },
    { path: '/today', name: 'today', component: () => import('./places/today/TodayPlace.vue') },
    {
      path: '/notebook',
      name: 'notebook',
      component: () => import('./places/notebook/NotebookPlace.vue'),
    },
    {
      path: '/notebook/:firings([\\d,]+)',
      name: 'notebook-page',
      component: () => import('./places/notebook/NotebookPages.vue'),
      props: (route) => ({ firings: String(route.params.firings).split(',').map(Number).slice(0, 2) }),
    },
    { path: '/sums', name: 'sums', component: () => import('./places/sums/SumsPlace.vue') },
    {
      path: '/sums/:sum',
      name: 'sum',
      component: () => import('./places/sums/SumPage.vue'),
      props: (route) => ({ sum: String(route.params.sum) }),
    },
    { path: '/cradles', name: 'cradles', component: () => import('./places/cradles/CradlesPlace.vue') },
    { path: '/glass', name: 'glass', component: () => import('./places/glass/GlassPlace.vue') },
    { path: '/kilns', name: 'kilns', component: () => import('./places/kilns/KilnsPlace.vue') },
    { path: '/words', name: 'words', component: () => import('./places/WordsPlace.vue') },
    { path: '/kit', name: 'kit', component: () => import('./places/KitPage.vue') },
    { path: '/begin', name: 'begin', component: () => import('./places/begin/BeginPlace.vue') },
    { path: '/studio', name: 'studio', component: () => import('./places/people/PeoplePlace.vue') },
    { path: '/join', name: 'join', component: () => import('./places/JoinPage.vue') },
    { path: '/sign-in', name: 'sign-in', component: () => import('./places/SignIn.vue') },
    { path: '/:rest(.*)*', name: 'nowhere', component: () => import('./places/Nowhere.vue') },
  ],
})

// inside a piece every way leads on at the stage one is on, unless it names another
router.beforeEach((to, from) => {
  const stays = to.params.id !== undefined && to.params.id === from.params.id
  if (stays && from.query.stage && to.query.stage === undefined)
    return { ...to, query: { ...to.query, stage: from.query.stage } }
  return true
})
