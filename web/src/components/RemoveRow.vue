<script setup lang="ts">
/** Takes a row of a list out. */
defineProps<{ label: string }>()
defineEmits<{ remove: [] }>()
</script>

<template>
  <v-btn size="small" variant="text" :aria-label="label" @click="$emit('remove')">✕</v-btn>
</template>
