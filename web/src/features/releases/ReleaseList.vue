<script setup lang="ts">
import type { ReleaseSummary } from '@novalex/contract'
import { atOnceText, changeText, text, preparationText, counted } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useStoreInfo } from '@/stores/storeInfo.ts'

defineProps<{ releases: readonly ReleaseSummary[]; again: number | null }>()
defineEmits<{ takeUp: [number: number] }>()

const store = useStoreInfo()
const words = text.releases
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone })
</script>

<template>
  <p v-if="releases.length === 0" class="quiet">{{ words.none }}</p>
  <ol v-else>
    <li v-for="(release, index) in releases" :key="release.number" :class="{ chosen: release.number === again }">
      <strong class="number">{{ release.number }}</strong>
      <div>
        <p>{{ when(release.at) }} <strong v-if="index === 0" class="saves">{{ words.live }}</strong></p>
        <p class="quiet">{{ counted.promotion(release.promotions) }} · {{ words.by(release.by) }}</p>
        <p v-if="release.preparedBy" class="quiet">{{ preparationText.preparedBy(release.preparedBy) }}</p>
        <p v-if="release.again !== null" class="quiet">{{ words.tookUp(release.again) }}</p>
        <p v-if="release.atOnce">{{ atOnceText.released[release.atOnce.act](release.atOnce.name) }}</p>
        <p v-else-if="release.changes" class="quiet">{{ changeText.count(release.changes.length) }}</p>
        <p v-if="release.note" class="note">{{ release.note }}</p>
        <button v-if="index > 0" type="button" class="as-link" @click="$emit('takeUp', release.number)">
          {{ words.takeUp }}
        </button>
      </div>
    </li>
  </ol>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
}

li {
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 12px;
  grid-template-columns: 28px 1fr;
  padding: 10px 0;
}

li.chosen {
  background: var(--wash);
}

.number {
  font-size: 18px;
  text-align: right;
}

.note {
  overflow-wrap: anywhere;
}
</style>
