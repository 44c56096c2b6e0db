<script setup lang="ts">
import type { MenuAction } from './menuAction.ts'

/** Entries of a menu. */
const { actions } = defineProps<{ actions: readonly MenuAction[] }>()
</script>

<template>
  <v-list density="compact" role="menu">
    <v-list-item
      v-for="action in actions"
      :key="action.title"
      role="menuitem"
      :title="action.title"
      :active="action.isActive ?? false"
      @click="action.run"
    />
  </v-list>
</template>
