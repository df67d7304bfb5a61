import { createRouter, createWebHistory } from 'vue-router'
import ShootsScreen from './screens/ShootsScreen.vue'
import { COMPANION_PAGE, DUSK_PAGE, STAGE_PAGES } from './stages/pages'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shoots', component: ShootsScreen, meta: { title: 'Shoots' } },
    {
      path: '/kit',
      name: 'kit',
      component: () => import('./screens/KitScreen.vue'),
      meta: { title: 'Kit' }
    },
    {
      path: '/kit/:id/calibrate',
      name: 'calibrate',
      component: () => import('./calibrate/CalibrateScreen.vue'),
      props: true,
      meta: { title: 'Calibrate' }
    },
    {
      path: '/shoots/:id',
      component: () => import('./screens/ShootScreen.vue'),
      props: true,
      children: [
        { path: '', redirect: (to) => ({ name: 'subject', params: to.params }) },
        {
          path: 'prepare',
          name: 'prepare',
          component: STAGE_PAGES.prepare,
          meta: { title: 'Prepare' }
        },
        {
          path: 'subject',
          name: 'subject',
          component: STAGE_PAGES.subject,
          meta: { title: 'Subject' }
        },
        {
          path: 'focus',
          name: 'focus',
          component: STAGE_PAGES.focus,
          meta: { title: 'Focus' }
        },
        {
          path: 'dark',
          name: 'dark',
          component: STAGE_PAGES.dark,
          meta: { title: 'Dark' }
        },
        {
          path: 'freeze',
          name: 'freeze',
          component: STAGE_PAGES.freeze,
          meta: { title: 'Freeze' }
        },
        {
          path: 'light',
          name: 'light',
          component: STAGE_PAGES.light,
          meta: { title: 'Light' }
        },
        {
          path: 'dusk',
          name: 'dusk',
          component: DUSK_PAGE,
          meta: { title: 'Falling light' }
        },
        {
          path: 'colour',
          name: 'colour',
          component: STAGE_PAGES.colour,
          meta: { title: 'Colour' }
        },
        {
          path: 'ways',
          name: 'ways',
          component: STAGE_PAGES.ways,
          meta: { title: 'Ways' }
        },
        {
          path: 'run',
          name: 'run',
          component: STAGE_PAGES.run,
          meta: { title: 'Run' }
        },
        {
          path: 'companion',
          name: 'companion',
          component: COMPANION_PAGE,
          meta: { title: 'At the set', bare: true }
        }
      ]
    },
    {
      path: '/:rest(.*)*',
      name: 'lost',
      component: () => import('./screens/LostScreen.vue'),
      meta: { title: 'Not found' }
    }
  ]
})

router.afterEach((to) => {
  document.title = `${String(to.meta.title ?? 'Shoots')} · Fine Spark`
})
