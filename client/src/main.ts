import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { api } from './api/client'
import App from './App.vue'
import { router } from './router'
import { isLoadingAhead } from './stages/pages'
import { useNotices } from './stores/notices'
import { vuetify } from './theme/vuetify'
import './theme/base.css'

const pinia = createPinia()

/** A page that was opened before an upgrade asks for parts that are not there any more. */
const offerReload = (): void =>
  useNotices(pinia).offer(
    'Part of this page could not be loaded: Fine Spark was upgraded, or the server is away. ' +
      'What you did is kept.',
    'Reload',
    async () => {
      // Without a server there would be no page at all afterwards.
      await api.health()
      location.reload()
    }
  )
router.onError(offerReload)
addEventListener('vite:preloadError', () => isLoadingAhead() || offerReload())

createApp(App).use(pinia).use(router).use(vuetify).mount('#app')
