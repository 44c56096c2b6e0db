import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { installServerState } from './api/queryClient.ts'
import App from './App.vue'
import { fetchPages, router } from './plugins/router.ts'
import { vuetify } from './plugins/vuetify.ts'
import './styles/main.css'

createApp(App).use(installServerState).use(createPinia()).use(router).use(vuetify).mount('#app')
void fetchPages()
