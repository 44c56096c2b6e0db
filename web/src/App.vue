<script setup lang="ts">
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useTheme } from 'vuetify'
import AppShell from '@/features/shell/AppShell.vue'
import { explainError } from '@/locale/problems.ts'
import { useSession } from '@/stores/session.ts'
import { useThemeName } from '@/composables/useThemeName.ts'

const { change } = useTheme()
const name = useThemeName()
const session = useSession()
const route = useRoute()
/** Nothing is drawn before it is known who comes. */
const isKnown = computed(() => route.matched.length > 0)
watch(
  () => name.value,
  (to) => void change(to),
  { immediate: true },
)
</script>

<template>
  <v-app>
    <p v-if="session.error && !session.answer" class="page wrong" role="alert">{{ explainError(session.error) }}</p>
    <template v-else-if="isKnown">
      <AppShell v-if="route.meta.place === undefined" />
      <router-view v-else />
    </template>
  </v-app>
</template>
