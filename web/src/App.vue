<script setup lang="ts">
import { onMounted } from 'vue'
import { useTheme } from 'vuetify'
import AppShell from '@/features/shell/AppShell.vue'
import { useStoreInfo } from '@/stores/storeInfo.ts'

const store = useStoreInfo()
const theme = useTheme()

onMounted(async () => {
  theme.change(localStorage.getItem('novalex.theme') === 'night' ? 'night' : 'paper')
  await store.refresh()
})
</script>

<template>
  <v-app>
    <AppShell />
  </v-app>
</template>
