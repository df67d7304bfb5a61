import { createRouter, createWebHistory } from 'vue-router'
import ShootsScreen from './screens/ShootsScreen.vue'

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
      path: '/shoots/:id',
      component: () => import('./screens/ShootScreen.vue'),
      props: true,
      children: [
        { path: '', redirect: (to) => ({ name: 'subject', params: to.params }) },
        {
          path: 'subject',
          name: 'subject',
          component: () => import('./stages/SubjectStage.vue'),
          meta: { title: 'Subject' }
        },
        {
          path: 'focus',
          name: 'focus',
          component: () => import('./stages/FocusStage.vue'),
          meta: { title: 'Focus' }
        },
        {
          path: 'dark',
          name: 'dark',
          component: () => import('./stages/DarkStage.vue'),
          meta: { title: 'Dark' }
        },
        {
          path: 'freeze',
          name: 'freeze',
          component: () => import('./stages/FreezeStage.vue'),
          meta: { title: 'Freeze' }
        },
        {
          path: 'light',
          name: 'light',
          component: () => import('./stages/LightStage.vue'),
          meta: { title: 'Light' }
        },
        {
          path: 'ways',
          name: 'ways',
          component: () => import('./stages/WaysStage.vue'),
          meta: { title: 'Ways' }
        },
        {
          path: 'run',
          name: 'run',
          component: () => import('./stages/RunStage.vue'),
          meta: { title: 'Run' }
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
