<script setup lang="ts">
import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { changeText } from '@/locale/catalogue.ts'
import { useInShop } from '@/stores/inShop.ts'
import { useSession } from '@/stores/session.ts'
import ChangeFields from './ChangeFields.vue'
import { useDiscard } from './useDiscard.ts'

/** What of a promotion the shop has otherwise, old and new, with what can be done about it. */
const { promotion } = defineProps<{
  /** Its id. */
  promotion: string
}>()

const words = changeText
const inShop = useInShop()
const session = useSession()
const emit = defineEmits<{ discarded: [] }>()
const discard = useDiscard(() => {
  emit('discarded')
})
const id = computed(() => `promotion:${promotion}`)
const { data } = useAnswer('listReleaseChanges', () => (inShop.changed.has(promotion) ? { query: {} } : null))
const change = computed(() => data.value?.changes.find((one) => one.id === id.value))
</script>

<template>
  <section v-if="change" class="unreleased" :aria-label="words.unreleased">
    <h2>{{ words.unreleased }}</h2>
    <ChangeFields :change="change" />
    <p class="acts">
      <router-link :to="{ path: '/releases', query: { only: id } }">{{ words.review }}</router-link>
      <button v-if="session.may('planner')" type="button" class="as-link" @click="discard(change)">
        {{ words.discard }}
      </button>
    </p>
  </section>
</template>

<style scoped>
.unreleased {
  border-left: 3px solid var(--moment);
  font-size: 13px;
  margin-top: 12px;
  padding-left: 12px;
}

h2 {
  font-size: 13px;
}

.acts {
  display: flex;
  gap: 16px;
  margin-top: 4px;
}
</style>
