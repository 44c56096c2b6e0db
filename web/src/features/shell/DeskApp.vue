<script setup lang="ts">
import { useRoute } from 'vue-router'
import AppShell from './AppShell.vue'

/** Everything but the shop: the desk, and its door. */
const route = useRoute()
</script>

<template>
  <v-app>
    <AppShell v-if="route.meta.place === undefined" />
    <router-view v-else />
  </v-app>
</template>
