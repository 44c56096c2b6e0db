<script setup lang="ts">
import { watch } from 'vue'
import { useTheme } from 'vuetify'
import AppShell from '@/features/shell/AppShell.vue'
import { useThemeName } from '@/composables/useThemeName.ts'

const { change } = useTheme()
const name = useThemeName()
watch(
  () => name.value,
  (to) => void change(to),
  { immediate: true },
)
</script>

<template>
  <v-app>
    <AppShell />
  </v-app>
</template>
