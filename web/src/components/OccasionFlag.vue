<script setup lang="ts">
import type { Flag } from '@novalex/core'

/** The flag of an occasion, in the store's own words and colour. */
defineProps<{ flag: Flag }>()
</script>

<template>
  <span class="flag" :class="flag.colour">{{ flag.text }}</span>
</template>

<style scoped>
/* Each is dark enough for white, whatever the theme. */
.flag {
  border-radius: 2px;
  color: #fff;
  font-size: 12px;
  font-weight: 650;
  padding: 1px 7px;
  white-space: nowrap;
}

.blue {
  background: #24548a;
}

.green {
  background: #3b6b2f;
}

.ochre {
  background: #8a5a00;
}

.red {
  background: #a0342a;
}

.violet {
  background: #6b3f94;
}
</style>
