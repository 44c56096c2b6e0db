import './styles/layers.css'
import '@fontsource-variable/bricolage-grotesque/wght.css'
import '@fontsource-variable/public-sans/wght.css'
import 'vuetify/styles'
import { useQueryClient } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp, watch } from 'vue'
import { installServerState } from './api/queryClient.ts'
import App from './App.vue'
import { useThemeName } from './composables/useThemeName.ts'
import { serveComponents } from './plugins/components.ts'
import { fetchPages, router } from './plugins/router.ts'
import { paintDocument } from './styles/palette.ts'
import './styles/main.css'

const app = createApp(App).use(installServerState).use(createPinia())
serveComponents(app)
watch(useThemeName(), paintDocument, { immediate: true })
app.use(router).mount('#app')
const server = app.runWithContext(() => useQueryClient())
void fetchPages(() => server.isFetching() > 0)
