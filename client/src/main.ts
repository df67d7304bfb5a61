import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import { useNotices } from './stores/notices'
import { vuetify } from './theme/vuetify'
import './theme/base.css'

const pinia = createPinia()

// A page that was opened before an upgrade asks for parts that are not there any more.
addEventListener('vite:preloadError', () =>
  useNotices(pinia).offer(
    'Part of this page could not be loaded: Fine Spark was upgraded, or the server is away. ' +
      'What you did is kept.',
    'Reload',
    () => location.reload()
  )
)

createApp(App).use(pinia).use(router).use(vuetify).mount('#app')
